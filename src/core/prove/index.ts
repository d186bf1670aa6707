export { expectedCode } from './levelCode';
export { type ProofCell, proofSteps, type ProofStep, type ProofSubject } from './proofSteps';
export {
  type CellState,
  firstCause,
  judgeCell,
  otherwise,
  SEEN,
  socketsOf,
  type Seen,
  type SeenCell,
} from './judgeSeen';

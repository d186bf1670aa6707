export { levelCode } from './levelCode';
export { type ProofCell, proofSteps, type ProofStep, type ProofSubject } from './proofSteps';
export {
  type CellState,
  firstCause,
  judgeCell,
  otherwise,
  SEEN,
  type Seen,
  type SeenCell,
} from './judgeSeen';

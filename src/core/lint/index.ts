export { lintShelf, type LintSource } from './lint';
export { lintReason } from './lintFinding';
export type { LintFinding } from './lintFinding';

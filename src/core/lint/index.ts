export { lintReason, lintShelf, type LintSource } from './lint';
export type { LintFinding } from './lintFinding';

export type { LintSource } from './applications';
export { lintShelf } from './lintShelf';
export { lintReason } from './lintFinding';
export type { LintFinding } from './lintFinding';

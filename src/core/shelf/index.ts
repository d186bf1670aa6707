export * from './types';
export * from './adapters';
export * from './checkShelf';
export * from './fault';
export { lintReason, lintShelf, type LintSource } from './lint';
export type { LintFinding } from './lintFinding';
export { rowWords } from './rowWords';
export { matchesWords, standardWords, SYNONYMS } from './synonyms';

export * from './types';
export * from './checkShelf';
export * from './fault';
export { type LintFinding, lintReason, lintShelf, type LintSource } from './lint';
export { rowWords } from './rowWords';
export { matchesWords, standardWords, SYNONYMS } from './synonyms';

export * from './types';
export * from './adapters';
export * from './checkShelf';
export * from './faultsOfChange';
export * from './fault';
export { rowWords } from './rowWords';
export { matchesWords, standardWords } from './synonyms';

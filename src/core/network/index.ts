export * from './types';
export * from './devices';
export { LEAK_S, prepareNetwork, type PreparedNetwork } from './solve';
export * from './harness';
export * from './probeMeter';

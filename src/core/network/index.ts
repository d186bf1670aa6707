export * from './types';
export { type Fault, inject } from './fault';
export * from './devices';
export { LEAK_S, prepareNetwork, type PreparedNetwork } from './solve';
export * from './harness';
export * from './probeMeter';

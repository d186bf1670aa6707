export * from './types';
export * from './checkShelf';
export * from './fault';

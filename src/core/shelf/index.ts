export * from './types';
export * from './checkShelf';

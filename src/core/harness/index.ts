export * from './types';
export * from './face';
export * from './pinMap';

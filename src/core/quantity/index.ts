export * from './length';
export * from './current';

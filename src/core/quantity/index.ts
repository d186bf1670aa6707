export * from './length';
export * from './current';
export * from './meter';
export * from './lengthRange';

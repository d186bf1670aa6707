export * from './types';
export { cut, levelIn, stretches } from './stretches';
export { higher, joined, lower } from './combine';
export { levelAt, mean, meanOf, partAt, placeAt, sample } from './measure';

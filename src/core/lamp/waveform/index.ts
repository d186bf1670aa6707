export * from './types';
export { levelIn, stretches } from './stretches';
export { joined } from './combine';
export { levelAt, mean, placeAt, sample } from './measure';

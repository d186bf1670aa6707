export * from './types';
export { stretches } from './stretches';
export { joined, levelIn } from './combine';
export { levelAt, mean, placeAt, sample } from './measure';

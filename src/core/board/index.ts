export * from './types';
export * from './plan';
export { localDay, localMinutes, utcOf } from './localTime';

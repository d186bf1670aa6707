export * from './types';
export * from './plan';
export { isDay, localDay, localMinutes, utcOf } from './localTime';

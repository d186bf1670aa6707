export * from './vin';
export * from './functions';
export * from './positions';
export * from './factRegistry';
export * from './facts';
export type { Prior, TypicalValue } from './prior';
export { sayable, suits } from './suits';

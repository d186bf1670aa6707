export * from './rows/application';
export * from './rows/family';
export * from './rows/lamp';
export * from '../kernel/money';
export * from './rows/part';
export * from './rows/profile';
export * from './rows/shelf';

export * from './sequence';
export * from './judgeReading';

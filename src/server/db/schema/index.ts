export * from './auth';
export * from './shop';
export * from './catalogue';
export * from './jobs';
export * from './yard';

import { register } from 'tsx/esm/api';

// The worker of heavy work as TypeScript, for tests that run before there is a build.
register();
await import('../src/server/heavy/worker.ts');

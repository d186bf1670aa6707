import path from 'node:path';
import { defineConfig } from 'vitest/config';

const alias = { '@': path.resolve(import.meta.dirname, 'src') };

/**
 * Files of a process share what they import: each has its own databases, servers and pages, and none changes what another
 * imports. To import the core anew for each of them takes three quarters of a run. Time limits stand against what hangs: a
 * law has as long as it needs, on whatever machine.
 */
const SHARED = {
  isolate: false,
  pool: 'forks' as const,
  setupFiles: ['testing/cpu.ts'],
  sequence: { hooks: 'stack' as const },
};

export default defineConfig({
  resolve: { alias },
  test: {
    // `npm test -- --coverage`: of what every other part rests on.
    coverage: {
      provider: 'v8',
      include: ['src/core/**/*.ts'],
      exclude: ['**/*.test.ts'],
      reporter: ['text-summary'],
      reportsDirectory: '.local/coverage',
    },
    projects: [
      {
        resolve: { alias },
        test: {
          ...SHARED,
          name: 'unit',
          testTimeout: 600_000,
          include: [
            'src/{core,device,door,formats,words,ui,features}/**/*.test.{ts,tsx}',
            'demo/**/*.test.ts',
            'scripts/**/*.test.ts',
          ],
        },
      },
      {
        resolve: { alias },
        test: {
          ...SHARED,
          name: 'database',
          include: ['src/server/**/*.test.ts'],
          globalSetup: ['testing/shops.ts'],
          testTimeout: 600_000,
          hookTimeout: 600_000,
        },
      },
      {
        resolve: { alias },
        test: {
          ...SHARED,
          name: 'browser',
          setupFiles: [...SHARED.setupFiles, 'testing/complaints.ts'],
          include: ['e2e/**/*.test.ts'],
          globalSetup: ['testing/demoDatabase.ts'],
          testTimeout: 900_000,
          hookTimeout: 600_000,
        },
      },
    ],
  },
});

import path from 'node:path';
import { defineConfig } from 'vitest/config';

const alias = { '@': path.resolve(import.meta.dirname, 'src') };

export default defineConfig({
  resolve: { alias },
  test: {
    // Printed by npm test for what every other part rests on.
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
          name: 'unit',
          testTimeout: 30_000,
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
          name: 'database',
          include: ['src/server/**/*.test.ts'],
          testTimeout: 30_000,
          hookTimeout: 60_000,
          fileParallelism: false,
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'browser',
          include: ['e2e/**/*.test.ts'],
          globalSetup: ['e2e/support/demoDatabase.ts'],
          testTimeout: 400_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
    ],
  },
});

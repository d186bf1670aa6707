import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { AsPublished } from './asPublished';

describe('types of the published schema', () => {
  it('are those that the schema makes today', () => {
    const made = execFileSync('node', ['scripts/types.mjs', '--print'], { encoding: 'utf8' });
    expect(made).toBe(readFileSync('src/formats/shelf/published.ts', 'utf8'));
  });

  it('are those of the core, for the compiler', () => {
    const alike: AsPublished = {
      factKeys: true,
      profiles: true,
      parts: true,
      connectors: true,
      lamps: true,
      families: true,
      applications: true,
      stepSheets: true,
      steps: true,
    };
    expect(Object.values(alike)).not.toContain(false);
  });
});

import { describe, expect, it } from 'vitest';
import { tryLightLaws } from '../testing/laws';

describe('light over time', () => {
  it('is what a sampler says that looks back from every millisecond: 30 random programs', () =>
    expect(tryLightLaws(30, 1)).toEqual([]));
});

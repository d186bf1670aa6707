import { expect, it } from 'vitest';
import { readWallDistance } from './wallDistance';
import type { Units } from './units';

const read = (typed: string, units: Units = 'metric', decimal = '.') => {
  const r = readWallDistance(typed, { decimal, units });
  return r.kind === 'distance' ? r.mm : `${r.code} ${r.better}`.trim();
};

it('a distance to a wall is read with its unit, in both languages alike', () => {
  for (const units of ['metric', 'us'] as const) {
    expect(read('7.62 m', units)).toBe(7620);
    expect(read('25 ft', units)).toBe(7620);
    expect(read("25'", units)).toBe(7620);
    expect(read('300 in', units)).toBe(7620);
    expect(read('7620 mm', units)).toBe(7620);
  }
  expect(read('7,62 m', 'metric', ',')).toBe(7620);
});

it('a bare figure is millimetres where these are usual, and never guessed', () => {
  expect(read('7620')).toBe(7620);
  expect(read('7.62')).toBe('unit 7.62 m');
  expect(read('25', 'us')).toBe('unit 25 ft');
  // A tape in mm beside a language of feet: nobody can tell.
  expect(read('7620', 'us')).toBe('unit 7620 ft');
});

it('what is none says what to do', () => {
  expect(read('')).toBe('missing');
  expect(read('m')).toBe('missing');
  expect(read('0 m')).toBe('near');
  expect(read('499 mm')).toBe('near');
  expect(read('101 m')).toBe('far');
  expect(read('7,62 m')).toBe('unit 7.62 m');
  expect(read('far')).toBe('not-a-figure');
  expect(read('-5 m')).toBe('unit 5 m');
});

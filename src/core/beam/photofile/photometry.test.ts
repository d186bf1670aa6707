import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { candelaIn, directionOf } from '../photometry/angular';
import { type LdtFile, ldtMap, readLdt, writeLdt } from './eulumdat';
import { iesMap, readIes, writeIes } from './ies';

const IES = `IESNA:LM-63-2002
[TEST] made up
[MANUFAC] Nine Fathom
TILT=NONE
1 -1 2 3 3 3 2 0.1 0.1 0
0.5 1 20
-5 0 5
-10 0 10
0 0 0
10 200 30
0 0 0
`;
const read = (text: string) => {
  const found = readIes(text);
  if (found.kind === 'fault') throw new Error(JSON.stringify(found.reason));
  return found.file;
};
const faultOf = (text: string) => {
  const found = readIes(text);
  return found.kind === 'fault' && 'what' in found.reason.facts ? found.reason.facts.what : 'none';
};

describe('IES LM-63', () => {
  it('is read with its keywords and type; values times multiplier and ballast factor are candela', () => {
    const f = read(IES);
    expect(f).toMatchObject({ version: 'IESNA:LM-63-2002', type: 'A', lumens: -1, watts: 20 });
    expect(f.keywords).toEqual(['[TEST] made up', '[MANUFAC] Nine Fathom']);
    // 200 × 2 × 0.5.
    expect(candelaIn(iesMap(f), directionOf(0, 0))).toBe(200);
  });

  it('goes out and in again with the same figures, tilt factors too', () => {
    const f = read(IES);
    expect(read(writeIes(f))).toEqual(f);
    const tilted = read(IES.replace('TILT=NONE', 'TILT=INCLUDE\n1\n2\n0 90\n1 0.9'));
    expect(tilted.tilt).toEqual({ geometry: 1, angles: [0, 90], factors: [1, 0.9] });
    expect(read(writeIes(tilted))).toEqual(tilted);
  });

  it('what is missing, no figure, or does not rise is told', () => {
    expect(faultOf('hello')).toBe('form');
    expect(faultOf(IES.replace('0 0 0\n10 200 30', '0 0'))).toBe('short');
    expect(faultOf(IES.replace('200 30', 'bright 30'))).toBe('number');
    expect(faultOf(IES.replace('-5 0 5', '-5 5 0'))).toBe('angles');
    expect(faultOf(IES.replace('1 -1 2 3 3 3', '1 -1 2 0 3 3'))).toBe('size');
  });
});

/** A made-up file of one symmetry: 12 planes 30° apart, γ by 45°. */
function ldt(symmetry: LdtFile['symmetry'], values: readonly (readonly number[])[]): LdtFile {
  return {
    texts: ['Farrowlight', 'R1', 'Work 9', '9', 'w9.ldt', '2026'],
    type: 1,
    symmetry,
    stepC: 30,
    stepG: 45,
    sizes: [100, 0, 50, 90, 0, 0, 0, 0, 0],
    shares: [100, 100, 1, 0],
    lamps: [{ count: '1', type: 'LED', lumens: 2000, colour: '5000', rendering: '80', watts: '20' }],
    direct: Array.from({ length: 10 }, () => 0.5),
    c: Array.from({ length: 12 }, (_, i) => i * 30),
    g: [0, 45, 90, 135, 180],
    values,
  };
}
const rows = (n: number, at: (i: number) => number) =>
  Array.from({ length: n }, (_, i) => Array.from({ length: 5 }, () => at(i)));

describe('EULUMDAT', () => {
  it('goes out and in again with the same figures, over every symmetry', () => {
    const count = { 0: 12, 1: 1, 2: 7, 3: 7, 4: 4 } as const;
    fc.assert(
      fc.property(
        fc.constantFrom(0 as const, 1 as const, 2 as const, 3 as const, 4 as const),
        fc.integer({ min: 1, max: 900 }),
        (symmetry, x) => {
          const f = ldt(
            symmetry,
            rows(count[symmetry], (i) => x + i / 4),
          );
          const back = readLdt(writeLdt(f));
          expect(back).toEqual({ kind: 'file', file: f });
        },
      ),
      { seed: 9, numRuns: 50 },
    );
  });

  it('is cd per 1000 lm: 150 at 2000 lm are 300 cd; the planes that are left out follow by symmetry', () => {
    const around = ldtMap(
      ldt(
        1,
        rows(1, () => 150),
      ),
      'down',
    );
    expect(candelaIn(around, directionOf(0, 0))).toBeCloseTo(300, 9);
    // Symmetry to C0–C180: C 210 is C 150. Values are the plane's number.
    const two = ldtMap(
      ldt(
        2,
        rows(7, (i) => i),
      ),
      'ahead',
    );
    const c = (deg: number) => ({
      right: Math.cos((deg * Math.PI) / 180),
      up: 0,
      ahead: Math.sin((deg * Math.PI) / 180),
    });
    expect(candelaIn(two, c(150))).toBeCloseTo(2 * 5, 6);
    expect(candelaIn(two, c(210))).toBeCloseTo(2 * 5, 6);
    // To C90–C270: written from C270 over C0 to C90; C 150 is C 30.
    const three = ldtMap(
      ldt(
        3,
        rows(7, (i) => i),
      ),
      'ahead',
    );
    expect(candelaIn(three, c(30))).toBeCloseTo(2 * 4, 6);
    expect(candelaIn(three, c(150))).toBeCloseTo(2 * 4, 6);
    expect(candelaIn(three, c(300))).toBeCloseTo(2 * 1, 6);
    // To both: C 240 is C 60.
    const four = ldtMap(
      ldt(
        4,
        rows(4, (i) => i),
      ),
      'ahead',
    );
    expect(candelaIn(four, c(240))).toBeCloseTo(2 * 2, 6);
    // None: every plane its own, and from the last to the first it goes on.
    const none = ldtMap(
      ldt(
        0,
        rows(12, (i) => (i === 11 ? 10 : 0)),
      ),
      'ahead',
    );
    expect(candelaIn(none, c(345))).toBeCloseTo(2 * 5, 6);
  });

  it('a decimal comma is a point; a line that is missing is told', () => {
    const text = writeLdt(
      ldt(
        1,
        rows(1, () => 150.5),
      ),
    ).replaceAll('150.5', '150,5');
    const found = readLdt(text);
    expect(found.kind === 'file' && found.file.values[0]?.[0]).toBe(150.5);
    expect(readLdt(text.split('\r\n').slice(0, -3).join('\r\n')).kind).toBe('fault');
    expect(readLdt('x').kind).toBe('fault');
  });
});

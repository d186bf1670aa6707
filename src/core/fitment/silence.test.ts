import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Shelf } from '../catalogue';
import type { Application, Family, Lamp, Profile, Requirement } from '../catalogue/types';
import {
  factRef,
  factRegistry,
  type FactValue,
  type LampFunction,
  type Position,
  type Provided,
} from '../vehicle';
import { judge } from './judge';

/** Rows of the demo lend what no answer here hangs on. */
const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const [someFamily] = shelf.families;
const [someLamp] = shelf.lamps;
const [someApplication] = shelf.applications;

const words = { 'en-GB': 'made up' };
const requirement = (more: Partial<Requirement> & Pick<Requirement, 'does'>): Requirement => ({
  id: `r-${more.does}`,
  end: 'front',
  sides: 'both',
  colours: ['white'],
  source: 'made up',
  ...more,
});
const profile = (id: string, requirements: readonly Requirement[] = []): Profile => ({
  id,
  name: words,
  note: words,
  onRoad: true,
  requirements,
});

/** A vehicle with some places as built, one of them swapped for a lamp that does what is given. */
function judged({
  places,
  swapped,
  does,
  supplies = [],
  marks = {},
  profiles,
  facts,
  volts: [workingMinV, workingMaxV] = [9, 32],
}: {
  places: readonly (readonly [Position, readonly Provided[]])[];
  swapped: readonly number[];
  does: readonly Provided[];
  supplies?: Application['supplies'];
  marks?: Lamp['marks'];
  profiles: readonly Profile[];
  facts: Readonly<Record<string, FactValue>>;
  volts?: readonly [number, number];
}) {
  if (!someFamily || !someLamp || !someApplication) throw new Error('an empty shelf');
  const { traffic: _, ...lamp } = { ...someLamp, flags: [], workingMinV, workingMaxV };
  const {
    disputes: __,
    always: ___,
    ...application
  } = { ...someApplication, rule: { op: 'all', of: [] } as never };
  const built: Family = {
    ...someFamily,
    derives: [],
    places: places.map(([position, functions]) => ({ position, xMm: 0, yMm: 0, functions })),
  };
  const fitted: Lamp = { ...lamp, functions: does, marks };
  return judge(
    {
      family: built,
      application: { ...application, supplies },
      places: swapped.flatMap((i) => {
        const place = built.places[i];
        return place ? [{ place, lamp: fitted }] : [];
      }),
    },
    {
      known: new Map(Object.entries(facts).map(([k, v]) => [factRef(k, 'vehicle'), v])),
      registry: factRegistry([]),
      profiles,
      parts: new Map(),
    },
  );
}

const white = (does: LampFunction): Provided => ({ does, colour: 'white' });
const HEAD = { role: 'headlamp', end: 'front' } as const;
const middle: Position = { ...HEAD, side: 'centre' };
const facts = { market: 'ECE', 'system-voltage': '12' };

describe('what nobody has looked at is not approved', () => {
  const at = (more: object) =>
    judged({
      places: [[middle, [white('low-beam')]]],
      swapped: [0],
      does: [white('low-beam')],
      marks: { ECE: 'declared' },
      profiles: [profile('ECE')],
      facts,
      ...more,
    }).road;

  it('a market that the shelf has no rules for: nobody knows', () => {
    expect(at({}).mark).toBe('meets-profile');
    expect(at({ facts: { ...facts, market: 'AU' } })).toMatchObject({
      mark: 'unknown',
      reasons: [{ code: 'road-untold', facts: { profile: 'AU' } }],
    });
    expect(at({ profiles: [] }).mark).toBe('unknown');
  });

  it('a lens that carries no mark for it is known to be wrong all the same', () => {
    expect(at({ facts: { ...facts, market: 'AU' }, marks: { AU: 'none' } })).toMatchObject({
      mark: 'not-approved',
      reasons: [{ code: 'road-mark' }],
    });
  });
});

describe('a voltage that hardly any vehicle has', () => {
  const at = (workingMinV: number, workingMaxV: number, voltage: string | null) =>
    judged({
      places: [[middle, [white('low-beam')]]],
      swapped: [0],
      does: [white('low-beam')],
      marks: { ECE: 'declared' },
      profiles: [profile('ECE')],
      volts: [workingMinV, workingMaxV],
      facts: { market: 'ECE', ...(voltage === null ? {} : { 'system-voltage': voltage }) },
    }).verdict;

  it('6 V is judged where somebody says it, and asks nothing of everybody else', () => {
    expect(at(10, 30, '6')).toBe('does-not-fit');
    expect(at(5, 8, '6')).toBe('fits');
    expect(at(5, 8, '12')).toBe('does-not-fit');
    // On 12 V and on 24 V alike: nobody has to tell which.
    expect(at(10, 30, null)).toBe('fits');
    expect(at(9, 16, null)).toBe('check-first');
  });
});

describe('a function that a swap takes away', () => {
  const drl = (profiles: readonly Profile[], more: object = {}) =>
    judged({
      places: [[middle, [white('low-beam'), white('drl')]]],
      swapped: [0],
      does: [white('low-beam')],
      profiles,
      facts,
      ...more,
    });
  const codes = (j: ReturnType<typeof drl>) => j.reasons.map((r) => r.code);

  it('is said even where no rule speaks of it: silence clears nothing', () => {
    const j = drl([profile('ECE')]);
    expect(j.verdict).toBe('fits');
    expect(j.reasons.find((r) => r.code === 'lost-unasked')?.facts).toEqual({ does: 'drl' });
    expect(j.functions.find((f) => f.does === 'drl')?.lostUnasked).toBe(true);
  });
  it('is not said twice where a rule asks for it, nor where a rule clears it or nothing is lost', () => {
    const asks = [profile('ECE', [requirement({ does: 'drl' })])];
    expect(codes(drl(asks))).toContain('lost-and-required');
    expect(codes(drl(asks))).not.toContain('lost-unasked');
    // A rule that is for another system clears it on this one.
    const other = { op: 'equals', id: 'w', fact: 'system-voltage', value: '24' } as never;
    const clears = [profile('ECE', [requirement({ does: 'drl', when: other })])];
    expect(codes(drl(clears))).not.toContain('lost-unasked');
    expect(codes(drl([profile('ECE')], { does: [white('low-beam'), white('drl')] }))).not.toContain(
      'lost-unasked',
    );
  });
});

describe('a lamp in the middle of a vehicle', () => {
  const needs = [profile('ECE', [requirement({ does: 'low-beam' })])];
  const swap = (
    places: Parameters<typeof judged>[0]['places'],
    swapped: readonly number[],
    does: readonly Provided[],
  ) => judged({ places, swapped, does, profiles: needs, facts, marks: { ECE: 'declared' } }).verdict;

  it('is the only low beam of a motorcycle: without it, it does not fit', () => {
    expect(swap([[middle, [white('low-beam')]]], [0], [white('drl')])).toBe('does-not-fit');
    expect(swap([[middle, [white('low-beam')]]], [0], [white('low-beam')])).toBe('fits');
  });

  it('does not stand for the pair of a vehicle that has one at each side', () => {
    const pair = (['left', 'right'] as const).map(
      (side) => [{ ...HEAD, side }, [white('low-beam')]] as const,
    );
    const car = [...pair, [middle, [white('low-beam')]] as const];
    expect(swap(car, [0, 1], [white('drl')])).toBe('does-not-fit');
    expect(swap(car, [2], [white('drl')])).toBe('fits');
  });
});

describe('a part that goes with a lamp', () => {
  const red: Provided = { does: 'reflex-reflector', colour: 'red' };
  const tails = (['left', 'right'] as const).map(
    (side) =>
      [
        { role: 'tail', end: 'rear', side } as Position,
        [red, { ...red, shows: 'side' } as Provided],
      ] as const,
  );
  const needs = (end: 'rear' | 'side') => [
    profile('ECE', [requirement({ does: 'reflex-reflector', end, colours: ['red'] })]),
  ];
  const part = (shows?: 'rear' | 'side') => [
    {
      ...red,
      ...(shows ? { shows } : {}),
      parts: [{ part: 'reflector', quantity: 1, per: 'side' as const }],
      minutes: 4,
    },
  ];
  const with_ = (end: 'rear' | 'side', shows?: 'rear' | 'side') =>
    judged({
      places: tails,
      swapped: [0, 1],
      does: [],
      supplies: part(shows),
      profiles: needs(end),
      facts,
      marks: { ECE: 'declared' },
    }).verdict;

  it('serves where it shows, and nowhere else', () => {
    expect(with_('rear', 'rear')).toBe('fits-with-parts');
    expect(with_('side', 'rear')).toBe('does-not-fit');
    expect(with_('side', 'side')).toBe('fits-with-parts');
    expect(with_('rear', 'side')).toBe('does-not-fit');
    // One that does not say counts at its lamps: behind, and at their sides.
    expect([with_('rear'), with_('side')]).toEqual(['fits-with-parts', 'fits-with-parts']);
  });
});

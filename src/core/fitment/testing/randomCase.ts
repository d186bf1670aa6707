import type { Dispute, Mend, Predicate, Rule } from '../../rule';
import type { Application, Family, Lamp, Profile } from '../../catalogue/types';
import type { FactKey, FactValue, LampFunction } from '../../vehicle';

/** A small invented shelf and vehicle with everything that a verdict hangs on, for laws over many of them. */
export interface FitCase {
  readonly keys: readonly FactKey[];
  readonly family: Family;
  readonly lamps: readonly Lamp[];
  readonly application: Application;
  readonly profiles: readonly Profile[];
  readonly positions: readonly string[];
  readonly known: ReadonlyMap<string, FactValue>;
}

/**
 * What each fact of a case can be: small, so that every world can be tried. A width can be any whole number between the
 * bounds that tests have: one of each gap stands for all.
 */
export const DOMAINS: Readonly<Record<string, readonly FactValue[]>> = {
  'model-year': [2015, 2016, 2017, 2018, 2019, 2020],
  market: ['NA', 'ECE', 'none'],
  'system-voltage': ['12', '24'],
  tow: [false, true],
  kit: ['a', 'b', 'c'],
  width: [1900, 1950, 2000, 2010, 2031, 2032, 2060, 2100],
  plug: ['K1', 'K2', 'K3'],
  source: ['filament', 'led'],
};
/** The bounds that tests of a width have. */
const WIDTHS: readonly number[] = [1900, 2000, 2031, 2032, 2100];
const POSITION_FACTS = ['plug', 'source'];
const VEHICLE_FACTS = ['model-year', 'tow', 'kit', 'width'];
const KEYS: readonly FactKey[] = Object.entries(DOMAINS).map(([id, values]) => ({
  id,
  subject: POSITION_FACTS.includes(id) ? 'position' : 'vehicle',
  sources: ['seen'],
  type:
    typeof values[0] === 'number'
      ? {
          kind: 'number',
          unit: id === 'width' ? 'mm' : 'year',
          whole: true,
          min: values[0],
          max: values.at(-1) as number,
        }
      : typeof values[0] === 'boolean'
        ? { kind: 'yes-no' }
        : { kind: 'choice', values: values.map(String) },
}));
const LEFT = { role: 'tail', end: 'rear', side: 'left' } as const;
const RIGHT = { ...LEFT, side: 'right' } as const;

/** Makes a case. @param random numbers in [0, 1) */
export function randomCase(random: () => number): FitCase {
  const below = (n: number) => Math.floor(random() * n);
  const one = <T>(list: readonly T[]): T => list[below(list.length)] as T;
  const chance = (p: number) => random() < p;
  let ids = 0;
  let minutes = 1;

  const test = (facts: readonly string[]): Predicate => {
    const fact = one(facts);
    const id = `p${(ids += 1)}`;
    const values = fact === 'width' ? WIDTHS : (DOMAINS[fact] ?? []);
    if (typeof values[0] === 'number') {
      const from = one(values) as number;
      const to = one(values) as number;
      return chance(0.5)
        ? { op: 'range', id, fact, ...(chance(0.5) ? { from } : { to }) }
        : { op: 'range', id, fact, from: Math.min(from, to), to: Math.max(from, to) };
    }
    return chance(0.5)
      ? { op: 'equals', id, fact, value: one(values) }
      : { op: 'one-of', id, fact, values: [one(values), one(values)] };
  };
  const mend = (): Mend => {
    // Minutes are powers of two: two ways never take alike, and what is taken is no matter of a tie.
    minutes *= 2;
    return {
      parts: chance(0.1)
        ? []
        : [{ part: `part${below(4)}`, quantity: 1 + below(2), per: chance(0.3) ? 'set' : 'side' }],
      minutes,
      ...(chance(0.4) ? { when: rule(1, false) } : {}),
    };
  };
  const leaf = (mends: boolean): Predicate => ({
    ...test([...VEHICLE_FACTS, ...POSITION_FACTS, 'plug']),
    ...(mends && chance(0.45) ? { mends: chance(0.3) ? [mend(), mend()] : [mend()] } : {}),
  });
  const rule = (depth: number, mends = true): Rule => {
    const x = random();
    if (depth === 0 || x < 0.3) return leaf(mends);
    if (x < 0.4) return { op: 'not', of: rule(depth - 1, false) };
    return {
      op: x < 0.75 ? 'all' : 'any',
      of: Array.from({ length: 1 + below(3) }, () => rule(depth - 1, mends)),
    };
  };
  const dispute = (i: number): Dispute => ({
    id: `d${i}`,
    about: { 'en-GB': 'what it has' },
    settle: test(['kit', 'plug', 'source']),
    statements: Array.from({ length: 2 + below(2) }, () => ({ source: 'maker-table', says: rule(1, false) })),
  });
  const functions = (): LampFunction[] =>
    (['stop', 'tail', 'licence-plate'] as const).filter(() => chance(0.7));
  const lamp = (side: 'left' | 'right'): Lamp => ({
    id: `lamp-${side}`,
    maker: 'Saltpan',
    name: 'Tern',
    partNumber: '1',
    about: { 'en-GB': 'made up' },
    role: 'tail',
    side,
    functions: functions().map((does) => ({ does })),
    traits: [],
    workingMinV: 9,
    workingMaxV: chance(0.7) ? 32 : 16,
    marks: { NA: 'declared', ECE: 'declared' },
    flags: [],
    price: { minor: 100, currency: 'EUR' },
    face: { aspect: 1, segments: [] },
  });
  const place = (position: typeof LEFT | typeof RIGHT) => ({
    position,
    xMm: 0,
    yMm: 0,
    functions: functions().map((does) => ({
      does,
      ...(chance(0.15) ? { when: { ...test(['tow', 'kit']), mends: undefined } as Rule } : {}),
    })),
  });
  const profile = (id: string): Profile => ({
    id,
    name: { 'en-GB': id },
    note: { 'en-GB': 'made up' },
    onRoad: true,
    requirements: functions()
      .slice(0, 2)
      .map((does) => ({
        id: `${id}-${does}`,
        does,
        end: 'rear',
        sides: does === 'licence-plate' ? 'any' : 'both',
        colours: [],
        source: 'made up',
        ...(chance(0.2) ? { when: test(['width', 'tow']) as Rule } : {}),
      })),
  });
  const family: Family = {
    id: 'line',
    maker: 'Saltpan',
    name: 'Tern',
    bodyStyle: 'van',
    lightVehicle: true,
    lengthMm: 4000,
    widthMm: 1900,
    yearFrom: 2015,
    hazards: [],
    places: [place(LEFT), place(RIGHT)],
    assumes: [],
    ...(chance(0.25)
      ? {
          derives: [
            {
              fact: 'plug',
              value: one(DOMAINS.plug ?? []),
              when: { op: 'range', id: 'dy', fact: 'model-year', to: one([2016, 2017, 2018]) },
              source: 'maker-table',
            },
          ],
        }
      : {}),
  };
  const lamps = [lamp('left'), lamp('right')];
  const application: Application = {
    id: 'row',
    families: ['line'],
    role: 'tail',
    end: 'rear',
    lamps: { left: 'lamp-left', right: 'lamp-right' },
    rule: rule(3),
    minutesLow: 10,
    minutesHigh: 20,
    supplies: (['stop', 'tail', 'licence-plate'] as const)
      .filter(() => chance(0.3))
      .map((does) => ({
        does,
        minutes: (minutes *= 2),
        parts: [{ part: `supply-${does}`, quantity: 1, per: chance(0.5) ? 'side' : 'set' }],
      })),
    disputes: chance(0.35) ? [dispute(0)] : [],
  };
  const both = ['tail.rear.left', 'tail.rear.right'];
  const positions = chance(0.6) ? both : [both[0] as string];
  const known = new Map<string, FactValue>();
  const p = random();
  for (const key of KEYS)
    for (const at of key.subject === 'vehicle' ? ['vehicle'] : positions)
      if (chance(key.id === 'market' || key.id === 'system-voltage' ? 0.8 : p))
        known.set(`${key.id}@${at}`, one(DOMAINS[key.id] ?? []));
  return {
    keys: KEYS,
    family,
    lamps,
    application,
    profiles: [profile('NA'), profile('ECE')],
    positions,
    known,
  };
}

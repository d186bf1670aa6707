import type { Application, Lamp } from '../../catalogue/types';
import { type LampFunction, type Side } from '../../vehicle';
import type { BodyOf, LampVoltage, Stored } from '../events';
import type { JobRecord } from '../fold';
import type { PinnedRows } from '../sources';
import { usualColour } from './handLine';

/** Ids of rows that only one job has. They are no ids of the shelf: those have no slash. */
const PREFIX = 'own/';

/** What a lamp bears whose print names a system, V: the range that ISO 16750-2 gives it, and half of 12 V for 6, as nobody has more to go by. */
const WORKING_V: Readonly<Record<LampVoltage, readonly [low: number, high: number]>> = {
  '6': [5.5, 8],
  '12': [9, 16],
  '24': [16, 32],
  '12-24': [9, 32],
};

/** The fact that says whether a lamp that nobody has on the shelf goes into its opening. */
export const TRIAL_FIT = 'trial-fit';

/** Rows of the shelf's form that a described lamp comes to. */
export interface HandRows {
  readonly application: Application;
  readonly lamp: Lamp;
}

type Described = Stored<BodyOf<'lamp-described'>>;

const made = new WeakMap<Described, ReadonlyMap<string, HandRows>>();

/**
 * A lamp as it was described, as rows for one line: what it does is told, whether it goes in is asked at each place,
 * and of its plug nothing is known. The same rows for the same entry and line.
 */
function handRows(e: Described, family: string): HandRows {
  const known = made.get(e)?.get(family);
  if (known) return known;
  const rows = rowsOf(e.body, family);
  made.set(e, new Map([...(made.get(e) ?? []), [family, rows]]));
  return rows;
}

/** Whether a row is of one job only. */
export const isOwnRow = (id: string): boolean => id.startsWith(PREFIX);

/** Every lamp that was described in a job, the newest description of each. */
export const handLamps = (record: Pick<JobRecord, 'described'>, family: string): readonly HandRows[] =>
  [...record.described.values()].map((l) => handRows(l.event, family));

/** Look-ups of pinned rows that know described lamps too: those have no revisions, and stand as they are told now. */
export function withHandRows(pinned: PinnedRows, rows: readonly HandRows[]): PinnedRows {
  const byId = new Map(rows.map((r) => [r.lamp.id, r]));
  return {
    ...pinned,
    application: (ref) => byId.get(ref.id)?.application ?? pinned.application(ref),
    lamp: (ref) => byId.get(ref.id)?.lamp ?? pinned.lamp(ref),
  };
}

function rowsOf(b: BodyOf<'lamp-described'>, family: string): HandRows {
  const id = `${PREFIX}${b.lamp}`;
  const [workingMinV, workingMaxV] = WORKING_V[b.voltage];
  const lamp: Lamp = {
    id,
    maker: b.maker,
    name: b.name,
    partNumber: b.partNumber ?? '',
    about: { und: b.words },
    role: b.role,
    side: 'either',
    functions: b.does.map((does) => ({ does, colour: usualColour(does, b.end) })),
    traits: [],
    workingMinV,
    workingMaxV,
    marks: {},
    flags: [],
    price: b.price,
    face: face(b.does),
  };
  const sides: Readonly<Record<Side, string>> = { left: id, right: id, centre: id };
  return {
    lamp,
    application: {
      id,
      families: [family],
      role: b.role,
      end: b.end,
      lamps: sides,
      rule: { op: 'equals', id: 'trial', fact: TRIAL_FIT, value: true },
      minutesLow: b.minutes,
      minutesHigh: b.minutes,
      supplies: [],
    },
  };
}

/** A plain face: what it does side by side, as nobody has drawn it. */
function face(does: readonly LampFunction[]): Lamp['face'] {
  const lit = does.filter((d) => d !== 'reflex-reflector');
  const w = 92 / Math.max(1, lit.length);
  return {
    aspect: lit.length > 2 ? 2 : 1.3,
    segments: lit.map((d, i) => ({ does: d, shape: 'bar', x: 4 + i * w, y: 18, w: w - 4, h: 64 })),
  };
}

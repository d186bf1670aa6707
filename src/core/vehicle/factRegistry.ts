import type { FactRef } from '../kernel/ids';
import { compareText, type Prose } from '../kernel/reason';

/** How a fact is known. */
export const FACT_SOURCES = ['measured', 'seen', 'vin', 'told', 'assumed'] as const;
export type FactSource = (typeof FACT_SOURCES)[number];

/** What a fact can be. */
export type FactValue = string | number | boolean;
/** Units of facts that are numbers. */
export type FactUnit = 'mm' | 'V' | 'year';

/** Some of the values of a fact. */
export type Accepts =
  | { readonly kind: 'values'; readonly values: readonly FactValue[] }
  | { readonly kind: 'range'; readonly from: number; readonly to: number };

/** What values a fact can have. */
export type FactType =
  | {
      readonly kind: 'choice';
      readonly values: readonly string[];
      readonly open?: boolean;
      /** So rare that only who says it is reckoned to have it: an unknown is none of these. */
      readonly rare?: readonly string[];
      /** What can be said, where that is picked from the shelf: its names, drawn. Other values can still be true. */
      readonly named?: readonly string[];
    }
  | { readonly kind: 'yes-no' }
  | {
      readonly kind: 'number';
      readonly unit: FactUnit;
      readonly whole?: boolean;
      readonly min?: number;
      readonly max?: number;
    };

/** Said of a plug that somebody has seen and that the shelf does not have: nothing is judged by it. */
export const UNKNOWN_PLUG = 'unknown-plug';

/** The look that settles a fact: where to look is worded by key, minutes are what it takes. */
export interface Look {
  readonly id: string;
  readonly minutes: number;
  /** One look tells it of every lamp of the swap: both sides are seen at once. */
  readonly bothSides?: boolean;
  readonly how?: Prose;
  /** What has to be opened first (`bonnet`); once open it is free for the next look. */
  readonly access?: { readonly id: string; readonly minutes: number };
}

/**
 * What the program knows about one fact key.
 * `sources` lists who may say it, the strongest first: nobody *sees* a model year.
 * `open` on a choice means that values outside the list can occur.
 */
export interface FactKey {
  readonly id: string;
  readonly subject: 'vehicle' | 'position';
  readonly type: FactType;
  readonly sources: readonly FactSource[];
  readonly look?: Look;
  /** How common its values are at large; a vehicle line's own outweigh these. */
  readonly typical?: readonly { readonly value: FactValue; readonly weight: number }[];
  /** Only for keys that come from a shelf; built-in keys are worded by the message catalogue. */
  readonly label?: Prose;
}

/** Which vehicle line it is: known with the vehicle, so that one row can treat its lines differently. */
export const LINE_FACT = 'line';
const LINE: FactKey = {
  id: LINE_FACT,
  subject: 'vehicle',
  type: { kind: 'choice', values: [], open: true },
  sources: ['assumed'],
};

const BY_LOOKING: readonly FactSource[] = ['measured', 'seen', 'vin', 'told', 'assumed'];

/** Keys that every vehicle has. A shelf adds its own. */
export const BUILT_IN_FACT_KEYS: readonly FactKey[] = [
  {
    id: 'model-year',
    subject: 'vehicle',
    type: { kind: 'number', unit: 'year', whole: true, min: 1900, max: 2100 },
    sources: ['vin', 'told', 'assumed'],
    look: { id: 'vin-plate', minutes: 1 },
  },
  {
    id: 'market',
    subject: 'vehicle',
    type: { kind: 'choice', values: ['NA', 'ECE', 'none'] },
    sources: ['seen', 'told', 'assumed'],
    look: { id: 'conformity-label', minutes: 1 },
  },
  {
    id: 'system-voltage',
    subject: 'vehicle',
    type: { kind: 'choice', values: ['12', '24'], rare: ['6'] },
    sources: ['measured', 'seen', 'told', 'assumed'],
    look: { id: 'battery', minutes: 2 },
  },
  {
    id: 'traffic-side',
    subject: 'vehicle',
    type: { kind: 'choice', values: ['right', 'left'] },
    sources: ['seen', 'told', 'assumed'],
    look: { id: 'where-driven', minutes: 1 },
  },
  {
    id: 'overall-width',
    subject: 'vehicle',
    type: { kind: 'number', unit: 'mm', min: 300, max: 5000 },
    sources: ['measured', 'seen', 'told', 'assumed'],
    look: { id: 'tape-across', minutes: 4 },
  },
  {
    id: 'factory-lamp',
    subject: 'position',
    type: { kind: 'choice', values: ['filament', 'hid', 'led'] },
    sources: ['seen', 'vin', 'told', 'assumed'],
    look: { id: 'lamp-lit', minutes: 1, bothSides: true },
  },
  {
    id: 'plug',
    subject: 'position',
    type: { kind: 'choice', values: [], open: true },
    sources: ['seen', 'told', 'assumed'],
    look: { id: 'plug-behind-lamp', minutes: 3, access: { id: 'bonnet', minutes: 1 } },
  },
  {
    id: 'room-behind',
    subject: 'position',
    type: { kind: 'number', unit: 'mm', min: 0, max: 1000 },
    sources: ['measured', 'told', 'assumed'],
    look: { id: 'rule-behind-lamp', minutes: 2, access: { id: 'bonnet', minutes: 1 } },
  },
  {
    id: 'levelling-motor',
    subject: 'position',
    type: { kind: 'yes-no' },
    sources: BY_LOOKING,
    look: { id: 'housing-back', minutes: 1, access: { id: 'bonnet', minutes: 1 } },
  },
  {
    id: 'functions-altered',
    subject: 'position',
    type: { kind: 'yes-no' },
    sources: ['seen', 'told', 'assumed'],
    look: { id: 'operate-lamp', minutes: 2, bothSides: true },
  },
  {
    id: 'trial-fit',
    subject: 'position',
    type: { kind: 'yes-no' },
    sources: ['seen', 'told'],
    look: { id: 'hold-in-opening', minutes: 5 },
  },
];

/** The fact keys that a shop works with. `option.*` (vehicle) and `circuit.*` (position) exist unlisted. */
export interface FactRegistry {
  /** The key, or undefined when nobody defined it. */
  readonly find: (id: string) => FactKey | undefined;
  /** All listed keys in the order of their ids. */
  readonly list: readonly FactKey[];
  /** From what a fact of the vehicle line follows while nobody has looked: the first whose conditions hold. */
  readonly derived?: (ref: FactRef) => readonly DerivedFact[];
}

/** A value that follows from facts of the vehicle: those of 2016 to 2019 have plug K6, unless somebody looks. */
export interface DerivedFact {
  readonly value: FactValue;
  /** All of them; on facts of the vehicle that are looked at themselves. */
  readonly when: readonly { readonly fact: string; readonly accepts: Accepts }[];
}

/**
 * @param shelfKeys keys of the shop's shelf; one with a built-in id replaces the built-in
 * @param plugs names of the shelf's plugs: only these, or that it is none of them, can be said of a plug. Absent: any
 */
export function factRegistry(shelfKeys: readonly FactKey[] = [], plugs?: readonly string[]): FactRegistry {
  const keys = new Map(
    [...BUILT_IN_FACT_KEYS, ...shelfKeys].map((k) => [k.id, k.id === 'plug' && plugs ? picked(k, plugs) : k]),
  );
  const find = (id: string): FactKey | undefined => {
    const listed = keys.get(id);
    if (listed) return listed;
    if (id === LINE_FACT) return LINE;
    const subject = /^option\../.test(id) ? 'vehicle' : /^circuit\../.test(id) ? 'position' : null;
    return subject ? { id, subject, type: { kind: 'yes-no' }, sources: BY_LOOKING } : undefined;
  };
  return { find, list: [...keys.values()].sort((a, b) => compareText(a.id, b.id)) };
}

/** A fact that is picked from names of the shelf. */
const picked = (key: FactKey, names: readonly string[]): FactKey =>
  key.type.kind === 'choice' ? { ...key, type: { ...key.type, named: [...names, UNKNOWN_PLUG] } } : key;

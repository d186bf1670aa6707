import type { ConnectorHalf } from '@/core/harness';
import type { Prose } from '@/core/kernel/reason';

export type Item = Readonly<Record<string, unknown>>;

/** A column of a table over objects: how a cell is read out of one and put back. */
export interface Column {
  readonly name: string;
  readonly options?: readonly string[];
  readonly wide?: boolean;
  readonly get: (item: Item) => string;
  /** `typing`: the cell still has the focus, and what is typed must stay as it is until it is whole. */
  readonly set: (item: Item, text: string, typing?: boolean) => Item;
}

const NUMBER = /^-?\d+(\.\d+)?$/;
/** A number, or the text as it stands: while `0.0` is being typed on to `0.05` it is no number yet. */
const numeric = (t: string, typing = false): number | string =>
  NUMBER.test(t.trim()) && (!typing || String(Number(t)) === t) ? Number(t) : t;

const without = (item: Item, key: string): Item =>
  Object.fromEntries(Object.entries(item).filter(([k]) => k !== key));

/** A field as text; empty takes it out. */
export const text = (key: string, more: Partial<Column> = {}): Column => ({
  name: key,
  get: (i) => (i[key] === undefined || i[key] === null ? '' : String(i[key])),
  set: (i, t) => (t === '' ? without(i, key) : { ...i, [key]: t }),
  ...more,
});

/** A field that is null where it is empty. */
export const orNull = (key: string, more: Partial<Column> = {}): Column =>
  text(key, { set: (i, t) => ({ ...i, [key]: t === '' ? null : t }), ...more });

/** A field as a number; what is none stays as it was typed, and the importer says so. */
export const number = (key: string, empty: 'absent' | 'null' = 'absent'): Column => ({
  name: key,
  get: (i) => (i[key] === undefined || i[key] === null ? '' : String(i[key])),
  set: (i, t, typing) => {
    if (t.trim() === '') return empty === 'null' ? { ...i, [key]: null } : without(i, key);
    return { ...i, [key]: numeric(t, typing) };
  },
});

/** A figure in one cell: a number, `60..70` for one that was measured, `?` where nobody knows. */
export const figure = (key: string): Column => ({
  name: key,
  get: (i) => {
    const f = i[key] as number | { from: number; to: number } | string | null | undefined;
    if (f === undefined) return '';
    return f === null ? '?' : typeof f !== 'object' ? String(f) : `${f.from}..${f.to}`;
  },
  set: (i, typed) => {
    const plain = typed.trim();
    if (plain === '') return Object.fromEntries(Object.entries(i).filter(([k]) => k !== key));
    const ends = /^(\d+(?:\.\d+)?)\.\.(\d+(?:\.\d+)?)$/.exec(plain);
    if (ends) return { ...i, [key]: { from: Number(ends[1]), to: Number(ends[2]) } };
    return { ...i, [key]: plain === '?' ? null : /^\d+(\.\d+)?$/.test(plain) ? Number(plain) : plain };
  },
});

/** Yes or no; `absent`: no is not written. */
export const flag = (key: string, no: 'false' | 'absent' = 'false'): Column => ({
  name: key,
  options: ['yes', 'no'],
  get: (i) => (i[key] === true ? 'yes' : 'no'),
  set: (i, t) => (t === 'yes' || no === 'false' ? { ...i, [key]: t === 'yes' } : without(i, key)),
});

/** Words in the language of the screen; other languages stay as they are. */
export const prose = (key: string, locale: string): Column => ({
  name: key,
  wide: true,
  get: (i) => {
    const said = (i[key] ?? {}) as Prose;
    return said[locale] ?? Object.values(said)[0] ?? '';
  },
  set: (i, t) => {
    const said = (i[key] ?? {}) as Prose;
    return {
      ...i,
      [key]: { ...said, [said[locale] === undefined ? (Object.keys(said)[0] ?? locale) : locale]: t },
    };
  },
});

/** Several ids, with commas between. */
export const ids = (key: string): Column => ({
  name: key,
  get: (i) => (Array.isArray(i[key]) ? (i[key] as string[]).join(', ') : ''),
  set: (i, t, typing) => {
    const all = t.split(',').map((x) => x.trim());
    return { ...i, [key]: typing ? all : all.filter((x) => x !== '') };
  },
});

/** A column of an object inside the item; the object goes when its last field does. */
export const within = (key: string, column: Column): Column => ({
  ...column,
  get: (i) => column.get((i[key] ?? {}) as Item),
  set: (i, t, typing) => {
    const inner = column.set((i[key] ?? {}) as Item, t, typing);
    return Object.keys(inner).length === 0 ? without(i, key) : { ...i, [key]: inner };
  },
});

/** A level as it is typed in one cell: `on`, `off`, `data`, `pulsed 0.4`, `flashing left`. */
export const LEVEL: Column = {
  name: 'level',
  get: (i) => {
    const l = i.level as { kind?: string; duty?: number; side?: string } | undefined;
    return [l?.kind, l?.duty, l?.side].filter((x) => x !== undefined).join(' ');
  },
  set: (i, typed, typing) => {
    const [kind = '', more] = typed.split(/\s+/);
    if (kind === 'pulsed') return { ...i, level: { kind, duty: numeric(more ?? '', typing) } };
    if (kind === 'flashing') return { ...i, level: { kind, side: more ?? '' } };
    return { ...i, level: { kind } };
  },
};

/** How the vehicle notices a dead lamp, in one cell: `none`, `threshold 0.9`, `test-pulses`. */
export const MONITORING: Column = {
  name: 'monitoring',
  get: (i) => {
    const m = i.monitoring as { kind?: string; belowA?: number } | undefined;
    return [m?.kind, m?.belowA].filter((x) => x !== undefined).join(' ');
  },
  set: (i, typed, typing) => {
    const [kind = '', more] = typed.split(/\s+/);
    return {
      ...i,
      monitoring: kind === 'threshold' ? { kind, belowA: numeric(more ?? '', typing) } : { kind },
    };
  },
};

/** A fact's value in one cell: `yes`, `no`, a number, or a word. */
export const VALUE: Column = {
  name: 'value',
  get: (i) => (typeof i.value === 'boolean' ? (i.value ? 'yes' : 'no') : String(i.value ?? '')),
  set: (i, t, typing) => {
    const plain = t.trim();
    return { ...i, value: plain === 'yes' || plain === 'no' ? plain === 'yes' : numeric(t, typing) };
  },
};

/** Why a field's text is not whole JSON; null: it is. */
export function faultOf(value: string): string | null {
  try {
    const parsed: unknown = JSON.parse(value || 'null');
    return typeof parsed === 'object' ? null : 'JSON';
  } catch (error) {
    return error instanceof Error ? error.message : 'JSON';
  }
}

/** The list that a field's text holds. */
export const listOf = (value: string): readonly Item[] => {
  const parsed: unknown = JSON.parse(value || '[]');
  return Array.isArray(parsed) ? (parsed as Item[]) : [];
};
export const inner = (item: Item | undefined, key: string): readonly Item[] =>
  Array.isArray(item?.[key]) ? (item[key] as Item[]) : [];
export const whole = (value: unknown) => JSON.stringify(value, null, 2);
export const numberOf = (v: unknown, otherwise = 1) =>
  typeof v === 'number' && Number.isFinite(v) ? v : otherwise;

/** What a drawn field gets: its text, the other cells of the row, and where a change goes. */
export interface DrawnProps {
  readonly value: string;
  readonly cells: Readonly<Record<string, string>>;
  /** The connectors of the shelf by id, to draw a plug's face by. */
  readonly halves: Readonly<Record<string, ConnectorHalf>>;
  readonly readOnly: boolean;
  readonly onChange: (value: string) => void;
}

import { type Reason, reason } from '@/core/kernel/reason';
import type { Predicate, Rule } from '@/core/fitment';
import type { ShelfKind, ShelfKinds } from '@/core/catalogue';
import schema from './shelf.schema.json';

/** One thing wrong in a CSV: the line of the sheet (the heading is line 1) and its column. */
export interface CsvFault {
  readonly row: number;
  readonly column: string;
  readonly reason: Reason;
}
/** A line of the table by its columns. */
/** Cells that a spreadsheet would take for a formula. A minus before a digit is a number. */
export const FORMULA = /^(?:[=+@\t\r]|-(?!\d))/;

/** A cell as it was meant: the sign that keeps a spreadsheet from working it out is taken off again. */
export const plainCell = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell;

/** A line of a CSV by its columns. */
export type CsvRecord = Readonly<Record<string, string | undefined>>;
/** A row made from a line, or what is wrong with its cells. */
export type RowReading<K extends ShelfKind> =
  | { readonly kind: 'row'; readonly body: ShelfKinds[K] }
  | { readonly kind: 'faults'; readonly faults: readonly { column: string; reason: Reason }[] };

interface Schema {
  readonly $ref?: string;
  readonly type?: string | readonly string[];
  readonly enum?: readonly unknown[];
  readonly items?: Schema;
  readonly properties?: Readonly<Record<string, Schema>>;
}
const DEFINITIONS = schema.$defs as unknown as Readonly<Record<string, Schema>>;

/** The schema's own name of a kind. */
export const definitionOf = (kind: ShelfKind): string =>
  kind.replace(/-([a-z])/g, (_, c: string) => c.toUpperCase());

/** How a field stands in one cell: as it is, as a number, as a list with `|`, or as JSON. */
type CellKind = 'text' | 'number' | 'yes-no' | 'list' | 'json';

/** A list with nothing in it; an empty cell would be an absent field. */
const EMPTY_LIST = '|';

function resolved(s: Schema): Schema {
  const name = s.$ref?.replace('#/$defs/', '');
  return name === undefined ? s : resolved(DEFINITIONS[name] ?? {});
}

function cellKind(field: Schema): CellKind {
  const s = resolved(field);
  if (s.enum?.every((v) => typeof v === 'string')) return 'text';
  if (s.type === 'string') return 'text';
  if (s.type === 'number' || s.type === 'integer') return 'number';
  if (s.type === 'boolean') return 'yes-no';
  if (s.type === 'array' && s.items && cellKind(s.items) === 'text') return 'list';
  return 'json';
}

const fieldsOf = (kind: ShelfKind) => Object.entries(DEFINITIONS[definitionOf(kind)]?.properties ?? {});

/** Columns that say the commonest conditions of an application plainly; a `rule` in JSON says anything. */
const RULE_COLUMNS = [
  'yearFrom',
  'yearTo',
  'factoryLamp',
  'plug',
  'plugPart',
  'plugMinutes',
  'roomMm',
  'unaltered',
] as const;
const LAMP_COLUMNS = ['left', 'right', 'centre'] as const;
const isSide = (at: string): boolean => (LAMP_COLUMNS as readonly string[]).includes(at);

/** The columns of a kind's CSV, in their order. */
export function csvColumns(kind: ShelfKind): readonly string[] {
  const fields = fieldsOf(kind).map(([name]) => name);
  if (kind !== 'application') return fields;
  return [
    ...fields
      .filter((f) => f !== 'lamps')
      .flatMap((f) => (f === 'rule' ? [...LAMP_COLUMNS, 'lamps', ...RULE_COLUMNS, f] : [f])),
  ];
}

/** The columns that hold JSON. */
export function longColumns(kind: ShelfKind): readonly string[] {
  const columns = new Set(csvColumns(kind));
  return fieldsOf(kind).flatMap(([name, field]) =>
    cellKind(field) === 'json' && columns.has(name) ? [name] : [],
  );
}

/** A row of the shelf as cells; `readCsvRow` gives the same row back. */
export function writeCsvRow<K extends ShelfKind>(kind: K, body: ShelfKinds[K]): CsvRecord {
  const row = body as unknown as Record<string, unknown>;
  const cells: Record<string, string> = {};
  for (const [name, field] of fieldsOf(kind)) {
    const value = row[name];
    if (value === undefined || (kind === 'application' && name === 'lamps')) continue;
    cells[name] = writeCell(cellKind(field), value);
  }
  if (kind === 'application') {
    const app = body as ShelfKinds['application'];
    for (const side of LAMP_COLUMNS) if (app.lamps[side]) cells[side] = app.lamps[side];
    // Lamps of a layer or a number of their own stand in one cell of JSON.
    const further = Object.entries(app.lamps).filter(([at]) => !isSide(at));
    if (further.length > 0) cells.lamps = JSON.stringify(Object.fromEntries(further));
    const plain = plainRule(app.rule);
    if (plain) {
      Object.assign(cells, plain);
      delete cells.rule;
    }
  }
  return cells;
}

function writeCell(kind: CellKind, value: unknown): string {
  switch (kind) {
    case 'text':
    case 'number':
      return String(value);
    case 'yes-no':
      return value === true ? 'yes' : 'no';
    case 'list':
      return (value as readonly string[]).join('|') || EMPTY_LIST;
    case 'json':
      return JSON.stringify(value);
  }
}

/** Reads one line; every fault names its column. References are checked by the shelf, not here. */
export function readCsvRow<K extends ShelfKind>(kind: K, cells: CsvRecord): RowReading<K> {
  const faults: { column: string; reason: Reason }[] = [];
  const known = new Set(csvColumns(kind));
  for (const [column, text] of Object.entries(cells))
    if (!known.has(column) && (text ?? '').trim() !== '')
      faults.push({ column, reason: reason('schema-unknown-field', { field: column }) });
  const row: Record<string, unknown> = {};
  for (const [name, field] of fieldsOf(kind)) {
    const text = cells[name]?.trim() ?? '';
    if (text === '') continue;
    const read = readCell(cellKind(field), text);
    if ('value' in read) row[name] = read.value;
    else faults.push({ column: name, reason: read.fault });
  }
  if (kind === 'application') applicationFields(cells, row, faults);
  return faults.length > 0
    ? { kind: 'faults', faults }
    : { kind: 'row', body: row as unknown as ShelfKinds[K] };
}

function readCell(kind: CellKind, text: string): { value: unknown } | { fault: Reason } {
  switch (kind) {
    case 'text':
      return { value: text };
    case 'number': {
      // A comma is no decimal sign here, and thousands are not marked: the file is for machines.
      return /^-?\d+(\.\d+)?$/.test(text)
        ? { value: Number(text) }
        : { fault: reason('csv-number', { text }) };
    }
    case 'yes-no':
      return text === 'yes' || text === 'no'
        ? { value: text === 'yes' }
        : { fault: reason('csv-yes-no', { text }) };
    case 'list':
      return { value: text === EMPTY_LIST ? [] : text.split('|').map((x) => x.trim()) };
    case 'json':
      try {
        return { value: JSON.parse(text) as unknown };
      } catch {
        return { fault: reason('csv-json', {}) };
      }
  }
}

function applicationFields(
  cells: CsvRecord,
  row: Record<string, unknown>,
  faults: { column: string; reason: Reason }[],
): void {
  const cell = (name: string) => cells[name]?.trim() ?? '';
  const lamps = LAMP_COLUMNS.flatMap((side) => (cell(side) ? [[side, cell(side)] as const] : []));
  const further = typeof row.lamps === 'object' && row.lamps !== null ? row.lamps : {};
  row.lamps = { ...further, ...Object.fromEntries(lamps) };
  row.supplies ??= [];
  const used = RULE_COLUMNS.filter((c) => cell(c) !== '');
  if (row.rule !== undefined) {
    for (const column of used) faults.push({ column, reason: reason('csv-rule-twice', {}) });
    return;
  }
  const number = (column: string): number | undefined => {
    if (cell(column) === '') return undefined;
    const read = readCell('number', cell(column));
    if ('value' in read) return read.value as number;
    faults.push({ column, reason: read.fault });
    return undefined;
  };
  const of: Rule[] = [];
  const [from, to] = [number('yearFrom'), number('yearTo')];
  if (from !== undefined || to !== undefined)
    of.push({
      op: 'range',
      id: 'years',
      fact: 'model-year',
      ...(from === undefined ? {} : { from }),
      ...(to === undefined ? {} : { to }),
    });
  if (cell('factoryLamp'))
    of.push({ op: 'one-of', id: 'factory', fact: 'factory-lamp', values: cell('factoryLamp').split('|') });
  if (cell('plug')) {
    const minutes = number('plugMinutes') ?? 0;
    const mends = cell('plugPart')
      ? { mends: [{ parts: [{ part: cell('plugPart'), quantity: 1, per: 'side' as const }], minutes }] }
      : {};
    of.push({ op: 'plug-family', id: 'plug', family: cell('plug'), ...mends });
  } else if (cell('plugPart')) faults.push({ column: 'plugPart', reason: reason('csv-plug-part', {}) });
  const room = number('roomMm');
  if (room !== undefined)
    of.push({ op: 'at-least', id: 'room', fact: 'room-behind', value: room, unit: 'mm' });
  if (cell('unaltered')) {
    const read = readCell('yes-no', cell('unaltered'));
    if ('fault' in read) faults.push({ column: 'unaltered', reason: read.fault });
    else if (read.value === true)
      of.push({ op: 'equals', id: 'unaltered', fact: 'functions-altered', value: false });
  }
  row.rule = { op: 'all', of };
}

/** The rule columns of a rule that they can say without loss; null for any other. */
function plainRule(rule: Rule): Record<string, string> | null {
  if (rule.op !== 'all') return null;
  const cells: Record<string, string> = {};
  for (const p of rule.of) {
    if (p.op === 'all' || p.op === 'any' || p.op === 'not') return null;
    const said = plainPredicate(p);
    if (!said || Object.keys(said).some((k) => k in cells)) return null;
    Object.assign(cells, said);
  }
  const back: Record<string, unknown> = {};
  applicationFields(cells, back, []);
  return JSON.stringify(back.rule) === JSON.stringify(rule) ? cells : null;
}

function plainPredicate(p: Predicate): Record<string, string> | null {
  if (p.why || p.howToCheck) return null;
  if (p.op === 'range' && p.fact === 'model-year')
    return {
      ...(p.from === undefined ? {} : { yearFrom: String(p.from) }),
      ...(p.to === undefined ? {} : { yearTo: String(p.to) }),
    };
  if (p.op === 'one-of' && p.fact === 'factory-lamp') return { factoryLamp: p.values.join('|') };
  if (p.op === 'plug-family') {
    const mend = p.mends?.[0];
    return {
      plug: p.family,
      ...(mend?.parts[0] ? { plugPart: mend.parts[0].part, plugMinutes: String(mend.minutes) } : {}),
    };
  }
  if (p.op === 'at-least' && p.fact === 'room-behind') return { roomMm: String(p.value) };
  if (p.op === 'equals' && p.fact === 'functions-altered' && p.value === false) return { unaltered: 'yes' };
  return null;
}

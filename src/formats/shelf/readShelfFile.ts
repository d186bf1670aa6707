import Ajv, { type ErrorObject } from 'ajv';
import { type Reason, reason } from '@/core/kernel/reason';
import {
  EMPTY_SHELF,
  faultsOfChange,
  type Shelf,
  type ShelfFault,
  type ShelfKind,
  SHELF_KINDS,
  SHELF_LISTS,
} from '@/core/catalogue';
import { definitionOf } from './rowCsv';
import schema from './shelf.schema.json';

/** A shelf that can be trusted, or its faults. */
export type ShelfReading =
  | { readonly kind: 'shelf'; readonly rows: Shelf }
  | { readonly kind: 'faults'; readonly faults: readonly ShelfFault[] };

const MAX_FAULTS = 200;
/** *Setting*: how deep a file may be nested: a rule of a real shelf is never half as deep. */
const MAX_DEPTH = 64;
/** Faults of one row that are looked at. */
const MAX_OF_ROW = 1000;

const ajv = new Ajv({ allErrors: true, discriminator: true, strict: false });
const validate = ajv.compile(schema);
ajv.addSchema(schema, 'shelf');

/** The faults of one row against the schema of its kind; paths begin inside the row. */
export function rowFaults(kind: ShelfKind, body: unknown): readonly ShelfFault[] {
  const check = ajv.getSchema(`shelf#/$defs/${definitionOf(kind)}`);
  if (!check) throw new Error(`The schema has no ${kind}`);
  return check(body) ? [] : schemaFaults(check.errors ?? []);
}

/**
 * Reads a shelf file against the published JSON Schema and against the shelf it would join. All or nothing: every
 * fault is listed by its JSON Pointer, and only a file without one yields rows.
 * @param text the file, JSON in UTF-8
 * @param present the shop's shelf as it stands; rows of the same id would be replaced
 */
export function readShelfFile(text: string, present: Shelf = EMPTY_SHELF): ShelfReading {
  const fault = (of: Reason): ShelfReading => ({ kind: 'faults', faults: [{ path: '', reason: of }] });
  if (depthOf(text) > MAX_DEPTH) return fault(reason('json-too-deep', { most: MAX_DEPTH }));
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch (error) {
    return fault(syntaxFault(text, error));
  }
  const unfit = fileFaults(parsed);
  if (unfit.length > 0) return { kind: 'faults', faults: unfit };
  const rows: Shelf = { ...EMPTY_SHELF, ...(parsed as Partial<Shelf>) };
  const faults = faultsOfChange(mergeShelf(present, rows), present).map((f) => inFile(f, rows));
  return faults.length > 0
    ? { kind: 'faults', faults: faults.slice(0, MAX_FAULTS) }
    : { kind: 'shelf', rows: pick(rows) };
}

/** The first faults of a file against the schema: what stands around its lists, then row by row until there are enough. */
export function fileFaults(parsed: unknown): readonly ShelfFault[] {
  if (typeof parsed !== 'object' || parsed === null)
    return validate(parsed) ? [] : schemaFaults(validate.errors ?? []);
  const file = parsed as Readonly<Record<string, unknown>>;
  const lists = SHELF_KINDS.filter((k) => Array.isArray(file[SHELF_LISTS[k]]));
  const around = { ...file, ...Object.fromEntries(lists.map((k) => [SHELF_LISTS[k], []])) };
  const faults: ShelfFault[] = validate(around) ? [] : [...schemaFaults(validate.errors ?? [])];
  for (const kind of lists) {
    const rows = file[SHELF_LISTS[kind]] as readonly unknown[];
    for (let i = 0; i < rows.length && faults.length < MAX_FAULTS; i += 1)
      for (const f of rowFaults(kind, rows[i]))
        faults.push({ path: `/${SHELF_LISTS[kind]}/${i}${f.path}`, reason: f.reason });
  }
  return faults.slice(0, MAX_FAULTS).sort((a, b) => (a.path < b.path ? -1 : a.path > b.path ? 1 : 0));
}

/** How deep a text of JSON is nested, without reading it: brackets outside of strings. */
export function depthOf(text: string): number {
  let depth = 0;
  let most = 0;
  let inString = false;
  for (let i = 0; i < text.length; i += 1) {
    const c = text.charCodeAt(i);
    if (inString) {
      if (c === 92) i += 1;
      else if (c === 34) inString = false;
    } else if (c === 34) inString = true;
    else if (c === 91 || c === 123) most = Math.max(most, (depth += 1));
    else if (c === 93 || c === 125) depth -= 1;
  }
  return most;
}

/** The shelf with the file's rows first, so that paths into them stay those of the file. */
export function mergeShelf(present: Shelf, rows: Shelf): Shelf {
  const merged = SHELF_KINDS.map((kind) => {
    const list = SHELF_LISTS[kind];
    const ids = new Set(rows[list].map((r) => r.id));
    return [list, [...rows[list], ...present[list].filter((r) => !ids.has(r.id))]] as const;
  });
  return Object.fromEntries(merged) as unknown as Shelf;
}

function pick(rows: Shelf): Shelf {
  return Object.fromEntries(
    SHELF_KINDS.map((k) => [SHELF_LISTS[k], rows[SHELF_LISTS[k]]]),
  ) as unknown as Shelf;
}

/** A fault in a row that the file does not hold is a fault of the file all the same: it would break that row. */
function inFile(fault: ShelfFault, rows: Shelf): ShelfFault {
  const [, list, index] = fault.path.split('/');
  const inside = list !== undefined && Number(index) < (rows[list as keyof Shelf] ?? []).length;
  return inside ? fault : { path: `(shelf)${fault.path}`, reason: fault.reason };
}

/** Why a text is no JSON, with line and column where they can be told. */
export function syntaxFault(text: string, error: unknown): Reason {
  const at = /position (\d+)/.exec(error instanceof Error ? error.message : '')?.[1];
  if (at === undefined) return reason('json-broken', {});
  const before = text.slice(0, Number(at)).split('\n');
  return reason('json-broken-at', { line: before.length, column: (before.at(-1)?.length ?? 0) + 1 });
}

/** One fault a place: an unmet alternative is said by the alternative's own errors, not again by the choice. */
export function schemaFaults(errors: readonly ErrorObject[]): readonly ShelfFault[] {
  const faults = errors
    .slice(0, MAX_OF_ROW)
    .filter((e) => e.keyword !== 'oneOf' && e.keyword !== 'if')
    .map(schemaFault);
  const once = new Map(
    faults.map((f) => [`${f.path}|${f.reason.code}|${JSON.stringify(f.reason.facts)}`, f]),
  );
  return [...once.values()]
    .sort((a, b) => (a.path < b.path ? -1 : a.path > b.path ? 1 : 0))
    .slice(0, MAX_FAULTS);
}

function schemaFault(e: ErrorObject): ShelfFault {
  const p = e.params as Record<string, unknown>;
  const at = e.instancePath;
  switch (e.keyword) {
    case 'required':
      return {
        path: `${at}/${String(p.missingProperty)}`,
        reason: reason('schema-required', { field: String(p.missingProperty) }),
      };
    case 'additionalProperties':
      return {
        path: `${at}/${String(p.additionalProperty)}`,
        reason: reason('schema-unknown-field', { field: String(p.additionalProperty) }),
      };
    case 'enum':
      return {
        path: at,
        reason: reason('schema-one-of', { allowed: (p.allowedValues as unknown[]).map(String) }),
      };
    case 'const':
      return { path: at, reason: reason('schema-one-of', { allowed: [String(p.allowedValue)] }) };
    case 'type':
      return {
        path: at,
        reason: reason('schema-type', { wanted: ([] as unknown[]).concat(p.type).map(String) }),
      };
    case 'discriminator':
      return {
        path: `${at}/${String(p.tag)}`,
        reason: reason('schema-kind', { field: String(p.tag), value: String(p.tagValue) }),
      };
    default:
      return {
        path: at,
        reason: reason('schema-other', { rule: e.keyword, limit: String(p.limit ?? p.pattern ?? '') }),
      };
  }
}

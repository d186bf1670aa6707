import Ajv, { type ErrorObject } from 'ajv';
import { type Reason, reason } from '@/core/kernel/reason';
import {
  checkShelf,
  EMPTY_SHELF,
  type Shelf,
  type ShelfFault,
  type ShelfKind,
  SHELF_KINDS,
  SHELF_LISTS,
} from '@/core/shelf';
import { definitionOf } from './rowCsv';
import schema from './shelf.schema.json';

/** A shelf that can be trusted, or its faults. */
export type ShelfReading =
  | { readonly kind: 'shelf'; readonly rows: Shelf }
  | { readonly kind: 'faults'; readonly faults: readonly ShelfFault[] };

const MAX_FAULTS = 200;

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
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch (error) {
    return { kind: 'faults', faults: [{ path: '', reason: syntaxFault(text, error) }] };
  }
  if (!validate(parsed)) return { kind: 'faults', faults: schemaFaults(validate.errors ?? []) };
  const rows: Shelf = { ...EMPTY_SHELF, ...(parsed as Partial<Shelf>) };
  const faults = checkShelf(mergeShelf(present, rows)).map((f) => inFile(f, rows));
  return faults.length > 0
    ? { kind: 'faults', faults: faults.slice(0, MAX_FAULTS) }
    : { kind: 'shelf', rows: pick(rows) };
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

function syntaxFault(text: string, error: unknown): Reason {
  const at = /position (\d+)/.exec(error instanceof Error ? error.message : '')?.[1];
  if (at === undefined) return reason('json-broken', {});
  const before = text.slice(0, Number(at)).split('\n');
  return reason('json-broken-at', { line: before.length, column: (before.at(-1)?.length ?? 0) + 1 });
}

/** One fault a place: an unmet alternative is said by the alternative's own errors, not again by the choice. */
function schemaFaults(errors: readonly ErrorObject[]): readonly ShelfFault[] {
  const faults = errors.filter((e) => e.keyword !== 'oneOf' && e.keyword !== 'if').map(schemaFault);
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

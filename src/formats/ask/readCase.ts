import Ajv from 'ajv';
import { type Case, type CaseFault, isFree } from '@/core/ask';
import { fullShelf, type Taken } from '@/core/ask/shorthand';
import { SEEN } from '@/core/prove';
import { WISHES } from '@/core/fitment';
import { checkShelf, EMPTY_SHELF, type Shelf } from '@/core/catalogue';
import { reason } from '@/core/kernel/reason';
import { ldtMap, readLdt } from '@/core/beam/photofile/eulumdat';
import { iesMap, readIes } from '@/core/beam/photofile/ies';
import { depthOf, fileFaults, mergeShelf, schemaFaults, syntaxFault } from '../shelf/readShelfFile';
import schema from './case.schema.json';

/** A case that can be answered, or its faults by JSON Pointer. */
export type CaseReading =
  | { readonly kind: 'case'; readonly case: Case; readonly taken: Taken }
  | { readonly kind: 'faults'; readonly faults: readonly CaseFault[] };

/** How long a case may be, in characters, and how deep it may be nested. */
const CASE_MAX = 4_000_000;
const MAX_DEPTH = 64;
const MOST_FAULTS = 100;

const validate = new Ajv({ allErrors: true, strict: false, discriminator: true }).compile(schema);

/**
 * Reads a case: its form, its rows against the published form of a shelf, and where its names lead.
 * @param text JSON in UTF-8
 * @param beside a shelf whose rows stand behind those of the case; a function of the file that the case names
 */
export function readCase(text: string, beside: Shelf | ((file: string | undefined) => Shelf)): CaseReading {
  const faults = (list: readonly CaseFault[]): CaseReading => ({
    kind: 'faults',
    faults: list.slice(0, MOST_FAULTS),
  });
  if (text.length > CASE_MAX)
    return faults([{ path: '', reason: reason('case-too-long', { most: CASE_MAX }) }]);
  if (depthOf(text) > MAX_DEPTH)
    return faults([{ path: '', reason: reason('json-too-deep', { most: MAX_DEPTH }) }]);
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch (error) {
    return faults([{ path: '', reason: syntaxFault(text, error) }]);
  }
  if (!validate(parsed)) return faults(schemaFaults(validate.errors ?? []));
  const given = parsed as Omit<Case, 'shelf' | 'vehicle'> & {
    readonly vehicle?: Case['vehicle'];
    readonly shelf?: unknown;
    readonly shelfFile?: string;
    readonly form?: string;
    readonly version?: number;
  };
  const known = faultsOfWords(given);
  if (known.length > 0) return faults(known);
  const { shelfFile, form: __, version: ___, ...rest } = given;
  const beam = withMaps(rest.beam);
  if (beam.faults.length > 0) return faults(beam.faults);
  const vehicle = given.vehicle;
  if (!vehicle) {
    const wants = given.ask.findIndex((kind) => !isFree(kind));
    const ask = given.ask[wants];
    if (ask !== undefined)
      return faults([{ path: `/ask/${wants}`, reason: reason('case-needs-vehicle', { ask }) }]);
    const none = { ...rest, vehicle: { line: '' }, shelf: EMPTY_SHELF };
    return { kind: 'case', case: { ...none, ...(beam.of ? { beam: beam.of } : {}) }, taken: {} };
  }
  const { shelf: full, taken } = fullShelf(given.shelf ?? {}, vehicle.line);
  const file = { form: 'yonder-bolt/shelf', version: 1, ...(full as object) };
  const unfit = fileFaults(file);
  if (unfit.length > 0) return faults(unfit.map((f) => ({ ...f, path: `/shelf${f.path}` })));
  const rows: Shelf = { ...EMPTY_SHELF, ...(full as Partial<Shelf>) };
  const shelf = mergeShelf(typeof beside === 'function' ? beside(shelfFile) : beside, rows);
  const { line } = vehicle;
  if (!shelf.families.some((f) => f.id === line))
    return faults([{ path: '/vehicle/line', reason: reason('case-no-line', { line }) }]);
  const broken = given.shelf === undefined ? [] : checkShelf(shelf);
  if (broken.length > 0) return faults(broken.map((f) => ({ ...f, path: `/shelf${f.path}` })));
  return { kind: 'case', case: { ...rest, vehicle, ...(beam.of ? { beam: beam.of } : {}), shelf }, taken };
}

/** Lamps whose intensities came as the text of a file get the grid that it holds. */
function withMaps(of: Case['beam']): { readonly of: Case['beam']; readonly faults: readonly CaseFault[] } {
  const faults: CaseFault[] = [];
  const lamps = of?.lamps?.map((l, i) => {
    const { ies, ldt, looks, ...place } = l;
    const text = ies ?? ldt;
    if (text === undefined) return l;
    if (ies !== undefined) {
      const read = readIes(ies);
      if (read.kind === 'file') return { ...place, map: iesMap(read.file, looks) };
      faults.push({ path: `/beam/lamps/${i}/ies`, reason: read.reason });
    } else {
      const read = readLdt(text);
      if (read.kind === 'file') return { ...place, map: ldtMap(read.file, looks ?? 'ahead') };
      faults.push({ path: `/beam/lamps/${i}/ldt`, reason: read.reason });
    }
    return place;
  });
  return { of: of && lamps ? { ...of, lamps } : of, faults };
}

/** Words that the form leaves to the core: what can be wished for and seen. */
function faultsOfWords(c: Pick<Case, 'wishes' | 'seen'>): readonly CaseFault[] {
  const one = (path: string, word: string, known: readonly string[]): readonly CaseFault[] =>
    known.includes(word) ? [] : [{ path, reason: reason('case-form', { expected: known.join(', ') }) }];
  return [
    ...(c.wishes ?? []).flatMap((w, i) => one(`/wishes/${i}`, w, WISHES)),
    ...(c.seen ?? []).flatMap((s, i) => one(`/seen/${i}/seen`, s.seen, SEEN)),
  ];
}

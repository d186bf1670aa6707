import { chainParts, matterKind, rowAt, rowOf } from '../kernel/ids';
import { LRUCache } from 'lru-cache';
import { type Figures, figuresOf } from '../electric/formulas';
import { type ConnectorHalf, plugNames } from '../harness';
import type { Application, Family, Lamp, Part, Profile } from '../catalogue/types';
import type { ShopWall } from '../beam/wall';
import type { StepSheet } from '../work';
import type { Learnt } from './learnt';
import { type FactKey, factRegistry, type FactRegistry } from '../vehicle';
import { isOwnRow } from './byHand';
import type { AnyStoredEvent, RowRef } from './events';
import type { Rates } from './readings/orders';
import { type JobReading, readJob } from './readJob';
import type { JobSources, PinnedKind } from './sources';
import type { VehicleRecord } from './readings/vehicleFacts';

/** A row with the revision it was pinned at. */
export interface Pinned<T> {
  readonly rev: number;
  readonly body: T;
}

/**
 * A job with its slice of the shelf, as plain data: all that a device needs to read it. Goes over the wire as it is.
 */
export interface JobPack {
  readonly form: 1;
  readonly id: string;
  readonly shop: string;
  readonly number: number;
  readonly openedAt: string;
  readonly vehicle: VehicleRecord;
  /** Count of the shelf’s changes: lists of one count are the same lists. */
  readonly shelf: number;
  readonly family: Pinned<Family>;
  readonly factKeys: readonly FactKey[];
  readonly profiles: readonly Profile[];
  readonly parts: readonly Part[];
  readonly connectors: readonly ConnectorHalf[];
  /** Any name of a plug can be said: the shelf of a case need not have its plugs. */
  readonly anyPlug?: true;
  readonly applications: readonly Pinned<Application>[];
  readonly lamps: readonly Pinned<Lamp>[];
  readonly sheets: readonly Pinned<StepSheet>[];
  /** What this shop has learnt of these sheets' steps; absent: nothing is kept. */
  readonly learnt?: Learnt;
  /** Sheets of other lamps of the line, that share steps with these. */
  readonly nearby?: readonly StepSheet[];
  /** Newest revisions of pinned rows, by `<kind>/<id>`. */
  readonly heads: Readonly<Record<string, number>>;
  readonly rates: Rates;
  /** Figures that the shop has changed; absent: none. */
  readonly figures?: Partial<Figures>;
  /** Walls before which the shop aims lamps; absent: none is kept. */
  readonly walls?: readonly ShopWall[];
  /** Facts that can matter to this line, as `askedAt` names them; absent: nobody has worked that out. */
  readonly asked?: readonly string[];
  /** How many of a part lie on the shop’s own shelf. */
  readonly stock: Readonly<Record<string, number>>;
  readonly events: readonly AnyStoredEvent[];
  /** Entries of the vehicle’s other jobs that count here too. */
  readonly otherEvents: readonly AnyStoredEvent[];
  /** Names of people by id. */
  readonly names: Readonly<Record<string, string>>;
  /** Place of the newest entry; entries after it are to be asked for. */
  readonly cursor: number;
}

/** Rows and lists that are held, over all shops and jobs. */
const HELD = 600;
const held = new LRUCache<string, object>({ max: HELD });

/**
 * The same object for the same row, however often it comes over the wire: what is worked out from rows is kept by
 * their identity.
 */
function same<T extends object>(key: string, row: T): T {
  const known = held.get(key);
  if (known) return known as T;
  held.set(key, row);
  return row;
}

/**
 * Lets go of the rows that are held: another database may have other rows under the same shop, name and revision. For tests that
 * open several in one process.
 */
export const letGoOfRows = (): void => held.clear();

/** Look-ups of a pack, made where they are used. */
export function packSources(pack: JobPack): JobSources {
  const { shop, shelf } = pack;
  const finder = <T extends { readonly id: string }>(kind: string, rows: readonly Pinned<T>[]) => {
    const byRef = new Map(
      rows.map((r) => {
        const ref = rowAt(r.body.id, r.rev);
        return [ref, same(`${shop}/${kind}/${ref}`, r.body)];
      }),
    );
    return (ref: RowRef) => byRef.get(rowAt(ref.id, ref.rev));
  };
  const list = <T extends readonly { readonly id: string }[]>(kind: string, rows: T) =>
    // Packs may hold a part of the list: which, is part of what it is.
    same(`${shop}@${shelf}/${kind}/${rows.map((r) => r.id).join()}`, rows);
  const { rev, body } = pack.family;
  return {
    events: pack.events,
    otherEvents: pack.otherEvents,
    vehicle: pack.vehicle,
    family: same(`${shop}/family/${body.id}#${rev}`, body),
    registry: packRegistry(pack),
    profiles: list('profiles', pack.profiles),
    parts: list('parts', pack.parts),
    connectors: list('connectors', pack.connectors),
    rates: pack.rates,
    figures: same(`figures/${JSON.stringify(pack.figures ?? {})}`, figuresOf(pack.figures ?? {})),
    pinned: {
      application: finder('application', pack.applications),
      lamp: finder('lamp', pack.lamps),
      sheet: finder('sheet', pack.sheets),
      head: (kind: PinnedKind, id: string) => pack.heads[rowOf(kind, id)],
    },
  };
}

/** The facts that a job of this pack can be about: those of every shop, and the shelf's own. */
export function packRegistry({ shop, shelf, factKeys, connectors, anyPlug }: JobPack): FactRegistry {
  const key = `${shop}@${shelf}/registry`;
  const known = held.get(key);
  return known
    ? (known as FactRegistry)
    : same(key, factRegistry(factKeys, anyPlug ? undefined : plugNames(connectors)));
}

/** Reads a job from its pack. */
export const readPack = (pack: JobPack): JobReading => readJob(packSources(pack));

/** A pack with entries besides its own: from this device, or fetched since. The server’s of one id goes first. */
export function withEntries(pack: JobPack, more: readonly AnyStoredEvent[]): JobPack {
  const known = new Set(pack.events.map((e) => e.id));
  const news = more.filter((e) => !known.has(e.id));
  return news.length === 0 ? pack : { ...pack, events: [...pack.events, ...news] };
}

/** Rows of the shelf that a choice may pin, before it does. */
export interface ShelfSlice {
  readonly applications: readonly Pinned<Application>[];
  readonly lamps: readonly Pinned<Lamp>[];
  readonly sheets: readonly Pinned<StepSheet>[];
  readonly parts: readonly Part[];
}
/** Nothing lent. */
export const NO_ROWS: ShelfSlice = { applications: [], lamps: [], sheets: [], parts: [] };

/** A pack with rows besides its own. */
export function withRows(pack: JobPack, more: ShelfSlice): JobPack {
  const join = <T extends { readonly id: string }>(
    own: readonly Pinned<T>[],
    others: readonly Pinned<T>[],
  ) => {
    const rows = new Map([...others, ...own].map((r) => [rowAt(r.body.id, r.rev), r]));
    return rows.size === own.length ? own : [...rows.values()];
  };
  const parts = new Map([...more.parts, ...pack.parts].map((p) => [p.id, p]));
  return {
    ...pack,
    applications: join(pack.applications, more.applications),
    lamps: join(pack.lamps, more.lamps),
    sheets: join(pack.sheets, more.sheets),
    parts: parts.size === pack.parts.length ? pack.parts : [...parts.values()],
  };
}

/** Whether a choice pins rows that are not here: then the job cannot be read as the server reads it. */
export function lacksRows(pack: JobPack): boolean {
  const has = new Set(pack.applications.map((r) => rowAt(r.body.id, r.rev)));
  return pack.events.some(
    (e) =>
      e.type === 'lamp-chosen' &&
      !isOwnRow(e.body.application.id) &&
      !has.has(rowAt(e.body.application.id, e.body.application.rev)),
  );
}

/** Sheets of other lamps that go with a pack at the most. */
const NEARBY_MAX = 6;

/** Of a line's sheets those of other lamps that share a step with the sheets in use: what they would cost besides. */
export function nearbySheets(used: readonly StepSheet[], all: readonly StepSheet[]): readonly StepSheet[] {
  const once = (s: StepSheet) =>
    s.steps.filter((x) => x.scope === 'once' && x.kind !== 'prove').map((x) => x.id);
  const off = new Set(used.flatMap(once));
  const places = new Set(used.map((s) => `${s.role}.${s.end}`));
  return all
    .filter((s) => !places.has(`${s.role}.${s.end}`) && once(s).some((id) => off.has(id)))
    .slice(0, NEARBY_MAX);
}

/** Most adapters that go into a pack. */
const ADAPTERS_MAX = 50;

/**
 * The parts that a job needs on a device: those it names, and adapters, the ones it goes through first.
 * @param parts the whole list of the shelf
 */
export function packParts(parts: readonly Part[], reading: JobReading): readonly Part[] {
  const through = new Set(reading.checks.flatMap((c) => c.wiring.flatMap((w) => w.map?.adapters ?? [])));
  const chosen = new Set(
    [...reading.record.decisions.values()].flatMap((d) =>
      matterKind(d.event.body.matter) === 'adapters' ? chainParts(d.event.body.choice) : [],
    ),
  );
  const named = new Set([
    ...reading.checks.flatMap((c) => [
      ...(c.orders?.procured.map((p) => p.id) ?? []),
      ...(c.now?.parts.map((p) => p.part) ?? []),
      ...(c.swap.choice?.event.body.parts.map((p) => p.id) ?? []),
    ]),
    ...reading.record.partMoves.map((e) => e.body.part),
    ...through,
    ...chosen,
  ]);
  const adapters = parts.filter((p) => p.adapter);
  const first = adapters.filter((p) => named.has(p.id));
  const rest = adapters.filter((p) => !named.has(p.id)).slice(0, Math.max(0, ADAPTERS_MAX - first.length));
  const taken = new Set([...named, ...rest.map((p) => p.id)]);
  // What the wiring may come to ask for is decided on the device.
  return parts.filter((p) => taken.has(p.id) || p.need !== undefined);
}

import { USUAL_FIGURES } from '../../electric/formulas';
import { EMPTY_SHELF, type Shelf } from '../../catalogue/types';
import { plugNames } from '../../harness';
import { factRegistry } from '../../vehicle';
import { type AnyStoredEvent, type BodyOf, type EventType, kindOf, type RowRef } from '../events';
import { type JobPack, readPack } from '../pack';
import type { JobSources } from '../sources';
import type { VehicleRecord } from '../readings/vehicleFacts';
import type { Job } from '../views/view';

/** For tests: events one second apart, as one device of one person wrote them. */
export function eventMaker(start = '2026-01-01T00:00:00.000Z', user = 'u') {
  let n = 0;
  return function event<T extends EventType>(
    type: T,
    body: BodyOf<T>,
    more: Partial<AnyStoredEvent> = {},
  ): AnyStoredEvent {
    n += 1;
    const at = new Date(Date.parse(start) + n * 1000).toISOString();
    const head = {
      id: `e${String(n).padStart(5, '0')}`,
      job: 'j',
      type,
      v: kindOf(type).v,
      at,
      device: 'd',
      deviceSeq: n,
    };
    return {
      ...head,
      user,
      body,
      seq: n,
      receivedAt: at,
      role: 'lead',
      ...more,
    } as unknown as AnyStoredEvent;
  };
}

const HOUR = { hour: { minor: 6000, currency: 'EUR' } } as const;
const at1 = <T>(rows: readonly T[]) => rows.map((body) => ({ rev: 1, body }));

/** For tests: a job with the whole of a shelf in its pack, whose rows are all at revision 1. */
export function shelfJob(
  part: Partial<Shelf>,
  vehicle: VehicleRecord,
  events: readonly AnyStoredEvent[],
  more: Partial<JobPack> = {},
): Job {
  const shelf: Shelf = { ...EMPTY_SHELF, ...part };
  const family = shelf.families.find((f) => f.id === vehicle.family);
  if (!family) throw new Error(`no family ${vehicle.family}`);
  const pack: JobPack = {
    form: 1,
    id: 'j',
    // Rows are kept by shop and revision: each shelf of a test is a shop of its own.
    shop: `shelf-${shelfNumber(part)}`,
    number: 1,
    openedAt: '2026-01-01T00:00:00.000Z',
    vehicle,
    shelf: 1,
    family: { rev: 1, body: family },
    factKeys: shelf.factKeys,
    profiles: shelf.profiles,
    parts: shelf.parts,
    connectors: shelf.connectors,
    applications: at1(shelf.applications),
    lamps: at1(shelf.lamps),
    sheets: at1(shelf.stepSheets),
    heads: {},
    rates: HOUR,
    figures: USUAL_FIGURES,
    stock: {},
    events,
    otherEvents: [],
    names: {},
    cursor: events.length,
    ...more,
  };
  return { pack, reading: readPack(pack) };
}

const shelfNumbers = new WeakMap<object, number>();
let shelvesSeen = 0;
function shelfNumber(shelf: object): number {
  const number = shelfNumbers.get(shelf) ?? (shelvesSeen += 1);
  shelfNumbers.set(shelf, number);
  return number;
}

/** For tests: a job's sources straight from a shelf, whose rows are all at revision 1. */
export function shelfSources(
  part: Partial<Shelf>,
  vehicle: VehicleRecord,
  events: readonly AnyStoredEvent[],
  headRev = 1,
): JobSources {
  const shelf: Shelf = { ...EMPTY_SHELF, ...part };
  const family = shelf.families.find((f) => f.id === vehicle.family);
  if (!family) throw new Error(`no family ${vehicle.family}`);
  const row =
    <T extends { id: string }>(rows: readonly T[]) =>
    (ref: RowRef) =>
      ref.rev === 1 ? rows.find((r) => r.id === ref.id) : undefined;
  return {
    events,
    otherEvents: [],
    vehicle,
    family,
    registry: factRegistry(shelf.factKeys, plugNames(shelf.connectors)),
    profiles: shelf.profiles,
    parts: shelf.parts,
    connectors: shelf.connectors,
    rates: HOUR,
    figures: USUAL_FIGURES,
    pinned: {
      application: row(shelf.applications),
      lamp: row(shelf.lamps),
      sheet: row(shelf.stepSheets),
      head: () => headRev,
    },
  };
}

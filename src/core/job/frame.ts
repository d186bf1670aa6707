import { everyPlug } from '../harness/everyPlug';
import { cavityAt, cavityOf, plugAt } from '../kernel/ids';
import { weakMapMemoize } from 'reselect';
import { SLOT_WAYS, sourceId } from '../harness';
import type { Family, Lamp, Part } from '../catalogue/types';
import { type FactRegistry, positionKey } from '../vehicle';
import type { AnyStoredEvent, JobFrame } from './events';
import { compareEvents } from './log/frontier';
import { standingEvents } from './log/standing';
import { OWN_PLUG } from './readings/plugs';
import { sameList } from '../kernel/part';

/** What a job is about, before any entry is read. */
export interface FrameSources {
  readonly family: Family;
  readonly registry: FactRegistry;
  readonly parts: readonly Part[];
  /** Lamps that were ever chosen in this job. */
  readonly lamps: readonly Lamp[];
  /** Entries of the vehicle's other jobs: their lamps, and undos. */
  readonly otherJobs: readonly AnyStoredEvent[];
}

/** What a job of a vehicle line is about, as far as an entry can be held against it without reading the job. */
export const jobFrame = ({ family, registry, parts, lamps, otherJobs }: FrameSources): JobFrame =>
  frameOf(family, registry, parts, sameList(lamps), sameList(otherJobs));

const frameOf = weakMapMemoize(layFrame);

function layFrame(
  family: Family,
  registry: FactRegistry,
  parts: readonly Part[],
  lamps: readonly Lamp[],
  otherJobs: readonly AnyStoredEvent[],
): JobFrame {
  const places = [
    ...(family.fuseBoxes ?? []).flatMap((box) =>
      box.slots.flatMap((slot) =>
        SLOT_WAYS.map((way) => sourceId({ kind: 'slot', box: box.id, slot: slot.id, way })),
      ),
    ),
    ...(family.leads ?? []).map((lead) => sourceId({ kind: 'lead', lead: lead.id })),
    ...(family.battery ? [sourceId({ kind: 'battery' })] : []),
    ...(family.circuits ?? []).map((c) => sourceId({ kind: 'wire', circuit: c.id })),
  ];
  return {
    positions: new Set(family.places.map((p) => positionKey(p.position))),
    factKey: registry.find,
    plugs: new Set([
      ...everyPlug(family).map((p) => plugAt(positionKey(p.position), p.id)),
      // Where the line names none there is one all the same.
      ...family.places
        .map((p) => positionKey(p.position))
        .filter((at) => !everyPlug(family).some((p) => positionKey(p.position) === at))
        .map((at) => plugAt(at, OWN_PLUG)),
    ]),
    vehicleCavities: new Set(
      everyPlug(family).flatMap((p) =>
        p.cavities.map((c) => cavityAt(positionKey(p.position), cavityOf(p.id, c.cavity))),
      ),
    ),
    lampCavities: new Set(
      lamps.flatMap((l) =>
        (l.plugs ?? []).flatMap((p) => p.inputs.map((i) => cavityAt(l.id, cavityOf(p.id, i.cavity)))),
      ),
    ),
    feedPlaces: new Set(places),
    adapters: new Set(parts.flatMap((p) => (p.adapter ? [p.id] : []))),
    fittedEarlier: fittedBy(otherJobs),
  };
}

/** The lamps that each job chose last, by job. */
function fittedBy(events: readonly AnyStoredEvent[]): ReadonlyMap<string, ReadonlySet<string>> {
  const lamps = new Map<string, Map<string, readonly string[]>>();
  for (const e of [...standingEvents(events)].sort(compareEvents)) {
    if (e.type !== 'lamp-chosen') continue;
    const swaps = lamps.get(e.job) ?? new Map<string, readonly string[]>();
    lamps.set(e.job, swaps);
    swaps.set(
      e.body.swap,
      Object.values(e.body.lamps).map((l) => l.id),
    );
  }
  return new Map([...lamps].map(([job, swaps]) => [job, new Set([...swaps.values()].flat())]));
}

import type { RoadMark, Verdict } from '../../fitment';
import type { Family, Place } from '../../catalogue/types';
import { comparePositions, positionCode, type PositionKey, positionKey } from '../../vehicle';
import type { AsFound, EventType } from '../events';
import type { JobRecord, SwapRecord } from '../fold';
import type { OpenItem } from '../items/openItem';
import type { StageState } from '../stages/stageStates';
import type { VehicleRecord } from '../readings/vehicleFacts';
import { isAbandoned, isLocked } from '../log/locked';
import { type Job, perJob } from './view';

/** A lamp position as every stage names it. */
export interface PositionView {
  readonly key: PositionKey;
  readonly code: string;
  readonly place: Place;
  readonly found: readonly AsFound[];
  readonly foundWords: string;
  readonly swap: string | null;
}

/** A swap by what every stage says of it. */
export interface SwapView {
  readonly id: string;
  readonly positions: readonly PositionKey[];
  readonly openedEvent: string;
  readonly choice: {
    readonly event: string;
    readonly application: string;
    readonly lamps: Readonly<Record<PositionKey, string>>;
    readonly verdict: Verdict;
    readonly road: RoadMark;
    readonly override: boolean;
  } | null;
}

/** What stands around every stage: the vehicle, its lamps, where the job is, what is open, who is who. */
export interface FrameView {
  readonly id: string;
  readonly number: number;
  readonly vehicle: VehicleRecord;
  readonly family: Pick<
    Family,
    'id' | 'maker' | 'name' | 'bodyStyle' | 'lengthMm' | 'widthMm' | 'hazards' | 'body' | 'outline'
  >;
  readonly stages: readonly StageState[];
  readonly positions: readonly PositionView[];
  readonly swaps: readonly SwapView[];
  readonly items: readonly OpenItem[];
  /** Entries that are kept and stand in nothing, with the code of why. */
  readonly unfit: readonly {
    readonly event: string;
    readonly type: EventType;
    readonly code: string;
    readonly by: string;
    readonly at: string;
  }[];
  /** Names of people by id. */
  readonly names: Readonly<Record<string, string>>;
  /** Time of the newest entry, ISO 8601; null: there is none. */
  readonly lastAt: string | null;
  /** What stands of each value, for the next entry to name. */
  readonly frontiers: JobRecord['frontiers'];
  /** The last lock; null: never locked. `inForce`: nothing came after it. */
  readonly lock: {
    readonly revision: number;
    readonly by: string;
    readonly at: string;
    readonly inForce: boolean;
  } | null;
  /** Given up, and not taken up again; null: it is not. */
  readonly abandoned: { readonly words: string; readonly by: string; readonly at: string } | null;
}

/** Lays out the frame of a job. */
export const frameView = perJob(({ pack, reading }: Job): FrameView => {
  const { record } = reading;
  const { body: family } = pack.family;
  const lastLock = record.locks.at(-1);
  const given = record.abandonment?.event;
  return {
    id: pack.id,
    number: pack.number,
    vehicle: pack.vehicle,
    family,
    stages: reading.stages,
    positions: placesOf(family).map((place) => positionView(place, record)),
    swaps: record.swaps.map(swapView),
    items: reading.items,
    unfit: reading.unfit.map(({ event: e, code }) => ({
      event: e.id,
      type: e.type,
      code,
      by: e.user,
      at: e.at,
    })),
    names: pack.names,
    lastAt: record.lastAt,
    frontiers: record.frontiers,
    lock: lastLock
      ? {
          revision: lastLock.body.revision,
          by: lastLock.user,
          at: lastLock.at,
          inForce: isLocked(record),
        }
      : null,
    abandoned:
      given && isAbandoned(record) ? { words: given.body.words ?? '', by: given.user, at: given.at } : null,
  };
});

/** The places of a line in the order in which they are always named. */
export const placesOf = (family: Family): readonly Place[] =>
  [...family.places].sort((a, b) => comparePositions(a.position, b.position));

function positionView(place: Place, record: JobRecord): PositionView {
  const key = positionKey(place.position);
  const found = record.asFound.get(key)?.event;
  return {
    key,
    code: positionCode(place.position),
    place,
    found: found?.body.found ?? [],
    foundWords: found?.body.words ?? '',
    swap: record.swaps.find((s) => s.positions.includes(key))?.id ?? null,
  };
}

function swapView({ id, positions, openedBy, choice }: SwapRecord): SwapView {
  return {
    id,
    positions,
    openedEvent: openedBy.id,
    choice: choice && {
      event: choice.event.id,
      application: choice.event.body.application.id,
      lamps: Object.fromEntries(Object.entries(choice.event.body.lamps).map(([p, r]) => [p, r.id])),
      verdict: choice.event.body.verdict,
      road: choice.event.body.road,
      override: choice.event.body.override !== undefined,
    },
  };
}

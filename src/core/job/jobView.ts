import type { Circuit } from '../controls';
import type { FeedSchool, FeedSource } from '../harness';
import type { RoadMark, Verdict, Wish } from '../fitment';
import type { Family, Place } from '../shelf/types';
import {
  comparePositions,
  type FactKey,
  type FactRegistry,
  type FactStatement,
  positionCode,
  type PositionKey,
  positionKey,
  type VinReading,
} from '../vehicle';
import type { AsFound, Calculator, EventType, Looked, PlugCheck, WarrantySymptom } from './events';
import type { JobRecord } from './fold';
import type { OpenItem } from './openItem';
import type { JobReading } from './readJob';
import { releaseCheck, type ReleaseCheck } from './release';
import type { SwapOrders } from './orders';
import type { ProofLine } from './proving';
import type { StageState } from './stageStates';
import type { StripReading } from './stripping';
import type { VehicleRecord } from './vehicleFacts';
import type { FeedMatter, WireMatters } from './wireMatters';
import type { PositionWiring } from './wiring';

export interface PositionView {
  readonly key: PositionKey;
  readonly code: string;
  readonly place: Place;
  readonly found: readonly AsFound[];
  readonly foundWords: string;
  readonly swap: string | null;
}

export interface FactView {
  readonly key: FactKey;
  readonly subject: string;
  readonly value: string | number | boolean | null;
  readonly decidedBy: FactStatement | null;
  readonly contradictedBy: readonly FactStatement[];
  readonly history: readonly FactStatement[];
}

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
  readonly wiring: readonly PositionWiring[];
  readonly matters: WireMatters;
  readonly proofs: readonly ProofLine[];
  readonly orders: SwapOrders | null;
  /** Extra feeds with every place that they could come from. */
  readonly feedMatters: readonly FeedMatter[];
}

/** A job as plain data, ready to cross to a screen. */
export interface JobView {
  readonly id: string;
  readonly number: number;
  readonly words: string;
  readonly openedAt: string;
  readonly vehicle: VehicleRecord;
  readonly family: Pick<Family, 'id' | 'maker' | 'name' | 'bodyStyle' | 'lengthMm' | 'widthMm' | 'hazards'>;
  readonly circuits: readonly Circuit[];
  readonly vin: VinReading | null;
  readonly stages: readonly StageState[];
  readonly positions: readonly PositionView[];
  readonly facts: readonly FactView[];
  readonly wishes: {
    readonly wishes: readonly Wish[];
    readonly words: string;
  } | null;
  readonly modifications: readonly {
    readonly event: string;
    readonly words: string;
    readonly position: PositionKey | null;
  }[];
  readonly swaps: readonly SwapView[];
  readonly plugRecords: readonly {
    readonly at: string;
    readonly event: string;
    readonly by: string;
    /** When it was looked at, ISO 8601. */
    readonly when: string;
    readonly checks: Readonly<Record<PlugCheck, Looked>>;
  }[];
  readonly feeds: readonly {
    readonly at: string;
    readonly event: string;
    readonly school: FeedSchool;
    readonly source?: FeedSource;
    readonly words: string;
    readonly by: string;
  }[];
  /** Results of calculators that were put into the job. */
  readonly figures: readonly {
    readonly event: string;
    readonly calculator: Calculator;
    readonly inputs: readonly { readonly name: string; readonly typed: string }[];
    readonly result: string;
    readonly formula: string;
    readonly position: PositionKey | null;
    readonly words: string;
    readonly by: string;
    readonly at: string;
  }[];
  readonly scopes: readonly {
    readonly event: string;
    readonly by: string;
    readonly words: string;
    readonly minutes: number;
  }[];
  readonly photos: readonly {
    readonly event: string;
    readonly photo: string;
    readonly position: PositionKey | null;
    readonly words: string;
    readonly by: string;
    readonly at: string;
  }[];
  readonly warranty: {
    readonly event: string;
    readonly earlier: string;
    readonly lamps: readonly string[];
    readonly symptom: WarrantySymptom;
    readonly words: string;
  } | null;
  readonly strip: StripReading;
  readonly items: readonly OpenItem[];
  readonly release: ReleaseCheck;
  readonly locks: readonly { readonly revision: number; readonly at: string; readonly by: string }[];
  readonly late: number;
  readonly names: Readonly<Record<string, string>>;
  readonly lastAt: string | null;
  /** What stands of each value, for the next entry to name. */
  readonly frontiers: JobRecord['frontiers'];
  /** Entries that are kept and stand in nothing, with the code of why. */
  readonly unfit: readonly {
    readonly event: string;
    readonly type: EventType;
    readonly code: string;
    readonly by: string;
    readonly at: string;
  }[];
}

export interface JobViewInput {
  readonly id: string;
  readonly number: number;
  readonly openedAt: string;
  readonly vehicle: VehicleRecord;
  readonly family: Family;
  readonly registry: FactRegistry;
  readonly reading: JobReading;
  readonly names: Readonly<Record<string, string>>;
}

/** Lays a reading out for a screen. Every listed fact has a row, known or not: what is unknown is to be seen. */
export function jobView(input: JobViewInput): JobView {
  const { reading, family, vehicle } = input;
  const { record } = reading;
  return {
    id: input.id,
    number: input.number,
    words: record.opened?.body.words ?? '',
    openedAt: input.openedAt,
    vehicle: {
      id: vehicle.id,
      family: vehicle.family,
      vin: vehicle.vin,
      serial: vehicle.serial,
      plate: vehicle.plate,
      fleet: vehicle.fleet,
      version: vehicle.version,
    },
    family: {
      id: family.id,
      maker: family.maker,
      name: family.name,
      bodyStyle: family.bodyStyle,
      lengthMm: family.lengthMm,
      widthMm: family.widthMm,
      hazards: family.hazards,
    },
    circuits: family.circuits ?? [],
    vin: reading.vin,
    stages: reading.stages,
    positions: [...family.places]
      .sort((a, b) => comparePositions(a.position, b.position))
      .map((place) => positionView(place, reading)),
    facts: factViews(input),
    wishes: record.wishes
      ? {
          wishes: record.wishes.event.body.wishes,
          words: record.wishes.event.body.words ?? '',
        }
      : null,
    modifications: record.modifications.map((m) => ({
      event: m.id,
      words: m.body.words,
      position: m.body.position ?? null,
    })),
    swaps: reading.checks.map(
      ({ swap: { id, positions, openedBy, choice }, wiring, matters, proofs, orders, feeds }) => ({
        wiring,
        matters,
        proofs,
        orders,
        feedMatters: feeds,
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
      }),
    ),
    plugRecords: [...record.plugs].map(([at, { event: e }]) => ({
      at,
      event: e.id,
      by: e.user,
      when: e.at,
      checks: e.body.checks,
    })),
    feeds: [...record.feeds].map(([at, { event: e }]) => ({
      at,
      event: e.id,
      school: e.body.school,
      ...(e.body.source ? { source: e.body.source } : {}),
      words: e.body.words,
      by: e.user,
    })),
    figures: record.figures.map((e) => ({
      event: e.id,
      calculator: e.body.calculator,
      inputs: e.body.inputs,
      result: e.body.result,
      formula: e.body.formula,
      position: e.body.position ?? null,
      words: e.body.words ?? '',
      by: e.user,
      at: e.at,
    })),
    scopes: record.scopes.map((e) => ({
      event: e.id,
      by: e.user,
      words: e.body.words,
      minutes: e.body.minutes,
    })),
    photos: record.photos.map((e) => ({
      event: e.id,
      photo: e.body.photo,
      position: e.body.position ?? null,
      words: e.body.words ?? '',
      by: e.user,
      at: e.at,
    })),
    warranty: record.warranty
      ? {
          event: record.warranty.event.id,
          earlier: record.warranty.event.body.earlier,
          lamps: record.warranty.event.body.lamps,
          symptom: record.warranty.event.body.symptom,
          words: record.warranty.event.body.words ?? '',
        }
      : null,
    strip: reading.strip,
    items: reading.items,
    release: releaseCheck(reading),
    locks: record.locks.map((l) => ({ revision: l.body.revision, at: l.at, by: l.user })),
    late: record.late.length,
    names: input.names,
    lastAt: record.lastAt,
    frontiers: record.frontiers,
    unfit: reading.unfit.map(({ event: e, code }) => ({
      event: e.id,
      type: e.type,
      code,
      by: e.user,
      at: e.at,
    })),
  };
}

function positionView(place: Place, { record }: JobReading): PositionView {
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

/** Vehicle facts first, then by position of the swaps; facts that nobody listed but somebody stated come too. */
function factViews({ reading, registry, family }: JobViewInput): readonly FactView[] {
  const swapped = new Set(reading.record.swaps.flatMap((s) => s.positions));
  const order = [...family.places]
    .sort((a, b) => comparePositions(a.position, b.position))
    .map((p) => positionKey(p.position));
  const listed = registry.list.flatMap((key) =>
    key.subject === 'vehicle'
      ? [{ key, subject: 'vehicle' }]
      : order.filter((p) => swapped.has(p)).map((subject) => ({ key, subject })),
  );
  const stated = [...reading.facts.values()].flatMap((f) => {
    const key = registry.find(f.key);
    return key && !listed.some((l) => l.key.id === f.key && l.subject === f.subject)
      ? [{ key, subject: f.subject }]
      : [];
  });
  return [...listed, ...stated].map(({ key, subject }) => {
    const fact = reading.facts.get(`${key.id}@${subject}`);
    return {
      key,
      subject,
      value: fact?.value ?? null,
      decidedBy: fact?.decidedBy ?? null,
      contradictedBy: fact?.contradictedBy ?? [],
      history: fact?.history ?? [],
    };
  });
}

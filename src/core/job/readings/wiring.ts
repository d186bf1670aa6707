import { everyPlug } from '../../harness/everyPlug';
import { adaptersMatter, checkAt, feedOf, lampAt, matterOf, modeMatter } from '../../kernel/ids';
import type { Known, SwapPlan } from '../../fitment';
import { openFacts } from '../../rule/because';
import { bindAt, fold } from '../../rule/condition';
import { prepare } from '../../rule/evaluate';
import { certainty } from '../../fitment/functionRows';
import { type BenchReading, type BenchStep, type BenchVerdict, judgeReading } from '../../bench';
import { type Figures, systemVOf } from '../../electric/formulas';
import {
  type BuildSheet,
  type ConnectorHalf,
  type DecidedFeed,
  drives,
  isFed,
  liveCases,
  type PinMap,
  type VehiclePlug,
} from '../../harness';
import { inSeries, type LevelCase } from '../../controls';
import { programsIn } from '../../light/program/run';
import { programOf } from '../../light/program/usual';
import { FOLLOWS } from '../../light/supply/follows';
import { type CheckReading, checkLines } from './harnessReads';
import type { FactReading } from './facts';
import { liveOfSource } from './feedSource';
import { clean } from '../../kernel/clean';
import { reason } from '../../kernel/reason';
import { benchStepsOf, circuitsOf, mappingOf } from './mapping';
import type { Family, Lamp, Part } from '../../catalogue/types';
import {
  type FactRef,
  type FactRegistry,
  type LampFunction,
  type PositionKey,
  positionKey,
  type Side,
} from '../../vehicle';
import type { JobRecord, SwapRecord } from '../fold';

/** How the chosen lamp of one position meets the vehicle there. */
export interface PositionWiring {
  readonly position: PositionKey;
  readonly lamp: Lamp;
  /** `unmapped`: the shelf has no harness for this line or lamp. `plug-unknown`: it has several, and nobody has looked. */
  readonly state: 'mapped' | 'plug-unknown' | 'unmapped';
  readonly vehiclePlugs: readonly VehiclePlug[];
  /** For `plug-unknown`: the facts that would tell which plug it is. */
  readonly asks: readonly FactRef[];
  /** Somebody has seen its plug, and the shelf does not have it: nothing of the wiring can be worked out. */
  readonly unknownPlug: { readonly cavities: number | null } | null;
  readonly map: PinMap | null;
  /** Extra feeds that have been decided. */
  readonly feeds: readonly DecidedFeed[];
  /** Functions that want an extra feed and have none yet. */
  readonly undecided: readonly LampFunction[];
  /** How its mode plug is to be set; null: it has none, or nobody has decided. */
  readonly mode: 'open' | 'closed' | null;
  /** The lead that has to be made, where no chain of adapters is right. */
  readonly build: BuildSheet | null;
  readonly checks: CheckReading | null;
  /** Adapters that a person chose instead of the cheapest chain: `part+part`, or `none` for a lead that is made. */
  readonly adapterChoice: { readonly choice: string; readonly event: string } | null;
  /** Latest entry of pins set by hand, to build upon. */
  readonly pinsEvent: string | null;
  readonly bench: readonly BenchLine[];
}

/** A bench step with what was last read there. */
export interface BenchLine {
  readonly step: BenchStep;
  readonly read: {
    readonly event: string;
    readonly by: string;
    readonly reading: BenchReading;
    /** The expected figure stands for what the meter showed. */
    readonly asExpected: boolean;
    readonly verdict: BenchVerdict;
  } | null;
}

/** Rows and facts that the wiring hangs on. */
export interface WiringSources {
  readonly family: Family;
  readonly registry: FactRegistry;
  readonly known: Known;
  /** Plugs that the shelf does not have, with their cavities. */
  readonly unknownPlugs: FactReading['unknownPlugs'];
  readonly parts: readonly Part[];
  readonly connectors: readonly ConnectorHalf[];
  readonly figures: Figures;
}

/** The entries that the wiring depends on. */
export type WiringEntries = Pick<JobRecord, 'decisions' | 'pins' | 'feeds' | 'bench' | 'harnessReads'>;

/** Works out the wiring of every position of a planned swap. */
export function swapWiring(
  swap: SwapRecord,
  plan: SwapPlan,
  record: WiringEntries,
  s: WiringSources,
): readonly PositionWiring[] {
  const systemV = systemVOf(s.known.get('system-voltage@vehicle'));
  const wired = plan.places.map(({ place, lamp }): PositionWiring => {
    const position = positionKey(place.position);
    const { side } = place.position;
    const { plugs, unknown, asks } = plugsAt(position, s);
    const state = unknown ? 'plug-unknown' : plugs.length === 0 || !lamp.plugs ? 'unmapped' : 'mapped';
    const base = {
      position,
      lamp,
      state,
      asks,
      unknownPlug: s.unknownPlugs.has(position) ? { cavities: s.unknownPlugs.get(position) ?? null } : null,
      vehiclePlugs: plugs,
    } as const;
    if (state !== 'mapped')
      return {
        ...base,
        // The test voltage hangs on the system: while that is not known there is no sequence to give.
        bench: benchLines(position, lamp, systemV === null ? [] : benchStepsOf(lamp, systemV), record),
        map: null,
        feeds: [],
        undecided: [],
        mode: null,
        build: null,
        checks: null,
        pinsEvent: null,
        adapterChoice: null,
      };
    const decided = record.decisions.get(matterOf(swap.id, adaptersMatter(position)))?.event;
    const pins = record.pins.get(lampAt(position, lamp.id));
    const { map, build, checks, bench } = mappingOf(
      s.family,
      lamp,
      s.parts,
      s.connectors,
      s.figures,
      position,
      side,
      systemV,
      plugs.map((p) => p.id).join(' '),
      decided?.body.choice ?? null,
      pins ? JSON.stringify(pins.event.body.pins) : null,
    );
    const mode = modeOf(
      map,
      position,
      (matter) => record.decisions.get(matterOf(swap.id, matter))?.event.body.choice,
    );
    const wanting = map.inputs.flatMap((i) =>
      i.verdict === 'extra-feed' ? [i.input.does as LampFunction] : [],
    );
    const feeds = wanting.flatMap((does) => {
      const chosen = record.feeds.get(feedOf(swap.id, does))?.event.body;
      const live = chosen && liveOfSource(chosen.source, s.family);
      return chosen ? [{ does, school: chosen.school, ...(live ? { live } : {}) }] : [];
    });
    return {
      ...base,
      bench: benchLines(position, lamp, bench, record),
      map,
      feeds,
      undecided: wanting.filter((d) => !feeds.some((f) => f.does === d)),
      mode,
      build,
      checks: checks && checkLines(position, lamp.id, checks, record),
      pinsEvent: pins?.event.id ?? null,
      adapterChoice: decided ? { choice: decided.body.choice, event: decided.id } : null,
    };
  });
  return withSums(wired, s);
}

/** What was decided of a lamp's mode plug; of several the first that is decided. */
function modeOf(
  map: PinMap,
  position: PositionKey,
  chosen: (matter: ReturnType<typeof modeMatter>) => string | undefined,
): PositionWiring['mode'] {
  for (const i of map.inputs) {
    if (i.verdict !== 'mode-choice') continue;
    const choice = chosen(modeMatter(position, i.plug, i.cavity));
    if (choice === 'open' || choice === 'closed') return choice;
  }
  return null;
}

/**
 * When an input of a lamp is supplied by what it was wired to: the circuit that its cavity meets, or the feed that was
 * decided for it. What reaches it another way, the currents say.
 */
export function suppliedCases(
  w: Pick<PositionWiring, 'map' | 'feeds'> | undefined,
  does: LampFunction,
  family: Family,
): readonly LevelCase[] {
  const inputs = (w?.map?.inputs ?? []).filter((i) => drives(i.input.does, does));
  return inputs.flatMap((i): readonly LevelCase[] => {
    const feed = isFed(i.verdict) ? undefined : w?.feeds.find((f) => f.does === i.input.does);
    if (feed) return liveCases(feed);
    return i.from ? (circuitsOf(family)(i.from.circuit)?.cases ?? []) : [];
  });
}

/** Every case that has a say in when a function of a lamp is lit: its own supply's, and that of what its lamp watches. */
export function waysOf(
  w: Pick<PositionWiring, 'lamp' | 'map' | 'feeds' | 'mode'>,
  does: LampFunction,
  family: Family,
): readonly LevelCase[] {
  const own = suppliedCases(w, does, family);
  const leader = FOLLOWS[does];
  const hasOwn = w.map?.inputs.some((i) => drives(i.input.does, does));
  if (!hasOwn) return leader ? waysOf(w, leader, family) : [];
  const f = programsIn(programOf(w.lamp), w.mode ?? 'open').find((x) => x.does === does);
  const watched = [f?.out?.while, f?.dimmed?.while].flatMap((other) =>
    other === undefined ? [] : suppliedCases(w, other, family),
  );
  return [...throughReturn(own, w, family), ...throughReturn(watched, w, family)];
}

/** Cases of a supply while its lamp's return conducts, where that is switched too. */
function throughReturn(
  cases: readonly LevelCase[],
  w: Pick<PositionWiring, 'map'>,
  family: Family,
): readonly LevelCase[] {
  const grounds = (w.map?.inputs ?? []).flatMap((i) =>
    i.input.does === 'ground' && i.from ? [i.from.circuit] : [],
  );
  if (grounds.length === 0 || grounds.includes('ground')) return cases;
  const back = grounds.map(circuitsOf(family)).find((row) => row?.switched === 'ground');
  return back ? inSeries(cases, back.cases) : cases;
}

/** The side of a place of a line. */
export const sideAt = (family: Pick<Family, 'places'>, position: PositionKey): Side =>
  family.places.find((p) => positionKey(p.position) === position)?.position.side ?? 'centre';

/** A circuit that several lamps of the swap hang on carries them all: what each may have by itself can be too much together. */
function withSums(
  wired: readonly PositionWiring[],
  { family, figures }: Pick<WiringSources, 'family' | 'figures'>,
): readonly PositionWiring[] {
  const drawn = new Map<string, { sumA: number; lamps: number }>();
  for (const c of wired.flatMap((w) => w.map?.circuits ?? [])) {
    const before = drawn.get(c.circuit) ?? { sumA: 0, lamps: 0 };
    drawn.set(c.circuit, { sumA: before.sumA + c.drawnA, lamps: before.lamps + Number(c.drawnA > 0) });
  }
  const over = new Map(
    [...drawn].flatMap(([id, { sumA, lamps }]) => {
      const row = circuitsOf(family)(id);
      const spareA = row ? clean(row.fuseA * figures.fuseShare - row.steadyA) : Infinity;
      const currentA = clean(sumA);
      return lamps > 1 && currentA > spareA ? [[id, { currentA, spareA }] as const] : [];
    }),
  );
  if (over.size === 0) return wired;
  return wired.map((w) => {
    const said = new Set(
      (w.map?.conflicts ?? []).flatMap((c) => (c.code === 'current-over-spare' ? [c.facts.circuit] : [])),
    );
    const more = (w.map?.circuits ?? []).flatMap((c) => {
      const sum = over.get(c.circuit);
      return sum && c.drawnA > 0 && !said.has(c.circuit)
        ? [reason('current-over-spare', { plug: c.plug, cavity: c.cavity, circuit: c.circuit, ...sum })]
        : [];
    });
    return w.map && more.length > 0
      ? { ...w, map: { ...w.map, conflicts: [...w.map.conflicts, ...more] } }
      : w;
  });
}

function benchLines(
  position: PositionKey,
  lamp: Lamp,
  steps: readonly BenchStep[],
  record: WiringEntries,
): readonly BenchLine[] {
  return steps.map((step) => {
    const e = record.bench.get(checkAt(position, lamp.id, step.id))?.event;
    return {
      step,
      read: e
        ? {
            event: e.id,
            by: e.user,
            reading: e.body.reading,
            asExpected: e.body.noted === 'as-expected',
            verdict: judgeReading(step, e.body.reading),
          }
        : null,
    };
  });
}

/** The plugs that this vehicle has at a position, as far as the facts tell. */
function plugsAt(
  position: PositionKey,
  s: WiringSources,
): { plugs: readonly VehiclePlug[]; unknown: boolean; asks: readonly FactRef[] } {
  if (s.unknownPlugs.has(position)) return { plugs: [], unknown: false, asks: [] };
  const judged = everyPlug(s.family)
    .filter((p) => positionKey(p.position) === position)
    .map((plug) => ({
      plug,
      is: plug.when
        ? certainty(bindAt(plug.when, position, s.registry), s.known, s.registry)
        : ('yes' as const),
    }));
  return {
    plugs: judged.filter((j) => j.is === 'yes').map((j) => j.plug),
    unknown: judged.some((j) => j.is === 'unknown'),
    asks: [
      ...new Set(
        judged.flatMap(({ plug, is }) =>
          plug.when && is === 'unknown'
            ? openFacts(prepare(fold(bindAt(plug.when, position, s.registry)), s.registry), s.known)
            : [],
        ),
      ),
    ],
  };
}

/** Conflicts that somebody has to settle; the others are notes beside the map. */
const NOTES = new Set(['plug-reversible', 'plug-left-over', 'need-open', 'need-varies']);

/** Conflicts of the map that somebody has to settle; notes are left out. */
export function seriousConflicts(w: PositionWiring) {
  return (w.map?.conflicts ?? []).filter((c) => !NOTES.has(c.code));
}

import { everyPlug } from '../../harness/everyPlug';
import { cureMatter, type Matter, matterOf, modeMatter, routeMatter } from '../../kernel/ids';
import { weakMapMemoize } from 'reselect';
import { clean } from '../../kernel/clean';
import { type Circuit, circuitFinder, needOf } from '../../controls';
import {
  type Cure,
  CURES,
  type CureOption,
  dropLimitV,
  type Figures,
  lowLoadCures,
  SYSTEM_V,
  type SystemV,
} from '../../electric/formulas';
import type { Known } from '../../fitment';
import { bindAt } from '../../rule/condition';
import { certainty } from '../../fitment/functionRows';
import { type FeedCandidate, feedCandidates, type FeedNeed, type FeedSources } from '../../harness';
import type { Rule } from '../../rule';
import type { Family, Lamp } from '../../catalogue/types';
import {
  type FactRegistry,
  type LampFunction,
  mirrorKey,
  type PositionKey,
  positionKey,
} from '../../vehicle';
import type { JobRecord, SwapRecord } from '../fold';
import { circuitsOf } from './mapping';
import { ownCases } from '../../light/program/ownWays';
import { type PositionWiring, suppliedCases } from './wiring';

/** A plug or loop of the lamp that chooses a behaviour, and what was chosen. */
export interface ModeMatter {
  readonly position: PositionKey;
  readonly plug: string;
  readonly cavity: string;
  readonly matter: Matter;
  readonly mode: { readonly open: Lamp['about']; readonly closed: Lamp['about'] } | null;
  readonly chosen: 'open' | 'closed' | null;
  readonly event: string | null;
}

/** A circuit that takes the new lamp for a dead one, and what is to be done about it. */
export interface CureMatter {
  readonly circuit: string;
  readonly positions: readonly PositionKey[];
  readonly matter: Matter;
  readonly belowA: number;
  readonly drawnA: number;
  readonly options: readonly CureOption[];
  readonly chosen: Cure | null;
  readonly event: string | null;
}

/** The smaller choices of a swap's wiring. */
export interface WireMatters {
  readonly modes: readonly ModeMatter[];
  readonly cures: readonly CureMatter[];
  /** Measured lengths, mm, by position, with their events. */
  readonly routes: Readonly<Record<PositionKey, { readonly mm: number; readonly event: string }>>;
}

/** What those choices hang on besides the wiring. */
export interface MatterSources {
  readonly family: Family;
  readonly registry: FactRegistry;
  readonly known: Known;
  readonly systemV: SystemV | null;
  readonly figures: Figures;
}

/** The smaller choices that a swap's wiring leaves to people. */
export function wireMatters(
  swap: SwapRecord,
  wiring: readonly PositionWiring[],
  record: Pick<JobRecord, 'decisions'>,
  s: MatterSources,
): WireMatters {
  const decided = (matter: Matter) => record.decisions.get(matterOf(swap.id, matter))?.event;
  const modes = wiring.flatMap((w) =>
    (w.map?.inputs ?? [])
      .filter((i) => i.verdict === 'mode-choice')
      .map((i): ModeMatter => {
        const matter = modeMatter(w.position, i.plug, i.cavity);
        const e = decided(matter);
        const choice = e?.body.choice;
        return {
          position: w.position,
          plug: i.plug,
          cavity: i.cavity,
          matter,
          mode: i.input.mode ?? null,
          chosen: choice === 'open' || choice === 'closed' ? choice : null,
          event: e?.id ?? null,
        };
      }),
  );
  const routes = Object.fromEntries(
    wiring.flatMap((w) => {
      const e = decided(routeMatter(w.position));
      const mm = Number(e?.body.choice);
      return e && Number.isFinite(mm) && mm > 0 ? [[w.position, { mm, event: e.id }]] : [];
    }),
  );
  return { modes, cures: cures(wiring, s, decided), routes };
}

function cures(
  wiring: readonly PositionWiring[],
  s: MatterSources,
  decided: (
    matter: Matter,
  ) => { readonly id: string; readonly body: { readonly choice: string } } | undefined,
): readonly CureMatter[] {
  const find = circuitFinder(s.family.circuits ?? []);
  const rows = new Map<string, { circuit: Circuit; positions: string[]; drawnA: number }>();
  for (const w of wiring)
    for (const c of w.map?.circuits ?? []) {
      const circuit = find(c.circuit);
      if (!circuit || (c.outcome !== 'loaded' && !watchesCircuit(circuit))) continue;
      const row = rows.get(c.circuit) ?? { circuit, positions: [], drawnA: 0 };
      // Each lamp by itself: the least of them decides; the whole circuit: all of them together.
      const drawnA = watchesCircuit(circuit)
        ? row.drawnA + c.drawnA
        : row.positions.length === 0
          ? c.drawnA
          : Math.min(row.drawnA, c.drawnA);
      rows.set(c.circuit, { ...row, drawnA, positions: [...row.positions, w.position] });
    }
  // What hangs on a watched circuit besides these lamps counts as well.
  for (const [id, row] of rows) {
    const { monitoring, steadyA } = row.circuit;
    if (!watchesCircuit(row.circuit) || monitoring.kind !== 'threshold') continue;
    const drawnA = row.drawnA + steadyA;
    if (drawnA >= monitoring.belowA) rows.delete(id);
    else rows.set(id, { ...row, drawnA });
  }
  return [...rows].map(([id, { circuit, positions, drawnA }]): CureMatter => {
    const matter = cureMatter(id);
    const e = decided(matter);
    const belowA = circuit.monitoring.kind === 'threshold' ? circuit.monitoring.belowA : 0;
    return {
      circuit: id,
      positions,
      matter,
      belowA,
      drawnA,
      options:
        s.systemV === null
          ? []
          : lowLoadCures(
              {
                belowA,
                lampA: drawnA,
                systemV: s.systemV,
                ...(circuit.monitoring.kind === 'threshold' && circuit.monitoring.follows
                  ? { follows: true }
                  : {}),
                flashing: circuit.cases.every((c) => c.level.kind === 'flashing'),
              },
              s.figures,
            ),
      chosen: CURES.find((c) => c === e?.body.choice) ?? null,
      event: e?.id ?? null,
    };
  });
}

const watchesCircuit = (c: Circuit): boolean =>
  c.monitoring.kind === 'threshold' && c.monitoring.watches === 'circuit';

/**
 * Mode plugs of the two sides that are not set alike, whichever way they differ: open and closed, or loops of two
 * kinds. Compared by what the lamp does for it, not by the name of the cavity.
 */
export function modesThatDiffer(modes: readonly ModeMatter[]): readonly (readonly ModeMatter[])[] {
  const byPlace = new Map<string, ModeMatter[]>();
  for (const m of modes) byPlace.set(m.position, [...(byPlace.get(m.position) ?? []), m]);
  const seen = new Set<string>();
  return [...byPlace].flatMap(([position, list]) => {
    const other = byPlace.get(mirrorKey(position));
    if (!other || seen.has(position)) return [];
    seen.add(mirrorKey(position));
    const all = [...list, ...other];
    if (all.some((m) => !m.chosen)) return [];
    return doesOf(list) === doesOf(other) ? [] : [all];
  });
}

/** What the set loops of a lamp make it do, in one text. */
const doesOf = (list: readonly ModeMatter[]): string =>
  list
    .map((m) => JSON.stringify(m.mode && m.chosen ? m.mode[m.chosen] : m.chosen))
    .sort()
    .join();

/** Where a feed can be taken on this vehicle, as far as the facts tell. */
export function feedSourcesOf(
  wiring: readonly PositionWiring[],
  measuredMm: Readonly<Record<string, number>>,
  s: Omit<MatterSources, 'systemV' | 'figures'>,
): FeedSources {
  const holds = (when: Rule | undefined) =>
    when === undefined || certainty(bindAt(when, 'vehicle', s.registry), s.known, s.registry) === 'yes';
  const find = circuitFinder(s.family.circuits ?? []);
  const drawn = new Map<string, number>();
  for (const w of wiring)
    for (const c of w.map?.circuits ?? [])
      drawn.set(c.circuit, Math.max(drawn.get(c.circuit) ?? 0, c.drawnA));
  return {
    boxes: (s.family.fuseBoxes ?? []).filter((b) => holds(b.when)),
    leads: (s.family.leads ?? []).filter((l) => holds(l.when)),
    battery: s.family.battery ?? null,
    wires: [...drawn].flatMap(([id, drawnA]) => {
      const circuit = find(id);
      return circuit ? [{ circuit, drawnA }] : [];
    }),
    measuredMm,
    ...(s.family.leadWays ? { ways: s.family.leadWays } : {}),
    lampCircuits: lampCircuitsOf(s.family),
  };
}

/** Circuits that lamps of the line hang on. */
const lampCircuitsOf = weakMapMemoize((family: Family): readonly string[] => [
  ...new Set(
    everyPlug(family).flatMap((p) =>
      p.cavities.flatMap((c) => (c.circuit && c.circuit !== 'ground' ? [c.circuit] : [])),
    ),
  ),
]);

/** Sources by their ids: what a feed’s candidates hang on besides the line itself. */
const named = (s: FeedSources) => ({
  boxes: s.boxes.map((b) => b.id),
  leads: s.leads.map((l) => l.id),
  battery: s.battery !== null,
  wires: s.wires.map((w) => [w.circuit.id, w.drawnA] as const),
  measuredMm: s.measuredMm,
});

/** Every place a feed could come from: of one line, for one need, over the sources that are there. */
const candidatesOf = weakMapMemoize(
  (family: Family, figures: Figures, needText: string, sourcesText: string): readonly FeedCandidate[] => {
    const has = JSON.parse(sourcesText) as ReturnType<typeof named>;
    const find = circuitsOf(family);
    return feedCandidates(JSON.parse(needText) as FeedNeed, {
      boxes: (family.fuseBoxes ?? []).filter((b) => has.boxes.includes(b.id)),
      leads: (family.leads ?? []).filter((l) => has.leads.includes(l.id)),
      battery: has.battery ? (family.battery ?? null) : null,
      wires: has.wires.flatMap(([id, drawnA]) => {
        const circuit = find(id);
        return circuit ? [{ circuit, drawnA }] : [];
      }),
      ...(has.measuredMm ? { measuredMm: has.measuredMm } : {}),
      lampCircuits: lampCircuitsOf(family),
      ...(family.leadWays ? { ways: family.leadWays } : {}),
      figures,
    });
  },
);

/** A function of a swap that wants an extra feed, and every place it could come from. */
export interface FeedMatter {
  readonly does: LampFunction;
  readonly positions: readonly PositionKey[];
  readonly totalA: number;
  readonly candidates: readonly FeedCandidate[];
}

/** Functions of a swap that want an extra feed, decided or not. */
export const feedMatterFunctions = (wiring: readonly PositionWiring[]): readonly LampFunction[] => [
  ...new Set(wiring.flatMap((w) => [...w.undecided, ...w.feeds.map((f) => f.does)])),
];

/** Every extra feed of a swap with its candidates. Of the two sides one need is made: a feed serves both. */
export function feedMatters(
  wiring: readonly PositionWiring[],
  matters: WireMatters,
  s: MatterSources,
): readonly FeedMatter[] {
  if (s.systemV === null) return [];
  const sources = feedSourcesOf(wiring, measuredOf(matters), s);
  return feedMatterFunctions(wiring).map((does) => {
    const need = needFor(does, wiring, s.family, s.systemV ?? 12, s.figures);
    return {
      does,
      positions: need.targets.map((t) => t.position),
      totalA: clean(need.eachA * need.targets.length),
      candidates: candidatesOf(s.family, s.figures, JSON.stringify(need), JSON.stringify(named(sources))),
    };
  });
}

/** Measured lengths by position, mm. */
export const measuredOf = (matters: WireMatters): Readonly<Record<string, number>> =>
  Object.fromEntries(Object.entries(matters.routes).map(([p, r]) => [p, r.mm]));

function needFor(
  does: LampFunction,
  wiring: readonly PositionWiring[],
  family: Family,
  systemV: SystemV,
  figures: Figures,
): FeedNeed {
  const here = wiring.filter((w) => w.undecided.includes(does) || w.feeds.some((f) => f.does === does));
  const inputs = here.flatMap((w) => w.map?.inputs.filter((i) => i.input.does === does) ?? []);
  const lamp = here[0]?.lamp;
  const places = new Map(family.places.map((p) => [positionKey(p.position), p]));
  return {
    need: needOf(does, places.get(here[0]?.position ?? '')?.position.side ?? 'left'),
    behaviour: lamp
      ? ownCases(lamp, here[0]?.mode ?? null, does, (other) => suppliedCases(here[0], other, family))
      : [],
    takesPulsed: inputs.every((i) => i.input.takesPulsed),
    eachA: Math.max(0, ...inputs.map((i) => i.input.currentA)),
    targets: here.map((w) => ({
      position: w.position,
      xMm: places.get(w.position)?.xMm ?? 0,
      yMm: places.get(w.position)?.yMm ?? 0,
    })),
    testV: SYSTEM_V[systemV].testV,
    lampMinV: lamp?.workingMinV ?? 9,
    limitV: dropLimitV(lamp?.role, figures),
  };
}

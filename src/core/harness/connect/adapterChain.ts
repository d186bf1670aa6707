import TinyQueue from 'tinyqueue';
import { type Conversion, conversionOf, convertedId, sourcesOf } from '../../controls';
import { USUAL_FIGURES } from '../../electric/formulas';
import { compareText } from '../../kernel/reason';
import {
  type AdapterIndex,
  type IndexedAdapter,
  LEADS,
  leastRest,
  moduleOf,
  type Rest,
  type Wired,
} from './adapterIndex';
import { bothWays } from './bothWays';
import { mating, turnedCavity } from './face';
import type { ConnectorHalf, LampInput, LampPlug, OwnWay, VehiclePlug } from '../types';

/** *Setting*: adapters in one chain at most. */
export const MAX_LINKS = 3;
/** *Setting*: ends of a chain that may hang free at once. */
export const MAX_OPEN = 3;

/** How a plug of the lamp goes onto an open end. `turned`: an unkeyed one, the other way round; `jointed`: wire by wire. */
export type MatedHow = 'mates' | 'unlocked' | 'reversible' | 'turned' | 'jointed' | 'screwed';

/** Whether an input is right between a supply and a return that is switched. */
export type SeriesSuits = (input: LampInput & OwnWay, supply: string, back: string) => boolean;

/** Ends that are there, ends that are wanted, adapters between. */
export interface ChainInput {
  readonly vehiclePlugs: readonly VehiclePlug[];
  readonly lampPlugs: readonly LampPlug[];
  readonly connector: (id: string) => ConnectorHalf | undefined;
  readonly index: AdapterIndex;
  /** Whether an input is rightly fed by a circuit (or `ground`, or two on one wire, `stop+turn-left`). */
  readonly suits: (input: LampInput, circuit: string) => boolean;
  /** Whether an input is right between a supply and a circuit that switches its ground; absent: none is. */
  readonly series?: SeriesSuits;
  readonly jointMinor?: number;
  /** Off: no bound and no pruning, breadth first; the reference for measuring. */
  readonly bounded?: boolean;
}

/** An adapter in a chain and what each of its in-ends is plugged onto: `v:plug` or `link number:end`. */
export interface ChainLink {
  readonly part: string;
  readonly onto: readonly string[];
}

/** A wanted end and what it meets. */
export interface ChainMate {
  readonly plug: string;
  readonly end: string;
  readonly how: MatedHow;
  /** Cavity of the end for each cavity of the lamp's plug. */
  readonly cavities: ReadonlyMap<string, string>;
}

/** Adapters in their order, what they cost, and what meets what. */
export interface Chain {
  readonly links: readonly ChainLink[];
  readonly mates: readonly ChainMate[];
  readonly costMinor: number;
  readonly joints: number;
}

/** An end that something can be plugged onto, with the circuit in each of its cavities. */
export interface OpenEnd {
  readonly ref: string;
  readonly family: string;
  readonly half: ConnectorHalf | undefined;
  readonly circuits: ReadonlyMap<string, string>;
  readonly sign: string;
}

interface State {
  readonly open: readonly OpenEnd[];
  readonly links: readonly ChainLink[];
  readonly costMinor: number;
  readonly joints: number;
  readonly missing: number;
  /** Cost so far and the least that is left. */
  readonly bound: number;
  readonly name: string;
}

/**
 * The cheapest chain of adapters that mates every plug of the lamp with every input right for which the vehicle has a
 * suiting circuit. Cost: prices and a charge for each joint; ties by fewer joints, stock, part id. Best-first over
 * the set of open ends, to three links. null: there is none.
 */
export function adapterChain(i: ChainInput): Chain | null {
  const jointMinor = i.jointMinor ?? USUAL_FIGURES.jointMinor;
  const wanted = i.lampPlugs.filter((p) => p.inputs.some((x) => x.does !== 'mode'));
  const start = i.vehiclePlugs.map((p) => vehicleEnd(p, i.connector));
  const present = new Set(start.flatMap((e) => [...e.circuits.values()]));
  const goals = wanted.map((plug) => goalOf(plug, present, i, jointMinor));
  const maxOpen = Math.max(MAX_OPEN, start.length);
  /** The same open ends, as they were reached: only what was cheaper and shorter too makes another way to them idle. */
  const seen = new Map<string, Pick<State, 'links' | 'costMinor'>[]>();
  const queue = new TinyQueue<State>([], i.bounded === false ? byLinks : byBound);
  const push = (s: Omit<State, 'bound' | 'name'>) => {
    const rest = restOf(s, goals, i.bounded !== false);
    if (rest === null) return;
    queue.push({
      ...s,
      bound: s.costMinor + rest,
      name: s.links.map((l) => `${l.part}(${l.onto.join()})`).join(),
    });
  };
  push({ open: start, links: [], costMinor: 0, joints: 0, missing: 0 });
  let best: Chain | null = null;
  for (let state = queue.pop(); state; state = queue.pop()) {
    const key = state.open
      .map((e) => e.sign)
      .sort()
      .join('¦');
    if (i.bounded !== false) {
      const before = seen.get(key) ?? [];
      if (before.some((b) => b.links.length <= state.links.length && b.costMinor <= state.costMinor))
        continue;
      seen.set(key, [...before, state]);
    }
    const mates = matesOf(state.open, goals, i);
    if (mates) {
      const { links, costMinor, joints } = state;
      const chain: Chain = { links, mates, costMinor, joints: joints + mates.length };
      if (i.bounded !== false) return chain;
      if (!best || costMinor < best.costMinor) best = chain;
    }
    if (state.links.length >= MAX_LINKS) continue;
    for (const end of state.open)
      for (const adapter of i.index.byFirst.get(end.family) ?? [])
        for (const onto of seats(adapter, end, state.open)) {
          const next = applied(state, adapter, onto, jointMinor);
          if (next.open.length <= maxOpen) push(next);
        }
  }
  return best;
}

const byBound = (a: State, b: State) =>
  a.bound - b.bound || a.joints - b.joints || a.missing - b.missing || compareText(a.name, b.name);
const byLinks = (a: State, b: State) => a.links.length - b.links.length || compareText(a.name, b.name);

function vehicleEnd(plug: VehiclePlug, connector: ChainInput['connector']): OpenEnd {
  const half = connector(plug.connector);
  const circuits = new Map(
    plug.cavities.flatMap((c) => (c.circuit === null ? [] : [[c.cavity, c.circuit] as const])),
  );
  return openEnd(`v:${plug.id}`, familyOfHalf(half, plug.connector), half, circuits);
}

const familyOfHalf = (half: ConnectorHalf | undefined, otherwise: string) =>
  half?.kind === 'leads' ? LEADS : (half?.family ?? otherwise);

function openEnd(
  ref: string,
  family: string,
  half: ConnectorHalf | undefined,
  circuits: ReadonlyMap<string, string>,
): OpenEnd {
  const sign = `${family}${half ? '' : '*'}:${[...circuits]
    .map(([c, k]) => `${c}=${k}`)
    .sort()
    .join()}`;
  return { ref, family, half, circuits, sign };
}

interface Goal {
  readonly plug: LampPlug;
  readonly half: ConnectorHalf | undefined;
  readonly family: string;
  readonly rest: ReadonlyMap<string, Rest>;
  /** Inputs that want feeding, each with the circuits that suit; none suits: an extra feed. */
  readonly inputs: readonly {
    readonly input: LampInput;
    readonly circuits: ReadonlySet<string>;
    readonly makeable: boolean;
  }[];
  /** Returns that are switched, by input and supply: `cavity|supply|return`. */
  readonly series: ReadonlySet<string>;
}

function goalOf(plug: LampPlug, present: ReadonlySet<string>, i: ChainInput, jointMinor: number): Goal {
  const half = i.connector(plug.connector);
  const family = familyOfHalf(half, plug.connector);
  const inputs = plug.inputs
    .filter((x) => x.does !== 'mode')
    .map((input) => {
      const circuits = new Set([...present].filter((c) => i.suits(input, c)));
      // A module can make what no wire of the vehicle carries yet.
      if (circuits.size === 0)
        for (const made of makeable(input, present, i.index.makes))
          if (i.suits(input, made)) circuits.add(made);
      // What suits by itself suits through a relay too.
      if (i.index.makes.has('relay') && input.does !== 'ground')
        for (const of of [...circuits].filter((c) => conversionOf(c) === null && c !== 'ground')) {
          const relayed = convertedId({ kind: 'relay', of });
          if (i.suits(input, relayed)) circuits.add(relayed);
        }
      return { input, circuits, makeable: circuits.size > 0 };
    });
  return {
    plug,
    half,
    family,
    ...withSeries(inputs, present, i),
    rest: leastRest(i.index, family, jointMinor, MAX_LINKS),
  };
}

/** Inputs that nothing feeds by itself may be right between a supply and a return that is switched. */
function withSeries(
  inputs: Goal['inputs'],
  present: ReadonlySet<string>,
  { series }: ChainInput,
): Pick<Goal, 'inputs' | 'series'> {
  const found = new Set<string>();
  if (!series || !inputs.some((x) => x.input.does === 'ground')) return { inputs, series: found };
  const backs = new Set<string>();
  const supplies = new Map<LampInput, Set<string>>();
  for (const { input, makeable } of inputs)
    if (!makeable && input.does !== 'ground')
      for (const back of present)
        for (const supply of present)
          if (supply !== back && series(input, supply, back)) {
            found.add(`${input.cavity}|${supply}|${back}`);
            backs.add(back);
            supplies.set(input, (supplies.get(input) ?? new Set()).add(supply));
          }
  if (found.size === 0) return { inputs, series: found };
  return {
    series: found,
    inputs: inputs.map((x) => {
      const more = x.input.does === 'ground' ? backs : supplies.get(x.input);
      return more ? { input: x.input, circuits: new Set([...x.circuits, ...more]), makeable: true } : x;
    }),
  };
}

/** What modules could make for an input of the circuits that are there. */
function makeable(
  { does }: LampInput,
  present: ReadonlySet<string>,
  makes: AdapterIndex['makes'],
): readonly string[] {
  const there = [...present].filter((c) => c !== 'ground' && conversionOf(c) === null);
  const pairs = (of: (a: string, b: string) => Conversion) =>
    there.flatMap((a) => there.map((b) => convertedId(of(a, b))));
  const found: string[] = [];
  if (does === 'stop-turn' && makes.has('join'))
    found.push(...pairs((stop, turn) => ({ kind: 'join', stop, turn })));
  if ((does === 'stop' || does === 'turn' || does === 'high-stop') && makes.has('part')) {
    const out = does === 'turn' ? 'turn' : 'stop';
    found.push(...there.map((of) => convertedId({ kind: 'part', out, of })));
    if (out === 'stop') found.push(...pairs((of, beside) => ({ kind: 'part', out, of, beside })));
  }
  if (does !== 'ground' && makes.has('steady'))
    found.push(...there.map((of) => convertedId({ kind: 'steady', of })));
  return found;
}

/** The least that is still to be paid; null where a goal cannot be reached any more. */
function restOf(s: Pick<State, 'open' | 'links'>, goals: readonly Goal[], prune: boolean): number | null {
  if (!prune) return 0;
  const left = MAX_LINKS - s.links.length;
  let most = 0;
  for (const goal of goals) {
    let least = Infinity;
    for (const e of s.open) {
      const rest = goal.rest.get(e.family);
      if (rest && rest.links <= left) least = Math.min(least, rest.costMinor);
    }
    if (least === Infinity) return null;
    most = Math.max(most, least);
    // A circuit that no open end carries any more does not come back.
    for (const { circuits, makeable } of goal.inputs)
      if (makeable && !s.open.some((e) => carries(e, circuits))) return null;
  }
  return most;
}

function carries(end: OpenEnd, circuits: ReadonlySet<string>): boolean {
  for (const c of end.circuits.values()) if (circuits.has(c)) return true;
  // What a module would make is carried as what it is made of.
  for (const made of circuits) {
    const [source] = conversionOf(made) ? sourcesOf(made) : [];
    if (source !== undefined) for (const c of end.circuits.values()) if (c === source) return true;
  }
  return false;
}

/** Every way of plugging an adapter's in-ends onto open ends, its first onto the given one. */
function seats(
  adapter: IndexedAdapter,
  first: OpenEnd,
  open: readonly OpenEnd[],
): readonly (readonly OpenEnd[])[] {
  let found: (readonly OpenEnd[])[] = [[first]];
  for (const { family } of adapter.ins.slice(1))
    found = found.flatMap((taken) =>
      open.filter((e) => e.family === family && !taken.includes(e)).map((e) => [...taken, e]),
    );
  return found;
}

/** What comes out of a wire of an adapter; null: nothing does. @param at the circuit at an in-end's cavity */
function madeBy(w: Wired, at: (p: Wired['from']) => string | undefined): string | null {
  const of = at(w.from);
  if (of === undefined) return null;
  // Modules are for plain wires: behind another one, or on the ground, nothing says what they would make.
  const kind = of === 'ground' ? null : moduleOf(w);
  if (kind === null) return of;
  if (conversionOf(of)) return kind === 'steady' ? of : null;
  if (w.turn) {
    const turn = at(w.turn);
    return turn === undefined || turn === 'ground' || conversionOf(turn)
      ? null
      : convertedId({ kind: 'join', stop: of, turn });
  }
  if (w.part) {
    const beside = w.beside && at(w.beside);
    const tells = beside !== undefined && beside !== 'ground' && !conversionOf(beside);
    return convertedId({ kind: 'part', out: w.part, of, ...(tells ? { beside } : {}) });
  }
  return convertedId({ kind: kind === 'relay' ? 'relay' : 'steady', of });
}

/** The open ends of an adapter that is plugged onto others. */
export function endsBehind(
  adapter: IndexedAdapter,
  onto: readonly OpenEnd[],
  number: number,
): readonly OpenEnd[] {
  return adapter.outs.map((out) => {
    const circuits = new Map<string, string>();
    for (const w of out.wires) {
      const circuit = madeBy(w, (p) => onto[p.end]?.circuits.get(p.cavity));
      if (circuit !== null) circuits.set(w.to, circuit);
    }
    return openEnd(`${number}:${out.id}`, out.family, undefined, circuits);
  });
}

function applied(
  s: State,
  adapter: IndexedAdapter,
  onto: readonly OpenEnd[],
  jointMinor: number,
): Omit<State, 'bound' | 'name'> {
  return {
    open: [...s.open.filter((e) => !onto.includes(e)), ...endsBehind(adapter, onto, s.links.length)],
    links: [...s.links, { part: adapter.part, onto: onto.map((e) => e.ref) }],
    costMinor: s.costMinor + adapter.priceMinor + jointMinor * adapter.ins.length,
    joints: s.joints + adapter.ins.length,
    missing: s.missing + (adapter.stock > 0 ? 0 : 1),
  };
}

function matesOf(
  open: readonly OpenEnd[],
  goals: readonly Goal[],
  i: ChainInput,
): readonly ChainMate[] | null {
  const [goal, ...others] = goals;
  if (!goal) return [];
  for (const end of open) {
    const mate = rightMate(end, goal, i);
    if (!mate) continue;
    const rest = matesOf(
      open.filter((e) => e !== end),
      others,
      i,
    );
    if (rest) return [mate, ...rest];
  }
  return null;
}

/** The lamp's plug on an open end with every input right, and locked. */
function rightMate(end: OpenEnd, goal: Goal, i: ChainInput): ChainMate | null {
  if (end.family !== goal.family) return null;
  for (const { how, cavities } of waysToMate(end, goal.plug, goal.half, i.suits)) {
    if (how === 'unlocked') continue;
    if (isRight(goal, i, (input) => end.circuits.get(cavities.get(input.cavity) ?? '')))
      return { plug: goal.plug.id, end: end.ref, how, cavities };
    const pair = bothWays(goal.plug);
    if (!pair) continue;
    // The other way round it works as well: nothing is sold for that.
    const other = new Map([
      [pair.input.cavity, pair.ground.cavity],
      [pair.ground.cavity, pair.input.cavity],
    ]);
    if (isRight(goal, i, (x) => end.circuits.get(cavities.get(other.get(x.cavity) ?? x.cavity) ?? '')))
      return { plug: goal.plug.id, end: end.ref, how, cavities };
  }
  return null;
}

/** Whether every input of a goal has what it wants. @param at the circuit that reaches an input */
function isRight(goal: Goal, i: ChainInput, at: (input: LampInput) => string | undefined): boolean {
  const grounds = goal.inputs.filter((x) => x.input.does === 'ground');
  const back = grounds.map((x) => at(x.input)).find((c) => c !== undefined && c !== 'ground');
  return goal.inputs.every(({ input, circuits, makeable }) => {
    const circuit = at(input);
    if (!makeable) return circuit === undefined;
    if (circuit === undefined || !circuits.has(circuit)) return false;
    if (input.does === 'ground') return true;
    const inSeries = back !== undefined && goal.series.has(`${input.cavity}|${circuit}|${back}`);
    return back === undefined ? i.suits(input, circuit) : inSeries;
  });
}

/** The ways in which a plug of the lamp goes onto an end: as moulded, turned where nothing keys it, wire by wire. */
export function waysToMate(
  end: OpenEnd,
  plug: LampPlug,
  half: ConnectorHalf | undefined,
  suits: ChainInput['suits'],
): readonly { readonly how: MatedHow; readonly cavities: ReadonlyMap<string, string> }[] {
  const same = new Map(plug.inputs.map((x) => [x.cavity, x.cavity]));
  if (half?.kind === 'leads') {
    const cavities = new Map<string, string>();
    const sorted = [...end.circuits].sort(([a], [b]) => compareText(a, b));
    for (const input of plug.inputs) {
      const found = sorted.find(([, circuit]) => suits(input, circuit));
      if (found) cavities.set(input.cavity, found[0]);
    }
    return [{ how: 'jointed', cavities }];
  }
  if (half?.kind === 'ring') return [{ how: 'screwed', cavities: same }];
  if (!end.half) return [{ how: 'mates', cavities: same }];
  if (!half) return [];
  const how = mating(end.half, half);
  if (how === 'no') return [];
  if (how !== 'reversible') return [{ how, cavities: same }];
  const turned = new Map(plug.inputs.map((x) => [x.cavity, turnedCavity(half, x.cavity)]));
  return [
    { how, cavities: same },
    { how: 'turned', cavities: turned },
  ];
}

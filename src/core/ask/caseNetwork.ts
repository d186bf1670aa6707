import { DIODE, type Fault, injectFaults, ledCurve, type NetElement } from '../electric';
import type { Circuitry, Fuse, Relay } from '../electric/netlist/part';
import { AT_REST, type Memory, prepareSettling, type Settled } from '../electric/solve/settle';
import { reason, type ReasonFacts } from '../kernel/reason';
import type { CaseFault } from './caseFault';

/** An element of a bare network: as the core's, and the shorter words for a lamp's driver and a diode. */
export type CaseElement =
  | NetElement
  | {
      readonly kind: 'led';
      readonly id: string;
      readonly from: string;
      readonly to: string;
      readonly ratedA: number;
      readonly minV: number;
      readonly polar?: boolean;
    }
  | { readonly kind: 'diode'; readonly id: string; readonly from: string; readonly to: string };

/** A network by itself: nodes that are held at a voltage, what lies between, which switches are closed one setting after another. */
export interface CaseNetwork {
  readonly fixed: Readonly<Record<string, number>>;
  readonly elements: readonly CaseElement[];
  readonly relays?: readonly Relay[];
  readonly fuses?: readonly Fuse[];
  /** Ids of switches; absent: one setting with all of them closed. */
  readonly settings?: readonly { readonly closed: readonly string[] }[];
  readonly faults?: readonly Fault[];
}

/** *Setting*: relays and fuses that may be tried in their states before an answer is given up, over all settings. */
const MOST_STATES = 200_000;

/** The voltages and currents of a network in each setting; relays and fuses are carried from one to the next. */
export function networkAnswer(n: CaseNetwork, faults: CaseFault[]) {
  const wrong = faultsOf(n);
  if (wrong.length > 0) {
    faults.push(...wrong);
    return null;
  }
  const circuitry: Circuitry = {
    fixed: n.fixed,
    elements: injectFaults(n.elements.map(plain), n.faults ?? []),
    relays: n.relays ?? [],
    fuses: n.fuses ?? [],
  };
  const ready = prepareSettling(circuitry);
  const all = n.elements.flatMap((e) => (e.kind === 'switch' ? [e.id] : []));
  let memory: Memory = AT_REST;
  return (n.settings ?? [{ closed: all }]).map(({ closed }) => {
    const settled = ready.settle(new Set(closed), memory);
    if (settled.kind === 'settled') memory = settled.memory;
    return { closed, ...told(settled) };
  });
}

function told(s: Settled) {
  if (s.kind === 'chatters') return s;
  const { solution, memory, blew, mayBlow } = s;
  return {
    kind: s.kind,
    nodeV: Object.fromEntries(solution.nodeV),
    elementA: Object.fromEntries(solution.elementA),
    floating: solution.floating,
    converged: solution.converged,
    pulled: [...memory.pulled],
    blown: [...memory.blown],
    blew,
    mayBlow: mayBlow.map(({ fuse, share }) => ({ fuse, share })),
  };
}

function plain(e: CaseElement): NetElement {
  const { id, from, to } = e;
  if (e.kind === 'diode') return { kind: 'curve', id, from, to, points: DIODE };
  return e.kind === 'led'
    ? { kind: 'curve', id, from, to, points: ledCurve(e.ratedA, e.minV, e.polar ?? true) }
    : e;
}

/** Names that stand twice or lead nowhere, and laws that are none. */
function faultsOf(n: CaseNetwork): readonly CaseFault[] {
  const faults: CaseFault[] = [];
  const add = (path: string, what: ReasonFacts['case-network']['what']) =>
    faults.push({ path: `/network${path}`, reason: reason('case-network', { what }) });
  const ids = new Set<string>();
  const once = (id: string, path: string) => {
    if (ids.has(id)) add(`${path}/id`, 'twice');
    ids.add(id);
  };
  n.elements.forEach((e, i) => {
    once(e.id, `/elements/${i}`);
    if (e.from === e.to) add(`/elements/${i}/to`, 'itself');
    if (e.kind === 'curve')
      e.points.forEach((p, k) => {
        const before = e.points[k - 1];
        if (before && (p.v <= before.v || p.a < before.a)) add(`/elements/${i}/points/${k}`, 'falls');
      });
  });
  n.relays?.forEach((r, i) => {
    once(r.id, `/relays/${i}`);
    if (r.dropV > r.pullV) add(`/relays/${i}/dropV`, 'overPull');
  });
  n.fuses?.forEach((f, i) => once(f.id, `/fuses/${i}`));
  const switches = new Set(n.elements.flatMap((e) => (e.kind === 'switch' ? [e.id] : [])));
  n.settings?.forEach((s, i) =>
    s.closed.forEach((id, k) => {
      if (!switches.has(id)) add(`/settings/${i}/closed/${k}`, 'noSwitch');
    }),
  );
  const parts = (n.relays?.length ?? 0) + (n.fuses?.length ?? 0);
  if ((n.settings?.length ?? 1) * 2 ** Math.min(parts, 30) > MOST_STATES && parts > 16)
    add('/relays', 'tooMany');
  const elements = new Set(n.elements.map((e) => e.id));
  n.faults?.forEach((f, i) => {
    const named = f.kind === 'short' ? [] : f.kind === 'exchange' ? [...f.elements] : [f.element];
    for (const id of named) if (!elements.has(id)) add(`/faults/${i}`, 'noElement');
  });
  return faults;
}

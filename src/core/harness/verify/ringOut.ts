import type { NetElement } from '../../electric/netlist/element';
import { type Fault, inject } from '../../electric/netlist/fault';
import { compareText } from '../../kernel/reason';

/** Ends of a harness that are joined to one another: a wire with its two ends, or several that meet in a joint. */
export interface Net {
  readonly id: string;
  /** Cavities as `plug/number`, two or more. */
  readonly ends: readonly string[];
  /** Has a diode or module in its way: a meter says nothing of it. */
  readonly blocked?: boolean;
}

/** One measurement with the meter, power off. */
export type RingOutStep =
  /** Must be near 0 Ω. */
  | { readonly kind: 'continuity'; readonly net: string; readonly from: string; readonly to: string }
  /** Must be open: one net against all the named others, strapped together. */
  | { readonly kind: 'isolation'; readonly net: string; readonly against: readonly string[] };

/** The measurements that prove a lead, and what they leave open. */
export interface RingOut {
  readonly steps: readonly RingOutStep[];
  /** Nets that a meter cannot ring out; they are proven by the lamp itself. */
  readonly blocked: readonly string[];
  /** What measuring every pair of ends would take. */
  readonly everyPair: number;
}

/**
 * The measurements that ring a harness out: every net from its first end to each other one, then one net after another
 * against all that follow, strapped together. For n nets of two ends that is n + n − 1 instead of every pair.
 */
export function ringOut(nets: readonly Net[]): RingOut {
  const sorted = [...nets].sort((a, b) => compareText(a.id, b.id));
  const open = sorted.filter((n) => !n.blocked);
  const steps: RingOutStep[] = open.flatMap((n) => {
    const [from = '', ...others] = [...n.ends].sort(compareText);
    return others.map((to): RingOutStep => ({ kind: 'continuity', net: n.id, from, to }));
  });
  open
    .slice(0, -1)
    .forEach((n, i) =>
      steps.push({ kind: 'isolation', net: n.id, against: open.slice(i + 1).map((x) => x.id) }),
    );
  const ends = open.reduce((sum, n) => sum + n.ends.length, 0);
  return {
    steps,
    blocked: sorted.filter((n) => n.blocked).map((n) => n.id),
    everyPair: ends === 0 ? 0 : (ends * (ends - 1)) / 2,
  };
}

/** A single fault of a harness. */
export type HarnessFault =
  | { readonly kind: 'open'; readonly net: string; readonly end: string }
  | { readonly kind: 'short'; readonly nets: readonly [string, string] }
  /** Two wires sit in one another's cavity at one plug. */
  | { readonly kind: 'exchange'; readonly ends: readonly [string, string] };

/** Every single open, short and exchange that a harness can have. Ends are exchanged within one plug only. */
export function singleFaults(nets: readonly Net[]): readonly HarnessFault[] {
  const plugOf = (end: string) => end.slice(0, end.lastIndexOf('/'));
  const faults: HarnessFault[] = nets.flatMap((n) =>
    n.ends.map((end): HarnessFault => ({ kind: 'open', net: n.id, end })),
  );
  nets.forEach((a, i) =>
    nets.slice(i + 1).forEach((b) => {
      faults.push({ kind: 'short', nets: [a.id, b.id] });
      for (const x of a.ends)
        for (const y of b.ends) if (plugOf(x) === plugOf(y)) faults.push({ kind: 'exchange', ends: [x, y] });
    }),
  );
  return faults;
}

/** What a measurement would read on a harness with a fault. */
export function readsJoined(step: RingOutStep, nets: readonly Net[], fault: HarnessFault | null): boolean {
  const groups = wiredAs(nets, fault);
  const groupOf = (end: string) => groups.find((g) => g.has(end));
  if (step.kind === 'continuity') return groupOf(step.from)?.has(step.to) ?? false;
  // A net is probed at its first end; the strap joins the first ends of the others.
  const first = (id: string) => [...(nets.find((n) => n.id === id)?.ends ?? [])].sort(compareText)[0] ?? '';
  const probed = groupOf(first(step.net));
  return step.against.some((id) => probed?.has(first(id)) ?? false);
}

/** A harness as elements: each end hangs on the middle of its net, by the name of the cavity it ends in. */
const elementsOf = (nets: readonly Net[]): readonly NetElement[] =>
  nets.flatMap((n) =>
    n.ends.map((end): NetElement => ({
      kind: 'resistor',
      id: end,
      from: middleOf(n.id),
      to: end,
      ohm: 0.01,
    })),
  );
const middleOf = (net: string): string => `net ${net}`;

/** A fault of a lead as the network knows it. */
function asFault(fault: HarnessFault): Fault {
  switch (fault.kind) {
    case 'open':
      return { kind: 'open', element: fault.end };
    case 'short':
      return { kind: 'short', nodes: [middleOf(fault.nets[0]), middleOf(fault.nets[1])] };
    case 'exchange':
      return { kind: 'exchange', elements: fault.ends };
  }
}

/** Which ends a meter finds joined: those that the elements of the harness, with its fault, lead to from one another. */
function wiredAs(nets: readonly Net[], fault: HarnessFault | null): readonly ReadonlySet<string>[] {
  const groups = new Map<string, Set<string>>();
  for (const e of inject(elementsOf(nets), fault ? [asFault(fault)] : [])) {
    const joined = new Set([e.from, e.to, ...(groups.get(e.from) ?? []), ...(groups.get(e.to) ?? [])]);
    for (const node of joined) groups.set(node, joined);
  }
  return [...new Set(groups.values())];
}

/** Whether a list of measurements tells a faulty harness from a sound one. */
export function catches(steps: readonly RingOutStep[], nets: readonly Net[], fault: HarnessFault): boolean {
  return steps.some((s) => readsJoined(s, nets, fault) !== (s.kind === 'continuity'));
}

/** Single faults that fit what was read, opens and shorts before exchanges: what to look at first. */
export function likelyFaults(
  readings: readonly { readonly step: RingOutStep; readonly joined: boolean }[],
  nets: readonly Net[],
): readonly HarnessFault[] {
  if (readings.every((r) => r.joined === (r.step.kind === 'continuity'))) return [];
  const order = { open: 0, short: 1, exchange: 2 } as const;
  return singleFaults(nets)
    .filter((f) => readings.every((r) => readsJoined(r.step, nets, f) === r.joined))
    .sort((a, b) => order[a.kind] - order[b.kind]);
}

import type { Fault } from '../electric';
import type { PinMap } from '../harness';
import { reason } from '../kernel/reason';
import { type Job, wireView } from '../job';
import type { CaseFault } from './caseFault';

/** A cavity of a lamp's plug. */
interface AtCavity {
  readonly position: string;
  readonly plug: string;
  readonly cavity: string;
}

/** Something that is wrong in the wiring, for `live`, `light` and `checks`. Cavities are those of the lamp's plug. */
export type CaseWrong =
  | ({ readonly kind: 'open' } & AtCavity)
  /** A joint that has corroded: so many Ω more. */
  | ({ readonly kind: 'weak'; readonly ohm: number } & AtCavity)
  /** Against the body, or against another cavity of the same lamp. */
  | ({
      readonly kind: 'short';
      readonly to?: { readonly plug: string; readonly cavity: string };
    } & AtCavity)
  /** Two wires of a plug sit in one another's cavity. */
  | {
      readonly kind: 'exchange';
      readonly position: string;
      readonly plug: string;
      readonly cavities: readonly [string, string];
    }
  | { readonly kind: 'unmated'; readonly position: string; readonly plug: string }
  | { readonly kind: 'fuse'; readonly circuit: string }
  /** The fuse of an extra feed. */
  | { readonly kind: 'feed'; readonly does: string };

/** What is wrong, in the terms of the network of each swap; names that lead nowhere are faults of the case. */
export function networkFaults(
  wrong: readonly CaseWrong[],
  job: Job,
  faults: CaseFault[],
): ReadonlyMap<string, readonly Fault[]> {
  const { swaps } = wireView(job);
  const maps = swaps.flatMap((s) =>
    s.wiring.flatMap((w) => (w.map ? [{ swap: s.id, position: w.position, map: w.map }] : [])),
  );
  const found = new Map<string, Fault[]>();
  const put = (swap: string, ...list: readonly Fault[]) =>
    found.set(swap, [...(found.get(swap) ?? []), ...list]);
  wrong.forEach((w, i) => {
    const path = `/faults/${i}`;
    const nowhere = (at: string, what: string) =>
      faults.push({ path: `${path}/${at}`, reason: reason('case-no-wire', { what }) });
    if (w.kind === 'fuse') {
      const mine = maps.filter(({ map }) => map.inputs.some((x) => x.from?.circuit === w.circuit));
      if (mine.length === 0) nowhere('circuit', w.circuit);
      for (const swap of new Set(mine.map((m) => m.swap)))
        put(swap, { kind: 'open', element: `circuit:${w.circuit}` });
      return;
    }
    if (w.kind === 'feed') {
      const mine = swaps.filter((s) => s.wiring.some((x) => x.feeds.some((f) => f.does === w.does)));
      if (mine.length === 0) nowhere('does', w.does);
      for (const s of mine) put(s.id, { kind: 'open', element: `feed:${w.does}` });
      return;
    }
    const at = maps.find((m) => m.position === w.position);
    if (!at) {
      nowhere('position', w.position);
      return;
    }
    const wires = wiresOf(at.position, at.map, w.plug);
    if (w.kind === 'unmated') {
      if (wires.size === 0) nowhere('plug', w.plug);
      put(at.swap, ...[...wires.values()].map((element): Fault => ({ kind: 'open', element })));
      return;
    }
    if (w.kind === 'exchange') {
      const [one, two] = w.cavities.map((c) => wires.get(c));
      if (one === undefined || two === undefined) nowhere('cavities', w.cavities.join());
      else put(at.swap, { kind: 'exchange', elements: [one, two] });
      return;
    }
    const element = wires.get(w.cavity);
    if (element === undefined) {
      nowhere('cavity', `${w.plug}/${w.cavity}`);
      return;
    }
    if (w.kind === 'open') put(at.swap, { kind: 'open', element });
    else if (w.kind === 'weak') put(at.swap, { kind: 'weak', element, ohm: w.ohm });
    else {
      const node = `${w.position} ${w.plug}/${w.cavity}`;
      const to = w.to;
      if (to && !wiresOf(at.position, at.map, to.plug).has(to.cavity))
        nowhere('to', `${to.plug}/${to.cavity}`);
      else
        put(at.swap, {
          kind: 'short',
          nodes: [node, to ? `${w.position} ${to.plug}/${to.cavity}` : 'body'],
        });
    }
  });
  return found;
}

/** The wires of a lamp's plug in the network, by cavity: those that lead somewhere. */
function wiresOf(position: string, map: PinMap, plug: string): ReadonlyMap<string, string> {
  return new Map(
    map.inputs.flatMap((i) =>
      i.plug === plug && i.input.does !== 'mode'
        ? [[i.cavity, `${i.input.does === 'ground' ? 'ground' : 'wire'}:${position} ${i.plug}/${i.cavity}`]]
        : [],
    ),
  );
}

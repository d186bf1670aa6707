import type { Adapter } from '../../harness/types';
import { splitCavity } from '../../kernel/ids';
import { type GivenFacts, reason, type ReasonCode } from '../../kernel/reason';
import type { ShelfFault } from '../fault';
import type { Shelf } from '../rows/shelf';

/**
 * Checks an adapter: ends that stand once and are there, wires that go from an in-end to an out-end and never back, a
 * cavity fed once, families and cavities that a connector of the shelf has.
 */
export function adapterFaults(path: string, adapter: Adapter, shelf: Shelf): readonly ShelfFault[] {
  const faults: ShelfFault[] = [];
  const fault = <C extends ReasonCode>(at: string, code: C, ...facts: GivenFacts<C>) =>
    faults.push({ path: `${path}${at}`, reason: reason(code, ...facts) });
  const ends = new Map(adapter.ends.map((e) => [e.id, e]));
  const ids = adapter.ends.map((e) => e.id);
  adapter.ends.forEach((e, i) => {
    if (ids.indexOf(e.id) !== i) fault(`/ends/${i}`, 'end-twice', { end: e.id });
    if (e.family !== null && !shelf.connectors.some((c) => c.family === e.family))
      fault(`/ends/${i}/family`, 'no-such-connector-family', { family: e.family });
  });
  for (const way of ['in', 'out'] as const)
    if (!adapter.ends.some((e) => e.way === way)) fault('/ends', 'adapter-one-way', { way });
  const side = (at: string, text: string, way: 'in' | 'out') => {
    const { end, cavity } = splitCavity(text);
    const there = ends.get(end);
    if (!there) return fault(at, 'no-such-end', { end: text });
    if (there.way !== way) return fault(at, 'adapter-leads-back', { end: text });
    // An in-end sits on a vehicle half, an out-end is one.
    const halves = shelf.connectors.filter((c) => c.family === there.family);
    if (
      there.family !== null &&
      halves.length > 0 &&
      !halves.some((h) => h.cavities.some((c) => c.number === cavity))
    )
      fault(at, 'no-such-cavity', { cavity, connector: there.family });
  };
  const to = adapter.map.map((w) => w.to);
  adapter.map.forEach((w, i) => {
    side(`/map/${i}/from`, w.from, 'in');
    side(`/map/${i}/to`, w.to, 'out');
    if (w.turn !== undefined) side(`/map/${i}/turn`, w.turn, 'in');
    if (w.beside !== undefined) {
      side(`/map/${i}/beside`, w.beside, 'in');
      if (w.part !== 'stop') fault(`/map/${i}/beside`, 'adapter-beside-what', { end: w.beside });
    }
    if (
      [w.turn, w.part, w.smooths || undefined, w.relay || undefined].filter((x) => x !== undefined).length > 1
    )
      fault(`/map/${i}`, 'adapter-two-modules', { end: w.to });
    if (to.indexOf(w.to) !== i) fault(`/map/${i}`, 'cavity-twice', { cavity: w.to });
  });
  return faults;
}

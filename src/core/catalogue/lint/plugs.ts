import { everyPlug } from '../../harness/everyPlug';
import { circuitFinder } from '../../controls';
import { predicatesOf } from '../../rule';
import { indexAdapters, pinMap } from '../../harness';
import { withOwnWays } from '../../light/program/ownWays';
import { lampAt } from '../../fitment';
import { compareText } from '../../kernel/reason';
import { positionKey } from '../../vehicle';
import type { LintFinding } from './lintFinding';
import type { Application, Part, Shelf } from '../types';

type HarnessSource = Pick<Shelf, 'connectors' | 'parts' | 'lamps' | 'families' | 'applications'>;

/** What shows that a claimed adapter does not do what the catalogue says of it. */
const REFUTES = new Set([
  'plug-unmated',
  'wrong-function',
  'polarity',
  'ground-missing',
  'ground-on-function',
]);

/**
 * Looks through connectors and adapters: an adapter that the pin map refutes on a vehicle line it is named for, a
 * connector family with one half only, a plug of a lamp that nothing on the shelf leads to.
 */
export function harnessFindings(shelf: HarnessSource): readonly LintFinding[] {
  const found: LintFinding[] = [];
  const halves = new Map<string, Set<string>>();
  for (const c of shelf.connectors)
    if (c.kind === undefined || c.kind === 'housing')
      halves.set(c.family, (halves.get(c.family) ?? new Set<string>()).add(c.half));
  for (const c of shelf.connectors)
    if (halves.get(c.family)?.size === 1)
      found.push({
        code: 'half-alone',
        severity: 'note',
        rows: [{ kind: 'connector', id: c.id }],
        facts: { half: c.half },
      });
  const familyOf = new Map(shelf.connectors.map((c) => [c.id, c.family]));
  const reached = new Set([
    ...shelf.families.flatMap((f) => (f.plugs ?? []).map((p) => familyOf.get(p.connector) ?? '')),
    ...shelf.parts.flatMap((p) =>
      (p.adapter?.ends ?? []).filter((e) => e.way === 'out').map((e) => e.family ?? ''),
    ),
  ]);
  for (const lamp of shelf.lamps)
    for (const plug of lamp.plugs ?? []) {
      const family = familyOf.get(plug.connector) ?? '';
      if (plug.inputs.some((i) => i.does !== 'mode') && !reached.has(family))
        found.push({
          code: 'lamp-plug-unreached',
          severity: 'note',
          rows: [{ kind: 'lamp', id: lamp.id }],
          facts: { plug: plug.id, family },
        });
    }
  const parts = new Map(shelf.parts.map((p) => [p.id, p]));
  const lamps = new Map(shelf.lamps.map((l) => [l.id, l]));
  // A catalogue repeats itself: what is alike is looked at once.
  const known = new Map<string, boolean>();
  for (const app of shelf.applications)
    for (const part of claimed(app, parts)) {
      const plugs = Object.entries(app.lamps).map(([side, id]) => [side, lamps.get(id)?.plugs]);
      const key = JSON.stringify([part.id, app.families, app.role, app.end, plugs]);
      const is = known.get(key) ?? refuted(app, part, shelf);
      known.set(key, is);
      if (is)
        found.push({
          code: 'adapter-refuted',
          severity: 'fault',
          rows: [
            { kind: 'application', id: app.id },
            { kind: 'part', id: part.id },
          ],
          facts: { part: part.id },
        });
    }
  return found.sort(
    (a, b) => compareText(a.code, b.code) || compareText(a.rows[0]?.id ?? '', b.rows[0]?.id ?? ''),
  );
}

/** Adapters that an application names as what makes another plug good. */
function claimed(app: Application, parts: ReadonlyMap<string, Part>): readonly Part[] {
  const named = predicatesOf(app.rule).flatMap((p) =>
    p.op === 'plug-family' ? (p.mends ?? []).flatMap((m) => m.parts.map((n) => n.part)) : [],
  );
  return [...new Set(named)].flatMap((id) => {
    const part = parts.get(id);
    return part?.adapter ? [part] : [];
  });
}

/** Whether the adapter sets a lamp wrong on a plug that it takes; where the shelf has no such plug, nothing is said. */
function refuted(app: Application, part: Part, shelf: HarnessSource): boolean {
  const { adapter } = part;
  if (!adapter) return false;
  const takes = new Set(adapter.ends.filter((e) => e.way === 'in').map((e) => e.family));
  const connector = (id: string) => shelf.connectors.find((c) => c.id === id);
  const index = indexAdapters([{ part: part.id, adapter, priceMinor: 0, stock: 1 }]);
  return shelf.families
    .filter((f) => app.families.includes(f.id))
    .some((family) =>
      everyPlug(family)
        .filter(
          (p) =>
            p.position.role === app.role &&
            p.position.end === app.end &&
            takes.has(connector(p.connector)?.family ?? ''),
        )
        .some((plug) => {
          const lamp = shelf.lamps.find((l) => l.id === lampAt(app, plug.position));
          if (!lamp?.plugs) return false;
          const siblings = everyPlug(family).filter(
            (p) =>
              positionKey(p.position) === positionKey(plug.position) &&
              connector(p.connector)?.kind === 'ring',
          );
          const map = pinMap({
            side: plug.position.side,
            systemV: null,
            vehiclePlugs: [plug, ...siblings],
            lampPlugs: withOwnWays(lamp),
            lampMinV: lamp.workingMinV,
            lampMaxV: lamp.workingMaxV,
            connector,
            circuit: circuitFinder(family.circuits ?? []),
            adapters: index,
          });
          return map.conflicts.some((c) => REFUTES.has(c.code));
        }),
    );
}

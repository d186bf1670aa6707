import { type LevelCase, parseExpression } from '../controls';
import { reason, type GivenFacts, type ReasonCode } from '../kernel/reason';
import { positionKey } from '../vehicle';
import { adapterFaults, feedFaults } from './checkFeeds';
import type { ShelfFault } from './fault';
import { nearestName } from '../kernel/nearestName';
import type { Shelf } from './types';

/**
 * Checks connectors, circuits, plugs, adapters and lamp behaviour: cavities that exist and stand once, circuits that
 * are there, expressions that parse (and where they do not), a ground in every plug that feeds something.
 */
export function harnessFaults(shelf: Shelf): readonly ShelfFault[] {
  const faults: ShelfFault[] = [];
  const fault = <C extends ReasonCode>(path: string, code: C, ...facts: GivenFacts<C>) =>
    faults.push({ path, reason: reason(code, ...facts) });
  const halves = new Map(shelf.connectors.map((c) => [c.id, c]));

  const checkCases = (path: string, cases: readonly LevelCase[]) =>
    cases.forEach((c, i) => checkWhen(`${path}/${i}/when`, c.when));
  const checkWhen = (path: string, when: string) => {
    const parsed = parseExpression(when);
    if (parsed.kind === 'fault') faults.push({ path, reason: parsed.reason });
  };
  const checkCavities = (path: string, connector: string, cavities: readonly string[]) => {
    const half = halves.get(connector);
    if (!half) {
      const near = nearestName(connector, [...halves.keys()]);
      const missing = { kind: 'connector', id: connector };
      if (near) fault(`${path}/connector`, 'no-such-row-near', { ...missing, near });
      else fault(`${path}/connector`, 'no-such-row', missing);
      return;
    }
    cavities.forEach((cavity, i) => {
      if (!half.cavities.some((c) => c.number === cavity))
        fault(path, 'no-such-cavity', { cavity, connector });
      if (cavities.indexOf(cavity) !== i) fault(path, 'cavity-twice', { cavity });
    });
  };

  shelf.connectors.forEach((half, i) => {
    const numbers = half.cavities.map((c) => c.number);
    numbers.forEach(
      (n, j) =>
        numbers.indexOf(n) !== j && fault(`/connectors/${i}/cavities/${j}`, 'cavity-twice', { cavity: n }),
    );
    half.cavities.forEach(
      (c, j) =>
        (c.row > half.rows || c.column > half.columns) &&
        fault(`/connectors/${i}/cavities/${j}`, 'cavity-outside', { cavity: c.number }),
    );
  });
  shelf.families.forEach((family, i) => {
    const circuits = new Set((family.circuits ?? []).map((c) => c.id));
    const places = new Set(family.places.map((p) => positionKey(p.position)));
    family.circuits?.forEach((c, j) => checkCases(`/families/${i}/circuits/${j}/cases`, c.cases));
    faults.push(...feedFaults(`/families/${i}`, family, checkCases));
    family.plugs?.forEach((plug, j) => {
      const at = `/families/${i}/plugs/${j}`;
      if (!places.has(positionKey(plug.position)))
        fault(`${at}/position`, 'no-such-position', { position: positionKey(plug.position) });
      checkCavities(
        at,
        plug.connector,
        plug.cavities.map((c) => c.cavity),
      );
      plug.cavities.forEach((c, k) => {
        if (c.circuit !== null && c.circuit !== 'ground' && !circuits.has(c.circuit))
          fault(`${at}/cavities/${k}/circuit`, 'no-such-circuit', { circuit: c.circuit });
      });
      const screwed = family.plugs?.some(
        (p) =>
          positionKey(p.position) === positionKey(plug.position) &&
          halves.get(p.connector)?.kind === 'ring' &&
          p.cavities.some((c) => c.circuit === 'ground'),
      );
      if (!screwed && !plug.cavities.some((c) => c.circuit === 'ground'))
        fault(`${at}/cavities`, 'plug-without-ground', { plug: plug.id });
    });
  });
  shelf.lamps.forEach((lamp, i) => {
    lamp.plugs?.forEach((plug, j) =>
      checkCavities(
        `/lamps/${i}/plugs/${j}`,
        plug.connector,
        plug.inputs.map((x) => x.cavity),
      ),
    );
    lamp.behaviour?.forEach((b, j) => checkCases(`/lamps/${i}/behaviour/${j}/cases`, b.cases));
  });
  shelf.parts.forEach((part, i) => {
    if (part.adapter) faults.push(...adapterFaults(`/parts/${i}/adapter`, part.adapter, shelf));
  });
  shelf.profiles.forEach((profile, i) =>
    profile.light?.forEach((r, j) => checkWhen(`/profiles/${i}/light/${j}/when`, r.when)),
  );
  return faults;
}

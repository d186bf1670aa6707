import { type LevelCase, parseExpression } from '../controls';
import { reason, type GivenFacts, type ReasonCode } from '../kernel/reason';
import { positionKey } from '../vehicle';
import { adapterFaults, feedFaults } from './checkFeeds';
import type { ShelfFault } from './fault';
import type { ConnectorHalf } from '../harness/types';
import { nearestName } from '../kernel/nearestName';
import type { Shelf } from './types';

/** Names that mean something else where a circuit is named. */
const RESERVED = new Set(['ground', 'body', 'battery', 'always', 'none']);

/** Whether two halves of a family have the same cavities in the same places, face to face. */
function facesMeet(a: ConnectorHalf, b: ConnectorHalf): boolean {
  if (a.kind === 'leads' || b.kind === 'leads' || a.kind === 'ring' || b.kind === 'ring') return true;
  const outside = (h: ConnectorHalf) => h.cavities.some((c) => c.row > h.rows || c.column > h.columns);
  // One that is wrong by itself is said by itself.
  if (outside(a) || outside(b)) return true;
  if (a.rows !== b.rows || a.columns !== b.columns || a.cavities.length !== b.cavities.length) return false;
  // Looked at through the plug, left and right are exchanged.
  return a.cavities.every((c) =>
    b.cavities.some((x) => x.number === c.number && x.row === c.row && x.column === b.columns + 1 - c.column),
  );
}

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

  const oneOf = (path: string, ids: readonly string[]) =>
    ids.forEach((id, i) => ids.indexOf(id) !== i && fault(`${path}/${i}/id`, 'id-twice', { id }));
  const ofHalf = (path: string, connector: string, wanted: 'vehicle' | 'lamp') => {
    const half = halves.get(connector);
    if (half && half.half !== wanted) fault(`${path}/connector`, 'other-half', { connector, wanted });
  };
  const upward = (path: string, from: number, to: number) => {
    if (from > to) fault(path, 'range-backwards', { from, to });
  };
  /** Halves of one family face one another: a cavity and its partner lie in one place, seen through the plug. */
  const byFamily = new Map<string, { vehicle?: ConnectorHalf; lamp?: ConnectorHalf }>();
  shelf.connectors.forEach((half, i) => {
    const pair = byFamily.get(half.family) ?? {};
    const other = half.half === 'vehicle' ? pair.lamp : pair.vehicle;
    if (other && !facesMeet(half, other))
      fault(`/connectors/${i}/cavities`, 'faces-do-not-meet', { connector: half.id, other: other.id });
    byFamily.set(half.family, { [half.half]: half, ...pair });
    half.cavities.forEach((c, j) => {
      const there = half.cavities.findIndex((x) => x.row === c.row && x.column === c.column);
      if (there !== j) fault(`/connectors/${i}/cavities/${j}`, 'cavity-place-twice', { cavity: c.number });
    });
  });
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
    oneOf(
      `/families/${i}/circuits`,
      (family.circuits ?? []).map((c) => c.id),
    );
    oneOf(
      `/families/${i}/plugs`,
      (family.plugs ?? []).map((p) => `${positionKey(p.position)} ${p.id}`),
    );
    const grounding = new Set(
      (family.circuits ?? []).flatMap((c) => (c.switched === 'ground' ? [c.id] : [])),
    );
    family.circuits?.forEach((c, j) => {
      const at = `/families/${i}/circuits/${j}`;
      checkCases(`${at}/cases`, c.cases);
      // A plus in a name is what a converter makes of two circuits.
      if (RESERVED.has(c.id) || c.id.includes('+')) fault(`${at}/id`, 'circuit-reserved', { circuit: c.id });
    });
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
      ofHalf(at, plug.connector, 'vehicle');
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
      const returns = (c: { readonly circuit: string | null }) =>
        c.circuit === 'ground' || (c.circuit !== null && grounding.has(c.circuit));
      if (!screwed && !plug.cavities.some(returns))
        fault(`${at}/cavities`, 'plug-without-ground', { plug: plug.id });
    });
  });
  shelf.lamps.forEach((lamp, i) => {
    upward(`/lamps/${i}/workingMinV`, lamp.workingMinV, lamp.workingMaxV);
    oneOf(
      `/lamps/${i}/plugs`,
      (lamp.plugs ?? []).map((p) => p.id),
    );
    const inputs = (lamp.plugs ?? []).flatMap((p) => p.inputs);
    if (inputs.some((x) => x.does !== 'ground' && x.polar) && !inputs.some((x) => x.does === 'ground'))
      fault(`/lamps/${i}/plugs`, 'lamp-without-ground', { lamp: lamp.id });
    lamp.plugs?.forEach((plug, j) => {
      ofHalf(`/lamps/${i}/plugs/${j}`, plug.connector, 'lamp');
      checkCavities(
        `/lamps/${i}/plugs/${j}`,
        plug.connector,
        plug.inputs.map((x) => x.cavity),
      );
    });
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

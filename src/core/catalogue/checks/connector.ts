import type { ConnectorHalf } from '../../harness/types';
import type { Checking } from './context';

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

/** Checks connector halves: cavities once, each in a place of its own, inside; the halves of a family meet face to face. */
export function checkConnectors(halves: readonly ConnectorHalf[], on: Checking): void {
  const byFamily = new Map<string, { vehicle?: ConnectorHalf; lamp?: ConnectorHalf }>();
  halves.forEach((half, i) => {
    const at = `/connectors/${i}/cavities`;
    const pair = byFamily.get(half.family) ?? {};
    const other = half.half === 'vehicle' ? pair.lamp : pair.vehicle;
    if (other && !facesMeet(half, other))
      on.fault(at, 'faces-do-not-meet', { connector: half.id, other: other.id });
    byFamily.set(half.family, { [half.half]: half, ...pair });
    const numbers = half.cavities.map((c) => c.number);
    half.cavities.forEach((c, j) => {
      const cavity = c.number;
      if (half.cavities.findIndex((x) => x.row === c.row && x.column === c.column) !== j)
        on.fault(`${at}/${j}`, 'cavity-place-twice', { cavity });
      if (numbers.indexOf(cavity) !== j) on.fault(`${at}/${j}`, 'cavity-twice', { cavity });
      if (c.row > half.rows || c.column > half.columns) on.fault(`${at}/${j}`, 'cavity-outside', { cavity });
    });
  });
}

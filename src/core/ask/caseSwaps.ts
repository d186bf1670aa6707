import { lampAt, planSwap } from '../fitment';
import { reason } from '../kernel/reason';
import type { Application, Family } from '../catalogue/types';
import { positionKey } from '../vehicle';
import type { Case } from './case';
import type { CaseFault } from './caseFault';

/** A swap of a case with everything that was left out put in. */
export interface ReadySwap {
  readonly id: string;
  readonly positions: readonly string[];
  /** null: nothing is chosen. */
  readonly chosen: Application | null;
}

/** Completes the swaps of a case, in their order. What leads nowhere is a fault. */
export function readySwaps(
  c: Case,
  family: Family,
): { readonly swaps: readonly ReadySwap[]; readonly faults: readonly CaseFault[] } {
  const faults: CaseFault[] = [];
  const places = new Set(family.places.map((p) => positionKey(p.position)));
  const lamps = new Map(c.shelf.lamps.map((l) => [l.id, l]));
  const ofLine = c.shelf.applications.filter((a) => a.families.includes(family.id));
  const swaps = (c.swaps ?? []).map((swap, i): ReadySwap => {
    const at = `/swaps/${i}`;
    const id = swap.id ?? String(i + 1);
    swap.positions?.forEach((position, j) => {
      if (!places.has(position))
        faults.push({ path: `${at}/positions/${j}`, reason: reason('case-no-position', { position }) });
    });
    const named =
      swap.choose === undefined ? undefined : c.shelf.applications.find((a) => a.id === swap.choose);
    if (swap.choose !== undefined && !named)
      faults.push({ path: `${at}/choose`, reason: reason('case-no-row', { id: swap.choose }) });
    const serving = swap.positions
      ? ofLine.filter((a) => planSwap(a, family, swap.positions ?? [], lamps))
      : ofLine.filter((a) => positionsOf(a, family).length > 0);
    const only = serving.length === 1 ? serving[0] : undefined;
    const chosen = named ?? only ?? null;
    const positions = swap.positions ?? (chosen ? positionsOf(chosen, family) : []);
    if (!swap.positions && !chosen)
      faults.push({ path: at, reason: reason('case-which-row', { count: serving.length }) });
    if (named && positions.every((p) => places.has(p)) && !planSwap(named, family, positions, lamps))
      faults.push({ path: `${at}/choose`, reason: reason('case-row-elsewhere', { id: named.id }) });
    return { id, positions, chosen };
  });
  return { swaps, faults };
}

/** The places of a line that a row has a lamp for. */
const positionsOf = (row: Application, family: Family): readonly string[] =>
  family.places
    .filter((p) => p.position.role === row.role && p.position.end === row.end && lampAt(row, p.position))
    .map((p) => positionKey(p.position));

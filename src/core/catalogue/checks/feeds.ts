import type { LevelCase } from '../../controls';
import { isBladeFuse } from '../../electric/formulas';
import { leadWaysFaults } from '../../harness';
import { type GivenFacts, reason, type ReasonCode } from '../../kernel/reason';
import type { ShelfFault } from '../fault';
import type { Family } from '../rows/family';
import { positionKey } from '../../vehicle';

/** Checks fuse boxes and leads of a vehicle line: fuses of a size that is made, places once, circuits that are there. */
export function feedFaults(
  path: string,
  family: Family,
  checkCases: (path: string, cases: readonly LevelCase[]) => void,
): readonly ShelfFault[] {
  const faults: ShelfFault[] = [];
  const fault = <C extends ReasonCode>(at: string, code: C, ...facts: GivenFacts<C>) =>
    faults.push({ path: `${path}${at}`, reason: reason(code, ...facts) });
  const circuits = new Set((family.circuits ?? []).map((c) => c.id));
  family.circuits?.forEach((c, i) => {
    if (!isBladeFuse(c.fuseA)) fault(`/circuits/${i}/fuseA`, 'fuse-size', { ratingA: c.fuseA });
    if (c.minV >= c.maxV) fault(`/circuits/${i}/maxV`, 'range-backwards', { from: c.minV, to: c.maxV });
  });
  family.fuseBoxes?.forEach((box, b) => {
    const at = `/fuseBoxes/${b}`;
    box.slots.forEach((slot, i) => {
      const here = `${at}/slots/${i}`;
      checkCases(`${path}${here}/cases`, slot.cases);
      if (slot.ratingA !== null && !isBladeFuse(slot.ratingA))
        fault(`${here}/ratingA`, 'fuse-size', { ratingA: slot.ratingA });
      if (slot.row > box.rows || slot.column > box.columns) fault(here, 'slot-outside', { slot: slot.id });
      if (box.slots.findIndex((s) => s.id === slot.id) !== i) fault(here, 'slot-twice', { slot: slot.id });
      if (box.slots.findIndex((s) => s.row === slot.row && s.column === slot.column) !== i)
        fault(here, 'slot-place-twice', { slot: slot.id });
      slot.circuits.forEach((c, k) => {
        if (!circuits.has(c)) fault(`${here}/circuits/${k}`, 'no-such-circuit', { circuit: c });
      });
    });
  });
  family.leads?.forEach((lead, i) => checkCases(`${path}/leads/${i}/cases`, lead.cases));
  const ways = family.leadWays;
  if (ways)
    for (const f of leadWaysFaults(ways, {
      sources: [
        ...(family.fuseBoxes ?? []).map((b) => `box:${b.id}`),
        ...(family.leads ?? []).map((l) => `lead:${l.id}`),
        ...(family.battery ? ['battery'] : []),
      ],
      positions: family.places.map((p) => positionKey(p.position)),
    }))
      if (f.kind === 'serves-nothing')
        fault(`/leadWays${f.path}`, 'waypoint-serves-nothing', { point: f.point, what: f.what });
      else fault(`/leadWays${f.path}`, WAYS_FAULT[f.kind], { point: f.point });
  return faults;
}

const WAYS_FAULT = {
  'point-twice': 'waypoint-twice',
  'run-nowhere': 'no-such-waypoint',
  'run-loop': 'run-to-itself',
} as const;

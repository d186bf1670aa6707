import { readFileSync } from 'node:fs';
import { circuitFinder } from '@/core/controls';
import { buildSheet, inputSuits, pinMap, type PinMapInput, wantsLead } from '@/core/harness';
import { type Shelf, shelfAdapters } from '@/core/catalogue';
import { type PositionKey, positionKey } from '@/core/vehicle';

export const DEMO_SHELF = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const half = (id: string) => DEMO_SHELF.connectors.find((c) => c.id === id);

/** A lamp of the demo on a position of a demo vehicle; `without`: parts that are not on the DEMO_SHELF. */
export function wired(
  line: string,
  position: PositionKey,
  lampId: string,
  without: readonly string[] = [],
  more: Partial<PinMapInput> = {},
) {
  const family = DEMO_SHELF.families.find((f) => f.id === line);
  const lamp = DEMO_SHELF.lamps.find((l) => l.id === lampId);
  if (!family || !lamp) throw new Error(`no ${line} or ${lampId}`);
  const circuit = circuitFinder(family.circuits ?? []);
  const side = position.includes('right') ? 'right' : position.includes('left') ? 'left' : 'centre';
  const vehiclePlugs = (family.plugs ?? []).filter(
    (p) => positionKey(p.position) === position && !p.id.startsWith('X40'),
  );
  const input: PinMapInput = {
    side,
    systemV: 12,
    vehiclePlugs,
    lampPlugs: lamp.plugs ?? [],
    lampMinV: lamp.workingMinV,
    lampMaxV: lamp.workingMaxV,
    connector: half,
    circuit,
    adapters: shelfAdapters(DEMO_SHELF.parts.filter((p) => !without.includes(p.id))),
    ...more,
  };
  const map = pinMap(input);
  const build = wantsLead(map) ? buildSheet({ ...input, map, suits: inputSuits(side, circuit) }) : null;
  return { map, build, input, codes: map.conflicts.map((c) => c.code), circuit };
}

import { readFileSync } from 'node:fs';
import type { Application, Family, Shelf } from '../../catalogue';
import { lampAt } from '../../fitment';
import { positionKey } from '../../vehicle';
import type { Case } from '../case';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;

/** Every way in which the demo's lamps meet the demo's plugs: each row, each line, each plug that can be there. */
export function* demoCases(): Generator<{ name: string; case: Case }> {
  for (const family of shelf.families)
    for (const row of shelf.applications.filter((a) => a.families.includes(family.id)))
      for (const plug of plugsFor(family, row))
        for (const school of [null, 'fuse-tap'] as const)
          yield {
            name: `${family.id} ${row.id} ${plug} ${school ?? ''}`,
            case: {
              ask: ['live'],
              shelf,
              vehicle: { line: family.id },
              facts: { ...(plug === '' ? {} : { plug }), 'model-year': 2020 },
              swaps: [{ choose: row.id }],
              // A feed that is told in words only is live here as it is for the light.
              ...(school ? { feeds: [{ does: 'drl', school }] } : {}),
            },
          };
}

function plugsFor(family: Family, row: Application): readonly string[] {
  const here = new Set(
    family.places
      .filter((p) => p.position.role === row.role && p.position.end === row.end && lampAt(row, p.position))
      .map((p) => positionKey(p.position)),
  );
  const families = (family.plugs ?? [])
    .filter((p) => here.has(positionKey(p.position)))
    .flatMap((p) => shelf.connectors.find((c) => c.id === p.connector)?.family ?? []);
  return ['', ...new Set(families)];
}

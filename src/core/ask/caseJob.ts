import { type JobPack, type Job, readPack } from '../job';
import { plugNames } from '../harness';
import { reason } from '../kernel/reason';
import type { Family } from '../catalogue/types';
import { factRegistry } from '../vehicle';
import type { Case } from './case';
import { caseEntries } from './caseEntries';
import type { CaseFault } from './caseFault';
import { type ReadySwap, readySwaps } from './caseSwaps';

/** A case as a job that can be read, or what leads nowhere in it. */
export type CaseJob =
  | { readonly kind: 'job'; readonly job: Job; readonly swaps: readonly ReadySwap[] }
  | { readonly kind: 'faults'; readonly faults: readonly CaseFault[] };

const HOUR = { hour: { minor: 6000, currency: 'EUR' } } as const;
const at1 = <T>(rows: readonly T[]) => rows.map((body) => ({ rev: 1, body }));
let cases = 0;

/** Makes a job of a case: the same reading serves it that serves a shop's own. */
export function caseJob(c: Case): CaseJob {
  const family = c.shelf.families.find((f) => f.id === c.vehicle.line);
  if (!family) {
    const faults = [{ path: '/vehicle/line', reason: reason('case-no-line', { line: c.vehicle.line }) }];
    return { kind: 'faults', faults };
  }
  const ready = readySwaps(c, family);
  const plugs = c.shelf.connectors.length > 0 ? plugNames(c.shelf.connectors) : undefined;
  const registry = factRegistry(c.shelf.factKeys, plugs);
  const log = caseEntries(c, family, ready.swaps, registry);
  const faults = [...ready.faults, ...log.faults];
  if (faults.length > 0) return { kind: 'faults', faults };
  const pack = packOf(c, family, log.events);
  return { kind: 'job', job: { pack, reading: readPack(pack) }, swaps: ready.swaps };
}

function packOf(c: Case, family: Family, events: JobPack['events']): JobPack {
  const { shelf } = c;
  return {
    form: 1,
    id: 'case',
    // Rows are kept by shop and revision: each case is a shop of its own.
    shop: `case-${(cases += 1)}`,
    number: 1,
    openedAt: events[0]?.at ?? '',
    vehicle: {
      id: 'case',
      family: family.id,
      vin: c.vehicle.vin ?? null,
      serial: null,
      plate: c.vehicle.plate ?? null,
      fleet: null,
      version: 1,
    },
    shelf: 1,
    family: { rev: 1, body: family },
    factKeys: shelf.factKeys,
    profiles: shelf.profiles,
    parts: shelf.parts,
    connectors: shelf.connectors,
    ...(shelf.connectors.length > 0 ? {} : { anyPlug: true }),
    applications: at1(shelf.applications),
    lamps: at1(shelf.lamps),
    sheets: at1(shelf.stepSheets),
    heads: {},
    rates: c.rates ?? HOUR,
    ...(c.figures ? { figures: c.figures } : {}),
    stock: {},
    events,
    otherEvents: [],
    names: {},
    cursor: events.length,
  };
}

import { type HarnessDocument, harnessDocument } from '@/core/job';
import type { Actor } from '../access';
import type { LoadedJob } from './loadJob';

/** The harness sheet of one lamp of a job as it stands now; null where there is no map of it. */
export function harnessSheet(
  actor: Actor,
  job: LoadedJob,
  position: string | null,
  now: Date,
): HarnessDocument | null {
  const wirings = job.reading.checks.flatMap((c) => c.wiring);
  const wiring = wirings.find((w) => w.position === position) ?? (position === null ? wirings[0] : undefined);
  if (!wiring) return null;
  const { vehicle, family } = job;
  return harnessDocument(wiring, {
    madeAt: now.toISOString(),
    shop: { name: actor.shopName, zone: actor.zone },
    job: { number: job.number },
    vehicle: {
      maker: family.maker,
      name: family.name,
      identity: vehicle.plate ?? vehicle.fleet ?? vehicle.serial ?? vehicle.vin ?? '',
    },
    highVoltage: family.hazards.includes('high-voltage'),
  });
}

import type { Database } from '../db/connection';
import { loadNewestJobs } from './loadJob';

/** Jobs that the board shows at most; older ones are found by search once there is one. */
const BOARD_LIMIT = 100;

/** The newest jobs of a shop as lines of the board. */
export async function boardJobs(db: Database, shopId: string) {
  const jobs = await loadNewestJobs(db, shopId, BOARD_LIMIT);
  return jobs.map((j) => ({
    id: j.id,
    number: j.number,
    vehicle: `${j.family.maker} ${j.family.name}`,
    identity: j.vehicle.plate ?? j.vehicle.fleet ?? j.vehicle.serial ?? j.vehicle.vin ?? '',
    words: j.reading.record.opened?.body.words ?? '',
    openedAt: j.openedAt.toISOString(),
    stages: j.reading.stages,
    open: j.reading.items
      .filter((i) => i.closed === null)
      .map(({ id, origin, what }) => ({ id, origin, what })),
    locked: j.reading.record.locks.length > 0 && j.reading.record.late.length === 0,
  }));
}

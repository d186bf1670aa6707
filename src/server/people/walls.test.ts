import { afterAll, beforeAll, expect, it } from 'vitest';
import { northShop, twoShops, type TwoShops } from '../../../testing/shops';
import { auditOf } from '../audit';
import { loadJob } from '../jobs/loadJob';
import { saveWall, wallForm } from './walls';

let shops: TwoShops;
beforeAll(async () => {
  shops = await twoShops();
});
afterAll(() => shops.close());
const tech = () => shops.actor('north', 'technician');
const wall = {
  name: 'North wall',
  distanceMm: 7620,
  floorRisePercent: 0.4,
  marks: [{ id: '1', acrossMm: -1600, upMm: 1500 }],
};

it('a wall is kept for the shop by who works at vehicles, and every job of the shop has it', async () => {
  expect(await saveWall(shops.db, tech(), wall)).toEqual({ kind: 'saved' });
  const job = await northShop(shops).newJob();
  expect((await loadJob(shops.db, 'north', job))?.pack.walls).toEqual([wall]);
  // Measured anew: the same name is replaced, and both distances are written down.
  expect(await saveWall(shops.db, tech(), { ...wall, distanceMm: 7600 })).toEqual({ kind: 'saved' });
  expect((await loadJob(shops.db, 'north', job))?.pack.walls).toEqual([{ ...wall, distanceMm: 7600 }]);
  const lines = (await auditOf(shops.db, 'north', 'settings')).lines.map((l) => [
    l.did,
    l.subject,
    l.before,
    l.after,
  ]);
  expect(lines).toEqual([
    ['wall-kept', 'North wall', 7620, 7600],
    ['wall-kept', 'North wall', null, 7620],
  ]);
});

it('walls of one shop are not those of another, and are not without end', async () => {
  for (let i = 0; i < 19; i += 1) await saveWall(shops.db, tech(), { ...wall, name: `Wall ${i}` });
  expect(await saveWall(shops.db, tech(), { ...wall, name: 'One too many' })).toEqual({
    code: 'too-many-walls',
  });
  const job = await northShop(shops).newJob();
  expect((await loadJob(shops.db, 'north', job))?.pack.walls).toHaveLength(20);
  expect(await saveWall(shops.db, shops.actor('south', 'lead'), wall)).toEqual({ kind: 'saved' });
});

it('a wall is refused with a distance of nothing, marks twice, fields it has not', () => {
  const bad = (w: object) => wallForm.isValidSync(w);
  expect(bad(wall)).toBe(true);
  expect(bad({ ...wall, distanceMm: 0 })).toBe(false);
  expect(bad({ ...wall, name: ' ' })).toBe(false);
  expect(bad({ ...wall, marks: [...wall.marks, ...wall.marks] })).toBe(false);
  expect(bad({ ...wall, colour: 'white' })).toBe(false);
});

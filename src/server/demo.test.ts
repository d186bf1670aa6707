import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { loadDemo } from '../../demo/loadDemo';
import { relativeTimes } from '../../demo/relativeTimes';
import { sheetOffers } from '@/core/work';
import { learntFor, sheetHistory } from './jobs/learnt';
import { freshDatabase } from '../../testing/database';
import { loadNewestJobs } from '../../testing/newestJobs';
import { type Database, openDatabase } from './db/connection';
import { boardJobs } from './jobs/boardJobs';
import { fitData } from './jobs/fitData';
import type { LoadedJob } from './jobs/loadJob';
import { loadRelease } from './jobs/lockRelease';

const NOW = new Date('2026-06-10T12:00:00.000Z');
let db: Database;
let close: () => Promise<void>;
let jobs: ReadonlyMap<number, LoadedJob>;

beforeAll(async () => {
  const made = await freshDatabase();
  const opened = openDatabase(made.url);
  db = opened.db;
  close = async () => {
    await opened.pool.end();
    await made.drop();
  };
  await loadDemo(db, () => 'a-demo-pass-word', NOW);
  jobs = new Map((await loadNewestJobs(db, 'saltpan', 50)).map((j) => [j.number, j]));
});
afterAll(() => close());

const states = (n: number) =>
  Object.fromEntries((jobs.get(n)?.reading.stages ?? []).map((s) => [s.stage, s.state]));
const open = (n: number) => (jobs.get(n)?.reading.items ?? []).filter((i) => !i.closed).map((i) => i.origin);

describe('the demo tells its stories', () => {
  it('one job is finished, with readings, locked and frozen', async () => {
    expect(Object.values(states(1))).toEqual(Array.from({ length: 9 }, () => 'locked'));
    const doc = await loadRelease(db, 'saltpan', jobs.get(1)?.id ?? '');
    expect(doc).toMatchObject({
      revision: 1,
      swaps: [{ verdict: 'fits' }],
      hands: { stepsOut: 9, stepsBack: 13, fasteners: { out: 10, in: 10, open: [] } },
    });
    expect(doc?.hands?.proofs).toMatchObject({ otherwise: [], proven: doc?.hands?.proofs.all });
  });

  it('the finished job has taught what its steps took and what broke', async () => {
    const { strip } = jobs.get(1)?.reading ?? {};
    const sheet = strip?.uses[0]?.sheet;
    if (!sheet) throw new Error('no sheet');
    const taught = await learntFor(db, 'saltpan', [sheet.id]);
    const steps = await sheetHistory(db, 'saltpan', sheet.id);
    expect(steps.reduce((n, h) => n + (h.way === 'out' ? h.done + h.notNeeded : 0), 0)).toBe(9);
    const times = Object.values(taught.timed).reduce((n, t) => n + t.n, 0);
    const out = Object.values(taught.broken).reduce((n, b) => n + b.out, 0);
    expect([times > 0, out]).toEqual([true, 10]);
    // One job alone offers nothing that wants two.
    expect(sheetOffers(sheet, steps).filter((o) => o.kind !== 'minutes')).toEqual([]);
  });

  it('a tug at 24 V has its work lamps and owes two fuses', async () => {
    expect(open(2)).toContain('borrowed');
    const tug = jobs.get(2);
    const shown = tug && (await fitData(db, 'saltpan', tug, 'find-one', NOW));
    expect(
      Object.values(shown?.shortlists ?? {})[0]?.map(
        (c) => `${c.judgement.application} ${c.judgement.verdict}`,
      ),
    ).toEqual(['capstan-mole fits', 'capstan-mole-12 does-not-fit']);
  });

  it('a camper has a pipe in the way on one side and waits for the fabricator', async () => {
    expect(open(3)).toContain('scope');
    const camper = jobs.get(3);
    const shown = camper && (await fitData(db, 'saltpan', camper, 'find-one', NOW));
    const verdicts = Object.values(shown?.shortlists ?? {})[0]?.find(
      (c) => c.judgement.application === 'sandling-sounder-2',
    )?.judgement;
    expect(verdicts).toMatchObject({ verdict: 'does-not-fit', because: ['room-behind@headlamp.front.left'] });
  });

  it('a trailer hangs on a width that nobody has measured', async () => {
    const trailer = jobs.get(5);
    const shown = trailer && (await fitData(db, 'saltpan', trailer, 'find-one', NOW));
    expect(Object.values(shown?.shortlists ?? {})[0]?.[0]?.judgement.openFacts).toContain(
      'overall-width@vehicle',
    );
  });

  it('a van was told one year older than its VIN says', () => {
    expect(open(6)).toEqual(['contradiction']);
  });

  it('one waits for its DRL feed, one for a lead to look at a DRL that dims', () => {
    expect(states(7)).toMatchObject({ fit: 'locked', wire: 'open', bench: 'open' });
    expect(open(8)).toContain('light-rule');
  });

  it('one is half stripped: the bumper off, a lamp out, nothing to drive away with', () => {
    const strip = jobs.get(8)?.reading.strip;
    expect(strip?.parking).toMatchObject({ state: { bonnet: 'open', battery: 'disconnected' } });
    expect(open(8)).toEqual(expect.arrayContaining(['loosened', 'isolated', 'fasteners', 'baseline-light']));
  });

  it('one is nearly done: a bolt is loose, a screw is missing, a lamp was not looked at in one setting', () => {
    expect([...open(9)].sort()).toEqual(['fasteners', 'function-proof', 'loosened']);
    expect(jobs.get(9)?.reading.strip.total).toMatchObject({ holes: 1, leftOver: 1, unbalanced: 1 });
    expect(states(9)).toMatchObject({ strip: 'locked', bench: 'locked', mount: 'open', prove: 'open' });
  });

  it('a shuttle has its mode plugs set differently, and a latch on the wrong side is met by a swap lead', () => {
    expect(open(12)).toEqual(expect.arrayContaining(['mode', 'cure']));
    const wiring = jobs.get(12)?.reading.checks[0]?.wiring ?? [];
    expect(wiring.map((w) => w.map?.adapters)).toEqual([['swap-lead-x41'], ['swap-lead-x41']]);
  });

  it('a boat trailer is joined wire by wire, its ground by a ring under a screw', () => {
    const wiring = jobs.get(13)?.reading.checks[0]?.wiring ?? [];
    expect(wiring.map((w) => w.map?.joints.map((j) => j.how))).toEqual([
      ['screwed', 'jointed'],
      ['screwed', 'jointed'],
    ]);
    expect(wiring.flatMap((w) => w.undecided)).toEqual([]);
  });

  it('stands on the board, newest first', async () => {
    const board = await boardJobs(db, 'saltpan', [], NOW, null);
    expect(board.inWork.map((j) => j.number)).toEqual(Array.from({ length: 18 }, (_, i) => 19 - i));
    expect(board.released.map((j) => j.number)).toEqual([1]);
    expect(await boardJobs(db, 'another', [], NOW, null)).toMatchObject({ inWork: [], released: [] });
  });

  it('loaded again changes nothing', async () => {
    await loadDemo(db, () => 'another-pass-word', NOW);
    expect((await boardJobs(db, 'saltpan', [], NOW, null)).inWork).toHaveLength(18);
  });
});

describe('times of the demo', () => {
  it('count back from the day of loading, each a little after the one before', () => {
    const times = relativeTimes({ a: '-3d 09:10', b: ['-3d 09:10', 'no time', 7, null] }, NOW);
    expect(times).toEqual({
      a: '2026-06-07T09:10:00.001Z',
      b: ['2026-06-07T09:10:00.002Z', 'no time', 7, null],
    });
  });

  it('never lie ahead, so today is no time of the demo', () => {
    expect(relativeTimes('-0d 09:10', NOW)).toBe('-0d 09:10');
  });
});

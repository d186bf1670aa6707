import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { movementTimes, type PlayedScore, playScore, scoreView } from '@/core/job';
import { PREPARED_SCORES, type PreparedName } from '@/core/light/overTime/prepared';
import { readScore } from '@/core/light/overTime/score';
import { functionsOverTime } from '@/core/light/overTime/summary';
import { withSockets } from '@/core/light/program/sockets';
import { levelIn } from '@/core/light/waveform';
import { loadDemo } from '../../demo/loadDemo';
import { freshDatabase } from '../../testing/database';
import { loadNewestJobs } from '../../testing/newestJobs';
import { openDatabase } from './db/connection';
import type { LoadedJob } from './jobs/loadJob';

const NOW = new Date('2026-06-10T12:00:00.000Z');
let close: () => Promise<void>;
let jobs: ReadonlyMap<number, LoadedJob>;

beforeAll(async () => {
  const made = await freshDatabase();
  const { db, pool } = openDatabase(made.url);
  close = async () => {
    await pool.end();
    await made.drop();
  };
  await loadDemo(db, () => 'a-demo-pass-word', NOW);
  jobs = new Map((await loadNewestJobs(db, 'saltpan', 50)).map((j) => [j.number, j]));
});
afterAll(() => close());

function jobOf(n: number): LoadedJob {
  const job = jobs.get(n);
  if (!job) throw new Error(`no job ${n}`);
  return job;
}

function played(n: number, name: PreparedName): PlayedScore {
  const read = readScore(PREPARED_SCORES[name]);
  if (read.kind !== 'spans') throw new Error(name);
  return playScore(scoreView(jobOf(n)), read.spans);
}

/** What the rules say of a lamp's light, by rule: the worst of each. */
function said(p: PlayedScore, position: string) {
  const worst = ['kept', 'open', 'broken'];
  const by: Record<string, string> = {};
  for (const f of p.findings)
    if (f.position === position && worst.indexOf(f.state) >= worst.indexOf(by[f.kind] ?? 'kept'))
      by[f.kind] = f.state;
  return by;
}

/** The functions that have to be watched as they move. */
const watched = (n: number) => [
  ...new Set(
    jobOf(n).reading.checks.flatMap((c) =>
      c.proofs
        .filter((p) => p.id === 'over-time')
        .flatMap((p) => p.lamps.flatMap((l) => l.cells.map((x) => x.cell.does))),
    ),
  ),
];

describe('what the demo’s lamps do over time', () => {
  it('mirror lamps as a switchback: eight parts, 24 ms apart, full after seven steps; white back after its time', () => {
    const p = played(14, 'turn-over-drl');
    expect(said(p, 'mirror.side.left')).toMatchObject({ sweep: 'kept', 'drl-out': 'kept' });
    expect(movementTimes(jobOf(14)).get('mirror.side.left/turn')).toMatchObject({ fullMs: 168 });
    expect(movementTimes(jobOf(14)).get('mirror.side.left/drl')).toMatchObject({ backMs: 500 });
    expect(watched(14)).toEqual(['turn', 'drl']);
  });

  it('a beach buggy’s ring hangs on the lamp’s own wire: dark without it, full with the parking light, three tenths under the low beam', () => {
    const p = played(15, 'dusk');
    const lamp = p.after.lamps.find((l) => l.lamp.position === 'headlamp.front.left');
    const ring = lamp?.functions.find((f) => f.program.does === 'drl')?.segments[0]?.light ?? [];
    const at = (us: number) => {
      const s = ring.find((x) => x.fromUs <= us && us < x.toUs);
      return s ? levelIn(s, us) : 0;
    };
    // Parking light from 1.5 s, low beam from 3.5 s.
    expect(at(1_000_000)).toBe(0);
    expect(at(4_000_000) / at(3_000_000)).toBeCloseTo(0.3, 2);
  });

  it('a taxi’s greeting is open where the market’s rules do not speak of it; its sweep is full after 162 ms', () => {
    const p = played(16, 'start');
    const said = p.findings.filter((f) => f.kind === 'start-up');
    expect(said.length).toBeGreaterThan(0);
    expect(said.every((f) => f.state === 'open')).toBe(true);
    expect(movementTimes(jobOf(16)).get('headlamp.front.left/turn')).toMatchObject({ fullMs: 162 });
  });

  it('a motorcycle’s pulsed stop lamp is refused where steady is asked, its signals run outwards in time', () => {
    const p = played(17, 'all-functions');
    expect(said(p, 'tail.rear.centre')).toMatchObject({ 'steady-stop': 'broken', sweep: 'kept' });
    const stop = p.findings.find((f) => f.kind === 'steady-stop');
    // The brake is pressed at 15.5 s; the first pulse ends 70 ms later.
    expect(stop?.atUs).toBeGreaterThanOrEqual(15_500_000);
    expect(stop?.atUs).toBeLessThanOrEqual(15_570_000);
    expect(watched(17)).toEqual(['stop', 'turn']);
  });

  it('a quay tractor moves nothing: all its lamps are plain', () => expect(watched(18)).toEqual([]));

  it('a sequencing harness: full with the third bulb; in the wrong holes it does not come on evenly', () => {
    const score = readScore(PREPARED_SCORES['turn-over-drl']);
    if (score.kind !== 'spans') throw new Error('score');
    const view = scoreView(jobOf(19));
    expect(said(playScore(view, score.spans), 'tail.rear.left')).toMatchObject({ sweep: 'kept' });
    expect(movementTimes(jobOf(19)).get('tail.rear.left/turn')).toMatchObject({
      fullMs: 200,
      neverFull: false,
    });
    const wrong = {
      ...view,
      after: {
        ...view.after,
        lamps: view.after.lamps.map((l) =>
          l.side === 'left' ? { ...l, program: withSockets(l.program, 'turn', [3, 1, 2]) } : l,
        ),
      },
    };
    const p = playScore(wrong, score.spans);
    expect(p.findings.filter((f) => f.why.code === 'sweep-uneven').map((f) => f.position)).toEqual([
      'tail.rear.left',
    ]);
    // Which bulb lights first is seen: the outermost.
    const left = p.after.lamps.find((l) => l.lamp.position === 'tail.rear.left');
    const phase = left && functionsOverTime(left).find((f) => f.does === 'turn')?.phases[0];
    expect(phase?.segments.map((s) => s.id)).toEqual(['s3-3', 's3-1', 's3-2']);
  });
});

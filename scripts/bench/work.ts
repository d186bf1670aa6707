import { crewPlan, type CrewTask } from '@/core/work/crew';
import { leastOrder } from '@/core/work/leastOrder';
import { listedOrder } from '@/core/work/listedOrder';
import { improved } from '@/core/work/localOrder';
import type { FreeStep, OrderTask, StateMove } from '@/core/work/orderTask';
import { type AnyStoredEvent, foldJob } from '@/core/job';
import { seededRandom } from '@/core/kernel/seededRandom';
import { stepTime, workTime } from '@/core/work/times';
import longRun from './longRun.json';
import { asRow, measured, type Row } from './measure';

/** The least that a long run found of each task: three seeds of two million orders. */
const LONG_RUN: Readonly<Record<string, number>> = longRun;

const ZONES = ['front', 'engine-bay', 'cab', 'rear', 'wheel-arch'];
const TOOLS = ['socket 10', 'trim', 'star T20', 'hex 5', ''];

/** So many steps without edges, with states that half of them want; a task from a seed. */
export function task(seed: number, steps: number, states: number, edges = 0): OrderTask {
  const random = seededRandom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const names = Array.from({ length: states }, (_, i) => `state ${i}`);
  const moves = names.flatMap((name): StateMove[] => [
    { name, from: 'a', to: 'b', minutes: 1 + Math.floor(random() * 3), zone: pick(ZONES) },
    { name, from: 'b', to: 'a', minutes: 1 + Math.floor(random() * 3), zone: pick(ZONES) },
  ]);
  return {
    steps: Array.from({ length: steps }, (_, i): FreeStep => ({
      id: `s${i}`,
      tool: pick(TOOLS),
      zone: pick(ZONES),
      after: Array.from({ length: i }, (_, j) => `s${j}`).filter(() => random() < edges),
      needs: Object.fromEntries(
        names.flatMap((n): [string, string][] => (random() < 0.5 ? [[n, pick(['a', 'b'])]] : [])),
      ),
    })),
    moves,
    start: { tool: '', zone: 'front', states: Object.fromEntries(names.map((n) => [n, 'a'])) },
    end: Object.fromEntries(names.map((n) => [n, 'a'])),
    toolChangeMin: 0.5,
    zoneChangeMin: 1,
  };
}

/** Two lanes without a gap: the best there is takes as long as they are. */
function packed(seed: number, steps: number, length: number): readonly CrewTask[] {
  const random = seededRandom(seed);
  const spans = [0, 1].flatMap((lane) => {
    const cuts = Array.from({ length: steps / 2 - 1 }, () => 1 + Math.floor(random() * (length - 2)));
    const at = [0, ...[...new Set(cuts)].sort((a, b) => a - b), length];
    return at.slice(1).map((to, i) => ({ id: `l${lane}s${i}`, from: at[i] ?? 0, to }));
  });
  return spans.map((s) => ({
    id: s.id,
    minutes: s.to - s.from,
    people: 1,
    alone: null,
    after: spans.filter((o) => o.to <= s.from && random() < 0.06).map((o) => o.id),
  }));
}

/** Orders that are looked at where a worker has its time. */
const TRIES = 300_000;

/** The bars of the work at the vehicle: orders for one and for two. */
export async function benchWork(): Promise<readonly Row[]> {
  const rows = [
    await measured('least order', '16 free steps, 2 states', 20, (i) => leastOrder(task(Math.abs(i), 16, 2))),
    await measured('least order', '16 free steps, 4 states', 12, (i) => leastOrder(task(Math.abs(i), 16, 4))),
  ];
  const gaps: number[] = [];
  const overLongRun: number[] = [];
  rows.push(
    await measured('order moved about', '60 steps, 2 states', 8, (i) => {
      const t = task(100 + Math.abs(i), 60, 2, 0.03);
      const from = listedOrder(t, 'changeover');
      if (from.kind !== 'moves') throw new Error(from.kind);
      const found = improved(t, from.moves, { tries: TRIES });
      gaps.push(found.minutes / Math.max(1, found.boundMin) - 1);
      overLongRun.push(found.minutes / (LONG_RUN[String(100 + Math.abs(i))] ?? found.minutes) - 1);
    }),
  );
  const last = rows.at(-1);
  if (last)
    rows[rows.length - 1] = {
      ...last,
      note: `above the long run's best at most ${Math.round(Math.max(...overLongRun) * 1000) / 10} %, above the bound at most ${Math.round(Math.max(...gaps) * 100)} %`,
    };
  const over: number[] = [];
  const times: number[] = [];
  for (let seed = 1; seed <= 20; seed += 1) {
    const tasks = packed(seed, 40, 240);
    const began = performance.now();
    over.push(crewPlan(tasks).makespanMin / 240 - 1);
    times.push(performance.now() - began);
  }
  rows.push(
    asRow(
      'plan for two',
      '40 steps of known best',
      times,
      `over the best at most ${Math.round(Math.max(...over) * 1000) / 10} %`,
    ),
  );
  return [...rows, ...(await benchLog())];
}

/** A day's entries of one job: so many counts, each of the device's own hybrid clock. */
function counts(n: number, device: string): readonly AnyStoredEvent[] {
  return Array.from({ length: n }, (_, i) => ({
    id: `${device}-${i}`,
    job: 'j',
    type: 'fastener-counted',
    v: 1,
    at: new Date(Date.UTC(2026, 10, 3, 8) + i * 60_000).toISOString(),
    device,
    deviceSeq: i + 1,
    user: device,
    body: { step: 's', group: 'g', act: i % 2 === 0 ? 'out' : 'in', count: 1 },
    seq: i + 1,
    receivedAt: '2026-11-03T08:00:00.000Z',
    role: 'technician',
  }));
}

/** Folding a long log, and two devices that were away for a day. */
async function benchLog(): Promise<readonly Row[]> {
  return [
    await measured('fold', '2 000 entries', 20, (i) => foldJob(counts(2000, `t${i}`)), 3),
    await measured('merge', '2 devices, 500 entries each', 20, (i) =>
      foldJob([...counts(500, `a${i}`), ...counts(500, `b${i}`)]),
    ),
    await measured('what a way takes', "40 steps by the shop's times", 20, (i) =>
      workTime(Array.from({ length: 40 }, (_, k) => stepTime(1 + ((k + i) % 9)))),
    ),
  ];
}

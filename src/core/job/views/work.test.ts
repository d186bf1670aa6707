import { describe, expect, it } from 'vitest';
import { timedOf } from '../../work';
import type { AnyStoredEvent } from '../events';
import { type JobPack, nearbySheets } from '../pack';
import { removalDocument } from '../readings/removalDoc';
import { shelfJob } from '../testing/jobKit';
import { choice, event, HL, HR, shelf, vehicle } from '../testing/packetJob';
import { photosView } from './photos';
import { workView } from './work';

const sheet = shelf.stepSheets.find((s) => s.id === 'packet-headlamp');
if (!sheet) throw new Error('no sheet');
const opened = [
  event('job-opened', { words: 'x' }),
  event('swap-opened', { swap: 's', positions: [HL, HR] }),
  choice([], { sheets: [{ id: sheet.id, rev: 1 }] }),
];
const job = (more: Partial<JobPack> = {}, ...events: readonly AnyStoredEvent[]) =>
  shelfJob(shelf, vehicle, [...opened, ...events], more);
const tick = (step: string) => event('step-ticked', { step, way: 'out', outcome: 'done', after: [] });

describe('what lies ahead at the vehicle', () => {
  it('is the sheet’s minutes while nothing was timed, and less is left the more is done', () => {
    const whole = workView(job());
    expect(whole.timed).toBe(0);
    expect(whole.whole?.p90).toBeGreaterThan(whole.whole?.p50 ?? Infinity);
    expect(whole.grade?.reasons.map((r) => r.code)).toContain('depth');
    const begun = workView(job({}, tick('bonnet-open'), tick('battery-off')));
    expect(begun.left.p50).toBeLessThan(whole.left.p50 - 4);
    // What has to be done does not become shorter by being done.
    expect(begun.whole).toEqual(whole.whole);
  });

  it('goes by this shop’s times and breakages, and a quote does not', () => {
    const learnt = {
      timed: { 'packet-headlamp/out/bumper-off': timedOf([40, 42, 38, 41, 40, 39]) },
      broken: { 'packet-headlamp/grille-pins/pins': { out: 30, broken: 15 } },
    };
    const [plain, taught] = [job(), job({ learnt })];
    expect(workView(taught).whole?.p50).toBeGreaterThan((workView(plain).whole?.p50 ?? 0) + 9);
    expect(workView(taught).timed).toBe(6);
    const pins = (v: ReturnType<typeof workView>) => v.spares.find((s) => s.group.id === 'pins')?.count;
    expect(pins(workView(taught))).toBeGreaterThan(pins(workView(plain)) ?? 0);
    const quote = (j: typeof plain) => j.reading.checks[0]?.orders?.quote;
    expect(quote(taught)).toEqual(quote(plain));
  });

  it('offers each lamp of a pair as the one that stays; kept, its steps wait for the other', () => {
    const choices = workView(job()).halves;
    expect(choices.map((c) => c.keep)).toEqual([HL, HR]);
    for (const { cost } of choices) {
      expect(cost.wrongHalfMin).toBeLessThan(cost.wrongBothMin);
      expect(cost.halfMin).toBeGreaterThan(0);
    }
    const kept = job({}, event('side-kept', { swap: 's', position: HR, after: [] })).reading.strip;
    const at = (id: string) => kept.out.findIndex((l) => l.step.id === id);
    expect(at(`lamp-out@${HL}`)).toBeLessThan(at(`lamp-bolts@${HR}`));
    expect(kept.out.find((l) => l.step.id === `lamp-out@${HR}`)?.waits).toEqual({
      positions: [HL],
      met: false,
    });
    expect(kept.kept).toMatchObject([{ keep: HR, others: [HL], possible: true }]);
  });

  it('tells what other lamps would cost beside it, where they share what is off', () => {
    const nearby = nearbySheets(
      [sheet],
      shelf.stepSheets.filter((s) => s.families.includes('orrel-packet')),
    );
    expect(nearby.map((s) => s.role)).toContain('fog');
    const { aside } = workView(job({ nearby }));
    const fog = aside.find((a) => a.sheet.role === 'fog');
    expect(fog?.positions).toEqual(['fog.front.left', 'fog.front.right']);
    expect(fog?.now).toBeLessThan((fog?.later ?? 0) - 4);
  });
});

describe('what is printed of it', () => {
  it('is every step of both ways, a label for each kind of fastener at each place, and what was done', () => {
    const photo = 'a'.repeat(64);
    const done = job(
      {},
      tick('bonnet-open'),
      event('photo-added', { photo, stage: 'strip', step: 'grille-pins', words: 'pins' }),
      event('photo-marked', { photo, marks: [{ kind: 'ring', x: 0.5, y: 0.5 }], after: [] }),
      event('fastener-counted', { step: 'grille-pins', group: 'pins', act: 'out', count: 6 }),
    );
    const doc = removalDocument(done.reading, done.pack.family.body, workView(done), {
      madeAt: '2026-01-02T00:00:00.000Z',
      shop: { name: 'North', zone: 'UTC' },
      job: { id: 'j', number: 1 },
      vehicle: { maker: 'Orrel', name: 'Packet', identity: 'WS 1' },
    });
    expect(doc.out.map((s) => s.step.id)).toEqual(done.reading.strip.out.map((l) => l.step.id));
    expect(doc.out[0]?.tick?.outcome).toBe('done');
    const pins = doc.out.find((s) => s.step.id === 'grille-pins');
    expect(pins).toMatchObject({ photos: [photo], fasteners: [{ wanted: 6, out: 6, in: 0 }] });
    // Left and right are two bags, and two lengths never share one.
    const names = doc.bags.map((b) => b.name);
    expect(new Set(names).size).toBe(names.length);
    expect(doc.bags.filter((b) => b.step.step.id === 'lamp-bolts')).toHaveLength(4);
    expect(photosView(done).photos).toMatchObject([{ step: 'grille-pins', marks: [{ kind: 'ring' }] }]);
  });
});

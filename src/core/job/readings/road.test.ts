import { describe, expect, it } from 'vitest';
import { luxOf } from '../../beam/photometry/intensity';
import { keptMap } from '../../beam/wall';
import { emptyMap } from '../../beam/wall/wallMap';
import type { AnyStoredEvent } from '../events';
import type { JobPack } from '../pack';
import { shelfJob } from '../testing/jobKit';
import { choice, event, HL, HR, shelf, vehicle } from '../testing/packetJob';
import { roadLamps } from './road';
import { aboveRoof, wallSheet } from './wallSheet';

const opened = [
  event('job-opened', { words: 'x' }),
  event('fact-stated', { key: 'market', subject: 'vehicle', value: 'ECE', source: 'told' }),
  event('swap-opened', { swap: 's', positions: [HL, HR] }),
];
const job = (more: Partial<JobPack> = {}, ...events: readonly AnyStoredEvent[]) =>
  shelfJob(shelf, vehicle, [...opened, ...events], more);
const aim = (more: object = {}) =>
  event('aim-read', {
    swap: 's',
    lamps: { [HL]: { upMm: -114.3, centreMm: 760, lensMm: 150 } },
    market: 'ECE',
    distanceMm: 7620,
    after: [],
    ...more,
  });
/** A wall that 12 000 cd straight ahead would light, in lux. */
function evenWall(when: 'before' | 'after', light: 'lux' | 'places' = 'lux') {
  const m = emptyMap();
  const map = keptMap({ ...m, light: m.light.map(() => luxOf(12_000, 7620)) });
  return event('wall-read', {
    swap: 's',
    when,
    position: HL,
    distanceMm: 7620,
    centreMm: 700,
    flat: 'left',
    checkMm: 1,
    light,
    hotU: 0.15,
    blotches: [],
    cutoffU: 0.06,
    map,
    after: [],
  });
}

describe('what is known of a swap on the road', () => {
  it('nothing without a lamp, its file with one: aimed as was read, else as is usual, and that is said', () => {
    expect(roadLamps(job(), 's')).toMatchObject({ after: [], unknown: { after: [HL, HR] }, ground: false });
    const known = roadLamps(job({}, choice()), 's');
    expect(known?.after.map((l) => [l.position, l.from, l.usualAim, l.usualHeight])).toEqual([
      [HL, 'file', true, true],
      [HR, 'file', true, true],
    ]);
    const [left, right] = roadLamps(job({}, choice(), aim()), 's')?.after ?? [];
    // −114.3 mm at 7.62 m are −1.5 %, 0.859° down.
    expect(left?.tiltDeg).toBeCloseTo(-0.8594, 3);
    expect(left).toMatchObject({ usualAim: false, heightM: 0.76, acrossM: -0.76 });
    expect(right?.usualAim).toBe(true);
    // Read from a picture at 5.715 m the same place on the wall is −2.0 %, 1.146° down.
    const photo = aim({
      lamps: { [HL]: { upMm: -114.3, centreMm: 760, lensMm: 150, distanceMm: 5715, uMm: 3 } },
    });
    expect(roadLamps(job({}, choice(), photo), 's')?.after[0]?.tiltDeg).toBeCloseTo(-1.1458, 3);
  });

  it('a wall that was measured goes before the file, with its aim in it; one of places alone says nothing', () => {
    const known = roadLamps(job({}, choice(), evenWall('before'), evenWall('after')), 's');
    expect(known?.before.map((l) => l.from)).toEqual(['wall']);
    expect(known?.after.map((l) => [l.position, l.from])).toEqual([
      [HL, 'wall'],
      [HR, 'file'],
    ]);
    expect(known?.after[0]?.tiltDeg).toBe(0);
    expect(known?.traffic).toBe('right');
    expect(roadLamps(job({}, choice(), evenWall('before', 'places')), 's')?.before).toEqual([]);
  });

  it('nobody is told of the road by tail lamps', () => {
    const tails = shelfJob(shelf, vehicle, [
      event('job-opened', { words: 'x' }),
      event('swap-opened', { swap: 't', positions: ['tail.rear.left', 'tail.rear.right'] }),
    ]);
    expect(roadLamps(tails, 't')).toBeNull();
    expect(wallSheet(tails, 't')).toBeNull();
  });
});

describe('the wall sheet', () => {
  it('of a wall that nobody measured says so; a lamp whose height nobody said has no line', () => {
    expect(wallSheet(job(), 's')).toMatchObject({
      assumed: true,
      distanceMm: 7620,
      eye: null,
      lamps: [
        { position: HL, centreMm: null, lines: [] },
        { position: HR, centreMm: null, lines: [] },
      ],
    });
  });

  it('goes by the aim as it was read: −1 % at 7.62 m is 76.2 mm down, from a floor that rises by 0.5 % another 38.1', () => {
    const [left] = wallSheet(job({}, choice(), aim({ floorRisePercent: 0.5 })), 's')?.lamps ?? [];
    expect(left?.lowerEdgeMm).toBe(685);
    expect(left?.lines).toHaveLength(1);
    expect(left?.lines[0]?.line.fromLevelMm).toBeCloseTo(-76.2, 6);
    expect(left?.lines[0]?.line.aboveFloorMm).toBeCloseTo(760 - 76.2 - 38.1, 6);
    // A promise is the line.
    const promised = wallSheet(job({}, choice(), aim({ promisedPercent: -2 })), 's');
    expect(promised?.lamps[0]?.lines[0]?.line.fromLevelMm).toBeCloseTo(-152.4, 6);
  });

  it('without a measured lens gives each line that may be its own', () => {
    const wall = evenWall('after');
    const high = event('wall-read', { ...(wall.body as object), centreMm: 880 } as never);
    const sheet = wallSheet(job({}, choice(), high), 's');
    // Its lower edge lies between 730 and 880 mm: the low band, or the maker's choice of two.
    expect(sheet?.lamps[0]?.lines.map((l) => l.target.setTo)).toEqual([-1, -1.5]);
    expect(sheet?.assumed).toBe(false);
  });

  it('takes the wall of the shop, with its floor and its marks', () => {
    const walls = [
      {
        name: 'North',
        distanceMm: 5000,
        floorRisePercent: 1,
        marks: [{ id: '1', acrossMm: -900, upMm: 1200 }],
      },
    ];
    expect(wallSheet(job({ walls }), 's')).toMatchObject({
      place: 'North',
      distanceMm: 5000,
      floorRisePercent: 1,
      assumed: false,
      marks: walls[0]?.marks,
    });
  });
});

it('no lamp sits above the roof: 700 typed as 7000 is told', () => {
  expect([700, 2500, 7000].map((mm) => aboveRoof(job(), mm))).toEqual([false, false, true]);
});

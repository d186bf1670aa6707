import { anglesOf } from '@/core/beam/photometry';
import {
  MARK_PLACES,
  type FoundMark,
  type ShopWall,
  type WallReading,
  type WallTask,
} from '@/core/beam/wall';
import { type TypedHow, typedAs } from '@/core/quantity';
import type { Words } from '@/words';
import { typedDistance } from './figureWords';
import { measureIn, numberIn } from './numberIn';

/** What is typed about a wall and the lamp before it: texts until they are used. */
export interface WallTyped {
  readonly name: string;
  readonly distance: string;
  readonly rise: string;
  readonly centre: string;
  /** Of the lamp, right of the wall's middle line. */
  readonly across: string;
  readonly traffic: '' | 'right' | 'left';
  readonly stray: string;
  /** By mark: right of the middle line and up from the floor. */
  readonly marks: Readonly<Record<string, { readonly across: string; readonly up: string }>>;
  readonly readings: readonly { readonly right: string; readonly up: string; readonly lux: string }[];
}

const EMPTY = { right: '', up: '', lux: '' };

/** A wall of the shop as it is typed; none: the places that the printed sheet names. */
export function wallTyped(wall: ShopWall | null, words: Pick<Words, 'decimal' | 'units'>): WallTyped {
  const mm = (value: number) => typedAs('length', value, words);
  const marks = wall?.marks.length ? wall.marks : MARK_PLACES;
  return {
    name: wall?.name ?? '',
    distance: wall ? typedDistance(wall.distanceMm, words) : '',
    rise: wall ? String(wall.floorRisePercent) : '0',
    centre: '',
    across: '',
    traffic: '',
    stray: '',
    marks: Object.fromEntries(marks.map((m) => [m.id, { across: mm(m.acrossMm), up: mm(m.upMm) }])),
    readings: Array.from({ length: 6 }, () => EMPTY),
  };
}

/** What is typed, as a task for the reading; or which field is no figure. */
export type TaskTyped =
  | {
      readonly kind: 'task';
      readonly task: Omit<WallTask, 'shots'>;
      readonly centreMm: number;
      readonly wall: Omit<ShopWall, 'name'>;
    }
  | { readonly kind: 'fault'; readonly code: 'figures' | 'traffic' | 'marks' };

/** Makes a task of what is typed. @param distanceMm read from its own field, which knows feet and metres */
export function taskTyped(
  typed: WallTyped,
  found: readonly FoundMark[],
  distanceMm: number,
  how: TypedHow,
): TaskTyped {
  const { decimal } = how;
  const mm = (text: string) => measureIn(text, 'length', { ...how, signed: true });
  const [rise, centre, across] = [
    numberIn(typed.rise || '0', decimal, true),
    mm(typed.centre),
    mm(typed.across),
  ];
  const stray = typed.stray.trim() === '' ? undefined : numberIn(typed.stray, decimal);
  if (rise === null || centre === null || across === null || stray === null || !(distanceMm >= 500))
    return { kind: 'fault', code: 'figures' };
  if (typed.traffic === '') return { kind: 'fault', code: 'traffic' };
  const places = Object.entries(typed.marks).map(([id, m]) => ({
    id,
    acrossMm: mm(m.across),
    upMm: mm(m.up),
  }));
  if (places.some((p) => p.acrossMm === null || p.upMm === null)) return { kind: 'fault', code: 'marks' };
  const marks = places.map((p) => ({ id: p.id, acrossMm: p.acrossMm ?? 0, upMm: p.upMm ?? 0 }));
  const readings: WallReading[] = [];
  for (const r of typed.readings) {
    if (r.right.trim() === '' && r.up.trim() === '' && r.lux.trim() === '') continue;
    const [right, up, lux] = [mm(r.right), mm(r.up), numberIn(r.lux, decimal)];
    if (right === null || up === null || lux === null) return { kind: 'fault', code: 'figures' };
    readings.push({
      ...anglesOf({ acrossMm: right, upMm: up }, distanceMm),
      lux,
    });
  }
  return {
    kind: 'task',
    centreMm: centre,
    wall: { distanceMm, floorRisePercent: rise, marks },
    task: {
      marks: found.flatMap((f) => {
        const wall = marks.find((m) => m.id === f.id);
        return wall ? [{ id: f.id, pixel: f.pixel, wall }] : [];
      }),
      lamp: { acrossMm: across, upMm: centre - (distanceMm * rise) / 100, distanceMm },
      // Where traffic drives on the right, the flat part of a passing beam lies to the left.
      flat: typed.traffic === 'right' ? 'left' : 'right',
      readings,
      ...(stray === undefined ? {} : { strayLux: stray }),
    },
  };
}

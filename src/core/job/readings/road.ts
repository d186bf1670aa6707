import { bodyMeasures, facingOf, heightOf } from '../../body';
import type { Lamp, Place } from '../../catalogue/types';
import { type PhotometryFile, photometryMap } from '../../beam/photofile';
import type { AngularMap } from '../../beam/photometry/angular';
import { wallBeam } from '../../beam/photometry/fromWall';
import { degreesOf } from '../../beam/aim';
import type { KeptMap } from '../../beam/wall';
import type { PlacedBeam } from '../../beam/photometry/road';
import { type LampFunction, type PositionKey, positionKey } from '../../vehicle';
import type { Job } from '../views/view';
import { spotDistanceMm } from './beam';
import { wallsOf } from './walls';

/** A lamp whose light on the road is known, placed on the vehicle. */
export interface RoadLamp extends PlacedBeam {
  readonly position: PositionKey;
  /** A file of the shelf, or a wall that was read in lux: rough below 10 m, and with its aim in it. */
  readonly from: 'file' | 'wall';
  /** Nobody has said how high it sits: as such a lamp usually does. */
  readonly usualHeight: boolean;
  /** Nobody has read its aim: set as its rule usually wants it, 1 % down. */
  readonly usualAim: boolean;
}

/** What is known of a swap's light on the road or the ground. */
export interface RoadLamps {
  readonly before: readonly RoadLamp[];
  readonly after: readonly RoadLamp[];
  /** Positions of which nothing is known, before and after. */
  readonly unknown: { readonly before: readonly PositionKey[]; readonly after: readonly PositionKey[] };
  /** Work lamps light the ground all round; headlamps the road ahead. */
  readonly ground: boolean;
  readonly traffic: 'right' | 'left' | null;
}

/** The function whose light matters on the road, by the role of a lamp. */
const ROAD_FUNCTION: Readonly<Record<string, LampFunction>> = {
  headlamp: 'low-beam',
  fog: 'front-fog',
  work: 'work',
};
const GROUND_ROLES = new Set(['work']);

/** *Setting*: how a file's lamp is aimed while nobody has read it, per cent. */
const USUAL_AIM = -1;
/** *Setting*: how a work lamp is tilted while nobody says, degrees. */
const WORK_TILT = -15;
const PAN = { front: 0, right: 90, rear: 180, left: -90, up: 0 } as const;

const maps = new WeakMap<PhotometryFile, AngularMap | null>();

/** The intensities of a lamp of the shelf for a function; null: it has no file that can be read. */
function mapOf(lamp: Lamp, does: LampFunction): AngularMap | null {
  const file = lamp.photometry?.find((f) => f.does === does);
  if (!file) return null;
  const known = maps.get(file);
  if (known !== undefined) return known;
  const read = photometryMap(file);
  const map = read.kind === 'map' ? read.map : null;
  maps.set(file, map);
  return map;
}

const wallBeams = new WeakMap<object, AngularMap>();

/** The beam of a wall that was read, worked out once. */
function beamOfWall(own: { readonly map: KeptMap; readonly distanceMm: number }): AngularMap {
  const known = wallBeams.get(own.map);
  if (known) return known;
  const beam = wallBeam(own.map, own.distanceMm);
  wallBeams.set(own.map, beam);
  return beam;
}

/** What is known of a swap's light ahead or all round; null: its lamps light neither. */
export function roadLamps({ pack, reading }: Job, swap: string): RoadLamps | null {
  const check = reading.checks.find((c) => c.swap.id === swap);
  const record = reading.record.swaps.find((s) => s.id === swap);
  const positions = record?.positions.filter((p) => (p.split('.')[0] ?? '') in ROAD_FUNCTION) ?? [];
  if (!record || positions.length === 0) return null;
  const { family } = pack;
  const measures = bodyMeasures(
    family.body.bodyStyle,
    family.body.lengthMm,
    family.body.widthMm,
    family.body.body,
  );
  const walls = wallsOf(record, reading.record);
  const [wall] = walls;
  const aim = reading.record.aimReads.get(swap)?.event.body;
  const placed = (position: PositionKey, map: AngularMap, from: 'file' | 'wall'): RoadLamp | null => {
    const place = family.body.places.find((p) => positionKey(p.position) === position);
    if (!place) return null;
    const read = aim?.lamps[position];
    const percent = read && aim ? (read.upMm / spotDistanceMm(aim, position)) * 100 : USUAL_AIM;
    const work = GROUND_ROLES.has(place.position.role);
    return {
      position,
      map,
      from,
      acrossM: place.xMm / 1000,
      aheadM: -place.yMm / 1000,
      heightM: (read?.centreMm ?? heightOf(place, measures)) / 1000,
      panDeg: PAN[facingOf(place)],
      tiltDeg: from === 'wall' ? 0 : work ? WORK_TILT : degreesOf(percent),
      usualHeight: read === undefined && (place as Place).zMm === undefined,
      usualAim: from === 'file' && read === undefined,
    };
  };
  const ofWall = (position: PositionKey, when: 'before' | 'after') => {
    const own = walls.find((w) => w.position === position && w.when === when && w.body.light === 'lux')?.body;
    return own ? placed(position, beamOfWall(own), 'wall') : null;
  };
  const ofFile = (position: PositionKey) => {
    const lamp = check?.wiring.find((w) => w.position === position)?.lamp;
    const map = lamp && mapOf(lamp, ROAD_FUNCTION[position.split('.')[0] ?? ''] ?? 'low-beam');
    return map ? placed(position, map, 'file') : null;
  };
  const before = positions.flatMap((p) => ofWall(p, 'before') ?? []);
  // What was measured on this vehicle says more than a file.
  const after = positions.flatMap((p) => ofWall(p, 'after') ?? ofFile(p) ?? []);
  const not = (lamps: readonly RoadLamp[]) => positions.filter((p) => !lamps.some((l) => l.position === p));
  const light = [...reading.record.lightReads.values()].find((l) => l.event.body.swap === swap)?.event.body;
  return {
    before,
    after,
    unknown: { before: not(before), after: not(after) },
    ground: positions.every((p) => GROUND_ROLES.has(p.split('.')[0] ?? '')),
    // Where the flat part of a cutoff lies to the left, traffic drives on the right.
    traffic: light?.traffic ?? (wall ? (wall.body.flat === 'left' ? 'right' : 'left') : null),
  };
}

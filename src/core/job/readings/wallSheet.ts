import { bodyMeasures } from '../../body';
import {
  aimTargets,
  type AimTarget,
  EYE_POINTS,
  eyeOnWall,
  lineAt,
  lowerEdgeOf,
  type WallLine,
} from '../../beam/aim';
import { MARK_PLACES, type ShopWall } from '../../beam/wall';
import { type PositionKey, positionKey } from '../../vehicle';
import type { WallPoint } from '../../beam/photometry';
import { readingOf, wallOf } from '../../kernel/ids';
import type { Job } from '../views/view';
import { isAimed, standingOf } from './beam';

/** Where one lamp's lines lie on the wall. */
export interface SheetLamp {
  readonly position: PositionKey;
  /** Of its centre above the floor; null: nobody has said, and it has no lines. */
  readonly centreMm: number | null;
  /** Null: the lens was not measured, so each band that may be its own is given. */
  readonly lowerEdgeMm: number | null;
  readonly lines: readonly { readonly target: AimTarget; readonly line: WallLine }[];
}

/** A wall before which the lamps of a swap are aimed: what is drawn, printed and shown large. */
export interface WallSheet {
  readonly swap: string;
  readonly place: string | null;
  readonly distanceMm: number;
  /** Nobody has measured the distance yet: the lines are those of the usual one. */
  readonly assumed: boolean;
  readonly floorRisePercent: number;
  readonly marks: ShopWall['marks'];
  readonly lamps: readonly SheetLamp[];
  /** The eye of an oncoming driver, from each lamp; null: it is not said on which side traffic drives. */
  readonly eye: WallPoint | null;
  readonly promisedPercent: number | null;
}

/** A wall sheet that is printed: of which job, made when. */
export interface WallDocument {
  readonly shop: { readonly name: string; readonly zone: string };
  readonly job: { readonly number: number };
  readonly vehicle: { readonly maker: string; readonly name: string; readonly identity: string };
  readonly madeAt: string;
  readonly sheets: readonly WallSheet[];
}

/** Whether a lamp would sit above the roof of its vehicle: a figure that was mistyped, in cm or in inches. */
export function aboveRoof({ pack }: Pick<Job, 'pack'>, centreMm: number): boolean {
  const { bodyStyle, lengthMm, widthMm, body } = pack.family.body;
  return centreMm > bodyMeasures(bodyStyle, lengthMm, widthMm, body).heightMm + ROOF_LAMP_MM;
}

/** *Setting*: a lamp on a roof stands over it by at most so much, mm. */
const ROOF_LAMP_MM = 400;

/** *Setting*: 25 ft, for a wall that nobody has measured. */
const USUAL_MM = 7620;
/** *Setting*: no lens of a headlamp is higher, mm: the lower edge lies between its centre and this much under it. */
const HIGHEST_LENS_MM = 300;

/** The wall of a swap, from what the job knows: its aim as it was read, else its light, else the wall of the shop. Null: no beam in it. */
export function wallSheet({ pack, reading }: Job, swap: string): WallSheet | null {
  const found = reading.record.swaps.find((s) => s.id === swap);
  const positions = found?.positions.filter(isAimed) ?? [];
  if (positions.length === 0) return null;
  const aim = reading.record.aimReads.get(swap)?.event.body;
  const light = (['after', 'before'] as const)
    .map((w) => reading.record.lightReads.get(readingOf(swap, w))?.event.body)
    .find((b) => b !== undefined);
  const wallOfLamp = (position: PositionKey) =>
    (['after', 'before'] as const)
      .map((w) => reading.record.wallReads.get(wallOf(swap, w, position))?.event.body)
      .find((b) => b !== undefined);
  const [wall] = pack.walls ?? [];
  const photo = positions.map(wallOfLamp).find((b) => b !== undefined);
  const distanceMm = aim?.distanceMm ?? light?.distanceMm ?? photo?.distanceMm ?? wall?.distanceMm;
  const standing = {
    floorRisePercent: wall?.floorRisePercent ?? 0,
    ...(aim ? standingOf(aim) : {}),
    distanceMm: distanceMm ?? USUAL_MM,
  };
  const market = aim?.market ?? reading.facts.get('market@vehicle')?.value;
  const traffic = light?.traffic;
  return {
    swap,
    place: light?.place ?? wall?.name ?? null,
    distanceMm: standing.distanceMm,
    assumed: distanceMm === undefined,
    floorRisePercent: standing.floorRisePercent,
    marks: wall?.marks.length ? wall.marks : MARK_PLACES,
    eye: traffic ? eyeOnWall(EYE_POINTS[0], traffic, standing.distanceMm) : null,
    promisedPercent: aim?.promisedPercent ?? null,
    lamps: positions.map((position): SheetLamp => {
      const spot = aim?.lamps[position];
      const place = pack.family.body.places.find((p) => positionKey(p.position) === position);
      const centreMm = spot?.centreMm ?? wallOfLamp(position)?.centreMm ?? place?.zMm ?? null;
      if (centreMm === null) return { position, centreMm, lowerEdgeMm: null, lines: [] };
      const lowerEdgeMm = spot ? lowerEdgeOf(centreMm, spot.lensMm) : null;
      const edges = lowerEdgeMm === null ? [centreMm, centreMm - HIGHEST_LENS_MM / 2] : [lowerEdgeMm];
      const targets = edges.flatMap(
        (edge) =>
          aimTargets({
            market: typeof market === 'string' ? market : 'unknown',
            lamp: position.startsWith('fog') ? 'fog' : 'headlamp',
            lowerEdgeMm: edge,
            centreMm,
            ...(typeof aim?.markedPercent === 'number' ? { markedPercent: aim.markedPercent } : {}),
            ...(aim?.mark ? { mark: aim.mark } : {}),
          }).targets,
      );
      const promised = aim?.promisedPercent;
      const own = targets
        .filter((t, i) => targets.findIndex((x) => x.setTo === t.setTo && x.from === t.from) === i)
        .map((t) => (typeof promised === 'number' ? { ...t, setTo: promised } : t));
      return {
        position,
        centreMm,
        lowerEdgeMm,
        lines: own.map((target) => ({ target, line: lineAt(target.setTo, centreMm, standing) })),
      };
    }),
  };
}

import { type Figures, USUAL_FIGURES } from './figures';
import { sizesLike, wireOhm, type WireSize } from './wire';

/** A run of wire under load. */
export interface DropInput {
  readonly currentA: number;
  /** One way, from the source to the lamp. */
  readonly lengthM: number;
  readonly wire: WireSize;
  readonly tempC: number;
  /** `two-wire`: the same wire goes back. `chassis`: the body does, at a resistance of its own. */
  readonly return: 'two-wire' | 'chassis';
  /** Of the way back through the body, Ω; only with `chassis`. */
  readonly chassisOhm?: number;
}

/** What is lost on the way. */
export interface Drop {
  readonly loopOhm: number;
  readonly dropV: number;
  readonly limitV: number;
  readonly within: boolean;
  /** What is left for the lamp, V, and whether that is enough. */
  readonly lampV: number;
  readonly lampEnough: boolean;
  /** The thinnest wire of the same standard that would do; null: none does, or this one does. */
  readonly thicker: WireSize | null;
}

/** What a feed may lose on its way to a lamp, V. */
export const dropLimitV = (role: string | undefined, figures: Figures): number =>
  role === 'headlamp' ? figures.headlampDropV : figures.otherDropV;

/** Loss on the way to a lamp and back: I × R of the whole loop. */
export function voltageDrop(
  i: DropInput,
  supplyV: number,
  lampMinV: number,
  limitV: number = USUAL_FIGURES.otherDropV,
): Drop {
  const loop = (wire: WireSize) =>
    i.return === 'two-wire'
      ? wireOhm(wire, 2 * i.lengthM, i.tempC)
      : wireOhm(wire, i.lengthM, i.tempC) + (i.chassisOhm ?? 0);
  const dropOf = (wire: WireSize) => i.currentA * loop(wire);
  const good = (wire: WireSize) => dropOf(wire) <= limitV && supplyV - dropOf(wire) >= lampMinV;
  const dropV = dropOf(i.wire);
  const sizes = sizesLike(i.wire);
  return {
    loopOhm: loop(i.wire),
    dropV,
    limitV,
    within: dropV <= limitV,
    lampV: supplyV - dropV,
    lampEnough: supplyV - dropV >= lampMinV,
    thicker: good(i.wire) ? null : (sizes.slice(sizes.indexOf(i.wire) + 1).find(good) ?? null),
  };
}

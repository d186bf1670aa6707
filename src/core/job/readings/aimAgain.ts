import { knownTurns, type ScrewTurn } from '../../beam/aim';
import type { BodyOf, Said } from '../events';
import type { LampAim } from './beam';

/** What the aim of a lamp comes to, for one sentence: how it stands to the rule's line, and what brings it there. */
export interface AimMove {
  /** `no-rule`: the market has none, and the vehicle maker's figure decides. */
  readonly verdict: LampAim['judged'][number]['verdict'] | 'no-rule';
  /** From the cutoff to the line of the rule on the wall, mm, and as an angle, degrees; never below 0. */
  readonly byMm: number;
  readonly byDeg: number;
  /** Where the cutoff lies against that line. */
  readonly lies: 'high' | 'low';
  /** Turns by the lamp's record, clockwise; null: nobody wrote down what its screws do. */
  readonly turns: { readonly vertical: number; readonly horizontal: number | null } | null;
}

/**
 * How a lamp's aim stands to the first line of its rule, and the way there.
 * @param wallMm from the lens to the wall, where the reading does not say it
 * @param acrossMm where it was read across, mm to the right; absent: nobody looked, and nothing is said of the horizontal screw
 * @param screws what its record says of its screws
 */
export function aimMove(
  aim: LampAim,
  wallMm: number,
  acrossMm?: number,
  screws?: { readonly vertical: ScrewTurn; readonly horizontal?: ScrewTurn },
): AimMove {
  const [first] = aim.judged;
  const distanceMm = aim.distanceMm ?? wallMm;
  const moveMm = first?.moveMm ?? 0;
  const angle = (upMm: number) => (Math.atan2(upMm, distanceMm) * 180) / Math.PI;
  const turns =
    first && screws
      ? knownTurns(
          acrossMm === undefined ? { vertical: screws.vertical } : screws,
          { acrossMm: acrossMm ?? 0, upMm: aim.upMm },
          { acrossMm: 0, upMm: first.line.fromLevelMm },
          distanceMm,
        )
      : null;
  return {
    verdict: first?.verdict ?? 'no-rule',
    byMm: Math.abs(moveMm),
    byDeg: first ? Math.abs(angle(aim.upMm + moveMm) - angle(aim.upMm)) : 0,
    lies: moveMm > 0 ? 'low' : 'high',
    turns,
  };
}

/**
 * The aim read again after a lamp's screws were turned: heights, wall and the other lamps stand as they were read; across was
 * not looked at.
 * @param belowMm the cutoff below the lamp's height on the same wall, mm; above it is negative
 */
export function aimAgain(
  body: BodyOf<'aim-read'>,
  position: string,
  belowMm: number,
): Said<'aim-read'> | null {
  const before = body.lamps[position];
  if (!before) return null;
  const { after: _, ...rest } = body as BodyOf<'aim-read'> & { readonly after?: unknown };
  // A picture's place and interval are of before, and so is where it lay across: the screws were turned since, and only the
  // height was read again, by eye, on the wall of the form.
  const { distanceMm: _of, uMm: _u, acrossMm: _across, ...lamp } = before;
  return {
    ...rest,
    lamps: {
      ...body.lamps,
      [position]: { ...lamp, upMm: -belowMm },
    },
  };
}

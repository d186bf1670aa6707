import type { LampFunction } from '../../vehicle';
import { programsIn } from './run';
import { type FunctionProgram, type LampProgram, type Sweep, sweepSteps } from './types';

/** Something that is to be seen of a function as it moves, beside whether it is lit. */
export type Movement =
  | {
      readonly code: 'sweep';
      readonly how: Sweep['how'];
      readonly from: Sweep['from'];
      /** How many come on one after another. */
      readonly steps: number;
      /** Each of them is a bulb in a socket of its own. */
      readonly sockets: boolean;
    }
  /** Goes out while another function is live and comes back after it. */
  | { readonly code: 'returns'; readonly while: LampFunction }
  | { readonly code: 'pulses'; readonly count: number }
  | { readonly code: 'start-up' }
  | { readonly code: 'fades' };

/** *Setting*: a rise that takes longer is seen as one, ms. */
const SEEN_FADE_MS = 150;

/** How a function of a lamp moves in a mode; a bulb's own slow rise is not looked for. */
export function movementsOf(
  program: LampProgram,
  mode: 'open' | 'closed',
  does: LampFunction,
): readonly Movement[] {
  const moves = programsIn(program, mode)
    .filter((f) => f.does === does)
    .flatMap(movementsIn);
  // One lamp that signals to both sides has the same of each.
  return moves.filter((m, i) => moves.findIndex((n) => movementCode(n) === movementCode(m)) === i);
}

function movementsIn(f: FunctionProgram): readonly Movement[] {
  const moves: Movement[] = [];
  if (f.startUp && f.startUp.pieces.length > 0) moves.push({ code: 'start-up' });
  if (f.pulses) moves.push({ code: 'pulses', count: f.pulses.count });
  if (f.sweep && sweepSteps(f.sweep, f.segments.length) > 1)
    moves.push({
      code: 'sweep',
      how: f.sweep.how,
      from: f.sweep.from,
      steps: sweepSteps(f.sweep, f.segments.length),
      sockets: f.sockets === true,
    });
  if (f.out) moves.push({ code: 'returns', while: f.out.while });
  if (f.fade && Math.max(f.fade.upMs, f.fade.downMs) > SEEN_FADE_MS) moves.push({ code: 'fades' });
  return moves;
}

/** A movement as a short code that can be kept and compared. Times are left out: no eye tells 180 ms from 200. */
export function movementCode(m: Movement): string {
  switch (m.code) {
    case 'sweep':
      return `sweep-${m.how}-${m.from}`;
    case 'returns':
      return `returns-${m.while}`;
    case 'pulses':
      return `pulses-${m.count}`;
    default:
      return m.code;
  }
}

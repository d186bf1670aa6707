import { type Reason, reason } from '../kernel/reason';
import type { LampFunction, Duty } from '../vehicle';
import { exchangesFor, isSocketOrder } from '../light/program/sockets';
import { expectedCode } from './levelCode';
import type { ProofCell } from './proofSteps';

/** What was seen of a function. */
export const SEEN = [
  'as-expected',
  'dark',
  'faint',
  'lit',
  'flashing',
  'fast',
  'wrong-colour',
  'wrong-order',
  'not-working',
  'full',
  'slow',
  'both-colours',
  'not-returning',
  'out-of-step',
  'reversed',
  'message',
  'not-moving',
] as const;
export type Seen = (typeof SEEN)[number];

/** What was seen, with what was expected when it was: an expectation that has changed since proves nothing. */
export interface SeenCell {
  readonly expected: string;
  readonly seen: Seen;
  /** Of sockets that come on in a wrong order: the holes as they came on, counted from the inner end, `3-1-2`. */
  readonly order?: string;
}

/** `outdated`: it was seen while something else was expected. */
export type CellState = 'unproven' | 'proven' | 'mismatch' | 'outdated';

/** Where a cell stands, given what was last seen. */
export function judgeCell(cell: ProofCell, seen: SeenCell | undefined): CellState {
  if (!seen) return 'unproven';
  if (seen.expected !== expectedCode(cell)) return 'outdated';
  return seen.seen === 'as-expected' ? 'proven' : 'mismatch';
}

/** What can be seen of a function that should be lit. */
const OF_LIT: readonly Seen[] = [
  'dark',
  'faint',
  'flashing',
  'wrong-colour',
  'both-colours',
  'not-returning',
  'reversed',
  'message',
];

/** What can be seen of a function that should move. */
const OF_MOVING: readonly Seen[] = [
  'wrong-order',
  'not-moving',
  'not-returning',
  'out-of-step',
  'both-colours',
  'slow',
  'fast',
  'faint',
  'dark',
  'message',
];

/** What can be seen instead of the expected, likeliest first. Nobody is offered "dark" where dark is right. */
export function otherwise(cell: ProofCell): readonly Seen[] {
  if (cell.moves) return OF_MOVING;
  switch (cell.level?.kind) {
    case undefined:
      return ['not-working', 'message'];
    case 'off':
    case 'data':
      return ['faint', 'lit', 'flashing', 'message'];
    case 'flashing':
      return [
        'fast',
        'slow',
        'dark',
        'lit',
        'faint',
        'wrong-colour',
        'both-colours',
        'wrong-order',
        'out-of-step',
        'reversed',
        'message',
      ];
    case 'pulsed':
      return ['full', ...OF_LIT];
    default:
      return OF_LIT;
  }
}

/** The likeliest cause of a mismatch, to look at first. Fault finding proper weighs more than this. */
export function firstCause(cell: ProofCell, seen: Seen, order?: string): Reason {
  const does: LampFunction | Duty = cell.does;
  switch (seen) {
    case 'dark':
      return reason('seen-dark', { does });
    case 'faint':
      return reason(cell.level?.kind === 'off' ? 'seen-glow' : 'seen-faint', { does });
    case 'lit':
      return reason(cell.level?.kind === 'flashing' ? 'seen-steady' : 'seen-lit', { does });
    case 'flashing':
      return reason(cell.level?.kind === 'off' ? 'seen-lit' : 'seen-pulsing', { does });
    case 'fast':
      if (cell.moves) return reason('seen-moves-fast', { does });
      return reason('seen-fast', { does });
    case 'wrong-colour':
      return reason('seen-wrong-colour', { does });
    case 'wrong-order':
      return socketsCause(cell, order) ?? reason('seen-wrong-order', { does });
    case 'full':
      return reason('seen-full', { does });
    case 'slow':
      if (cell.moves) return reason('seen-moves-slow', { does });
      return reason('seen-slow', { does });
    case 'both-colours':
      return reason('seen-both-colours', { does });
    case 'not-returning':
      return reason('seen-not-returning', { does });
    case 'out-of-step':
      return reason('seen-out-of-step', { does });
    case 'reversed':
      return reason('seen-reversed', { does });
    case 'message':
      return reason('seen-message', { does });
    case 'not-moving':
      return reason('seen-not-moving', { does });
    case 'not-working':
      return reason('seen-not-working', { does });
    case 'as-expected':
      return reason('seen-as-expected', { does });
  }
}

/** How many sockets of a function come on one after another; null: it has none of its own. */
export function socketsOf(cell: Pick<ProofCell, 'moves'>): number | null {
  const sweep = cell.moves?.find((m) => m.code === 'sweep');
  return sweep?.code === 'sweep' && sweep.sockets ? sweep.steps : null;
}

/** Which sockets sit in one another's holes, from the order seen; null: it says nothing about that. */
function socketsCause(cell: ProofCell, order: string | undefined): Reason | null {
  const holes = (order ?? '').split('-').map(Number);
  const n = socketsOf(cell);
  if (n === null || !isSocketOrder(holes, n)) return null;
  const exchanges = exchangesFor(holes).map(({ a, b }) => `${a}–${b}`);
  return exchanges.length === 0
    ? null
    : reason('seen-sockets', { does: cell.does, count: exchanges.length, exchanges });
}

import { ALL_OFF, type Control, CONTROLS, type ControlState, isPossible, stateText } from '../../controls';
import { type Reason, reason } from '../../kernel/reason';
import { usOf } from '../waveform';

/** Controls and when they are moved: what is not named stays as it is. Everything begins at rest. */
export interface Score {
  readonly lengthMs: number;
  readonly moves: readonly {
    readonly atMs: number;
    readonly set: Readonly<Partial<Record<Control, string>>>;
  }[];
}

/** *Setting*: the longest score, ms. */
export const LONGEST_SCORE_MS = 600_000;

/** A time in which no control is moved. */
export interface Span {
  readonly fromUs: number;
  readonly toUs: number;
  readonly state: ControlState;
}

/** A score as spans that follow one another, or what is wrong with it by JSON Pointer. */
export type ReadScore =
  | { readonly kind: 'spans'; readonly spans: readonly Span[] }
  | {
      readonly kind: 'faults';
      readonly faults: readonly { readonly path: string; readonly reason: Reason }[];
    };

/** Lays a score out as spans. Moves may stand in any order; of two at one time the later in the list counts. */
export function readScore(score: Score): ReadScore {
  const faults: { path: string; reason: Reason }[] = [];
  if (!(score.lengthMs > 0) || score.lengthMs > LONGEST_SCORE_MS)
    faults.push({
      path: '/lengthMs',
      reason: reason('score-length', { ms: score.lengthMs, most: LONGEST_SCORE_MS }),
    });
  score.moves.forEach((move, i) => {
    if (!(move.atMs >= 0))
      faults.push({ path: `/moves/${i}/atMs`, reason: reason('score-before-start', { ms: move.atMs }) });
    for (const [control, value] of Object.entries(move.set))
      if (!(CONTROLS as Record<string, readonly string[]>)[control]?.includes(value))
        faults.push({
          path: `/moves/${i}/set/${control}`,
          reason: reason('case-control', { control, value: String(value) }),
        });
  });
  if (faults.length > 0) return { kind: 'faults', faults };
  const end = usOf(score.lengthMs);
  const order = score.moves
    .map((_, i) => i)
    .sort((a, b) => (score.moves[a]?.atMs ?? 0) - (score.moves[b]?.atMs ?? 0) || a - b);
  const spans: Span[] = [];
  let [state, at] = [ALL_OFF, 0];
  const close = (toUs: number) => {
    if (toUs > at) spans.push({ fromUs: at, toUs, state });
    at = toUs;
  };
  order.forEach((i, k) => {
    const move = score.moves[i];
    if (!move || usOf(move.atMs) >= end) return;
    close(usOf(move.atMs));
    state = { ...state, ...move.set };
    const next = score.moves[order[k + 1] ?? -1];
    // Several controls may be moved at one time, each by itself.
    const settled = !next || usOf(next.atMs) > usOf(move.atMs);
    if (settled && !isPossible(state))
      faults.push({ path: `/moves/${i}`, reason: reason('case-impossible', { state: stateText(state) }) });
  });
  close(end);
  return faults.length > 0 ? { kind: 'faults', faults } : { kind: 'spans', spans };
}

/** A score in which one throw of a switch stands at another time; what else was moved with it stays. */
export function movedTo(score: Score, control: Control, fromMs: number, toMs: number): Score {
  const moves = score.moves.flatMap((m) => {
    if (Math.round(m.atMs) !== fromMs || m.set[control] === undefined) return [m];
    const { [control]: value, ...rest } = m.set;
    const moved = { atMs: Math.min(toMs, score.lengthMs), set: { [control]: value } };
    return Object.keys(rest).length > 0 ? [{ ...m, set: rest }, moved] : [moved];
  });
  return { ...score, moves };
}

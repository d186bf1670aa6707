import type { Family, Lamp } from '../../catalogue/types';
import type { Flasher } from '../../light/overTime/flasher';
import { changed } from '../../light/program/templates';
import { sweepSteps } from '../../light/program/types';
import { programOf } from '../../light/program/usual';
import type { StoredEvent } from '../events';

export type TimedBody = StoredEvent<'light-timed'>['body'];

/** A flash that was timed at the vehicle stands before what the shelf says of it. */
export function timedFlasher(known: Flasher | null, timed: TimedBody | undefined): Flasher | null {
  if (!timed) return known;
  const { from, to, shareFrom, shareTo } = timed;
  const onShare =
    shareFrom !== undefined && shareTo !== undefined
      ? { from: shareFrom, to: shareTo }
      : (known?.onShare ?? null);
  // It was timed with the lamps that were on: what it does with too little load is still the shelf's to say.
  return {
    ...(known?.lowLoad ? { lowLoad: known.lowLoad } : {}),
    ...(known?.lock ? { lock: known.lock } : {}),
    perMinute: { from, to },
    onShare,
  };
}

/** A lamp with the times that were measured at it. */
export function timedLamp<L extends Pick<Lamp, 'program' | 'face' | 'traits' | 'functions'>>(
  lamp: L,
  sweep: TimedBody | undefined,
  back: TimedBody | undefined,
): L {
  let program = programOf(lamp);
  if (sweep) {
    const turn = program.functions.find((f) => f.does === 'turn');
    const steps = Math.max(1, sweepSteps(turn?.sweep ?? {}, turn?.segments.length ?? 1) - 1);
    program = changed(program, 'turn', {
      sweep: {
        how: 'fill',
        from: 'inner',
        ...turn?.sweep,
        stepMs: { from: sweep.from / steps, to: sweep.to / steps },
      },
    });
  }
  const out = program.functions.find((f) => f.does === 'drl')?.out;
  if (back)
    program = changed(program, 'drl', {
      out: { while: 'turn', ...out, returnMs: { from: back.from, to: back.to } },
    });
  return sweep || back ? { ...lamp, program } : lamp;
}

/** A row of the shelf with what was measured in it; null: the row is not the one that was measured. */
export function corrected(
  row: { readonly kind: 'family'; readonly body: Family } | { readonly kind: 'lamp'; readonly body: Lamp },
  timed: TimedBody,
): Family | Lamp | null {
  if (row.kind === 'family') {
    const flasher = timed.what === 'flash' ? timedFlasher(row.body.flasher ?? null, timed) : null;
    return flasher && { ...row.body, flasher };
  }
  if (timed.what === 'flash' || timed.lamp !== row.body.id) return null;
  return timed.what === 'sweep'
    ? timedLamp(row.body, timed, undefined)
    : timedLamp(row.body, undefined, timed);
}

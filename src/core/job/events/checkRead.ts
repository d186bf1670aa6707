import { checkAt } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, number, shape, yesNo } from './form';
import { basisToAfter, eventKind } from './kind';

const key = (b: { readonly position: string; readonly lamp: string; readonly check: string }) =>
  checkAt(b.position, b.lamp, b.check);

/** A reading of the ring-out (Ω, null: open) or of the probe (V). */
export const checkRead = eventKind({
  type: 'check-read',
  form: shape({
    position: id(),
    lamp: id(),
    check: id(1000),
    value: number(0, 1e9).nullable().defined('missing'),
    flashes: yesNo().optional(),
    after: after(),
  }),
  lifts: [basisToAfter],
  needs: 'work-at-vehicle',
  value: key,
  // Only the ring-out can read open: a probe reads volts.
  fits: (b) => (b.value === null && b.check.startsWith('probe|') ? 'value-unsuited' : null),
  asked: (b, shape) => (shape.checks.has(key(b)) ? null : 'no-such-check'),
  reduce: (log) => ({ harnessReads: latestBy(log, key) }),
});

import { cavityAt, lampAt } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, record, shape } from './form';
import { basisToAfter, eventKind } from './kind';

const PIN = /^[A-Za-z0-9._-]{1,80}\/[A-Za-z0-9._-]{1,80}$/;

/** Cavities as a person pins them, for the plugs named; none: as worked out. */
export const pinsSet = eventKind({
  type: 'pins-set',
  form: shape({
    position: id(),
    lamp: id(),
    /** `<plug>/<cavity>` of the lamp to that of the vehicle; null: left empty. */
    pins: record<string | null>(
      200,
      (to, from) => PIN.test(to) && (from === null || (typeof from === 'string' && PIN.test(from))),
    ),
    after: after(),
  }),
  lifts: [basisToAfter],
  needs: 'work-at-vehicle',
  value: (b) => lampAt(b.position, b.lamp),
  fits: ({ position, lamp, pins }, frame) =>
    Object.entries(pins).every(
      ([to, from]) =>
        frame.lampCavities.has(cavityAt(lamp, to)) &&
        (from === null || frame.vehicleCavities.has(cavityAt(position, from))),
    )
      ? null
      : 'no-such-cavity',
  asked: (b, shape) => (shape.lamps.has(lampAt(b.position, b.lamp)) ? null : 'no-such-lamp'),
  reduce: (log) => ({ pins: latestBy(log, (b) => lampAt(b.position, b.lamp)) }),
});

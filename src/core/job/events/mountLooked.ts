import { lampAt } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, note, oneOf, shape } from './form';
import { eventKind } from './kind';

/** What is looked at on a lamp that was mounted, each by itself. */
export const MOUNT_CHECKS = ['film', 'seal', 'holes', 'lead'] as const;
export type MountCheck = (typeof MOUNT_CHECKS)[number];
/** An answer: right, not right, nobody looked, or there is no such thing here. */
export const MOUNT_LOOKED = ['yes', 'no', 'not-looked', 'none'] as const;
export type MountLooked = (typeof MOUNT_LOOKED)[number];

const looked = () => oneOf(MOUNT_LOOKED);

/**
 * A mounted lamp was looked over: protective film off the lens, seal seated, every hole with its grommet or seal, the
 * lead tied clear of heat and what moves.
 */
export const mountLooked = eventKind({
  type: 'mount-looked',
  form: shape({
    position: id(),
    lamp: id(),
    checks: shape({
      film: looked(),
      seal: looked(),
      holes: looked(),
      lead: looked(),
    } satisfies Record<MountCheck, unknown>),
    words: note(),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => lampAt(b.position, b.lamp),
  asked: (b, job) => (job.lamps.has(lampAt(b.position, b.lamp)) ? null : 'no-such-lamp'),
  reduce: (log) => ({ mounted: latestBy(log, (b) => lampAt(b.position, b.lamp)) }),
});

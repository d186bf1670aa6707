import { plugAt } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, oneOf, shape } from './form';
import { basisToAfter, eventKind } from './kind';

/** An answer about a plug: separate facts are looked at, and not looking is an answer of its own. */
export const LOOKED = ['yes', 'no', 'not-looked'] as const;
export type Looked = (typeof LOOKED)[number];
/** What is looked at on a plug, each by itself. */
export const PLUG_CHECKS = ['mated', 'latch', 'slide', 'polarity', 'sealed', 'greased'] as const;
export type PlugCheck = (typeof PLUG_CHECKS)[number];

const looked = () => oneOf(LOOKED);

/** A plug of the vehicle as it was looked at: mated, locked and right way round are separate facts. */
export const plugRecorded = eventKind({
  type: 'plug-recorded',
  form: shape({
    position: id(),
    plug: id(),
    checks: shape({
      mated: looked(),
      latch: looked(),
      slide: looked(),
      polarity: looked(),
      sealed: looked(),
      greased: looked(),
    } satisfies Record<PlugCheck, unknown>),
    after: after(),
  }),
  lifts: [basisToAfter],
  needs: 'work-at-vehicle',
  value: (b) => plugAt(b.position, b.plug),
  fits: (b, frame) => (frame.plugs.has(plugAt(b.position, b.plug)) ? null : 'no-such-plug'),
  reduce: (log) => ({ plugs: latestBy(log, (b) => plugAt(b.position, b.plug)) }),
});

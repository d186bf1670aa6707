import { LAMP_FUNCTIONS, POSITION_ROLES, ENDS } from '../../vehicle';
import { latestBy } from '../log/frontier';
import { after, id, list, money, number, oneOf, shape, text, words } from './form';
import { eventKind } from './kind';

/** What the print on a lamp says of its supply. */
export const LAMP_VOLTAGES = ['6', '12', '24', '12-24'] as const;
export type LampVoltage = (typeof LAMP_VOLTAGES)[number];

/** A lamp that the shelf does not have, as its maker's leaf or the lamp itself tells: for this job alone. */
export const lampDescribed = eventKind({
  type: 'lamp-described',
  form: shape({
    lamp: id(60),
    role: oneOf(POSITION_ROLES),
    end: oneOf(ENDS),
    maker: text(80).trim('not-trimmed').required('missing'),
    name: text(80).trim('not-trimmed').required('missing'),
    partNumber: text(80).trim('not-trimmed').optional(),
    does: list(oneOf(LAMP_FUNCTIONS), 1, LAMP_FUNCTIONS.length),
    voltage: oneOf(LAMP_VOLTAGES),
    /** To change all of them, out and back. */
    minutes: number(1, 10_000),
    /** Of one lamp. */
    price: money(),
    /** Where that is from: the leaf, the box, the supplier. */
    words: words(),
    after: after(),
  }),
  needs: 'choose-parts',
  value: (b) => b.lamp,
  reduce: (log) => ({ described: latestBy(log, (b) => b.lamp) }),
});

import { chainParts, matterKind, matterOf } from '../../kernel/ids';
import { CURES } from '../../electric/formulas';
import { latestBy } from '../log/frontier';
import { after, id, note, shape } from './form';
import { basisToAfter, eventKind, type JobFrame } from './kind';

/** *Setting*: no leg of a vehicle is longer, mm. */
const LONGEST_LEG_MM = 60_000;

/** Why a choice is none of the answers to its matter. */
function unsuited(matter: string, choice: string, frame: JobFrame): boolean {
  switch (matterKind(matter)) {
    case 'mode':
      return choice !== 'open' && choice !== 'closed';
    case 'cure':
      return !CURES.some((c) => c === choice);
    case 'route':
      return !/^[1-9]\d{0,4}$/.test(choice) || Number(choice) > LONGEST_LEG_MM;
    default:
      return choice !== 'none' && !chainParts(choice).every((p) => frame.adapters.has(p));
  }
}

/** One of the smaller choices of the wiring: a mode plug, a cure, the measured length of a leg, the adapters. */
export const wireDecided = eventKind({
  type: 'wire-decided',
  form: shape({
    swap: id(),
    /** `mode/<position>/<plug>/<cavity>`, `cure/<circuit>`, `route/<position>`, `adapters/<position>`. */
    matter: id(240).test('matter', 'malformed', (v) => v === undefined || matterKind(v) !== null),
    /** `open` or `closed`; a cure; a length in mm; parts as `one+other`, or `none`. */
    choice: id(),
    words: note(),
    after: after(),
  }),
  lifts: [basisToAfter],
  needs: 'work-at-vehicle',
  value: (b) => matterOf(b.swap, b.matter),
  fits: (b, frame) => (unsuited(b.matter, b.choice, frame) ? 'value-unsuited' : null),
  asked: (b, shape) =>
    shape.matters.has(matterOf(b.swap, b.matter))
      ? null
      : shape.chosen.has(b.swap)
        ? 'no-such-matter'
        : 'no-lamp-chosen',
  reduce: (log) => ({ decisions: latestBy(log, (b) => matterOf(b.swap, b.matter)) }),
});

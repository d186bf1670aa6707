import { expectedCode, type Seen } from '../../prove';
import type { Said } from '../events';
import type { ProofLine } from './proof';

type LampLine = ProofLine['lamps'][number];

/**
 * What is written of one lamp in one setting.
 * @param seen what was otherwise, by function; the others were as expected
 * @param order sockets in the order in which they lit, where that was wrong
 */
export function proofSaid(
  line: ProofLine,
  lamp: LampLine,
  seen: Readonly<Record<string, Seen>> = {},
  more: { readonly words?: string; readonly order?: string | undefined } = {},
): Said<'proof-seen'> {
  const { words, order } = more;
  return {
    position: lamp.position,
    lamp: lamp.lamp,
    step: line.id,
    seen: Object.fromEntries(
      lamp.cells.map((c) => [
        c.cell.does,
        {
          expected: expectedCode(c.cell),
          seen: seen[c.cell.does] ?? 'as-expected',
          ...(seen[c.cell.does] === 'wrong-order' && order ? { order } : {}),
        },
      ]),
    ),
    ...(words ? { words } : {}),
  };
}

/**
 * Lamps of which one tap for all may say that they are as expected: those still to be looked at on which nothing was seen
 * otherwise. A mismatch is looked at by itself.
 */
export const plainLamps = (line: ProofLine): readonly LampLine[] =>
  unseenLamps(line).filter((lamp) => lamp.cells.every((c) => c.state !== 'mismatch'));

/** Lamps of a setting of which something is still to be looked at; a mismatch that was seen is no more to be looked at. */
export const unseenLamps = (line: ProofLine): readonly LampLine[] =>
  line.lamps.filter((lamp) => lamp.cells.some((c) => c.state === 'unproven' || c.state === 'outdated'));

import { expect, it } from 'vitest';
import type { ProofLine } from './proof';
import { plainLamps, unseenLamps } from './proofSaid';

type State = ProofLine['lamps'][number]['cells'][number]['state'];
const line = (lamps: Readonly<Record<string, readonly State[]>>) =>
  ({
    id: 's',
    lamps: Object.entries(lamps).map(([position, states]) => ({
      position,
      cells: states.map((state) => ({ state })),
    })),
  }) as unknown as ProofLine;
const keys = (lamps: readonly { readonly position: string }[]) => lamps.map((l) => l.position);

it('one tap for all says nothing of a lamp on which something was seen otherwise', () => {
  const mixed = line({
    a: ['unproven', 'proven'],
    b: ['mismatch', 'outdated'],
    c: ['proven'],
    d: ['mismatch'],
    e: ['outdated'],
  });
  expect(keys(unseenLamps(mixed))).toEqual(['a', 'b', 'e']);
  expect(keys(plainLamps(mixed))).toEqual(['a', 'e']);
});

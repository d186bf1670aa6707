import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Shelf } from '../catalogue';
import { answer } from './answers';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;

/** The codes and subjects of the items that a lamp's light over time raises. */
function itemsOf(choose: string) {
  const found = answer({
    ask: ['items'],
    shelf,
    vehicle: { line: 'orrel-packet' },
    facts: { market: 'ECE', 'system-voltage': '12', 'model-year': 2020, plug: 'X41' },
    swaps: [{ choose }],
  });
  if (found.kind === 'faults') throw new Error(JSON.stringify(found.faults));
  const items = found.answers.items as { stage: string; what: { code: string; facts: { about?: string } } }[];
  return items.flatMap((i) => (i.what.code === 'item-light-timed' ? [[i.stage, i.what.facts.about]] : []));
}

describe('a rule that is broken over time', () => {
  it('is an open item, as one that is broken in a setting is', () =>
    expect(itemsOf('packet-race')).toEqual([['light', 'sweep']]));
  it('is none where nothing moves, or all moves as it should', () =>
    expect(itemsOf('packet-sounder-2')).toEqual([]));
});

import { describe, expect, it } from 'vitest';
import type { AnyStoredEvent } from '../events';
import { choice, event, HL, HR, read, worked } from '../testing/packetJob';
import { twinOf } from './pairItems';

const open = (events: readonly AnyStoredEvent[]) =>
  read(events)
    .items.filter((i) => i.origin === 'pair' && !i.closed)
    .map((i) => i.what.code);
const light = (left: number, right: number) =>
  event('light-read', {
    swap: 's',
    when: 'after',
    lux: { [HL]: left, [HR]: right },
    distanceMm: 7620,
    meter: 'meter 2',
    after: [],
  });

describe('left and right', () => {
  it('are named by their places, with ordinal and layer', () => {
    const places = new Set(['tail.rear.left', 'tail.rear.right', 'work.roof.left.2', 'work.roof.right.2']);
    expect(twinOf('tail.rear.left', places)).toBe('tail.rear.right');
    expect(twinOf('work.roof.right.2', places)).toBe('work.roof.left.2');
    expect(twinOf('high-stop.rear.centre', places)).toBeNull();
    expect(twinOf('fog.front.left', places)).toBeNull();
  });

  it('that are changed together and give the same light are nothing to be said', () => {
    expect(open(worked())).toEqual([]);
    expect(open([...worked(), light(31, 29)])).toEqual([]);
    // Seven tenths of the brighter one are enough, less is not.
    expect(open([...worked(), light(21, 30)])).toEqual([]);
    expect(open([...worked(), light(20.9, 30)])).toEqual(['item-unlike-light']);
    expect(open([...worked(), light(0, 30)])).toEqual(['item-unlike-light']);
  });

  it('of which one stays the old one are an item of Release, which words of anybody settle', () => {
    const half = worked().map((e) =>
      e.type === 'swap-opened'
        ? ({ ...e, body: { ...e.body, positions: [HL] } } as AnyStoredEvent)
        : e.type === 'lamp-chosen'
          ? ({
              ...e,
              body: { ...e.body, lamps: { [HL]: { id: 'sounder-2-left', rev: 1 } } },
            } as AnyStoredEvent)
          : e,
    );
    expect(open(half)).toEqual(['item-one-side']);
    const item = read(half).items.find((i) => i.origin === 'pair');
    expect(item).toMatchObject({ stage: 'release', closesBy: 'words', closableBy: 'anyone' });
    const said = event('item-closed', {
      item: item?.id ?? '',
      how: 'done',
      words: 'owner keeps the right one to compare',
    });
    expect(open([...half, said])).toEqual([]);
    // The other side in a swap of its own, with the same lamp, makes them a pair; another lamp does not.
    const other = (application: string, lamp: string) => [
      event('swap-opened', { swap: 'r', positions: [HR] }),
      choice([], {
        swap: 'r',
        application: { id: application, rev: 1 },
        lamps: { [HR]: { id: lamp, rev: 1 } },
      }),
    ];
    expect(open([...half, ...other('packet-sounder-2', 'sounder-2-right')])).toEqual([]);
    expect(open([...half, ...other('packet-brace', 'brace-right')])).toEqual(['item-two-kinds']);
  });
});

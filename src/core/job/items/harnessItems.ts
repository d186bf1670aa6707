import { feedOf } from '../../kernel/ids';
import { sourceId } from '../../harness';
import { factsOf, reason } from '../../kernel/reason';
import { atLamp } from './atLamp';
import type { JobRecord, SwapRecord } from '../fold';
import type { RuledItem } from './ruledItem';
import { rungOut } from '../readings/harnessReads';
import { type FeedMatter, modesThatDiffer, type WireMatters } from '../readings/wireMatters';
import type { PositionWiring } from '../readings/wiring';

/** A swap with everything that its wiring asks. */
export interface WiredSwap {
  readonly swap: SwapRecord;
  readonly wiring: readonly PositionWiring[];
  readonly matters: WireMatters;
  readonly feeds: readonly FeedMatter[];
}

/**
 * What the wiring of a swap leaves to be done: a mode plug that nobody set or that differs from the other side, a circuit
 * that will miss the lamp, a feed that stands against a rule or empties a fuse, a lead to be made and rung out, readings
 * that are not as they should be.
 */
export function harnessItems(
  { swap, wiring, matters, feeds }: WiredSwap,
  record: Pick<JobRecord, 'feeds' | 'decisions' | 'harnessReads'>,
): readonly RuledItem[] {
  const chosen = swap.choice?.event.id;
  if (!chosen) return [];
  const items: RuledItem[] = [];
  const metBy = (id: string | null) => {
    const e = [...record.decisions.values(), ...record.harnessReads.values()].find(
      (x) => x.event.id === id,
    )?.event;
    return e ? { met: { by: e.user, at: e.at } } : {};
  };
  for (const list of modesThatDiffer(matters.modes))
    items.push({
      id: `mode-differs:${list.map((m) => m.event).join(':')}`,
      origin: 'mode',
      what: reason('item-mode-differs', {
        positions: list.map((m) => m.position),
        said: list.map((m) => m.chosen ?? ''),
      }),
      stage: 'wire',
    });
  const unset = matters.modes.filter((m) => m.chosen === null);
  if (unset.length > 0)
    items.push({
      id: `mode-open:${chosen}`,
      origin: 'mode',
      what: reason('item-mode-open', { positions: unset.map((m) => m.position) }),
      stage: 'wire',
    });
  for (const c of matters.cures)
    items.push({
      id: `cure:${chosen}:${c.circuit}`,
      origin: 'cure',
      what: reason('item-cure', {
        positions: c.positions,
        circuit: c.circuit,
        missingA: Math.round((c.belowA - c.drawnA) * 1000) / 1000,
      }),
      stage: 'wire',
      ...(c.chosen ? metBy(c.event) : {}),
    });
  for (const f of feeds) {
    const e = record.feeds.get(feedOf(swap.id, f.does))?.event;
    const source = e?.body.source;
    const candidate = source && f.candidates.find((c) => c.id === sourceId(source));
    if (!e || !candidate) continue;
    if (candidate.verdict === 'not')
      items.push({
        id: `feed:${e.id}`,
        origin: 'feed',
        what: reason('item-feed-against', {
          does: f.does,
          ...(source.kind === 'slot' ? { place: source.slot } : {}),
        }),
        stage: 'wire',
      });
    if (candidate.loses)
      items.push({
        id: `feed-loses:${e.id}`,
        origin: 'feed',
        what: reason('item-feed-loses', { does: f.does, serves: candidate.loses.serves }),
        stage: 'wire',
      });
  }
  for (const w of wiring) {
    if (w.build && w.build.wires.length > 0) {
      const done = rungOut(w.checks);
      items.push({
        id: `lead:${chosen}:${w.position}`,
        origin: 'lead-to-make',
        what: reason('item-lead', { position: w.position, wires: w.build.wires.length }),
        stage: 'wire',
        ...(done ? metBy(done.event) : {}),
      });
    }
    for (const cause of [w.checks?.ringCause, w.checks?.probeCause])
      if (cause)
        items.push({
          id: `check:${w.position}:${cause.code}:${String(factsOf(cause).cavity ?? factsOf(cause).net ?? '')}`,
          origin: 'harness-reading',
          what: atLamp(cause, w.position),
          stage: 'wire',
        });
  }
  return items;
}

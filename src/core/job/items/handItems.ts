import type { RuledItem } from './ruledItem';
import { fastenersItem, groupAt } from '../../kernel/ids';
import { factsOf, reason, type ReasonFacts } from '../../kernel/reason';
import type { JobRecord } from '../fold';
import { compareEvents } from '../log/frontier';
import type { ItemOrigin } from './openItem';
import { notProven, proofCells, type ProofLine } from '../readings/proof';
import type { Stage } from '../stages/stages';
import { isDone, type StepLine } from '../readings/stepLines';
import type { StripReading } from '../readings/work';

type RecheckEntry =
  JobRecord['rechecks'] extends ReadonlyMap<string, { readonly event: infer E }> ? E : never;

/**
 * What stripping leaves to be made good: a loosened bolt to be tightened, what was isolated to be restored, systems
 * to be rechecked, lasting changes to be agreed, fasteners that do not add up, borrowed ones to be paid back.
 */
export function stripItems(strip: StripReading, rechecks: JobRecord['rechecks']): readonly RuledItem[] {
  const met = new Map(
    strip.back.flatMap((l) =>
      isDone(l) && l.tick ? [[l.step.id, { by: l.tick.by, at: l.tick.at }] as const] : [],
    ),
  );
  const items = strip.out.filter(isDone).flatMap((l) => obligations(l, met.get(l.step.id), rechecks));
  for (const use of strip.uses)
    if (use.state === 'none')
      items.push({
        id: `no-sheet:${use.swap}`,
        origin: 'no-sheet',
        what: reason('item-no-sheet', { positions: use.positions }),
        stage: 'strip',
      });
  const off = strip.balance.filter((g) => !g.balanced);
  if (off.length > 0)
    items.push({
      // The figures stand in the id: a balance that was written for others does not close this one.
      id: fastenersItem(off.map((g) => `${groupAt(g.step, g.group)}:${g.holes}:${g.inHand}`)),
      origin: 'fasteners',
      what: reason('item-fasteners', {
        holes: strip.total.holes,
        left: strip.total.leftOver,
        short: off.reduce((n, g) => n + Math.max(0, -g.inHand), 0),
        groups: off.length,
        ...(off.length === 1 && off[0] ? placed(strip, off[0].step) : {}),
      }),
      stage: 'mount',
    });
  for (const g of strip.balance)
    if (g.counts.borrowed > 0)
      items.push({
        id: `owed:${groupAt(g.step, g.group)}:${g.counts.borrowed}`,
        origin: 'borrowed',
        what: reason('item-owed', {
          count: g.counts.borrowed,
          fastener: g.sheet?.kind ?? 'screw',
          ...placed(strip, g.step),
        }),
        stage: 'release',
      });
  for (const g of strip.balance) {
    const lost = g.counts.lost - g.counts.found;
    if (lost > 0)
      items.push({
        id: `lost:${groupAt(g.step, g.group)}:${g.counts.lost}`,
        origin: 'lost',
        what: reason('item-lost', {
          count: lost,
          fastener: g.sheet?.kind ?? 'screw',
          ...placed(strip, g.step),
        }),
        stage: 'mount',
      });
  }
  items.push(...stepLookItems(strip));
  const rivals = [...strip.out, ...strip.back].filter((l) => (l.tick?.rivals ?? 0) > 0);
  for (const l of rivals)
    items.push({
      id: `rivals:tick:${l.tick?.event ?? ''}`,
      origin: 'rival-entries',
      what: reason('item-rival-tick', { step: l.step.step.title }),
      stage: l.step.way === 'out' ? 'strip' : 'mount',
    });
  return items;
}

/** Looks that a step wanted when it went back: not taken, or taken and not right. */
function stepLookItems(strip: StripReading): readonly RuledItem[] {
  return strip.back.filter(isDone).flatMap((l): readonly RuledItem[] => {
    const since = l.tick ? { since: { id: l.tick.event, at: l.tick.at } } : {};
    const open = l.looks.filter((k) => k.seen === null).map((k) => k.look);
    const wrong = l.looks.filter((k) => k.seen?.value === 'no');
    return [
      ...(open.length > 0
        ? [
            {
              id: `step-looks:${l.step.id}`,
              origin: 'mount' as const,
              what: reason('item-step-looks', { ...at(l), looks: open }),
              stage: 'mount' as const,
              ...since,
            },
          ]
        : []),
      ...wrong.map((k) => ({
        id: `step-look:${k.seen?.event ?? ''}`,
        origin: 'mount' as const,
        what: reason('item-step-look-wrong', { ...at(l), looks: [k.look], words: k.seen?.words ?? '' }),
        stage: 'mount' as const,
      })),
    ];
  });
}

function placed(strip: StripReading, step: string): ReasonFacts['item-loosened'] {
  const line = strip.out.find((l) => l.step.id === step);
  // A sheet may have lost the step that was counted at: its id is all there is to say.
  return line ? at(line) : { step };
}

const at = (l: StepLine): ReasonFacts['item-loosened'] => ({
  step: l.step.step.title,
  ...(l.step.position ? { position: l.step.position } : {}),
});

function obligations(l: StepLine, met: RuledItem['met'], rechecks: JobRecord['rechecks']): RuledItem[] {
  const { id, step } = l.step;
  const raised = {
    raisedBy: l.tick?.by ?? '',
    raisedAt: l.tick?.at ?? '',
    ...(l.tick ? { since: { id: l.tick.event, at: l.tick.at } } : {}),
  };
  const found: RuledItem[] = [];
  const open = (
    origin: ItemOrigin,
    code: 'loosened' | 'isolated' | 'lasting-change' | 'battery-codes',
    closes: boolean,
    stage: Stage,
  ) =>
    found.push({
      id: `${code}:${id}`,
      origin,
      what: reason(`item-${code}`, at(l)),
      stage,
      ...raised,
      ...(closes && met ? { met } : {}),
    });
  if (step.kind === 'loosen') open('loosened', 'loosened', true, 'mount');
  if (step.kind === 'isolate') open('isolated', 'isolated', true, 'mount');
  if (step.kind === 'lasting-change') open('lasting-change', 'lasting-change', false, 'strip');
  if (step.sets?.battery === 'disconnected') open('recheck', 'battery-codes', false, 'prove');
  for (const system of step.rechecks ?? [])
    found.push({
      id: `recheck:${id}:${system}`,
      origin: 'recheck',
      what: reason('item-recheck', { ...at(l), system }),
      stage: 'prove',
      ...raised,
    });
  return found.map((i) => (i.origin === 'recheck' ? rechecked(i, rechecks.get(i.id)?.event) : i));
}

/** Seen again after it was disturbed, and right or not there: that closes it. Not right: it stands and says so. */
function rechecked(item: RuledItem, seen: RecheckEntry | undefined): RuledItem {
  if (!seen || (item.since && compareEvents(seen, item.since) < 0)) return item;
  if (seen.body.outcome !== 'fails') return { ...item, met: { by: seen.user, at: seen.at } };
  return {
    ...item,
    what: reason('item-recheck-fails', {
      ...(factsOf(item.what) as unknown as ReasonFacts['item-loosened']),
      words: seen.body.words ?? '',
    }),
  };
}

/** What the function matrix leaves: functions not proven, and each that did not do what it should. */
export function proofItems(
  chosen: string,
  positions: readonly string[],
  proofs: readonly ProofLine[],
): readonly RuledItem[] {
  const open = notProven(proofs);
  const mismatches = proofCells(proofs).filter((c) => c.state === 'mismatch');
  const items: RuledItem[] = mismatches.map((c) => ({
    id: `mismatch:${c.cell.position}:${c.step}:${c.cell.does}:${c.seen ?? ''}`,
    origin: 'mismatch',
    what: reason('item-mismatch', {
      does: c.cell.does,
      position: c.cell.position,
      seen: c.seen ?? '',
      setting: c.step,
    }),
    stage: 'prove',
  }));
  if (open.length > 0)
    items.push({
      id: `proof:${chosen}`,
      origin: 'function-proof',
      what: reason('item-function-proof', {
        positions,
        unproven: open.length,
        all: proofCells(proofs).length,
      }),
      stage: 'prove',
    });
  return items;
}

import { lampAt } from '../../kernel/ids';
import type { Judgement } from '../../fitment';
import { type Reason, reason } from '../../kernel/reason';
import type { Lamp, Money, Part } from '../../catalogue/types';
import type { PositionKey } from '../../vehicle';
import type { WorkTime } from '../../work';
import { BOX_CHECKS, type BoxCheck, type HeldBehind, type Looked, type PartMove } from '../events';
import type { JobRecord, SwapRecord } from '../fold';
import type { RuledItem } from '../items/ruledItem';
import type { WireNeed, WireWork } from './wireNeeds';

/** *Setting*: what an hour of work costs. */
export interface Rates {
  readonly hour: Money;
  /** Tax on what is quoted, in hundredths of a per cent; absent: none is set. */
  readonly taxBp?: number;
}

/** What some minutes of work cost at the hour's price. */
export const workPrice = (rates: Rates, minutes: number): Money => ({
  ...rates.hour,
  minor: Math.round((rates.hour.minor * minutes) / 60),
});

/** A sum with the tax that is set, rounded to the minor unit; null: none is set. */
export const withTax = (sum: Money, { taxBp }: Rates): Money | null =>
  taxBp === undefined ? null : { ...sum, minor: sum.minor + Math.round((sum.minor * taxBp) / 10_000) };

/** A line of a quote. `perhaps`: only if an open fact turns out badly; it is shown and not added up. */
export interface QuoteLine {
  readonly kind: 'lamp' | 'part' | 'work' | 'wiring';
  readonly id: string;
  /** What it is, of the wiring; absent: its row says. */
  readonly what?: Reason;
  readonly quantity: number;
  /** null: no price on the shelf, or another currency. */
  readonly price: Money | null;
  readonly perhaps: boolean;
}

/** What a swap costs and how long it takes. */
export interface Quote {
  readonly lines: readonly QuoteLine[];
  /** Half of such jobs take no longer than `p50`, nine of ten no longer than `p90`, whole minutes. */
  readonly minutes: { readonly p50: number; readonly p90: number };
  /** Work is quoted at `p50`; null: a lamp or a part has no price. What the wiring needs and has no price is left out. */
  readonly total: Money | null;
  /** Lines of the wiring that are in no sum, because the shelf has no price for them. */
  readonly unpriced: number;
  /** Minutes that lamps which were in the job before have paid for: they are in neither figure nor price. */
  readonly sharedMin: number;
}

/** A part or lamp on its way: what is needed, what was ordered and came. */
export interface Procured {
  readonly id: string;
  readonly kind: 'lamp' | 'part';
  /** What it is, of the wiring where no part of the shelf meets it. */
  readonly what: Reason | null;
  readonly needed: number;
  readonly ordered: number;
  readonly received: number;
  /** Ordered and not here. */
  readonly awaited: number;
  /** Needed, and neither here nor ordered. */
  readonly toOrder: number;
  readonly due: string | null;
  /** What was written of it, newest first: each can be taken back. */
  readonly moves: readonly {
    readonly event: string;
    readonly move: PartMove;
    readonly quantity: number;
    readonly fromStock: boolean;
    readonly by: string;
    readonly at: string;
  }[];
  /** What it waits for before it is bought; null: not held. */
  readonly held: HeldBehind | null;
  /** Where it stands, the one word that counts. */
  readonly state: 'not-needed' | 'here' | 'held' | 'awaited' | 'to-order';
}

/** A lamp's box and what was found when it was opened. */
export interface BoxLine {
  readonly position: PositionKey;
  readonly lamp: string;
  readonly checked: {
    readonly event: string;
    readonly by: string;
    readonly checks: Readonly<Record<BoxCheck, Looked>>;
    readonly serial: string;
    readonly lot: string;
    readonly words: string;
    readonly leftovers: readonly { readonly what: string; readonly why: string }[];
  } | null;
  readonly bad: readonly BoxCheck[];
}

/** What stands before the spanner for one swap. */
export interface SwapOrders {
  readonly swap: string;
  readonly quote: Quote;
  readonly agreed: {
    readonly event: string;
    readonly total: Money;
    readonly minutes: number;
    readonly words: string;
    readonly deposit: Money | null;
    /** The quote is another than the one that was agreed. */
    readonly changed: boolean;
  } | null;
  /** What the customer pays, tax included: of what was agreed, else of the quote; null: no tax is set, or no price known. */
  readonly taxed: { readonly bp: number; readonly total: Money } | null;
  readonly procured: readonly Procured[];
  readonly boxes: readonly BoxLine[];
}

/** Rows by id, and what an hour costs. */
export interface OrderSources {
  readonly lamp: (id: string) => Lamp | undefined;
  readonly part: (id: string) => Part | undefined;
  readonly rates: Rates;
}

/** Id of a need that no part of the shelf meets. */
export const needId = (key: string): string => `need:${key}`;

/** The work of a swap at its margin, by its step sheet. */
export interface SheetTime extends WorkTime {
  /** What lamps of before in the job spare it, minutes. */
  readonly sharedMin: number;
  /** Of it the shared steps themselves, without ways and tools: all that quotes of before took off. */
  readonly sharedStepsMin: number;
}

/**
 * The quote of a judged swap: its lamps, what it and its wiring need besides, the work at its margin. The step sheet says
 * how long it takes; the application's own minutes stand in where the shelf has no sheet.
 * @param stated minutes of the application itself, that are in those of the judgement
 * @param goesBy `stated`: as the quotes were made that were agreed before sheets were gone by
 */
export function quoteOf(
  judgement: Judgement,
  s: OrderSources,
  needs: readonly WireNeed[] = [],
  work: readonly WireWork[] = [],
  stated: { readonly low: number; readonly high: number } = { low: 0, high: 0 },
  sheet: SheetTime | null = null,
  goesBy: 'sheet' | 'stated' = 'sheet',
): Quote {
  const count = new Map<string, number>();
  for (const id of Object.values(judgement.lamps)) count.set(id, (count.get(id) ?? 0) + 1);
  const times = (price: Money | undefined, n: number) =>
    price && price.currency === s.rates.hour.currency ? { ...price, minor: price.minor * n } : null;
  const wiringMin = work.reduce((n, w) => n + w.minutes, 0);
  // What mends a condition takes is in the judgement besides the application's own minutes.
  const bySheet = sheet && goesBy === 'sheet';
  const sharedMin = Math.round((bySheet ? sheet.sharedMin : sheet?.sharedStepsMin) ?? 0);
  const minutes = (all: number, own: number, ofSheet: number | undefined) =>
    bySheet ? Math.round(all - own + (ofSheet ?? 0) + wiringMin) : Math.max(0, all - sharedMin) + wiringMin;
  const low = minutes(judgement.minutes.low, stated.low, sheet?.p50);
  const high = minutes(judgement.minutes.high, stated.high, sheet?.p90);
  const lines: readonly QuoteLine[] = [
    ...[...count].sort().map(([id, quantity]) => ({
      kind: 'lamp' as const,
      id,
      quantity,
      price: times(s.lamp(id)?.price, quantity),
      perhaps: false,
    })),
    ...judgement.parts.map((p) => ({
      kind: 'part' as const,
      id: p.part,
      quantity: p.quantity,
      price: times(s.part(p.part)?.price, p.quantity),
      perhaps: !p.certain,
    })),
    ...needs.map((n) => ({
      kind: 'wiring' as const,
      id: n.part ?? needId(n.key),
      quantity: n.quantity,
      price: n.part === null ? null : times(s.part(n.part)?.price, n.quantity),
      perhaps: false,
      what: n.what,
    })),
    {
      kind: 'work' as const,
      id: 'work',
      quantity: low,
      price: workPrice(s.rates, low),
      perhaps: false,
    },
  ];
  const counted = lines.filter((l) => !l.perhaps && !(l.kind === 'wiring' && l.price === null));
  const total = counted.every((l) => l.price !== null)
    ? {
        currency: s.rates.hour.currency,
        minor: counted.reduce((sum, l) => sum + (l.price?.minor ?? 0), 0),
      }
    : null;
  const unpriced = lines.filter((l) => l.kind === 'wiring' && l.price === null).length;
  return { lines, minutes: { p50: low, p90: high }, total, unpriced, sharedMin };
}

/** The entries that quotes, orders and boxes depend on. */
export type OrderEntries = Pick<JobRecord, 'quotes' | 'partMoves' | 'boxes'>;

/** Reads what was agreed, ordered, received and unpacked for a swap. */
export function swapOrders(
  swap: SwapRecord,
  judgement: Judgement,
  record: OrderEntries,
  s: OrderSources,
  needs: readonly WireNeed[] = [],
  work: readonly WireWork[] = [],
  stated: { readonly low: number; readonly high: number } = { low: 0, high: 0 },
  sheet: SheetTime | null = null,
): SwapOrders {
  const agreed = record.quotes.get(swap.id)?.event.body;
  // What was agreed is held against a quote that is made as it was.
  const goesBy = agreed ? (agreed.work ?? 'stated') : 'sheet';
  const quote = quoteOf(judgement, s, needs, work, stated, sheet, goesBy);
  const entries = record.partMoves.filter((e) => e.body.swap === swap.id);
  const moves = entries.map((e) => e.body);
  const needed = quote.lines.filter((l) => l.kind !== 'work');
  const ids = [...new Set([...needed.map((l) => l.id), ...moves.map((m) => m.part)])];
  const procured = ids.map((id): Procured => {
    const mine = moves.filter((m) => m.part === id);
    const sum = (move: string) => mine.filter((m) => m.move === move).reduce((n, m) => n + m.quantity, 0);
    const want = needed.filter((l) => l.id === id && !l.perhaps).reduce((n, l) => n + l.quantity, 0);
    const received = sum('received') - sum('returned');
    const last = mine.filter((m) => m.move === 'held' || m.move === 'let-go').at(-1);
    const awaited = Math.max(0, sum('ordered') - sum('received'));
    const held = last?.move === 'held' ? (last.behind ?? 'bench-proven') : null;
    return {
      id,
      kind: s.lamp(id) ? 'lamp' : 'part',
      what: needed.find((l) => l.id === id)?.what ?? null,
      needed: want,
      ordered: sum('ordered'),
      received,
      awaited,
      toOrder: Math.max(0, want - Math.max(sum('ordered'), received)),
      moves: entries
        .filter((e) => e.body.part === id)
        .map((e) => ({
          event: e.id,
          move: e.body.move,
          quantity: e.body.quantity,
          fromStock: e.body.from === 'stock',
          by: e.user,
          at: e.at,
        }))
        .reverse(),
      due: mine.filter((m) => m.move === 'ordered' && m.due).at(-1)?.due ?? null,
      held,
      state:
        want === 0
          ? 'not-needed'
          : received >= want
            ? 'here'
            : held
              ? 'held'
              : awaited > 0
                ? 'awaited'
                : 'to-order',
    };
  });
  const price = agreed?.total ?? quote.total;
  const total = price && withTax(price, s.rates);
  return {
    swap: swap.id,
    quote,
    agreed: agreed
      ? {
          event: record.quotes.get(swap.id)?.event.id ?? '',
          total: agreed.total,
          minutes: agreed.minutes,
          words: agreed.words,
          deposit: agreed.deposit ?? null,
          changed:
            quote.total?.minor !== agreed.total.minor || quote.total.currency !== agreed.total.currency,
        }
      : null,
    taxed: total && s.rates.taxBp !== undefined ? { bp: s.rates.taxBp, total } : null,
    procured,
    boxes: Object.entries(judgement.lamps).map(([position, lamp]) => boxLine(position, lamp, record)),
  };
}

function boxLine(position: PositionKey, lamp: string, record: OrderEntries): BoxLine {
  const e = record.boxes.get(lampAt(position, lamp))?.event;
  if (!e) return { position, lamp, checked: null, bad: [] };
  const { checks, serial, lot = '', words = '', leftovers } = e.body;
  return {
    position,
    lamp,
    checked: { event: e.id, by: e.user, checks, serial, lot, words, leftovers },
    bad: BOX_CHECKS.filter((c) => checks[c] === 'no'),
  };
}

/** What is left to be settled before the spanner: consent that no longer covers the quote, parts, boxes, added scope. */
export function orderItems(
  orders: readonly SwapOrders[],
  record: Pick<JobRecord, 'scopes' | 'warranty'>,
  proven: (swap: string, what: HeldBehind) => boolean,
): readonly RuledItem[] {
  const items: RuledItem[] = [];
  const open = (id: string, origin: RuledItem['origin'], what: Reason, stage: RuledItem['stage'] = 'fit') =>
    items.push({ id, origin, what, stage });
  for (const o of orders) {
    if (o.agreed?.changed)
      open(
        `quote:${o.agreed.event}:${o.quote.total?.minor ?? 'none'}`,
        'consent',
        reason('item-quote-changed', {
          agreed: o.agreed.total.minor,
          nowMinor: o.quote.total?.minor ?? null,
        }),
      );
    for (const p of o.procured) {
      if (p.awaited > 0)
        open(
          `awaited:${o.swap}:${p.id}:${p.awaited}`,
          'parts',
          reason('item-part-awaited', { part: p.id, count: p.awaited, due: p.due ?? 'none' }),
        );
      if (p.held && p.toOrder > 0)
        open(
          `held:${o.swap}:${p.id}`,
          'parts',
          reason(proven(o.swap, p.held) ? 'item-part-may-go' : 'item-part-held', {
            part: p.id,
            behind: p.held,
          }),
        );
    }
    for (const b of o.boxes)
      if (b.bad.length > 0)
        open(
          `box:${b.checked?.event ?? ''}`,
          'box',
          reason('item-box', { position: b.position, bad: b.bad }),
        );
  }
  for (const e of record.scopes)
    items.push({
      id: `scope:${e.body.scope}`,
      origin: 'scope',
      what: reason('item-scope-added', { words: e.body.words, minutes: e.body.minutes, tests: e.body.tests }),
      stage: 'mount',
      raisedBy: e.user,
      raisedAt: e.at,
      since: { id: e.id, at: e.at },
    });
  if (record.warranty)
    open(
      `warranty:${record.warranty.event.id}`,
      'warranty',
      reason('item-warranty', { symptom: record.warranty.event.body.symptom }),
      'release',
    );
  return items;
}

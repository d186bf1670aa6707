import type { Family, Lamp, Money, Part } from '../../catalogue/types';
import type { Prose, Reason } from '../../kernel/reason';
import type { PositionKey } from '../../vehicle';
import { type Customer, customerOf } from '../log/customer';
import { customerWords } from '../log/locked';
import type { Job } from './view';
import { fitView } from './fit';
import { withTax } from '../readings/orders';

/** A line as it is printed: what it is, by name or as a sentence, and what it costs. */
export interface QuoteDocumentLine {
  readonly kind: 'lamp' | 'part' | 'work' | 'wiring' | 'scope';
  readonly name: string | Prose;
  /** Instead of the name, where no row of the catalogue has one. */
  readonly what: Reason | null;
  readonly quantity: number;
  readonly price: Money | null;
  /** Only if an open fact turns out badly: it is in no sum. */
  readonly perhaps: boolean;
}

/** A quote as it is handed to the customer: plain data, put into words when it is printed. */
export interface QuoteDocument {
  readonly madeAt: string;
  readonly shop: {
    readonly name: string;
    readonly zone: string;
    readonly head: string;
    readonly foot: string;
  };
  readonly job: { readonly id: string; readonly number: number; readonly words: string };
  readonly vehicle: { readonly maker: string; readonly name: string; readonly identity: string };
  readonly customer: Customer | null;
  readonly swaps: readonly {
    readonly positions: readonly PositionKey[];
    readonly lines: readonly QuoteDocumentLine[];
    readonly minutes: { readonly p50: number; readonly p90: number };
    readonly total: Money | null;
    /** Lines of the wiring that have no price and are in no sum. */
    readonly unpriced: number;
    /** What was agreed before, where the quote is another now. */
    readonly agreedOther: Money | null;
  }[];
  /** null: a line has no price, so there is no sum. */
  readonly total: Money | null;
  readonly taxBp: number | null;
  readonly withTax: Money | null;
}

/** What the pages know that the job does not. */
export interface QuoteSources {
  readonly madeAt: string;
  readonly shop: QuoteDocument['shop'];
  readonly family: Pick<Family, 'maker' | 'name'>;
  readonly lamp: (id: string) => Lamp | undefined;
  readonly part: (id: string) => Part | undefined;
}

/** Lays a job's quote out; null: nothing is chosen that could be quoted. */
export function quoteDocument(job: Job, of: QuoteSources): QuoteDocument | null {
  const fit = fitView(job);
  const quoted = fit.swaps.flatMap((s) => (s.orders ? [{ ...s, orders: s.orders }] : []));
  if (quoted.length + fit.scopes.length === 0) return null;
  const { rates, whole } = fit;
  const { vehicle, id, number } = job.pack;
  const scopes = fit.scopes.map((s): QuoteDocumentLine => ({
    kind: 'scope',
    name: s.words,
    what: null,
    quantity: 1,
    price: s.price,
    perhaps: false,
  }));
  return {
    madeAt: of.madeAt,
    shop: of.shop,
    job: { id, number, words: customerWords(job.reading.record) },
    vehicle: {
      maker: of.family.maker,
      name: of.family.name,
      identity: vehicle.plate ?? vehicle.fleet ?? vehicle.serial ?? vehicle.vin ?? '',
    },
    customer: customerOf(job.reading.record),
    swaps: [
      ...quoted.map(({ positions, orders: { quote, agreed } }) => ({
        positions,
        lines: quote.lines.map((l): QuoteDocumentLine => {
          const lamp = of.lamp(l.id);
          const part = of.part(l.id);
          return {
            kind: l.kind,
            name: lamp ? `${lamp.maker} ${lamp.name} ${lamp.partNumber}` : (part?.name ?? l.id),
            what: part || lamp ? null : (l.what ?? null),
            quantity: l.quantity,
            price: l.price,
            perhaps: l.perhaps,
          };
        }),
        minutes: quote.minutes,
        total: quote.total,
        unpriced: quote.unpriced,
        agreedOther: agreed?.changed ? agreed.total : null,
      })),
      ...(scopes.length === 0
        ? []
        : [
            {
              positions: [],
              lines: scopes,
              minutes: { p50: 0, p90: 0 },
              total: null,
              unpriced: 0,
              agreedOther: null,
            },
          ]),
    ],
    total: whole.total,
    taxBp: rates.taxBp ?? null,
    withTax: whole.total && withTax(whole.total, rates),
  };
}

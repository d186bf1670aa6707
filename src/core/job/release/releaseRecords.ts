import { readingOf } from '../../kernel/ids';
import { READ_WHEN } from '../events/lightRead';
import { type BeamChange, beamChange, halfChange, type LampAim, lampAims } from '../readings/beam';
import type { Prose, Reason } from '../../kernel/reason';
import type { Lamp, Money, Part } from '../../catalogue/types';
import type { PositionKey } from '../../vehicle';
import type { AimRead, BodyOf, BoxCheck, MountCheck, MountLooked, RecheckOutcome } from '../events';
import type { JobReading } from '../readJob';
import { wallsOf } from '../readings/walls';
import type { TugVerdict } from '../readings/handJoints';
import { historyLines, type HistoryLine } from './historyLines';

/** A lamp as it is drawn: frozen, so that the sheet shows the lamp of then. */
export type DrawnLamp = Pick<Lamp, 'face' | 'functions' | 'side'>;

/** What was measured, unpacked, agreed and photographed, frozen with the rest of a job. */
export interface ReleaseRecords {
  readonly drawn: Readonly<Record<PositionKey, DrawnLamp>>;
  readonly boxes: readonly {
    readonly position: PositionKey;
    readonly lamp: string;
    readonly serial: string;
    readonly lot: string;
    readonly bad: readonly BoxCheck[];
    readonly leftovers: readonly { readonly what: string; readonly why: string }[];
    readonly by: string;
  }[];
  readonly quotes: readonly {
    readonly positions: readonly PositionKey[];
    readonly lines: readonly {
      readonly what: Reason | null;
      readonly name: Prose | string | null;
      readonly quantity: number;
      readonly price: Money | null;
      readonly kind: 'lamp' | 'part' | 'work' | 'wiring';
    }[];
    readonly total: Money | null;
    readonly agreed: { readonly total: Money; readonly words: string } | null;
    /** With tax, in hundredths of a per cent; null: no tax was set. Absent: frozen before it was kept. */
    readonly taxed?: { readonly bp: number; readonly total: Money } | null;
  }[];
  /** Absent: frozen before its price was kept. */
  readonly scopes?: readonly {
    readonly words: string;
    readonly minutes: number;
    readonly price: Money | null;
    readonly consent: string;
    readonly by: string;
  }[];
  readonly light: readonly {
    readonly when: 'before' | 'after' | 'half';
    readonly lux: Readonly<Record<PositionKey, number>>;
    readonly distanceMm: number;
    readonly meter: string;
    readonly by: string;
    readonly at: string;
  }[];
  /** Before against after by swap, each ratio with its interval; absent: a document of before. */
  readonly changes?: readonly BeamChange[];
  /** Aims by their figures, held against the rule. */
  readonly aimReads?: readonly {
    readonly lamps: readonly LampAim[];
    readonly distanceMm: number;
    readonly by: string;
    readonly at: string;
  }[];
  /** Walls as their pictures were read; absent: a document of before. */
  readonly walls?: readonly {
    readonly when: 'before' | 'after';
    readonly position: PositionKey;
    readonly body: BodyOf<'wall-read'>;
    readonly by: string;
    readonly at: string;
  }[];
  readonly aims: readonly {
    readonly lamps: Readonly<Record<PositionKey, AimRead>>;
    readonly distanceMm: number;
    readonly against: string;
    readonly by: string;
    readonly at: string;
  }[];
  readonly mounted: readonly {
    readonly position: PositionKey;
    readonly checks: Readonly<Record<MountCheck, MountLooked>>;
    readonly by: string;
  }[];
  /** Absent: frozen before pulls and losses were kept. */
  readonly joints?: readonly {
    readonly what: Reason;
    readonly verdict: TugVerdict;
    readonly pullN: number | null;
    readonly leastN: number | null;
    readonly by: string;
  }[];
  readonly drops?: readonly {
    readonly position: PositionKey;
    readonly does: string;
    readonly supplyV: number;
    readonly groundV: number;
    readonly loopV: number;
    readonly limitV: number;
    readonly asExpected: boolean;
    readonly by: string;
  }[];
  readonly rechecks: readonly {
    readonly what: Reason;
    readonly outcome: RecheckOutcome;
    readonly words: string;
    readonly by: string;
  }[];
  readonly photos: readonly {
    readonly photo: string;
    readonly position: PositionKey | null;
    readonly words: string;
    /** At which stage it was taken; absent: a document of before. */
    readonly stage?: string;
  }[];
  readonly history: readonly (HistoryLine & {
    readonly by: string;
    /** Names of who else was signed in, and of who let it in, where the name was chosen at a device or let in. */
    readonly surely?: { readonly signedIn: string | null; readonly letInBy: string | null };
  })[];
}

/** What a swap cost its customer: as it was agreed, else as it was reckoned; null: it had no price. */
export const priceOf = (q: ReleaseRecords['quotes'][number]): Money | null => q.agreed?.total ?? q.total;

/** Freezes what was measured, unpacked and agreed. @param nameOf name of a person by user id */
export function releaseRecords(
  reading: JobReading,
  part: (id: string) => Part | undefined,
  nameOf: (user: string) => string,
): ReleaseRecords {
  const { record, checks, items } = reading;
  const wirings = checks.flatMap((c) => c.wiring);
  const lamps = new Map(wirings.map((w) => [w.lamp.id, w.lamp]));
  const orders = checks.flatMap((c) => (c.orders ? [{ orders: c.orders, positions: c.swap.positions }] : []));
  return {
    drawn: Object.fromEntries(
      wirings.map(({ position, lamp: { face, functions, side } }) => [position, { face, functions, side }]),
    ),
    boxes: orders.flatMap(({ orders: o }) =>
      o.boxes.flatMap((b) =>
        b.checked
          ? [
              {
                position: b.position,
                lamp: b.lamp,
                serial: b.checked.serial,
                lot: b.checked.lot,
                bad: b.bad,
                leftovers: b.checked.leftovers,
                by: nameOf(b.checked.by),
              },
            ]
          : [],
      ),
    ),
    quotes: orders.map(({ orders: o, positions }) => ({
      positions,
      lines: o.quote.lines
        .filter((l) => !l.perhaps)
        .map((l) => {
          const lamp = lamps.get(l.id);
          return {
            kind: l.kind,
            what: l.what ?? null,
            name: lamp ? `${lamp.maker} ${lamp.name}` : (part(l.id)?.name ?? null),
            quantity: l.quantity,
            price: l.price,
          };
        }),
      total: o.quote.total,
      agreed: o.agreed ? { total: o.agreed.total, words: o.agreed.words } : null,
      taxed: o.taxed,
    })),
    scopes: record.scopes.map((e) => ({
      words: e.body.words,
      minutes: e.body.minutes,
      price: e.body.price ?? null,
      consent: e.body.consent,
      by: nameOf(e.user),
    })),
    light: [...record.lightReads.values()].map(({ event: e }) => ({
      when: e.body.when,
      lux: e.body.lux,
      distanceMm: e.body.distanceMm,
      meter: e.body.meter,
      by: nameOf(e.user),
      at: e.at,
    })),
    changes: checks.flatMap(({ swap }) => {
      const [before, after] = READ_WHEN.map((w) => record.lightReads.get(readingOf(swap.id, w))?.event.body);
      const half = record.lightReads.get(readingOf(swap.id, 'half'))?.event.body;
      return [...(half ? [halfChange(half)] : []), ...(before && after ? [beamChange(before, after)] : [])];
    }),
    aimReads: [...record.aimReads.values()].map(({ event: e }) => ({
      lamps: lampAims(e.body),
      distanceMm: e.body.distanceMm,
      by: nameOf(e.user),
      at: e.at,
    })),
    walls: checks.flatMap(({ swap }) =>
      wallsOf(swap, record).map(({ when, position, body, by, at }) => ({
        when,
        position,
        body,
        by: nameOf(by),
        at,
      })),
    ),
    aims: [...record.aims.values()].map(({ event: e }) => ({
      lamps: e.body.lamps,
      distanceMm: e.body.distanceMm,
      against: e.body.against,
      by: nameOf(e.user),
      at: e.at,
    })),
    mounted: [...record.mounted.values()].map(({ event: e }) => ({
      position: e.body.position,
      checks: e.body.checks,
      by: nameOf(e.user),
    })),
    joints: checks.flatMap((c) =>
      c.joints.flatMap(({ what, leastN, tug }) =>
        tug ? [{ what, verdict: tug.verdict, pullN: tug.pullN, leastN, by: nameOf(tug.by) }] : [],
      ),
    ),
    drops: checks.flatMap((c) =>
      c.drops.flatMap(({ position, does, limitV, read }) =>
        read
          ? [
              {
                position,
                does,
                supplyV: read.supplyV,
                groundV: read.groundV,
                loopV: read.loopV,
                limitV,
                asExpected: read.asExpected,
                by: nameOf(read.by),
              },
            ]
          : [],
      ),
    ),
    rechecks: [...record.rechecks.values()].flatMap(({ event: e }) => {
      const item = items.find((i) => i.id === e.body.item);
      return item
        ? [{ what: item.what, outcome: e.body.outcome, words: e.body.words ?? '', by: nameOf(e.user) }]
        : [];
    }),
    photos: record.photos.map((e) => ({
      photo: e.body.photo,
      position: e.body.position ?? null,
      stage: e.body.stage,
      words: e.body.words ?? '',
    })),
    history: historyLines(record.standing, record).map((l) => ({
      ...l,
      by: nameOf(l.user),
      ...(l.sure
        ? {
            surely: {
              signedIn: l.sure.signedIn === l.user ? null : nameOf(l.sure.signedIn),
              letInBy: l.sure.letInBy === undefined ? null : nameOf(l.sure.letInBy),
            },
          }
        : {}),
    })),
  };
}

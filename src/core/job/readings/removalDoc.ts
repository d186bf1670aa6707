import type { Family } from '../../catalogue/types';
import {
  type Consumable,
  type Graded,
  type StepLook,
  timings,
  type Tool,
  type Transfer,
  trayOf,
  type WorkStep,
  type WorkTime,
} from '../../work';
import type { PositionKey } from '../../vehicle';
import { clockMarks } from '../learnt';
import type { StepOutcome } from '../events';
import type { JobReading } from '../readJob';
import type { WorkAhead } from '../views/work';
import { wayStep } from '../../kernel/ids';
import { isDue, type StepLine } from './stepLines';

/** A step as it is printed. */
export interface RemovalStep {
  readonly step: WorkStep;
  readonly fasteners: readonly {
    readonly group: string;
    readonly kind: string;
    readonly drive: string;
    readonly thread: string;
    readonly lengthMm: number | null;
    readonly wanted: number;
    readonly reuse: string;
    readonly bag: string;
    readonly out: number;
    readonly in: number;
  }[];
  readonly looks: readonly { readonly look: StepLook; readonly seen: string | null }[];
  readonly tick: {
    readonly outcome: StepOutcome;
    readonly by: string;
    readonly at: string;
    readonly words: string;
  } | null;
  /** What it took, minutes; null: not timed. */
  readonly tookMin: number | null;
  readonly photos: readonly string[];
}

/** A bag or a place on the tray: what goes into it, and where it leads. */
export interface BagLabel {
  /** `A`, or the name that the sheet gives; unlike for unlike fasteners. */
  readonly name: string;
  readonly step: WorkStep;
  readonly group: string;
  readonly kind: string;
  readonly thread: string;
  readonly drive: string;
  readonly lengthMm: number | null;
  readonly count: number;
}

/** What a printed removal sheet says, as data. */
export interface RemovalDocument {
  readonly form: 'yonder-bolt/removal-sheet';
  readonly version: 1;
  readonly madeAt: string;
  readonly shop: { readonly name: string; readonly zone: string };
  readonly job: { readonly id: string; readonly number: number };
  readonly vehicle: { readonly maker: string; readonly name: string; readonly identity: string };
  readonly highVoltage: boolean;
  readonly positions: readonly PositionKey[];
  readonly whole: WorkTime | null;
  readonly grade: Graded | null;
  readonly tray: readonly { readonly kind: Tool['kind']; readonly size: string; readonly steps: number }[];
  readonly consumables: readonly Consumable[];
  readonly transfers: readonly { readonly step: WorkStep; readonly what: readonly Transfer[] }[];
  readonly out: readonly RemovalStep[];
  readonly back: readonly RemovalStep[];
  readonly bags: readonly BagLabel[];
  readonly breakages: readonly { readonly kind: string; readonly words: string; readonly told: boolean }[];
  readonly changes: readonly {
    readonly words: string;
    readonly consent: string;
    readonly by: string;
    readonly signature: string | null;
  }[];
}

/** Draws the removal sheet up as the job stands: blank to be taken along, or with everything that was done. */
export function removalDocument(
  reading: JobReading,
  family: Family,
  ahead: WorkAhead,
  of: Pick<RemovalDocument, 'madeAt' | 'shop' | 'job' | 'vehicle'>,
): RemovalDocument {
  const { record, strip } = reading;
  const took = new Map(timings(clockMarks(reading)).map((t) => [t.step, t.minutes]));
  const printed = (l: StepLine): RemovalStep => ({
    step: l.step,
    fasteners: l.fasteners.map((g) => ({
      group: g.group,
      kind: g.sheet?.kind ?? 'screw',
      drive: g.sheet?.drive ?? '',
      thread: g.sheet?.thread ?? '',
      lengthMm: g.sheet?.lengthMm ?? null,
      wanted: g.sheet?.count ?? g.counts.out,
      reuse: g.sheet?.reuse ?? 'reuse',
      bag: g.sheet?.bag ?? '',
      out: g.counts.out,
      in: g.counts.in,
    })),
    looks: l.looks.map(({ look, seen }) => ({ look, seen: seen?.value ?? null })),
    tick: l.tick && { outcome: l.tick.outcome, by: l.tick.by, at: l.tick.at, words: l.tick.words },
    tookMin: took.get(wayStep(l.step.way, l.step.id)) ?? null,
    photos: record.photos
      .filter((p) => p.body.step === l.step.id && p.body.stage === (l.step.way === 'out' ? 'strip' : 'mount'))
      .map((p) => p.body.photo),
  });
  const back = strip.back.filter((l) => isDue(l, strip.out));
  const steps = [...strip.out, ...back].map((l) => l.step);
  return {
    form: 'yonder-bolt/removal-sheet',
    version: 1,
    ...of,
    highVoltage: family.hazards.includes('high-voltage'),
    positions: strip.uses.flatMap((u) => u.positions),
    whole: ahead.whole,
    grade: ahead.grade,
    tray: trayOf(steps),
    consumables: [...new Set(steps.flatMap((s) => s.step.consumables ?? []))],
    transfers: back.flatMap(({ step }) =>
      step.step.transfers?.length ? [{ step, what: step.step.transfers }] : [],
    ),
    out: strip.out.map(printed),
    back: back.map(printed),
    bags: bagLabels(strip.out),
    breakages: [...record.breakages.values()].map(({ event: { body } }) => ({
      kind: body.kind,
      words: body.words,
      told: body.told,
    })),
    changes: [...record.changes.values()].map(({ event: { body } }) => ({
      words: body.words,
      consent: body.consent,
      by: body.by ?? '',
      signature: body.signature ?? null,
    })),
  };
}

/** A label for every group of fasteners that goes back: unlike ones never share a bag. */
function bagLabels(out: readonly StepLine[]): readonly BagLabel[] {
  const groups = out.flatMap(({ step }) =>
    (step.step.fasteners ?? [])
      .filter((g) => g.reuse !== 'replace' && step.step.kind !== 'loosen')
      .map((group) => ({ step, group })),
  );
  const given = groups.map(({ group }) => group.bag).filter((bag) => bag !== undefined);
  const free = LETTERS.filter((l) => !given.includes(l));
  const seen = new Map<string, number>();
  return groups.map(({ step, group: g }, i) => {
    // A sheet's own name counts on where a bag of it comes more than once: left and right are two.
    const bag = g.bag ?? free.shift() ?? String(i + 1);
    const nth = (seen.get(bag) ?? 0) + 1;
    seen.set(bag, nth);
    return {
      name: given.filter((x) => x === bag).length > 1 ? `${bag}${nth}` : bag,
      step,
      group: g.id,
      kind: g.kind,
      thread: g.thread ?? '',
      drive: g.drive ?? '',
      lengthMm: g.lengthMm ?? null,
      count: g.count,
    };
  });
}

const LETTERS = Array.from({ length: 26 }, (_, i) => String.fromCharCode(65 + i));

import type { Broken } from './spares';
import { type Timed, stepTime, timeQuantile } from './times';
import type { Step, StepSheet } from './types';

/** What became of a step of a sheet in the jobs of this shop. */
export interface StepHistory {
  readonly step: string;
  readonly way: 'out' | 'back';
  readonly timed: Timed;
  readonly done: number;
  readonly notNeeded: number;
  /** What was written where it went otherwise than the sheet has it, newest first. */
  readonly differs: readonly string[];
  /** By group of fasteners. */
  readonly broken: Readonly<Record<string, Broken>>;
}

/** A change to a sheet that the jobs of this shop speak for. A lead takes it over or leaves it. */
export type SheetOffer =
  | {
      readonly kind: 'minutes';
      readonly step: string;
      readonly way: 'out' | 'back';
      readonly from: number;
      readonly to: number;
      readonly times: number;
    }
  /** `words`: how it was done instead. */
  | {
      readonly kind: 'differs';
      readonly step: string;
      readonly way: 'out' | 'back';
      readonly words: readonly string[];
      readonly jobs: number;
    }
  | { readonly kind: 'not-needed'; readonly step: string; readonly jobs: number; readonly of: number }
  | {
      readonly kind: 'breaks';
      readonly step: string;
      readonly group: string;
      readonly broken: number;
      readonly of: number;
    };

/** *Settings*: times before minutes are offered, how far off they have to be; jobs before a deviation recurs. */
export const OFFER = { times: 3, off: 0.2, jobs: 2, share: 0.5, broken: 2 } as const;

/** Changes to a sheet that what happened with it speaks for, in the order of its steps. */
export function sheetOffers(sheet: StepSheet, history: readonly StepHistory[]): readonly SheetOffer[] {
  return sheet.steps.flatMap((step) =>
    history.filter((h) => h.step === step.id).flatMap((h) => offersOf(step, h)),
  );
}

const minutesOf = (step: Step, way: 'out' | 'back'): number =>
  way === 'out' ? step.minutes : (step.back?.minutes ?? step.minutes);

function offersOf(step: Step, h: StepHistory): readonly SheetOffer[] {
  const { way } = h;
  const offers: SheetOffer[] = [];
  const from = minutesOf(step, way);
  if (from > 0 && h.timed.n >= OFFER.times) {
    // Half a minute is as fine as anybody plans.
    const to = Math.max(0.5, Math.round(timeQuantile(stepTime(from, h.timed), 0.5) * 2) / 2);
    if (Math.abs(to - from) / from >= OFFER.off)
      offers.push({ kind: 'minutes', step: step.id, way, from, to, times: h.timed.n });
  }
  if (h.differs.length >= OFFER.jobs)
    offers.push({
      kind: 'differs',
      step: step.id,
      way,
      words: [...new Set(h.differs)],
      jobs: h.differs.length,
    });
  const of = h.done + h.notNeeded;
  if (way === 'out' && h.notNeeded >= OFFER.jobs && h.notNeeded / of >= OFFER.share)
    offers.push({ kind: 'not-needed', step: step.id, jobs: h.notNeeded, of });
  for (const [group, b] of Object.entries(h.broken))
    if (b.broken >= OFFER.broken && step.fasteners?.find((g) => g.id === group)?.reuse === 'reuse')
      offers.push({ kind: 'breaks', step: step.id, group, broken: b.broken, of: b.out });
  return offers;
}

/** A sheet with an offer taken over. What differs is written into the step for whoever reads it next. */
export function takenOver(sheet: StepSheet, offer: SheetOffer, language: string): StepSheet {
  const change = (step: Step): Step => {
    if (step.id !== offer.step) return step;
    switch (offer.kind) {
      case 'minutes':
        return offer.way === 'out'
          ? { ...step, minutes: offer.to, ...keptBack(step) }
          : { ...step, back: { ...step.back, minutes: offer.to } };
      case 'differs': {
        const said = offer.words.join('; ');
        const add = (text: string | undefined) => (text ? `${text} (${said})` : said);
        return offer.way === 'out'
          ? { ...step, detail: { ...step.detail, [language]: add(step.detail?.[language]) } }
          : {
              ...step,
              back: {
                ...step.back,
                detail: { ...step.back?.detail, [language]: add(step.back?.detail?.[language]) },
              },
            };
      }
      case 'not-needed':
        return step;
      case 'breaks':
        return {
          ...step,
          fasteners: (step.fasteners ?? []).map((g) =>
            g.id === offer.group ? { ...g, reuse: 'if-sound' as const } : g,
          ),
        };
    }
  };
  const steps = offer.kind === 'not-needed' ? withoutStep(sheet.steps, offer.step) : sheet.steps.map(change);
  return { ...sheet, steps };
}

/** Minutes of the way back stay what they were when those of the way out change. */
const keptBack = (step: Step): Partial<Step> =>
  step.back?.minutes === undefined ? { back: { ...step.back, minutes: step.minutes } } : {};

/** Steps without one of them: whoever waited for it waits for what it waited for. */
export function withoutStep(steps: readonly Step[], gone: string): readonly Step[] {
  const before = steps.find((s) => s.id === gone)?.after ?? [];
  return steps
    .filter((s) => s.id !== gone)
    .map((s) => {
      if (!s.after?.some((e) => e.step === gone)) return s;
      const kept = s.after.filter((e) => e.step !== gone);
      const own = new Set(kept.map((e) => e.step));
      return { ...s, after: [...kept, ...before.filter((e) => !own.has(e.step))] };
    });
}

import { compareText } from '../kernel/reason';

/** A lamp that this shop fitted, and when it came back if it did. Times in ISO 8601, UTC. */
export interface Fitting {
  readonly lamp: string;
  readonly fittedAt: string;
  readonly backAt?: string | null;
  readonly symptom?: string | null;
}

/** What this shop knows of a lamp by having fitted it. Few fittings say little: the exposure stands beside. */
export interface LampHistory {
  readonly fitted: number;
  /** Sum over all lamps of the months that each was in use. */
  readonly lampMonths: number;
  readonly back: number;
  /** Symptoms of those that came back, the most frequent first. */
  readonly symptoms: readonly string[];
}

/** *Setting*: share of those fitted that came back from which on a lamp is called poor here. */
export const POOR_SHARE = 0.25;

/** Whether a lamp's record here is poor: somebody should think twice. */
export const isPoor = (h: LampHistory): boolean => h.back > 0 && h.back / h.fitted >= POOR_SHARE;

/** Days of a mean month of the Gregorian calendar. */
const MONTH_DAYS = 30.436875;
const DAY_MS = 86_400_000;

/** Adds fittings up by lamp. @param now ISO 8601: until when those that did not come back count */
export function lampHistory(fittings: readonly Fitting[], now: string): ReadonlyMap<string, LampHistory> {
  const groups = new Map<string, Fitting[]>();
  for (const f of fittings) groups.set(f.lamp, [...(groups.get(f.lamp) ?? []), f]);
  return new Map(
    [...groups].map(([lamp, list]) => {
      const days = list.reduce(
        (sum, f) => sum + Math.max(0, Date.parse(f.backAt ?? now) - Date.parse(f.fittedAt)) / DAY_MS,
        0,
      );
      const back = list.filter((f) => f.backAt);
      const count = new Map<string, number>();
      for (const f of back) if (f.symptom) count.set(f.symptom, (count.get(f.symptom) ?? 0) + 1);
      return [
        lamp,
        {
          fitted: list.length,
          lampMonths: Math.round(days / MONTH_DAYS),
          back: back.length,
          symptoms: [...count].sort((a, b) => b[1] - a[1] || compareText(a[0], b[0])).map(([s]) => s),
        },
      ];
    }),
  );
}

/** The history of several lamps taken together: a left and right pair is one product. */
export function togetherHistory(list: readonly (LampHistory | undefined)[]): LampHistory | null {
  const known = list.filter((h) => h !== undefined);
  if (known.length === 0) return null;
  return {
    fitted: known.reduce((n, h) => n + h.fitted, 0),
    lampMonths: known.reduce((n, h) => n + h.lampMonths, 0),
    back: known.reduce((n, h) => n + h.back, 0),
    symptoms: [...new Set(known.flatMap((h) => h.symptoms))],
  };
}

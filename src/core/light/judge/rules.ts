/** What a rule over time is about. Its figures have fixed names, see {@link TIMED_FIGURES}. */
export const TIMED_KINDS = [
  'flash-rate',
  'first-light',
  'first-dark',
  'sweep',
  'steady-stop',
  'alike',
  'drl-out',
  'start-up',
] as const;
export type TimedKind = (typeof TIMED_KINDS)[number];

/** Figures that a rule of a kind needs, by name. */
export const TIMED_FIGURES: Readonly<Record<TimedKind, readonly string[]>> = {
  'flash-rate': ['minPerMinute', 'maxPerMinute'],
  'first-light': ['maxMs'],
  'first-dark': ['maxMs'],
  sweep: ['fullWithinMs'],
  'steady-stop': [],
  alike: [],
  'drl-out': [],
  'start-up': ['allowed'],
};

/**
 * One rule of a market on what lamps do over time. It is a working summary: `check` says that the text of the rule has
 * to be read.
 */
export interface TimedRule {
  readonly id: string;
  readonly kind: TimedKind;
  readonly source: string;
  readonly check?: boolean;
  readonly figures?: Readonly<Record<string, number>>;
}

const ECE: readonly TimedRule[] = [
  {
    id: 'ece-rate',
    kind: 'flash-rate',
    source: 'UN R48 6.5.9: 90 ± 30 a minute',
    figures: { minPerMinute: 60, maxPerMinute: 120 },
  },
  { id: 'ece-first-light', kind: 'first-light', source: 'UN R48 6.5.9', figures: { maxMs: 1000 } },
  { id: 'ece-first-dark', kind: 'first-dark', source: 'UN R48 6.5.9', figures: { maxMs: 1500 } },
  {
    id: 'ece-sweep',
    kind: 'sweep',
    source: 'UN R148, turn signals lit one after another',
    check: true,
    figures: { fullWithinMs: 200 },
  },
  { id: 'ece-stop', kind: 'steady-stop', source: 'UN R48 6.7, UN R148' },
  { id: 'ece-alike', kind: 'alike', source: 'UN R48 5.5, 6.5' },
  { id: 'ece-drl', kind: 'drl-out', source: 'UN R48 6.19.7.6', check: true },
];
const NA: readonly TimedRule[] = [
  {
    id: 'na-rate',
    kind: 'flash-rate',
    source: 'FMVSS 108, SAE J590: 60 to 120 a minute, lit 30 to 75 % of the time',
    check: true,
    figures: { minPerMinute: 60, maxPerMinute: 120, minOnShare: 0.3, maxOnShare: 0.75 },
  },
  { id: 'na-stop', kind: 'steady-stop', source: 'FMVSS 108 S9, table I' },
  { id: 'na-alike', kind: 'alike', source: 'FMVSS 108 table I' },
];

/** Rules over time of a market that its row of the shelf does not name by itself. */
export const timedRulesOf = (market: string | null): readonly TimedRule[] =>
  market === 'ECE' ? ECE : market === 'NA' ? NA : [];

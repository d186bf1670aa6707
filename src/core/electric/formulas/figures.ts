import { type WireSize, WIRES } from './wire';

/** Figures of the computations that a shop may change. What a shop has not changed is the usual one. */
export interface Figures {
  /** Share of a fuse that a steady load may use. */
  readonly fuseShare: number;
  /** What a feed may lose on its way, V: to a headlamp, to any other lamp. */
  readonly headlampDropV: number;
  readonly otherDropV: number;
  /** How far above a monitor's threshold a load resistor brings the current. */
  readonly resistorMargin: number;
  /** The lowest voltage at which a monitor judges, V. */
  readonly monitorLow12V: number;
  readonly monitorLow24V: number;
  /** Share of a battery's charge that may be drawn before it no longer starts. */
  readonly usableShare: number;
  /** What each further joint of an adapter chain is reckoned to cost, in minor units. */
  readonly jointMinor: number;
  /** The largest fuse that each wire bears, A. */
  readonly maxFuseA: Readonly<Record<WireSize, number>>;
}

/** Names of the figures that are one number each. */
export type FigureName = Exclude<keyof Figures, 'maxFuseA'>;

/** What a figure is as long as nobody changes it, within which bounds it can be changed, and who says so. */
export interface FigureRule {
  readonly usual: number;
  readonly min: number;
  readonly max: number;
  readonly source: 'fuse-makers' | 'voltage-drop' | 'trade' | 'own';
}

/**
 * The figures with their bounds. Source: fuse makers' practice for blade fuses (0.75); 0.5 and 0.7 V: practice of
 * lighting makers; the others are the trade's or our own reckoning.
 */
export const FIGURE_RULES: Readonly<Record<FigureName, FigureRule>> = {
  fuseShare: { usual: 0.75, min: 0.3, max: 0.9, source: 'fuse-makers' },
  headlampDropV: { usual: 0.5, min: 0.1, max: 2, source: 'voltage-drop' },
  otherDropV: { usual: 0.7, min: 0.1, max: 2, source: 'voltage-drop' },
  resistorMargin: { usual: 1.1, min: 1, max: 2, source: 'own' },
  monitorLow12V: { usual: 11.5, min: 9, max: 13.5, source: 'trade' },
  monitorLow24V: { usual: 23, min: 18, max: 27, source: 'trade' },
  usableShare: { usual: 0.5, min: 0.1, max: 0.8, source: 'trade' },
  jointMinor: { usual: 300, min: 0, max: 100_000, source: 'own' },
};
/** Their names, in the order in which they are shown. */
export const FIGURE_NAMES = Object.keys(FIGURE_RULES) as readonly FigureName[];

/** Bounds of a wire's largest fuse, A: what blade fuses are made for. */
export const MAX_FUSE_A = { min: 1, max: 40 } as const;

/** The largest fuse of each wire as long as nobody changes it, A. */
const USUAL_MAX_FUSE_A = Object.fromEntries(
  Object.entries(WIRES).map(([size, w]) => [size, w.maxFuseA]),
) as Record<WireSize, number>;

/** The figures as they are where nobody changed any. */
export const USUAL_FIGURES: Figures = figuresOf({});

/** A shop's figures: the usual ones with what it changed. */
export function figuresOf(changed: Partial<Figures>): Figures {
  const single = Object.fromEntries(
    FIGURE_NAMES.map((n) => [n, changed[n] ?? FIGURE_RULES[n].usual]),
  ) as Record<FigureName, number>;
  return { ...single, maxFuseA: { ...USUAL_MAX_FUSE_A, ...changed.maxFuseA } };
}

/** What of some figures is not the usual: all that is worth keeping. */
export function changedFigures(figures: Figures): Partial<Figures> {
  const single = FIGURE_NAMES.filter((n) => figures[n] !== FIGURE_RULES[n].usual).map((n) => [n, figures[n]]);
  const fuses = Object.entries(figures.maxFuseA).filter(
    ([size, a]) => a !== USUAL_MAX_FUSE_A[size as WireSize],
  );
  return {
    ...(Object.fromEntries(single) as Partial<Figures>),
    ...(fuses.length > 0 ? { maxFuseA: Object.fromEntries(fuses) as Figures['maxFuseA'] } : {}),
  };
}

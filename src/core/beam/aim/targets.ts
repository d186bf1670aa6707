/** An aim as the slope of the cutoff against the vehicle, per cent of the distance; below the horizontal is negative. */
export type AimPercent = number;

/** What a rule wants of the aim of one lamp. */
export interface AimTarget {
  /** The aim that is set, and how far around it the setting may end. */
  readonly setTo: AimPercent;
  readonly setFrom: AimPercent;
  readonly setUntil: AimPercent;
  /** In which it has to stay under the load that the vehicle usually carries. */
  readonly from: AimPercent;
  readonly until: AimPercent;
  /** Which part of the cutoff is looked at. */
  readonly edge: 'cutoff' | 'cutoff-left' | 'cutoff-right' | 'top';
  /** The text it comes from; a working summary from memory, to be checked against the text. */
  readonly source: string;
  /** Which band of heights it is. */
  readonly band: 'low' | 'middle' | 'high' | 'any';
}

/** Two schools where the rule leaves the choice to the vehicle's maker. */
export interface AimTargets {
  readonly targets: readonly AimTarget[];
  /** The figure marked on the vehicle goes before both. */
  readonly marked: boolean;
}

/** What an aim hangs on. */
export interface AimAsked {
  /** `ECE`, `NA`; of any other nothing is known here, and the vehicle maker's figure decides. */
  readonly market: string;
  readonly lamp: 'headlamp' | 'fog';
  /** Of the lower edge of the lit surface above the ground, unladen, mm. */
  readonly lowerEdgeMm: number;
  /** Height of the lamp's centre, mm: what North American texts go by. */
  readonly centreMm?: number;
  /** On the vehicle's plate: per cent, below the horizontal negative. */
  readonly markedPercent?: AimPercent;
  /** On the lens, in North America. */
  readonly mark?: 'VOL' | 'VOR' | 'VO';
}

const UNECE = 'UN R48 6.2.6';
const LOW = { setTo: -1, setFrom: -1.5, setUntil: -1, from: -2.5, until: -0.5 } as const;
const HIGH = { setTo: -1.5, setFrom: -2, setUntil: -1.5, from: -3, until: -1 } as const;
const INCH = 25.4;
/** North American texts count at 25 ft. */
const FEET_25_MM = 7620;
/** *Settings* [check the text]: SAE J599, how far the line goes down by the height of the lamp, in at 25 ft. */
const STEP_DOWN = [
  { toIn: 36, downIn: 0 },
  { toIn: 48, downIn: 2 },
  { toIn: 54, downIn: 2.5 },
] as const;
/** *Setting* [check the text]: ± 4 in at 25 ft is still let pass at an inspection. */
const INSPECTED_IN = 4;

/** The height that counts in Europe: of the lower edge of the apparent surface, from the centre and the lens, mm. */
export const lowerEdgeOf = (centreMm: number, lensMm: number): number => centreMm - lensMm / 2;

const percentOfInches = (inches: number): AimPercent => ((-inches * INCH) / FEET_25_MM) * 100;

/**
 * The aims that a market's rule wants of a lamp at its height; more than one where the rule lets the maker choose. A figure
 * marked on the vehicle goes before them all, for the setting; the band stays the rule's.
 */
export function aimTargets(a: AimAsked): AimTargets {
  const base = a.market === 'NA' ? northAmerican(a) : a.market === 'ECE' ? european(a) : [];
  const marked = a.markedPercent;
  if (marked === undefined) return { targets: base, marked: false };
  return {
    marked: true,
    targets: base
      .filter((t) => marked >= t.from && marked <= t.until)
      .concat(base)
      .slice(0, 1)
      .map((t) => ({ ...t, setTo: marked, setFrom: marked - 0.25, setUntil: marked + 0.25 })),
  };
}

function european(a: AimAsked): readonly AimTarget[] {
  const m = a.lowerEdgeMm / 1000;
  if (a.lamp === 'fog')
    // UN R48 6.3.6.1.2, class F3: by the height, [check the text].
    return [
      m <= 0.8
        ? {
            setTo: -1.5,
            setFrom: -2,
            setUntil: -1,
            from: -3,
            until: -1,
            edge: 'cutoff',
            source: 'UN R48 6.3.6',
            band: 'low',
          }
        : {
            setTo: -2,
            setFrom: -2.5,
            setUntil: -1.5,
            from: -3.5,
            until: -1.5,
            edge: 'cutoff',
            source: 'UN R48 6.3.6',
            band: 'high',
          },
    ];
  const low: AimTarget = { ...LOW, edge: 'cutoff', source: UNECE, band: m < 0.8 ? 'low' : 'middle' };
  const high: AimTarget = { ...HIGH, edge: 'cutoff', source: UNECE, band: m > 1 ? 'high' : 'middle' };
  if (m < 0.8) return [low];
  return m > 1 ? [high] : [low, high];
}

function northAmerican(a: AimAsked): readonly AimTarget[] {
  const heightIn = (a.centreMm ?? a.lowerEdgeMm) / INCH;
  const step = STEP_DOWN.find((s) => heightIn <= s.toIn) ?? STEP_DOWN[STEP_DOWN.length - 1];
  const down = step?.downIn ?? 0;
  const span = (INSPECTED_IN * INCH * 100) / FEET_25_MM;
  if (a.lamp === 'fog') {
    // The top of the beam 4 in below the centre of the lamp at 25 ft [check the text].
    const setTo = percentOfInches(4);
    return [
      {
        setTo,
        setFrom: setTo - 0.5,
        setUntil: setTo + 0.5,
        from: setTo - span,
        until: 0,
        edge: 'top',
        source: 'SAE J599',
        band: 'any',
      },
    ];
  }
  // VOL is set by the left part of its cutoff, 0.4° down; VOR by the right part, at the horizontal [check the text].
  const vol = a.mark !== 'VOR';
  const setTo = (vol ? -Math.tan((0.4 * Math.PI) / 180) * 100 : 0) + percentOfInches(down);
  return [
    {
      setTo,
      setFrom: setTo - 0.2,
      setUntil: setTo + 0.2,
      from: setTo - span,
      until: setTo + span,
      edge: vol ? 'cutoff-left' : 'cutoff-right',
      source: 'SAE J599',
      band: heightIn <= 36 ? 'low' : heightIn <= 48 ? 'middle' : 'high',
    },
  ];
}

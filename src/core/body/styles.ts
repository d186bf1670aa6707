/** Kinds of body that can be drawn. `shuttle`, `trailer` and `tug` are names of before: a bus, a flat trailer, a loader. */
export const BODY_STYLES = [
  'saloon',
  'hatchback',
  'estate',
  'coupe',
  'off-roader',
  'pickup',
  'van',
  'people-carrier',
  'bus',
  'shuttle',
  'lorry',
  'tractor',
  'loader',
  'tug',
  'motorcycle',
  'scooter',
  'three-wheeler',
  'trailer',
  'trailer-box',
  'trailer-livestock',
  'trailer-boat',
  'caravan',
] as const;
export type BodyStyle = (typeof BODY_STYLES)[number];

/**
 * One set of measures that plan, front, rear and both sides are drawn from, mm. Lengths run rearwards from the foremost
 * point, heights upwards from the ground.
 */
export interface BodyMeasures {
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
  /** From the front axle to the (last) rear axle; 0 for a body on one axle. */
  readonly wheelbaseMm: number;
  readonly frontOverhangMm: number;
  /** From the front to the foot of the windscreen. A trailer: its drawbar. */
  readonly bonnetMm: number;
  /** How far the windscreen leans, along the vehicle. */
  readonly windscreenMm: number;
  /** Length of the roof from the top of the windscreen. */
  readonly roofMm: number;
  /** How far the rear window or tailgate leans. */
  readonly rearGlassMm: number;
  /** Height of the bonnet at the windscreen, and of the boot lid, bed or deck behind the cab. */
  readonly cowlMm: number;
  readonly deckMm: number;
  /** Lower edge of the windows. */
  readonly beltMm: number;
  /** Width of the roof as a share of the width. */
  readonly roofShare: number;
  readonly wheelMm: number;
  /** Ground to the lowest of the body. */
  readonly clearanceMm: number;
}

/** What of it a line says by itself; the rest follows from the style and the length. */
export type BodyGiven = Partial<Omit<BodyMeasures, 'lengthMm' | 'widthMm'>>;

/** How a style is drawn. */
export type BodyFrame = 'car' | 'cycle' | 'three-wheeler' | 'tractor' | 'loader' | 'trailer' | 'boat-trailer';

/** Proportions of a style: shares of the length, or mm where a thing is of one size whatever carries it. */
interface StyleShape {
  readonly frame: BodyFrame;
  /** Height as a share of the length, and its ends, mm. */
  readonly height: readonly [share: number, min: number, max: number];
  readonly wheelbase: number;
  readonly front: number;
  readonly bonnet: number;
  readonly windscreen: number;
  readonly roof: number;
  readonly rearGlass: number;
  /** Shares of the height. */
  readonly cowl: number;
  readonly deck: number;
  readonly belt: number;
  readonly roofShare: number;
  readonly wheelMm: number;
  readonly clearanceMm: number;
}

const car = (x: Partial<StyleShape>): StyleShape => ({
  frame: 'car',
  height: [0.31, 1250, 1560],
  wheelbase: 0.59,
  front: 0.19,
  bonnet: 0.265,
  windscreen: 0.125,
  roof: 0.3,
  rearGlass: 0.12,
  cowl: 0.66,
  deck: 0.68,
  belt: 0.64,
  roofShare: 0.68,
  wheelMm: 640,
  clearanceMm: 170,
  ...x,
});
const box = (x: Partial<StyleShape>): StyleShape =>
  car({
    height: [0.46, 1900, 2800],
    wheelbase: 0.6,
    front: 0.17,
    bonnet: 0.12,
    windscreen: 0.1,
    roof: 0.76,
    rearGlass: 0.015,
    cowl: 0.52,
    deck: 0.3,
    belt: 0.55,
    roofShare: 0.84,
    wheelMm: 690,
    clearanceMm: 190,
    ...x,
  });
const trailer = (x: Partial<StyleShape>): StyleShape =>
  car({
    frame: 'trailer',
    height: [0.19, 700, 1100],
    wheelbase: 0,
    front: 0.62,
    bonnet: 0.22,
    windscreen: 0,
    roof: 0.78,
    rearGlass: 0,
    cowl: 0.6,
    deck: 0.62,
    belt: 0.62,
    roofShare: 1,
    wheelMm: 600,
    clearanceMm: 420,
    ...x,
  });

const FLAT = trailer({});
const BUS = box({
  height: [0.42, 2300, 3200],
  bonnet: 0.05,
  windscreen: 0.06,
  roof: 0.875,
  belt: 0.45,
  cowl: 0.42,
  wheelMm: 760,
  roofShare: 0.9,
});
const LOADER = car({
  frame: 'loader',
  height: [0.58, 1500, 2600],
  wheelbase: 0.55,
  front: 0.2,
  bonnet: 0.3,
  windscreen: 0.03,
  roof: 0.34,
  rearGlass: 0.03,
  cowl: 0.42,
  deck: 0.42,
  belt: 0.46,
  roofShare: 0.72,
  wheelMm: 560,
  clearanceMm: 160,
});

/** Shapes of all styles. *Settings*: usual proportions of each kind, of no maker's. */
export const STYLE_SHAPES: Readonly<Record<BodyStyle, StyleShape>> = {
  saloon: car({}),
  hatchback: car({
    height: [0.36, 1350, 1620],
    bonnet: 0.25,
    roof: 0.4,
    rearGlass: 0.16,
    deck: 0.62,
    front: 0.2,
  }),
  estate: car({ height: [0.32, 1350, 1580], bonnet: 0.25, roof: 0.47, rearGlass: 0.11, deck: 0.62 }),
  coupe: car({
    height: [0.29, 1180, 1400],
    bonnet: 0.32,
    windscreen: 0.13,
    roof: 0.17,
    rearGlass: 0.24,
    roofShare: 0.62,
    cowl: 0.68,
    deck: 0.7,
    belt: 0.68,
    wheelMm: 660,
    clearanceMm: 140,
  }),
  'off-roader': car({
    height: [0.39, 1650, 1950],
    bonnet: 0.24,
    windscreen: 0.06,
    roof: 0.6,
    rearGlass: 0.03,
    cowl: 0.62,
    deck: 0.5,
    belt: 0.6,
    roofShare: 0.8,
    wheelMm: 780,
    clearanceMm: 260,
  }),
  pickup: car({
    height: [0.34, 1650, 1900],
    wheelbase: 0.6,
    bonnet: 0.22,
    windscreen: 0.09,
    roof: 0.22,
    rearGlass: 0.04,
    cowl: 0.63,
    deck: 0.62,
    belt: 0.62,
    roofShare: 0.78,
    wheelMm: 760,
    clearanceMm: 240,
  }),
  van: box({}),
  'people-carrier': box({
    height: [0.37, 1650, 2000],
    bonnet: 0.17,
    windscreen: 0.16,
    roof: 0.56,
    rearGlass: 0.07,
    cowl: 0.56,
    deck: 0.4,
    belt: 0.52,
    roofShare: 0.78,
    wheelMm: 660,
    clearanceMm: 170,
  }),
  bus: BUS,
  shuttle: { ...BUS, bonnet: 0.11, windscreen: 0.1, roof: 0.77, height: [0.44, 2200, 2800], wheelMm: 690 },
  lorry: box({
    height: [0.4, 2600, 3900],
    wheelbase: 0.56,
    front: 0.16,
    bonnet: 0.02,
    windscreen: 0.025,
    roof: 0.2,
    rearGlass: 0.005,
    cowl: 0.45,
    deck: 0.92,
    belt: 0.5,
    roofShare: 0.92,
    wheelMm: 980,
    clearanceMm: 320,
  }),
  tractor: car({
    frame: 'tractor',
    height: [0.66, 2100, 3200],
    wheelbase: 0.55,
    front: 0.17,
    bonnet: 0.44,
    windscreen: 0.03,
    roof: 0.3,
    rearGlass: 0.03,
    cowl: 0.5,
    deck: 0.42,
    belt: 0.5,
    roofShare: 0.62,
    wheelMm: 1500,
    clearanceMm: 380,
  }),
  loader: LOADER,
  tug: LOADER,
  motorcycle: car({
    frame: 'cycle',
    height: [0.55, 1000, 1450],
    wheelbase: 0.68,
    front: 0.15,
    bonnet: 0.26,
    windscreen: 0.1,
    roof: 0.3,
    rearGlass: 0.1,
    cowl: 0.72,
    deck: 0.6,
    belt: 0.6,
    roofShare: 0.4,
    wheelMm: 640,
    clearanceMm: 170,
  }),
  scooter: car({
    frame: 'cycle',
    height: [0.6, 1000, 1300],
    wheelbase: 0.7,
    front: 0.14,
    bonnet: 0.3,
    windscreen: 0.06,
    roof: 0.34,
    rearGlass: 0.08,
    cowl: 0.74,
    deck: 0.6,
    belt: 0.5,
    roofShare: 0.4,
    wheelMm: 460,
    clearanceMm: 140,
  }),
  'three-wheeler': car({
    frame: 'three-wheeler',
    height: [0.62, 1350, 1850],
    wheelbase: 0.68,
    front: 0.14,
    bonnet: 0.12,
    windscreen: 0.14,
    roof: 0.36,
    rearGlass: 0.02,
    cowl: 0.5,
    deck: 0.5,
    belt: 0.5,
    roofShare: 0.78,
    wheelMm: 470,
    clearanceMm: 160,
  }),
  trailer: FLAT,
  'trailer-box': trailer({ height: [0.42, 1700, 2600], deck: 0.95, belt: 0.4 }),
  'trailer-livestock': trailer({ height: [0.47, 1900, 2500], deck: 0.95, belt: 0.62 }),
  'trailer-boat': trailer({
    frame: 'boat-trailer',
    height: [0.27, 1200, 2200],
    front: 0.64,
    bonnet: 0.16,
    roof: 0.84,
    clearanceMm: 380,
  }),
  caravan: trailer({
    height: [0.42, 2300, 2700],
    bonnet: 0.19,
    front: 0.58,
    roof: 0.81,
    belt: 0.5,
    clearanceMm: 260,
  }),
};

/** Measures of a body: what is given, and sensible proportions of its style from its length for the rest. */
export function bodyMeasures(
  style: BodyStyle,
  lengthMm: number,
  widthMm: number,
  given: BodyGiven = {},
): BodyMeasures {
  const s = STYLE_SHAPES[style];
  const [share, min, max] = s.height;
  const heightMm = given.heightMm ?? Math.min(max, Math.max(min, share * lengthMm));
  const wheelMm = given.wheelMm ?? Math.min(s.wheelMm, 0.5 * heightMm, 0.45 * lengthMm);
  return {
    lengthMm,
    widthMm,
    heightMm,
    wheelbaseMm: given.wheelbaseMm ?? s.wheelbase * lengthMm,
    frontOverhangMm: given.frontOverhangMm ?? s.front * lengthMm,
    bonnetMm: given.bonnetMm ?? s.bonnet * lengthMm,
    windscreenMm: given.windscreenMm ?? s.windscreen * lengthMm,
    roofMm: given.roofMm ?? s.roof * lengthMm,
    rearGlassMm: given.rearGlassMm ?? s.rearGlass * lengthMm,
    cowlMm: given.cowlMm ?? s.cowl * heightMm,
    deckMm: given.deckMm ?? s.deck * heightMm,
    beltMm: given.beltMm ?? s.belt * heightMm,
    roofShare: given.roofShare ?? s.roofShare,
    wheelMm,
    clearanceMm: given.clearanceMm ?? Math.min(s.clearanceMm, 0.25 * heightMm),
  };
}

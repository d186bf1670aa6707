/**
 * Wire sizes that a shop uses, with what each bears. Resistances: copper at 20 °C, mΩ/m; mm² by the maxima of
 * ISO 6722-1. Largest fuse: as long as the shop has no other (`Figures`). Crimp pull: UL 486A, least force in N.
 */
export const WIRES = {
  'AWG 22': { mOhmPerM: 52.96, maxFuseA: 5, crimpN: 36, mm2: 0.326 },
  'AWG 20': { mOhmPerM: 33.31, maxFuseA: 7.5, crimpN: 58, mm2: 0.518 },
  'AWG 18': { mOhmPerM: 20.95, maxFuseA: 10, crimpN: 89, mm2: 0.823 },
  'AWG 16': { mOhmPerM: 13.17, maxFuseA: 15, crimpN: 133, mm2: 1.31 },
  'AWG 14': { mOhmPerM: 8.286, maxFuseA: 20, crimpN: 222, mm2: 2.08 },
  'AWG 12': { mOhmPerM: 5.211, maxFuseA: 30, crimpN: 311, mm2: 3.31 },
  'AWG 10': { mOhmPerM: 3.277, maxFuseA: 40, crimpN: 356, mm2: 5.26 },
  '0.5 mm²': { mOhmPerM: 37.1, maxFuseA: 5, crimpN: null, mm2: 0.5 },
  '0.75 mm²': { mOhmPerM: 24.7, maxFuseA: 7.5, crimpN: null, mm2: 0.75 },
  '1.0 mm²': { mOhmPerM: 18.5, maxFuseA: 10, crimpN: null, mm2: 1 },
  '1.5 mm²': { mOhmPerM: 12.7, maxFuseA: 15, crimpN: null, mm2: 1.5 },
  '2.5 mm²': { mOhmPerM: 7.6, maxFuseA: 25, crimpN: null, mm2: 2.5 },
  '4 mm²': { mOhmPerM: 4.71, maxFuseA: 35, crimpN: null, mm2: 4 },
} as const;
export type WireSize = keyof typeof WIRES;
/** All sizes, thinnest first. */
export const WIRE_SIZES = Object.keys(WIRES) as readonly WireSize[];

/** Temperature coefficient of copper near 20 °C, 1/K. */
const COPPER_PER_K = 0.00393;

/** Resistance of a length of wire, Ω. @param lengthM all the way that the current goes @param tempC of the copper */
export function wireOhm(size: WireSize, lengthM: number, tempC: number): number {
  return (WIRES[size].mOhmPerM / 1000) * (1 + COPPER_PER_K * (tempC - 20)) * lengthM;
}

/** Sizes of the same standard from thin to thick: a wire is not replaced across standards in silence. */
export function sizesLike(size: WireSize): readonly WireSize[] {
  const awg = size.startsWith('AWG');
  return WIRE_SIZES.filter((s) => s.startsWith('AWG') === awg);
}

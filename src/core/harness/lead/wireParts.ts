import { type Cure, type LoadResistor, type WireSize } from '../../electric/formulas';
import type { BuildSheet } from './buildSheet';
import type { FeedCandidate } from '../feed/feeds';
import type { PinMap } from '../connect/mapTypes';

/** Something to buy or to take off the shelf for the wiring. */
export type WirePart =
  | { readonly kind: 'adapter'; readonly part: string; readonly quantity: number }
  | {
      readonly kind: 'housing';
      readonly family: string;
      readonly half: 'vehicle' | 'lamp';
      readonly quantity: number;
    }
  | { readonly kind: 'terminal' | 'seal' | 'blank'; readonly family: string; readonly quantity: number }
  | { readonly kind: 'wire'; readonly size: WireSize; readonly lengthM: number; readonly quantity: 1 }
  | { readonly kind: 'fuse'; readonly fuseA: number; readonly quantity: number }
  | { readonly kind: 'tap' | 'module'; readonly quantity: number }
  | { readonly kind: 'resistor'; readonly ohm: number; readonly ratingW: number; readonly quantity: number }
  | { readonly kind: 'cure'; readonly cure: Cure; readonly quantity: number }
  | { readonly kind: 'butt' | 'splice'; readonly quantity: number };

/** What was decided about a swap's wiring. */
export interface WirePartsInput {
  readonly lamps: readonly { readonly map: PinMap; readonly build: BuildSheet | null }[];
  readonly feeds: readonly FeedCandidate[];
  readonly cures: readonly {
    readonly cure: Cure;
    readonly resistor: LoadResistor | undefined;
    readonly lamps: number;
  }[];
}

/** *Setting*: wire is cut longer than the way, so that a crimp can be made twice. */
const CUT_FACTOR = 1.1;

/** Everything that a swap's wiring takes, like things together. */
export function wireParts(i: WirePartsInput): readonly WirePart[] {
  const parts = new Map<string, WirePart>();
  const add = (key: string, part: WirePart) => {
    const before = parts.get(key);
    if (!before) parts.set(key, part);
    else if (before.kind === 'wire' && part.kind === 'wire')
      parts.set(key, { ...before, lengthM: before.lengthM + part.lengthM });
    else parts.set(key, { ...before, quantity: before.quantity + part.quantity } as WirePart);
  };
  for (const { map, build } of i.lamps) {
    for (const part of map.adapters) add(`1 ${part}`, { kind: 'adapter', part, quantity: 1 });
    const leads = map.joints.filter((j) => j.how === 'jointed').map((j) => j.plug);
    const butts = map.inputs.filter((x) => leads.includes(x.plug) && x.from).length;
    if (butts > 0) add('9 butt', { kind: 'butt', quantity: butts });
    for (const h of build?.housings ?? []) {
      add(`2 ${h.family} ${h.half}`, { kind: 'housing', family: h.family, half: h.half, quantity: 1 });
      add(`3 terminal ${h.family}`, { kind: 'terminal', family: h.family, quantity: h.terminals });
      if (h.seals > 0) add(`3 seal ${h.family}`, { kind: 'seal', family: h.family, quantity: h.seals });
      if (h.blanks.length > 0)
        add(`3 blank ${h.family}`, { kind: 'blank', family: h.family, quantity: h.blanks.length });
    }
    // One wire of the vehicle that goes on to several: they meet in a joint of their own.
    if (build && build.splices.length > 0)
      add('9 splice', { kind: 'splice', quantity: build.splices.length });
    for (const w of build?.wires ?? [])
      add(`4 ${w.size}`, { kind: 'wire', size: w.size, lengthM: w.lengthM * CUT_FACTOR, quantity: 1 });
  }
  for (const f of i.feeds) {
    if (f.fuseA !== null) add(`5 fuse ${f.fuseA}`, { kind: 'fuse', fuseA: f.fuseA, quantity: 1 });
    if (f.source.kind === 'slot' && f.source.way === 'tap') add('5 tap', { kind: 'tap', quantity: 1 });
    if (f.source.kind === 'battery') add('5 module', { kind: 'module', quantity: 1 });
    // Out and back: every leg has its own ground.
    if (f.wire)
      add(`4 ${f.wire}`, {
        kind: 'wire',
        size: f.wire,
        lengthM: f.legs.reduce((m, l) => m + 2 * l.lengthM, 0) * CUT_FACTOR,
        quantity: 1,
      });
  }
  for (const c of i.cures) {
    if (c.cure === 'resistor' && c.resistor?.kind === 'resistor')
      add(`6 resistor ${c.resistor.ohm}`, {
        kind: 'resistor',
        ohm: c.resistor.ohm,
        ratingW: Math.ceil(c.resistor.ratingW),
        quantity: c.lamps,
      });
    else if (c.cure !== 'setting')
      add(`6 ${c.cure}`, { kind: 'cure', cure: c.cure, quantity: c.cure === 'flasher' ? 1 : c.lamps });
  }
  return [...parts]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, p]) => (p.kind === 'wire' ? { ...p, lengthM: Math.ceil(p.lengthM * 10) / 10 } : p));
}

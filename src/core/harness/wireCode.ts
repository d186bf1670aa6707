import { type Wire, WIRE_CODES, type WireCode } from './types';

/** A wire as it is named: letters of IEC 60757, and in brackets what the maker's diagram prints. */
export function wireText(wire: Pick<Wire, 'base' | 'stripe' | 'printed'>): string {
  const code = [wire.base, wire.stripe].filter(Boolean).join('/');
  return wire.printed === undefined || wire.printed === code ? code : `${code} (${wire.printed})`;
}

/** A maker's letters for colours, each with that of IEC 60757. */
export type MakersCodes = Readonly<Record<string, WireCode>>;

/**
 * Reads what a maker's diagram prints for a wire: its letters, base before stripe, whatever stands between them; a size in
 * front is passed over. The same letters mean other colours with other makers, so they are read by the vehicle line's own table,
 * and where it has none by IEC 60757.
 * @returns null where a letter is in no table, or there are none or more than two
 */
export function readPrinted(printed: string, codes: MakersCodes = {}): Pick<Wire, 'base' | 'stripe'> | null {
  const own = new Map(Object.entries(codes).map(([letters, code]) => [letters.toUpperCase(), code]));
  const table = own.size > 0 ? own : new Map<string, WireCode>(WIRE_CODES.map((c) => [c, c]));
  const parts = printed
    .toUpperCase()
    .split(/[^\p{L}\d.,]+/u)
    .filter((part) => part !== '' && !/^[\d.,]+$/.test(part));
  const [base, stripe] = parts.map((p) => table.get(p));
  if (parts.length > 2 || !base || (parts.length === 2 && !stripe)) return null;
  return { base, ...(stripe ? { stripe } : {}) };
}

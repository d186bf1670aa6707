import { type Circuit, type Need, needOf, needOfCombined, suitsLevels } from '../../controls';
import type { VehiclePlug, WireCode } from '../types';

/** What a pin of a trailer connector does. `combined`: stop and turn on one wire. */
export type TrailerPin =
  | 'ground'
  | 'tail'
  | 'tail-left'
  | 'tail-right'
  | 'turn-left'
  | 'turn-right'
  | 'combined-left'
  | 'combined-right'
  | 'stop'
  | 'reverse'
  | 'rear-fog'
  | 'brake'
  | 'auxiliary'
  | 'supply'
  | 'free';

/** A trailer connector as its standard has it. */
export interface TrailerConnector {
  readonly id: string;
  readonly shape: 'flat' | 'round';
  readonly systemV: 12 | 24;
  readonly source: string;
  readonly stopTurn: 'combined' | 'separate';
  readonly pins: readonly { readonly pin: string; readonly does: TrailerPin; readonly wire: WireCode }[];
}

const pins = (...rows: readonly (readonly [string, TrailerPin, WireCode])[]) =>
  rows.map(([pin, does, wire]) => ({ pin, does, wire }));

/**
 * Standard trailer connectors with their published colours. Many trailers have been wired otherwise since: the colour
 * says where to put the probe first, never what a wire is.
 */
export const TRAILER_CONNECTORS: readonly TrailerConnector[] = [
  {
    id: 'flat-4',
    shape: 'flat',
    systemV: 12,
    source: 'SAE J1239',
    stopTurn: 'combined',
    pins: pins(
      ['1', 'ground', 'WH'],
      ['2', 'tail', 'BN'],
      ['3', 'combined-left', 'YE'],
      ['4', 'combined-right', 'GN'],
    ),
  },
  {
    id: 'round-7-light',
    shape: 'round',
    systemV: 12,
    source: 'SAE J2863',
    stopTurn: 'combined',
    pins: pins(
      ['1', 'ground', 'WH'],
      ['2', 'brake', 'BU'],
      ['3', 'tail', 'BN'],
      ['4', 'supply', 'BK'],
      ['5', 'combined-left', 'YE'],
      ['6', 'combined-right', 'GN'],
      ['7', 'reverse', 'VT'],
    ),
  },
  {
    id: 'round-7-heavy',
    shape: 'round',
    systemV: 12,
    source: 'SAE J560',
    stopTurn: 'separate',
    pins: pins(
      ['1', 'ground', 'WH'],
      ['2', 'tail', 'BK'],
      ['3', 'turn-left', 'YE'],
      ['4', 'stop', 'RD'],
      ['5', 'turn-right', 'GN'],
      ['6', 'tail', 'BN'],
      ['7', 'supply', 'BU'],
    ),
  },
  {
    id: 'round-7-12n',
    shape: 'round',
    systemV: 12,
    source: 'ISO 1724',
    stopTurn: 'separate',
    pins: pins(
      ['1', 'turn-left', 'YE'],
      ['2', 'rear-fog', 'BU'],
      ['3', 'ground', 'WH'],
      ['4', 'turn-right', 'GN'],
      ['5', 'tail-right', 'BN'],
      ['6', 'stop', 'RD'],
      ['7', 'tail-left', 'BK'],
    ),
  },
  {
    id: 'round-7-24n',
    shape: 'round',
    systemV: 24,
    source: 'ISO 1185',
    stopTurn: 'separate',
    pins: pins(
      ['1', 'ground', 'WH'],
      ['2', 'tail-left', 'BK'],
      ['3', 'turn-left', 'YE'],
      ['4', 'stop', 'RD'],
      ['5', 'turn-right', 'GN'],
      ['6', 'tail-right', 'BN'],
      ['7', 'auxiliary', 'BU'],
    ),
  },
  {
    id: 'round-13',
    shape: 'round',
    systemV: 12,
    source: 'ISO 11446',
    stopTurn: 'separate',
    pins: pins(
      ['1', 'turn-left', 'YE'],
      ['2', 'rear-fog', 'BU'],
      ['3', 'ground', 'WH'],
      ['4', 'turn-right', 'GN'],
      ['5', 'tail-right', 'BN'],
      ['6', 'stop', 'RD'],
      ['7', 'tail-left', 'BK'],
      ['8', 'reverse', 'GY'],
      ['9', 'supply', 'BN'],
      ['10', 'supply', 'BN'],
      ['11', 'ground', 'WH'],
      ['12', 'free', 'RD'],
      ['13', 'ground', 'WH'],
    ),
  },
];

/** How a towing vehicle's stop and turn meet a trailer's, and whether a converter has to come between. */
export type TrailerMatch =
  | { readonly kind: 'same'; readonly how: 'combined' | 'separate' }
  /** Separate at the front, one lamp for both at the back: a converter joins the two for each side. */
  | { readonly kind: 'converter'; readonly direction: 'join' }
  /** One wire at the front cannot be taken apart by wires alone; a powered module does it by its rhythm. */
  | { readonly kind: 'converter'; readonly direction: 'part' };

/** Whether stop and turn are one wire or two decides the converter. */
export function trailerMatch(
  towing: 'combined' | 'separate',
  trailer: 'combined' | 'separate',
): TrailerMatch {
  if (towing === trailer) return { kind: 'same', how: towing };
  return { kind: 'converter', direction: towing === 'separate' ? 'join' : 'part' };
}

/** A colour that is not the standard's. */
export interface ColourFinding {
  readonly circuit: string;
  readonly wire: WireCode;
  /** What the standard says that this colour is; null: the standard does not use it. */
  readonly standard: readonly TrailerPin[];
  readonly agrees: boolean;
}

/** Holds the colours of a trailer's wires against a standard's table. @param wires circuit and colour as found */
export function againstStandard(
  connector: TrailerConnector,
  wires: readonly { readonly circuit: TrailerPin; readonly wire: WireCode }[],
): readonly ColourFinding[] {
  return wires.map(({ circuit, wire }) => {
    const standard = connector.pins.filter((p) => p.wire === wire).map((p) => p.does);
    const same = (a: TrailerPin) => a === circuit || (a.startsWith('tail') && circuit.startsWith('tail'));
    return { circuit, wire, standard, agrees: standard.some(same) };
  });
}

/** What a circuit of a trailer does, by when it is live; null: none of the usual. */
export function trailerRole(circuit: Circuit): TrailerPin | null {
  const needs: readonly (readonly [TrailerPin, Need | null])[] = [
    ['combined-left', needOfCombined('left')],
    ['combined-right', needOfCombined('right')],
    ['turn-left', needOf('turn', 'left')],
    ['turn-right', needOf('turn', 'right')],
    ['stop', needOf('stop', 'left')],
    ['tail', needOf('tail', 'left')],
    ['reverse', needOf('reverse', 'left')],
    ['rear-fog', needOf('rear-fog', 'left')],
  ];
  return needs.find(([, need]) => need !== null && suitsLevels(circuit.cases, need))?.[0] ?? null;
}

/** The wires of a trailer's plugs as what they do, with their colours; wires whose colour nobody noted are left out. */
export function trailerWires(
  plugs: readonly VehiclePlug[],
  circuit: (id: string) => Circuit | undefined,
): readonly {
  readonly plug: string;
  readonly cavity: string;
  readonly circuit: TrailerPin;
  readonly wire: WireCode;
}[] {
  return plugs.flatMap((p) =>
    p.cavities.flatMap((c) => {
      const row = c.circuit === null || c.circuit === 'ground' ? undefined : circuit(c.circuit);
      const role = c.circuit === 'ground' ? 'ground' : row ? trailerRole(row) : null;
      return role && c.wire ? [{ plug: p.id, cavity: c.cavity, circuit: role, wire: c.wire.base }] : [];
    }),
  );
}

/** Whether a trailer's own wires have stop and turn on one or on two; null: neither shows. */
export function trailerStopTurn(
  wires: readonly { readonly circuit: TrailerPin }[],
): 'combined' | 'separate' | null {
  if (wires.some((w) => w.circuit.startsWith('combined'))) return 'combined';
  return wires.some((w) => w.circuit === 'stop' || w.circuit.startsWith('turn')) ? 'separate' : null;
}

import { BLADE_FUSES_A, FILAMENT_EXPONENT, STOCK_OHM, SYSTEM_V, WIRE_SIZES } from '@/core/electric/formulas';
import { type ConnectorHalf, type TrailerConnector, TRAILER_CONNECTORS } from '@/core/harness';
import { EMPTY_SHELF, type Part, type Profile, type Shelf } from '@/core/catalogue';
import roadRules from './roadRules.json';

/** ISO 4217 for “no currency”: a price that nobody has set is in no sum. */
const NO_PRICE = { minor: 0, currency: 'XXX' } as const;

const named = (name: string, american = name) => ({ 'en-US': american, 'en-GB': name });

/** A part of the starter set. @param need what the wiring calls it */
const part = (id: string, name: Part['name'], need?: string): Part => ({
  id,
  name,
  // Nobody sells it under a number of ours.
  partNumber: '–',
  price: NO_PRICE,
  ...(need ? { need } : {}),
});

/** Plain housings by count and shape: rows × columns. */
const SHAPES: readonly (readonly [rows: number, columns: number])[] = [
  [1, 2],
  [1, 3],
  [1, 4],
  [2, 2],
  [2, 3],
  [2, 4],
  [2, 6],
];

/** The face of one half: the lamp's is the mirror of the vehicle's, so that equal numbers meet. */
const faceOf = (
  half: 'vehicle' | 'lamp',
  columns: number,
  cavities: ConnectorHalf['cavities'],
): ConnectorHalf['cavities'] =>
  half === 'vehicle' ? cavities : cavities.map((c) => ({ ...c, column: columns + 1 - c.column }));

function housings(rows: number, columns: number): readonly ConnectorHalf[] {
  const count = rows * columns;
  const family = `${count}-way-${rows}x${columns}`;
  const cavities = Array.from({ length: count }, (_, i) => ({
    number: String(i + 1),
    row: Math.floor(i / columns) + 1,
    column: (i % columns) + 1,
  }));
  return (['vehicle', 'lamp'] as const).map((half) => ({
    id: `${family}-${half}`,
    family,
    half,
    rows,
    columns,
    cavities: faceOf(half, columns, cavities),
    latch: 'top',
    locks: ['latch'],
    sealed: true,
    keyed: true,
  }));
}

/**
 * A standard trailer connector by its numbers: which pin is which its standard says, how its face lies one sees at the
 * vehicle, so the pins stand in one row here.
 */
function trailerHalves({ id, pins }: TrailerConnector): readonly ConnectorHalf[] {
  const family = `trailer-${id}-by-number`;
  const cavities = pins.map(({ pin }, i) => ({ number: pin, row: 1, column: i + 1 }));
  return (['vehicle', 'lamp'] as const).map((half) => ({
    id: `${family}-${half}`,
    family,
    half,
    rows: 1,
    columns: pins.length,
    cavities: faceOf(half, pins.length, cavities),
    latch: 'none',
    locks: [],
    sealed: false,
    keyed: true,
  }));
}

const slug = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');

/** Filament bulbs by system and rating, W. */
const BULBS: readonly (readonly [system: 12 | 24, watts: readonly number[]])[] = [
  [12, [5, 10, 16, 21, 55, 60]],
  [24, [5, 10, 21, 70]],
];

/** What a filament bulb draws at the test voltage, from its rating, A. */
const bulbA = (system: 12 | 24, watts: number): number =>
  Math.round((watts / system) * (SYSTEM_V[system].testV / system) ** FILAMENT_EXPONENT * 100) / 100;

/**
 * What a shop begins with that brings no shelf of its own: housings by count and shape, trailer
 * connectors by their standards' numbers, fuses, wire, small parts of the wiring, resistors, bulbs with their currents, and the road rules as working summaries. No brand, no
 * price.
 */
export function starterSet(): Shelf {
  return {
    ...EMPTY_SHELF,
    profiles: roadRules as unknown as readonly Profile[],
    connectors: [...SHAPES.flatMap(([r, c]) => housings(r, c)), ...TRAILER_CONNECTORS.flatMap(trailerHalves)],
    parts: [
      ...WIRE_SIZES.map((w) =>
        part(`wire-${slug(w)}`, named(`Wire ${w}, by the metre`, `Wire ${w}, by the meter`), `wire ${w}`),
      ),
      ...BLADE_FUSES_A.map((a) => part(`fuse-${slug(String(a))}`, named(`Blade fuse ${a} A`), `fuse ${a}`)),
      ...STOCK_OHM.map((o) =>
        part(`resistor-${slug(String(o))}`, named(`Load resistor ${o} Ω`), `resistor ${o}`),
      ),
      part('fuse-tap', named('Two-fuse tap'), 'fuse-tap'),
      part('fuse-holder', named('Fuse holder near the battery'), 'fuse-holder'),
      part('running-module', named('Module that senses running voltage'), 'running-module'),
      part('ring-terminal', named('Ring terminal'), 'ring-terminal'),
      part('butt-joint', named('Sealed butt joint, adhesive-lined'), 'butt-joint'),
      part('decoder', named('Decoder module'), 'decoder'),
      part('flasher', named('Flasher unit made for LED'), 'flasher'),
      part('terminal', named('Terminal'), 'terminal'),
      part('seal', named('Wire seal'), 'seal'),
      part('blank', named('Blanking plug'), 'blank'),
      ...BULBS.flatMap(([v, watts]) =>
        watts.map((w) =>
          part(
            `bulb-${v}v-${w}w`,
            named(`Filament bulb ${v} V ${w} W: ${bulbA(v, w)} A at ${SYSTEM_V[v].testV} V`),
          ),
        ),
      ),
    ],
  };
}

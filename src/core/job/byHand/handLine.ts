import { BODY_STYLES, type BodyStyle, type Family, type Place } from '../../catalogue/types';
import { type End, type LampFunction, type LightColour, type PositionRole, type Side } from '../../vehicle';

/** Lamps that a vehicle can have, as a person at the counter tells them: by place, left and right together. */
export const HAND_LAMPS = [
  'headlamp.front',
  'drl.front',
  'fog.front',
  'turn.front',
  'marker.side',
  'mirror.side',
  'tail.rear',
  'fog.rear',
  'high-stop.rear',
  'plate.rear',
  'clearance.front',
  'clearance.rear',
  'work.roof',
  'work.rear',
  'beacon.roof',
] as const;
export type HandLamp = (typeof HAND_LAMPS)[number];

/** What a vehicle can warn of that no shelf warns of for it. */
export const HAND_HAZARDS = ['high-voltage', 'front-sensors'] as const;

/** A vehicle line that the shelf does not have, as it was described when the job was opened. */
export interface OwnLine {
  readonly maker: string;
  readonly name: string;
  readonly body: BodyStyle;
  readonly hazards: readonly (typeof HAND_HAZARDS)[number][];
  /** What is on it, and what each of them does as it was built. */
  readonly lamps: readonly { readonly lamp: HandLamp; readonly does: readonly LampFunction[] }[];
}

interface Usual {
  readonly sides: 'pair' | 'centre';
  /** What such a lamp does as a rule. */
  readonly does: readonly LampFunction[];
  /** What it can do besides. */
  readonly perhaps: readonly LampFunction[];
  /** Where it sits, in hundredths of half the width from the middle, and of the length from the front. */
  readonly at: readonly [across: number, along: number];
}

const USUAL: Readonly<Record<HandLamp, Usual>> = {
  'headlamp.front': {
    sides: 'pair',
    does: ['low-beam', 'high-beam', 'position', 'turn'],
    perhaps: ['drl', 'side-marker', 'cornering', 'front-fog'],
    at: [78, 7],
  },
  'drl.front': { sides: 'pair', does: ['drl'], perhaps: ['position', 'turn'], at: [55, 3] },
  'fog.front': { sides: 'pair', does: ['front-fog'], perhaps: ['drl', 'cornering'], at: [55, 2] },
  'turn.front': { sides: 'pair', does: ['turn'], perhaps: ['position', 'side-marker'], at: [92, 8] },
  'marker.side': {
    sides: 'pair',
    does: ['side-marker'],
    perhaps: ['turn', 'reflex-reflector'],
    at: [100, 30],
  },
  'mirror.side': { sides: 'pair', does: ['turn'], perhaps: ['position'], at: [118, 24] },
  'tail.rear': {
    sides: 'pair',
    does: ['tail', 'stop', 'turn', 'reverse', 'reflex-reflector'],
    perhaps: ['rear-fog', 'side-marker', 'licence-plate', 'clearance'],
    at: [86, 97],
  },
  'fog.rear': { sides: 'centre', does: ['rear-fog'], perhaps: ['reverse'], at: [0, 99] },
  'high-stop.rear': { sides: 'centre', does: ['high-stop'], perhaps: [], at: [0, 92] },
  'plate.rear': { sides: 'centre', does: ['licence-plate'], perhaps: [], at: [0, 100] },
  'clearance.front': { sides: 'pair', does: ['clearance'], perhaps: ['identification'], at: [94, 14] },
  'clearance.rear': { sides: 'pair', does: ['clearance'], perhaps: ['identification'], at: [94, 99] },
  'work.roof': { sides: 'pair', does: ['work'], perhaps: [], at: [60, 30] },
  'work.rear': { sides: 'pair', does: ['work'], perhaps: ['reverse'], at: [60, 96] },
  'beacon.roof': { sides: 'centre', does: ['beacon'], perhaps: [], at: [0, 34] },
};

/** What a lamp of a place does as a rule, and what it can do besides. */
export const handFunctions = (lamp: HandLamp): Pick<Usual, 'does' | 'perhaps'> => USUAL[lamp];

/** The lamps that a body of this kind has as a rule. */
export const usualLamps = (body: BodyStyle): readonly HandLamp[] => OF_BODY[body][0];

const CAR: readonly HandLamp[] = [
  'headlamp.front',
  'marker.side',
  'tail.rear',
  'high-stop.rear',
  'plate.rear',
];
const CYCLE: readonly HandLamp[] = ['headlamp.front', 'tail.rear', 'plate.rear'];
const TRAILER: readonly HandLamp[] = ['marker.side', 'tail.rear', 'plate.rear'];
const MACHINE: readonly HandLamp[] = ['headlamp.front', 'tail.rear', 'work.roof', 'beacon.roof'];

/** Of each kind of body: its usual lamps, length and width drawn where nobody has measured, mm; whether it is a light road vehicle. */
const OF_BODY: Readonly<
  Record<BodyStyle, readonly [lamps: readonly HandLamp[], lengthMm: number, widthMm: number, light: boolean]>
> = {
  saloon: [CAR, 4600, 1820, true],
  hatchback: [CAR, 4050, 1770, true],
  estate: [CAR, 4650, 1820, true],
  coupe: [CAR, 4400, 1850, true],
  'off-roader': [CAR, 4500, 1900, true],
  pickup: [CAR, 5300, 1870, true],
  van: [CAR, 5200, 1950, true],
  'people-carrier': [CAR, 4750, 1880, true],
  bus: [[...CAR, 'clearance.front', 'clearance.rear'], 11000, 2500, false],
  shuttle: [CAR, 6200, 2050, true],
  lorry: [[...CAR, 'clearance.front', 'clearance.rear'], 8200, 2450, false],
  tractor: [MACHINE, 4200, 2100, false],
  loader: [MACHINE, 3400, 1600, false],
  tug: [MACHINE, 3200, 1500, false],
  motorcycle: [CYCLE, 2200, 850, true],
  scooter: [CYCLE, 1900, 750, true],
  'three-wheeler': [CYCLE, 2700, 1250, true],
  trailer: [TRAILER, 4200, 2000, false],
  'trailer-box': [TRAILER, 4600, 2000, false],
  'trailer-livestock': [TRAILER, 4800, 2200, false],
  'trailer-boat': [TRAILER, 6800, 2000, false],
  caravan: [[...TRAILER, 'clearance.front', 'clearance.rear'], 6200, 2300, false],
};

/** The colour that a function has as a rule; front and rear differ where the rules of the road want it so. */
export function usualColour(does: LampFunction, end: End): LightColour {
  switch (does) {
    case 'turn':
    case 'beacon':
      return 'amber';
    case 'side-marker':
      return end === 'rear' ? 'red' : 'amber';
    case 'clearance':
    case 'identification':
      return end === 'rear' ? 'red' : 'amber';
    case 'tail':
    case 'stop':
    case 'high-stop':
    case 'rear-fog':
      return 'red';
    case 'reflex-reflector':
    case 'position':
      return end === 'rear' ? 'red' : end === 'side' ? 'amber' : 'white';
    default:
      return 'white';
  }
}

/** Role and end of a lamp that is told by its place. */
export function placeOfHand(lamp: HandLamp): { readonly role: PositionRole; readonly end: End } {
  const [role, end] = lamp.split('.') as [PositionRole, End];
  return { role, end };
}

/** Names the line of one vehicle. */
export const ownLineId = (vehicle: string): string => `own/${vehicle}`;
/** Whether a line is of one vehicle only, described by hand. */
export const isOwnLine = (family: string): boolean => family.startsWith('own/');

/**
 * The line of a vehicle that the shelf does not have: what was described, drawn at usual places. It has no plugs,
 * circuits or fuses: of those nothing is known, and nothing is worked out.
 */
export function handFamily(id: string, line: OwnLine): Family {
  const [, lengthMm, widthMm, lightVehicle] = OF_BODY[line.body];
  return {
    id,
    maker: line.maker,
    name: line.name,
    bodyStyle: line.body,
    lightVehicle,
    lengthMm,
    widthMm,
    yearFrom: 1900,
    hazards: line.hazards,
    places: HAND_LAMPS.flatMap((lamp) => {
      const told = line.lamps.find((l) => l.lamp === lamp);
      return told ? places(lamp, told.does, lengthMm, widthMm) : [];
    }),
    assumes: [],
  };
}

function places(
  lamp: HandLamp,
  does: readonly LampFunction[],
  lengthMm: number,
  widthMm: number,
): readonly Place[] {
  const { role, end } = placeOfHand(lamp);
  const { sides, at } = USUAL[lamp];
  const on: readonly Side[] = sides === 'pair' ? ['left', 'right'] : ['centre'];
  return on.map((side) => ({
    position: { role, side, end },
    xMm: Math.round(((side === 'left' ? -1 : side === 'right' ? 1 : 0) * at[0] * widthMm) / 200),
    yMm: Math.round((at[1] * lengthMm) / 100),
    functions: does.map((d) => ({ does: d, colour: usualColour(d, end) })),
  }));
}

const TEXT_MAX = 80;

/** What is wrong with a described line, by field; empty: nothing. Bodies come from outside. */
export function ownLineFaults(line: OwnLine): readonly { readonly path: string; readonly code: string }[] {
  const text = (v: unknown) => typeof v === 'string' && v.trim() !== '' && v.length <= TEXT_MAX;
  const lamps = new Set(line.lamps.map((l) => l.lamp));
  return [
    ...(text(line.maker) ? [] : [{ path: 'ownMaker', code: 'wanted' }]),
    ...(text(line.name) ? [] : [{ path: 'ownName', code: 'wanted' }]),
    ...(BODY_STYLES.includes(line.body) ? [] : [{ path: 'ownBody', code: 'wanted' }]),
    ...(lamps.size > 0 && lamps.size === line.lamps.length
      ? []
      : [{ path: 'ownLamps', code: 'wants-lamps' }]),
  ];
}

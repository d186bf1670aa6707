import { compareText } from '../kernel/reason';

/** What sits at a position. */
export const POSITION_ROLES = [
  'headlamp',
  'fog',
  'tail',
  'marker',
  'mirror',
  'high-stop',
  'plate',
  'turn',
  'drl',
  'clearance',
  'identification',
  'work',
  'beacon',
] as const;
export type PositionRole = (typeof POSITION_ROLES)[number];
/** In driving direction, never as seen from in front. */
export const SIDES = ['left', 'right', 'centre'] as const;
export type Side = (typeof SIDES)[number];
/** Where on the vehicle. */
export const ENDS = ['front', 'rear', 'side', 'roof'] as const;
export type End = (typeof ENDS)[number];
/** Which of several that sit together. */
export const LAYERS = ['inner', 'outer', 'upper', 'lower'] as const;
export type Layer = (typeof LAYERS)[number];

/** A place on the vehicle where a housing sits. `ordinal` counts from the front, 1 where there is only one. */
export interface Position {
  readonly role: PositionRole;
  readonly side: Side;
  readonly end: End;
  readonly ordinal?: number;
  readonly layer?: Layer;
}

/** The stable key of a position: `headlamp.front.left`, `marker.side.right.2`, `tail.rear.left.inner`. */
export type PositionKey = string;

/** Derives the key; two positions with the same key are the same place. */
export function positionKey(p: Position): PositionKey {
  const parts: string[] = [p.role, p.end, p.side];
  if (p.ordinal !== undefined && p.ordinal > 1) parts.push(String(p.ordinal));
  if (p.layer) parts.push(p.layer);
  return parts.join('.');
}

const ROLE_CODE: Readonly<Record<PositionRole, string>> = {
  headlamp: 'H',
  fog: 'F',
  tail: 'T',
  marker: 'M',
  mirror: 'V',
  'high-stop': 'S',
  plate: 'P',
  turn: 'D',
  drl: 'Y',
  clearance: 'C',
  identification: 'N',
  work: 'W',
  beacon: 'B',
};
const SIDE_CODE: Readonly<Record<Side, string>> = { left: 'L', right: 'R', centre: 'C' };

/**
 * Short label for drawings, such as `HL` or `M2R`. Unique within one vehicle only together with the plan;
 * the spoken name is worded by the interface.
 */
export function positionCode(p: Position): string {
  const rearwards = p.end === 'rear' && (p.role === 'fog' || p.role === 'turn') ? 'r' : '';
  const ordinal = p.ordinal !== undefined && p.ordinal > 1 ? String(p.ordinal) : '';
  const layer = p.layer ? p.layer[0] : '';
  return `${ROLE_CODE[p.role]}${rearwards}${ordinal}${SIDE_CODE[p.side]}${layer}`;
}

/** The place opposite: left and right exchanged, centre stays. */
export function mirrorPosition(p: Position): Position {
  const side: Side = p.side === 'left' ? 'right' : p.side === 'right' ? 'left' : 'centre';
  return { ...p, side };
}

/** The side in a position's key: its third word; null: it is none. */
export const sideOfKey = (key: PositionKey): Side | null =>
  SIDES.find((s) => s === key.split('.')[2]) ?? null;

/** The key of the place opposite: left and right exchanged, all else as it is. */
export function mirrorKey(key: PositionKey): PositionKey {
  const [role = '', end = '', side = '', ...rest] = key.split('.');
  const other = side === 'left' ? 'right' : side === 'right' ? 'left' : side;
  return [role, end, other, ...rest].join('.');
}

const END_ORDER: readonly End[] = ['front', 'side', 'roof', 'rear'];
const SIDE_ORDER: readonly Side[] = ['left', 'centre', 'right'];

/** Front to rear, left to right, then by key: the order in which `[` and `]` walk. */
export function comparePositions(a: Position, b: Position): number {
  return (
    END_ORDER.indexOf(a.end) - END_ORDER.indexOf(b.end) ||
    POSITION_ROLES.indexOf(a.role) - POSITION_ROLES.indexOf(b.role) ||
    (a.ordinal ?? 1) - (b.ordinal ?? 1) ||
    SIDE_ORDER.indexOf(a.side) - SIDE_ORDER.indexOf(b.side) ||
    compareText(positionKey(a), positionKey(b))
  );
}

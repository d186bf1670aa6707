/** *Setting*: share of a battery's charge that may be drawn before it no longer starts. */
export const USABLE = 0.5;

/** Days until a standing battery no longer starts. @param ownMa the vehicle's own draw @param addedMa what was added */
export function drainDays(capacityAh: number, ownMa: number, addedMa: number, usable = USABLE): number {
  const drawn = ownMa + addedMa;
  return drawn <= 0 ? Infinity : (capacityAh * usable * 1000) / drawn / 24;
}

import { USUAL_FIGURES } from './figures';

/**
 * Days until a standing battery no longer starts.
 * @param ownMa the vehicle's own draw
 * @param addedMa what was added
 * @param usable share of the charge that may be drawn
 */
export function drainDays(
  capacityAh: number,
  ownMa: number,
  addedMa: number,
  usable = USUAL_FIGURES.usableShare,
): number {
  const drawn = ownMa + addedMa;
  return drawn <= 0 ? Infinity : (capacityAh * usable * 1000) / drawn / 24;
}

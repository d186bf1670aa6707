import type { Level } from '../controls';
import { type Movement, movementCode } from '../light/program/movements';

/** A level as a short code that can be kept and compared: `on`, `off`, `flashing-left`, `pulsed-50`. */
export function levelCode(level: Level | null): string {
  if (level === null) return 'unknown';
  if (level.kind === 'pulsed') return `pulsed-${Math.round(level.duty * 100)}`;
  return level.kind === 'flashing' ? `flashing-${level.side}` : level.kind;
}

/** What is expected of a cell, as a short code: its level, or how it moves. */
export const expectedCode = (cell: {
  readonly level: Level | null;
  readonly moves?: readonly Movement[];
}): string =>
  cell.moves && cell.moves.length > 0 ? cell.moves.map(movementCode).join('+') : levelCode(cell.level);

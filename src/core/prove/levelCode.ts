import type { Level } from '../controls';

/** A level as a short code that can be kept and compared: `on`, `off`, `flashing-left`, `pulsed-50`. */
export function levelCode(level: Level | null): string {
  if (level === null) return 'unknown';
  if (level.kind === 'pulsed') return `pulsed-${Math.round(level.duty * 100)}`;
  return level.kind === 'flashing' ? `flashing-${level.side}` : level.kind;
}

import type { Level } from '@/core/controls';

/** A level in words: on, off, flashing, or how bright. */
export function levelWords(
  level: Level,
  t: (
    key: 'level.on' | 'level.off' | 'level.pulsed' | 'level.flashing' | 'level.data',
    facts?: Record<string, number>,
  ) => string,
): string {
  return level.kind === 'pulsed'
    ? t('level.pulsed', { percent: Math.round(level.duty * 100) })
    : t(`level.${level.kind}`);
}

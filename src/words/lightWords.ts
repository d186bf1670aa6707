import type { lightChanges } from '@/core/job';
import type { Wording } from './wording';
import type { Words } from './words';

/** A change of light in words: the ratio and the true change, never one without the other. */
export const changeWords = (
  { position, ratio, percent }: ReturnType<typeof lightChanges>[number],
  { t }: Words,
  say: Wording,
): string =>
  t('aim.ratio', {
    position: say.position(position),
    ratio: say.number(Math.round(ratio * 100) / 100),
    sign: percent >= 0 ? '+' : '−',
    percent: Math.abs(percent),
  });

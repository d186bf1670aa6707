import type { WorkStep } from '@/core/work';
import type { Wording } from './wording';
import type { Words } from './words';

/** A step's title for the way it is done on; of one that the wiring asks for, what it asks. */
export function stepTitle({ step, way, said }: WorkStep, { t, prose }: Words, say: Wording): string {
  if (said) return say.reason(said).text;
  if (way === 'out') return prose(step.title);
  if (step.back?.title) return prose(step.back.title);
  return step.way === 'back' || step.kind === 'transfer'
    ? prose(step.title)
    : t('strip.back-title', { title: prose(step.title) });
}

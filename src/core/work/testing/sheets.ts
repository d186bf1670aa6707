import type { Side } from '../../vehicle';
import type { Step, StepSheet } from '../types';

/** For tests: a step that says nothing but its name. */
export const step = (id: string, more: Partial<Step> = {}): Step => ({
  id,
  kind: 'remove',
  scope: 'once',
  title: { en: id },
  zone: 'front',
  minutes: 2,
  ...more,
});

/** For tests: a sheet of some steps. */
export const sheetOf = (...steps: readonly Step[]): StepSheet => ({
  id: 's',
  families: ['f'],
  role: 'headlamp',
  end: 'front',
  name: { en: 'S' },
  steps,
});

/** For tests: the two lamps of a pair. */
export const [L, R] = ['headlamp.front.left', 'headlamp.front.right'] as const;
/** For tests: where they are. */
export const BOTH: readonly { readonly key: string; readonly side: Side }[] = [
  { key: L, side: 'left' },
  { key: R, side: 'right' },
];

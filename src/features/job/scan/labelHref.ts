import type { Scan } from '@/core/scan';

/** Where a label of ours leads: its job, the stage that it is for, the step or the lamp. */
export function labelHref({ job, stage, step, position }: Extract<Scan, { kind: 'label' }>): string {
  const query = new URLSearchParams({ ...(step ? { step } : {}), ...(position ? { pos: position } : {}) });
  const text = query.toString();
  return `/jobs/${job}/${stage}${text ? `?${text}` : ''}`;
}

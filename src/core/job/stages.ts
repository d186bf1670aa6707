/** The nine stages in the order of the work. */
export const STAGES = [
  'arrive',
  'fit',
  'wire',
  'light',
  'strip',
  'bench',
  'mount',
  'prove',
  'release',
] as const;
export type Stage = (typeof STAGES)[number];

/** Stages that this version can work. The others are shown as not there yet. */
export const BUILT_STAGES: readonly Stage[] = ['arrive', 'fit', 'wire', 'light', 'bench', 'release'];

export function isStage(text: string): text is Stage {
  return (STAGES as readonly string[]).includes(text);
}

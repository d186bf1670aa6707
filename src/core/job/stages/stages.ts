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

/** Whether a text names a stage. */
export function isStage(text: string): text is Stage {
  return (STAGES as readonly string[]).includes(text);
}

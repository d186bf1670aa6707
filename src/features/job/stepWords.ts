import type { StepLine } from '@/core/job';
import type { FastenerGroup, WorkStep } from '@/core/work';
import type { Words, Wording } from '@/words';

export { stepTitle } from '@/words';

/** Where and with what: "wheel arch, headlamp left · star bit T20 · 3 min". */
export function stepPlace({ step, position, minutes }: WorkStep, words: Words, say: Wording): string {
  const { t, tCode } = words;
  const zone = tCode(`zone.${step.zone}`);
  const tool = step.tool ? tCode(`tool.${step.tool.kind}`, { size: step.tool.size ?? '' }).trim() : null;
  return [position ? `${zone}, ${say.position(position)}` : zone, tool, t('strip.minutes', { minutes })]
    .filter(Boolean)
    .join(' · ');
}

/** "M6 × 20, hex 10". */
export function groupText(g: FastenerGroup, { tCode }: Words): string {
  const size = [g.thread, g.lengthMm === undefined ? null : String(g.lengthMm)].filter(Boolean).join(' × ');
  return [tCode(`fastener.${g.kind}`), size, g.drive].filter(Boolean).join(', ');
}

/** What is still to be counted before a step is done. */
export function stillToCount(line: StepLine): number {
  return line.fasteners.reduce((n, g) => n + (line.step.way === 'out' ? g.stillIn : Math.max(0, g.holes)), 0);
}

'use client';
import type { StepLine } from '@/core/job';
import { StepMark } from '@/ui/marks';
import { Sheet } from '@/ui/Sheet';
import { useJob } from '../job/JobContext';
import { stepPlace, stepTitle } from '../job/stepWords';

/** All steps of a way, to go to one. */
export function StepsSheet({
  open,
  onOpenChange,
  lines,
  current,
  onPick,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  lines: readonly StepLine[];
  current: StepLine;
  onPick: (id: string) => void;
}) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title={t('strip.steps')} about="" close={t('close')}>
      <ol>
        {lines.map((l, i) => (
          <li key={l.step.id}>
            <button
              type="button"
              className={`grid min-h-14 w-full grid-cols-[2.2rem_1fr] items-center border-b border-line text-left ${l === current ? 'bg-petrol-wash' : ''}`}
              aria-current={l === current ? 'step' : undefined}
              onClick={() => onPick(l.step.id)}
              data-bay-step={l.step.id}
            >
              <span className="justify-self-center font-mono text-soft">
                {l.tick ? (
                  <StepMark outcome={l.tick.outcome} label={tCode(`tick.${l.tick.outcome}`)} />
                ) : (
                  i + 1
                )}
              </span>
              <span>
                <span className="font-semibold">{stepTitle(l.step, words, say)}</span>
                <span className="block text-sm text-soft">{stepPlace(l.step, words, say)}</span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </Sheet>
  );
}

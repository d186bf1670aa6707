'use client';
import { useEffect, useRef } from 'react';
import type { StepLine } from '@/core/job';
import { StepMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';
import { stepPlace, stepTitle } from '../job/stepWords';

/** The steps in their order; what is done is seen from afar. */
export function StepList({
  lines,
  current,
  onPick,
}: {
  lines: readonly StepLine[];
  current: StepLine;
  onPick: (id: string) => void;
}) {
  const { words, say } = useJob();
  const list = useRef<HTMLOListElement>(null);
  const currentId = current.step.id;
  useEffect(() => {
    const here = list.current?.querySelector('[aria-current=step]');
    here?.scrollIntoView({ block: 'center' });
  }, [currentId]);
  return (
    <ol
      ref={list}
      className="min-h-0 border-r border-line pr-3 lg:overflow-y-auto"
      aria-label={words.t('strip.steps')}
    >
      {lines.map((l, i) => {
        const here = l === current;
        const total = l.fasteners.reduce((n, g) => n + (g.sheet?.count ?? 0), 0);
        const counted = l.fasteners.reduce(
          (n, g) => n + (l.step.way === 'out' ? g.counts.out : g.counts.in),
          0,
        );
        return (
          <li key={l.step.id}>
            <button
              className={`grid w-full grid-cols-[1.6rem_1fr_auto] items-baseline gap-x-1.5 border-b border-line py-1.5 pl-1 text-left ${here ? 'bg-petrol-wash shadow-[inset_3px_0_0_var(--petrol)]' : ''}`}
              aria-current={here ? 'step' : undefined}
              onClick={() => onPick(l.step.id)}
              data-step-line={l.step.id}
              data-tick={l.tick?.outcome ?? 'open'}
            >
              <span className="justify-self-center font-mono text-sm text-soft">
                {l.tick ? (
                  <StepMark outcome={l.tick.outcome} label={words.tCode(`tick.${l.tick.outcome}`)} />
                ) : (
                  i + 1
                )}
              </span>
              <span>
                <span className={here ? 'font-semibold' : ''}>{stepTitle(l.step, words, say)}</span>
                <span className="block text-[0.82rem] leading-tight text-soft">
                  {stepPlace(l.step, words, say)}
                </span>
              </span>
              {total > 0 && (
                <span className="font-mono text-sm">
                  {counted}/{total}
                </span>
              )}
            </button>
          </li>
        );
      })}
    </ol>
  );
}

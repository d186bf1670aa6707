'use client';
import { useState } from 'react';
import { isDue, type StepLine, stripView } from '@/core/job';
import { stuckSteps } from '@/core/work';
import { useKeys } from '@/ui/useKeys';
import { useJob, useView } from '../job/JobContext';
import { StepScreen } from './StepScreen';
import { StepsSheet } from './StepsSheet';

/** One step at a time, out or back: the first that is open, or the one that was gone to. */
export function StepWork({
  way,
  at: first,
  onOther,
}: {
  way: 'out' | 'back';
  /** The step that was gone to; null: the first that is open. */
  at: string | null;
  onOther: () => void;
}) {
  const { view, words } = useJob();
  const { t } = words;
  const strip = useView(stripView);
  const lines = way === 'out' ? strip.out : strip.back.filter((l) => isDue(l, strip.out));
  const [picked, setPicked] = useState<string | null>(first);
  const [list, setList] = useState(false);
  const line: StepLine | null =
    lines.find((l) => l.step.id === picked) ?? lines.find((l) => l.tick === null) ?? lines.at(-1) ?? null;
  const at = line ? lines.indexOf(line) : -1;
  const walk = (by: number) =>
    setPicked(lines[Math.max(0, Math.min(lines.length - 1, at + by))]?.step.id ?? null);
  useKeys({ ArrowLeft: () => walk(-1), ArrowRight: () => walk(1) });
  if (!line)
    return (
      <main className="grid gap-3 px-5 py-6 text-lg" data-no-steps>
        <p>
          {strip.fault
            ? strip.fault.fault.kind === 'undecided'
              ? t('strip.undecided')
              : t('strip.fault', { steps: words.list(stuckSteps(strip.fault.fault)) })
            : view.swaps.length === 0
              ? t('fit.no-swap')
              : t('tablet.no-steps')}
        </p>
      </main>
    );
  const allDone = lines.every((l) => l.tick !== null);
  return (
    <>
      <StepScreen
        key={`${way}/${line.step.id}`}
        line={line}
        lines={lines}
        allDone={allDone}
        onPrevious={at > 0 ? () => walk(-1) : null}
        onNext={() => setPicked(null)}
        onList={() => setList(true)}
        onOther={onOther}
      />
      <StepsSheet
        open={list}
        onOpenChange={setList}
        lines={lines}
        current={line}
        onPick={(id) => {
          setPicked(id);
          setList(false);
        }}
      />
    </>
  );
}

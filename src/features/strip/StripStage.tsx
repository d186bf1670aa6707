'use client';
import { useSearchParams } from 'next/navigation';
import { stuckSteps } from '@/core/work';
import { useState } from 'react';
import { isDue, isOwnRow, oursId, type StepLine, stripView } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useJob, useView } from '../job/JobContext';
import { Ahead } from './Ahead';
import { BaselinePrompt } from './BaselinePrompt';
import { BalanceTable } from './BalanceTable';
import { MountLooks } from './MountLooks';
import { SheetPicker } from './SheetPicker';
import { StepList } from './StepList';
import { StepPanel } from './StepPanel';
import { StepWriter } from './StepWriter';
import { StripBecause } from './StripBecause';
import { useArrange } from './useArrange';

/** Strip: the way out, step by step, with every fastener counted out. */
export function StripStage() {
  return <StepStage way="out" />;
}

/** Mount: the way back, with what goes in first and the balance in view. */
export function MountStage() {
  return <StepStage way="back" />;
}

function StepStage({ way }: { way: 'out' | 'back' }) {
  const { view, words, say } = useJob();
  const { t } = words;
  const strip = useView(stripView);
  const arranging = useArrange();
  const lines = way === 'out' ? strip.out : strip.back.filter((l) => isDue(l, strip.out));
  // A bag's label leads to the step at which it is put back.
  const asked = useSearchParams().get('step');
  const [picked, setPicked] = useState<string | null>(asked);
  const line: StepLine | null =
    lines.find((l) => l.step.id === picked) ?? lines.find((l) => l.tick === null) ?? lines.at(-1) ?? null;
  const done = lines.filter((l) => l.tick !== null).length;
  const minutes = lines.filter((l) => l.tick === null).reduce((n, l) => n + l.step.minutes, 0);
  const stage = way === 'out' ? 'strip' : 'mount';
  const positions = strip.uses.flatMap((u) => u.positions);
  return (
    <>
      <main
        id="main"
        tabIndex={-1}
        className="relative flex min-w-0 flex-col gap-3 px-6 py-4 lg:overflow-y-auto"
      >
        <header className="flex flex-wrap items-baseline justify-between gap-x-4">
          <h2 className="text-2xl first-letter:uppercase">
            {positions.length > 0
              ? t(`${stage}.title`, { positions: say.positions(positions) })
              : t(`stage.${stage}`)}
          </h2>
          {lines.length > 0 && (
            <p className="text-soft" data-steps={`${done}/${lines.length}`}>
              {t('strip.progress', { done, all: lines.length, minutes })}
              {' · '}
              <a
                className={BUTTON.quiet}
                href={`/api/jobs/${view.id}/removal/sheet.pdf`}
                target="_blank"
                rel="noreferrer"
                data-removal-sheet
              >
                {t('removal.open')}
              </a>
            </p>
          )}
        </header>
        <NoPlan />
        {!line && way === 'out' && <SheetPicker />}
        {way === 'out' && <BaselinePrompt />}
        {way === 'back' && lines.length > 0 && <BalanceTable onPick={setPicked} />}
        {way === 'back' && <MountLooks />}
        {line && (
          <div className="grid min-h-0 flex-1 items-stretch gap-5 md:grid-cols-[17rem_1fr] lg:min-h-[26rem] lg:shrink-0">
            <StepList
              lines={lines}
              current={line}
              arranging={way === 'out' ? arranging : null}
              onPick={setPicked}
            />
            <StepPanel key={`${line.step.way}/${line.step.id}`} line={line} onDone={() => setPicked(null)} />
          </div>
        )}
        {lines.length > 1 && <Ahead lines={lines} />}
        <div className="flex flex-wrap items-baseline gap-x-4">
          <AddedSteps way={way} />
          <KeepSheet />
        </div>
        {line && way === 'out' && <SheetPicker />}
      </main>
      <StripBecause way={way} line={line} />
    </>
  );
}

/** Steps of one’s own: the form stands open where no sheet has any, and a tap away everywhere else. */
function AddedSteps({ way }: { way: 'out' | 'back' }) {
  const { words, rights } = useJob();
  const strip = useView(stripView);
  const [wanted, setWanted] = useState(false);
  if (way !== 'out' || !rights.workAtVehicle || strip.uses.length === 0 || strip.fault) return null;
  const byHand = strip.uses.some((u) => u.state === 'none' || (u.sheet && isOwnRow(u.sheet.id)));
  if (byHand || wanted) return <StepWriter />;
  return (
    <div>
      <button type="button" className={BUTTON.quiet} onClick={() => setWanted(true)} data-write-own>
        {words.t('write-step.open')}
      </button>
    </div>
  );
}

/** A way that was gone to its end is offered to the shelf: with the job's own order, minutes and steps. */
function KeepSheet() {
  const { view, words, rights } = useJob();
  const strip = useView(stripView);
  if (!rights.editShelf || strip.out.some((l) => l.tick === null)) return null;
  return strip.uses.flatMap(({ swap, sheet }) => {
    if (!sheet) return [];
    const id = sheet.id.startsWith('own/') ? oursId(view.family.id, sheet) : sheet.id;
    return [
      <p key={swap}>
        <a
          className={BUTTON.quiet}
          href={`/shelf/step-sheet/${encodeURIComponent(id)}?job=${view.id}`}
          data-keep-sheet={id}
        >
          {words.t('strip.keep-sheet')}
        </a>
      </p>,
    ];
  });
}

/** Why there are no steps, and what to do about it. */
function NoPlan() {
  const { view, words, say } = useJob();
  const { t } = words;
  const strip = useView(stripView);
  if (strip.fault)
    return (
      <p className="border border-plum bg-plum-wash px-4 py-3">
        {strip.fault.fault.kind === 'undecided'
          ? t('strip.undecided')
          : t('strip.fault', { steps: words.list(stuckSteps(strip.fault.fault)) })}
      </p>
    );
  if (strip.uses.length === 0)
    return <p className="text-soft">{view.swaps.length === 0 ? t('fit.no-swap') : t('wire.no-choice')}</p>;
  return strip.uses
    .filter((u) => u.sheet === null)
    .map((u) => (
      <p key={u.swap} className="border border-indigo bg-indigo-wash px-4 py-3" data-no-sheet={u.state}>
        {t(u.state === 'none' ? 'strip.no-sheet' : 'strip.sheet-unknown', {
          positions: say.positions(u.positions),
        })}
      </p>
    ));
}

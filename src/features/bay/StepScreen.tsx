'use client';
import { useState } from 'react';
import { type StepLine, type StepOutcome, stripView } from '@/core/job';
import { WarningMark } from '@/ui/marks';
import { useKeys } from '@/ui/useKeys';
import { useBusy, useJob, useView } from '../job/JobContext';
import { StepDrawing } from '../job/StepDrawing';
import { StepLooks, StepNeeds, StepNotes, StepWaits } from '../job/StepExtras';
import { stepPlace, stepTitle, stillToCount } from '../job/stepWords';
import { PauseButton } from './PauseButton';
import { BigCounter } from './BigCounter';
import { Aside, type AsideKind } from './Aside';
import { ReadAloud } from './ReadAloud';
import { StepTimer } from './StepTimer';

const SIDE =
  'min-h-14 rounded-sm border border-outline bg-raised px-3 text-[1.05rem] font-semibold disabled:border-line disabled:text-faint';

/** What was opened is seen whole, not behind the buttons below. */
const intoView = (el: HTMLElement | null) => el?.scrollIntoView({ block: 'end' });

/** One step, read from the distance of an arm and a half: hazard and exception right under the title, then the count. */
export function StepScreen({
  line,
  lines,
  allDone,
  onPrevious,
  onNext,
  onList,
  onOther,
}: {
  line: StepLine;
  lines: readonly StepLine[];
  allDone: boolean;
  onPrevious: (() => void) | null;
  /** To the first that is open. */
  onNext: () => void;
  onList: () => void;
  /** All is done: what comes after this way. */
  onOther: () => void;
}) {
  const { words, say, sender, rights, view } = useJob();
  const busy = useBusy();
  const strip = useView(stripView);
  const { t, tCode, prose } = words;
  const [aside, setAside] = useState<AsideKind | null>(null);
  const { step } = line;
  const out = step.way === 'out';
  const back = step.step.back;
  const ownDetail = out || step.step.way === 'back' || step.step.kind === 'transfer';
  const detail = out ? step.step.detail : (back?.detail ?? (ownDetail ? step.step.detail : undefined));
  const still = stillToCount(line);
  const unseen = line.looks.filter((k) => k.seen === null).length;
  const done = lines.filter((l) => l.tick !== null).length;
  const may = rights.workAtVehicle;
  const title = stepTitle(step, words, say);
  const spoken = [
    title,
    ...(step.step.cautions ?? []).map((c) => tCode(`step-caution.${c}`)),
    out && step.step.exception ? prose(step.step.exception) : '',
    ...(step.notes ?? []).map((n) => say.reason(n).text),
    detail ? prose(detail) : '',
  ]
    .filter(Boolean)
    .join('. ');
  // The keys count the first kind that is still to come, else the last.
  const counted =
    line.fasteners.find((g) => (out ? g.stillIn > 0 : g.holes > 0)) ?? line.fasteners.at(-1) ?? null;

  const tick = async (outcome: StepOutcome, said = '') => {
    const kept = await sender.send('step-ticked', {
      step: step.id,
      way: step.way,
      outcome,
      ...(said ? { words: said } : {}),
    });
    if (kept) {
      setAside(null);
      onNext();
    }
  };
  // Undo takes back the last thing that was done at this step: its tick, else its last count.
  const lastCount = strip.entries.filter((e) => e.step === step.id).at(-1);
  const undoes = line.tick?.event ?? lastCount?.event ?? null;
  const undo = () => undoes !== null && void sender.send('void', { target: undoes });
  const main = () => {
    if (line.tick) return allDone ? onOther() : onNext();
    if (still === 0 && unseen === 0) void tick('done');
  };
  useKeys(
    may
      ? {
          ' ': main,
          Backspace: undo,
          m: () => setAside('note'),
          p: () => setAside('photo'),
        }
      : {},
  );
  return (
    <div className="flex min-h-full flex-col" data-step={step.id} data-ticked={line.tick?.outcome ?? 'open'}>
      <div className="h-1.5 bg-line" aria-hidden>
        <div className="h-full bg-petrol" style={{ width: `${(done / Math.max(1, lines.length)) * 100}%` }} />
      </div>
      <div className="grid flex-1 content-start gap-x-7 gap-y-4 px-5 py-4 md:landscape:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div className="order-2 grid content-start gap-3 md:landscape:order-1">
          <StepDrawing line={line} className="h-[clamp(11rem,34vh,22rem)]" />
          <div className="flex flex-wrap gap-2">
            <button type="button" className={SIDE} onClick={() => setAside('photo')} data-aside="photo">
              {t('tablet.photo')}
            </button>
            <button type="button" className={SIDE} onClick={() => setAside('note')} data-aside="note">
              {t('tablet.note')}
            </button>
            <button
              type="button"
              className={SIDE}
              onClick={() => setAside('differs')}
              disabled={!may || line.tick !== null}
              data-aside="differs"
            >
              {t('tablet.differs')}
            </button>
            <button
              type="button"
              className="min-h-14 rounded-sm border-2 border-plum bg-raised px-3 text-[1.05rem] font-bold text-plum"
              onClick={() => setAside('stop')}
              data-aside="stop"
            >
              {t('tablet.stop')}
            </button>
            <PauseButton />
          </div>
        </div>
        <div className="order-1 grid content-start gap-3 md:landscape:order-2">
          <p className="flex flex-wrap items-baseline justify-between gap-x-4 text-soft">
            <button
              type="button"
              className="underline decoration-line underline-offset-3"
              onClick={onList}
              data-steps-list
            >
              {t('tablet.step-of', { at: lines.indexOf(line) + 1, all: lines.length })}
            </button>
            <ReadAloud text={spoken} />
            <StepTimer />
          </p>
          <h2 className="text-[clamp(1.7rem,4.2vw,2.4rem)]">{title}</h2>
          {(step.step.cautions ?? []).map((c) => (
            <p
              key={c}
              className="flex items-baseline gap-2 border-l-[6px] border-plum pl-3 text-[1.45rem] leading-snug font-bold text-plum"
            >
              <WarningMark className="translate-y-0.5" /> {tCode(`step-caution.${c}`)}
            </p>
          ))}
          {out && step.step.exception && (
            <p
              className="border-l-[6px] border-petrol pl-3 text-[1.45rem] leading-snug font-bold text-petrol"
              data-exception
            >
              {prose(step.step.exception)}
            </p>
          )}
          <StepNotes line={line} />
          {line.holds.length > 0 && (
            <p
              className="border-l-[6px] border-indigo pl-3 text-[1.15rem] font-semibold text-indigo"
              data-hold
            >
              {t('mount.hold', {
                positions: say.positions(line.holds.map((h) => h.position)),
                before: line.holds[0]?.minutesBefore ?? 0,
                after: line.holds[0]?.minutesAfter ?? 0,
              })}
            </p>
          )}
          <StepWaits line={line} />
          {detail && <p className="text-[1.15rem]">{prose(detail)}</p>}
          {!out && back?.torque && <p>{t('mount.torque', { torque: prose(back.torque) })}</p>}
          <p className="text-soft">{stepPlace(step, words, say)}</p>
          <StepNeeds line={line} />
          {line.fasteners.map((g) => (
            <BigCounter key={g.group} balance={g} way={step.way} keys={g === counted} />
          ))}
          <StepLooks line={line} large />
          {line.tick && (
            <p className="text-[1.1rem]" data-tick-said>
              <b>{tCode(`tick.${line.tick.outcome}`)}</b> · {view.names[line.tick.by] ?? ''}
              {line.tick.words && ` – ${line.tick.words}`}
            </p>
          )}
        </div>
      </div>
      {aside && (
        <div ref={intoView} className="scroll-mb-28">
          <Aside
            kind={aside}
            line={line}
            onDiffers={(outcome, said) => tick(outcome, said)}
            onKind={setAside}
            onClose={() => setAside(null)}
          />
        </div>
      )}
      <div className="sticky bottom-0 grid grid-cols-[minmax(5.5rem,1fr)_minmax(0,3fr)_minmax(5.5rem,1fr)] gap-3 border-t border-line bg-paper px-4 py-3">
        <button
          type="button"
          className="min-h-16 rounded-sm border border-outline bg-raised text-[1.1rem] font-semibold disabled:border-line disabled:text-faint"
          onClick={() => onPrevious?.()}
          disabled={!onPrevious}
          data-previous
        >
          {t('tablet.previous')}
        </button>
        {may ? (
          <button
            type="button"
            className="min-h-16 rounded-sm bg-ink px-2 text-[1.35rem] font-bold text-paper disabled:border-2 disabled:border-outline disabled:bg-paper disabled:text-ink"
            disabled={busy || (!line.tick && still + unseen > 0)}
            onClick={main}
            data-main
          >
            {line.tick
              ? t(allDone ? (out ? 'tablet.to-mount' : 'tablet.to-prove') : 'tablet.next-open')
              : still === 0
                ? unseen === 0
                  ? t('strip.done')
                  : t('strip.still-look', { count: unseen })
                : t(out ? 'strip.still-out' : 'strip.still-in', { count: still })}
          </button>
        ) : (
          <p className="self-center text-center text-soft">{t('strip.technician-only')}</p>
        )}
        <button
          type="button"
          className="min-h-16 rounded-sm border border-outline bg-raised text-[1.1rem] font-semibold disabled:border-line disabled:text-faint"
          onClick={undo}
          disabled={!may || undoes === null}
          data-undo
        >
          {t('undo')}
        </button>
      </div>
    </div>
  );
}

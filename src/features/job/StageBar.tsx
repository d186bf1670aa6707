'use client';
import { useState } from 'react';
import { itemPlace, type Stage, STAGES } from '@/core/job';
import { factsOf } from '@/core/kernel/reason';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { OpenItemRow } from './OpenItemRow';
import { useJob } from './JobContext';
import { useGo } from './useGo';

/** Under every stage: what is open here, what is still wanting, and the way on. */
export function StageBar({ stage }: { stage: Stage }) {
  const { view, words, say, focus } = useJob();
  const go = useGo();
  const { t, tCode } = words;
  const [open, setOpen] = useState(false);
  const here = view.items.filter((i) => i.closed === null && itemPlace(i).stage === stage);
  const state = view.stages.find((s) => s.stage === stage);
  const wanting = state?.missing[0];
  const position = otherLamp(state?.missing ?? [], focus?.key ?? null);
  const next = STAGES[STAGES.indexOf(stage) + 1];
  return (
    <section aria-label={t('bar.label')} className="no-print border-t border-line bg-paper" data-stage-bar>
      {open && here.length > 0 && (
        <ul className="max-h-[38vh] overflow-y-auto px-5" data-open-here>
          {here.map((item) => (
            <OpenItemRow key={item.id} item={item} here />
          ))}
        </ul>
      )}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-5 py-1.5">
        {here.length > 0 ? (
          <button
            type="button"
            className={`${BUTTON.quiet} text-plum`}
            aria-expanded={open}
            onClick={() => setOpen(!open)}
            data-open-count={here.length}
          >
            <WarningMark /> {t('bar.open', { count: here.length })}
          </button>
        ) : (
          <span className="text-sm text-soft">{t('bar.none')}</span>
        )}
        <p className="min-w-0 flex-1 truncate text-sm text-soft" data-wanting={wanting?.code ?? ''}>
          {wanting ? say.reason(wanting).text : ''}
        </p>
        {position && (
          <button
            type="button"
            className={BUTTON.plain}
            onClick={() => go({ stage, part: null, position })}
            data-next-lamp={position}
          >
            {t('bar.next-lamp', { position: say.position(position) })} <span aria-hidden>→</span>
          </button>
        )}
        {next && (
          <button
            type="button"
            className={BUTTON.plain}
            onClick={() => go({ stage: next, part: null, position: focus?.key ?? null })}
            data-next-stage={next}
          >
            {t('bar.next', { stage: tCode(`stage.${next}`) })} <span aria-hidden>→</span>
          </button>
        )}
      </div>
    </section>
  );
}

/** The first lamp that the stage still waits for, where it is not the one in focus. */
function otherLamp(missing: readonly Parameters<typeof factsOf>[0][], focus: string | null): string | null {
  const waiting = missing.flatMap((m) => {
    const { position } = factsOf(m);
    return typeof position === 'string' ? [position] : [];
  });
  return focus !== null && waiting.includes(focus) ? null : (waiting.find((p) => p !== focus) ?? null);
}

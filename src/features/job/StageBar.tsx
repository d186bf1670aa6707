'use client';
import { useState } from 'react';
import { type Stage, STAGES, stillToDo, type ToDo, toRelease } from '@/core/job';
import { factsOf } from '@/core/kernel/reason';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { useJob } from './JobContext';
import { ToDoRow } from './ToDoRow';
import { UndoLast } from './UndoLast';
import { useGo, useShownPart } from './useGo';

/** Under every stage: what is still to do here, each with the way to it, and the way on. */
export function StageBar({ stage }: { stage: Stage }) {
  const { job, view, words, say, focus } = useJob();
  const go = useGo();
  const { t, tCode } = words;
  const [open, setOpen] = useState(false);
  // Release waits for all that keeps the job from its lock, wherever it is settled.
  const before = stage === 'release' ? toRelease(job.reading) : [];
  const left = before.length > 0 ? before : stillToDo(stage, view);
  const position = otherLamp(left, focus?.key ?? null);
  const next = STAGES[STAGES.indexOf(stage) + 1];
  // What is done here is over: the way on is the thing to do, to the next lamp or the next stage.
  const here = left.some((d) => d.item === null && placeOf(d) === (focus?.key ?? null));
  const onward = left.length === 0;
  return (
    <section
      aria-label={t('bar.label')}
      className="no-print z-10 border-t border-line bg-paper max-lg:sticky max-lg:bottom-0"
      data-stage-bar
    >
      {open && left.length > 0 && (
        <ul className="max-h-[38vh] overflow-y-auto px-5" data-open-here>
          {left.map((todo) => (
            <ToDoRow key={todo.item?.id ?? JSON.stringify(todo.what)} todo={todo} stage={stage} />
          ))}
        </ul>
      )}
      <div className="flex items-center gap-x-4 gap-y-1 px-5 py-1.5 max-sm:px-3">
        <StillToDo stage={stage} left={left} open={open} onOpen={setOpen} />
        <UndoLast />
        {position && (
          <button
            type="button"
            className={`${here ? BUTTON.plain : BUTTON.main} shrink-0`}
            data-act={here ? undefined : ''}
            onClick={() => go({ stage, part: null, position })}
            data-next-lamp={position}
          >
            {t('bar.next-lamp', { position: say.position(position) })} <span aria-hidden>→</span>
          </button>
        )}
        {next && (
          <button
            type="button"
            className={`${onward ? BUTTON.main : BUTTON.plain} shrink-0 ${position && !onward ? 'max-sm:hidden' : ''}`}
            data-act={onward ? '' : undefined}
            onClick={() => go({ stage: next, part: null, position: focus?.key ?? null })}
            data-next-stage={next}
          >
            <span className="max-sm:hidden">{t('bar.next', { stage: tCode(`stage.${next}`) })}</span>
            <span className="sm:hidden">{tCode(`stage.${next}`)}</span> <span aria-hidden>→</span>
          </button>
        )}
      </div>
    </section>
  );
}

/** The one sentence of where a stage stands: the first thing to do, as the way to it, and how many more. */
function StillToDo({
  stage,
  left,
  open,
  onOpen,
}: {
  stage: Stage;
  left: readonly ToDo[];
  open: boolean;
  onOpen: (open: boolean) => void;
}) {
  const { view, words, say, focus } = useJob();
  const go = useGo();
  const { t } = words;
  const shown = useShownPart(stage);
  const first = left[0];
  const isHere =
    first !== undefined &&
    first.at.stage === stage &&
    (first.at.position === null || first.at.position === focus?.key) &&
    (first.at.part === null || first.at.part === shown);
  const state = view.stages.find((s) => s.stage === stage)?.state;
  if (!first)
    return (
      <p className="min-w-0 flex-1 text-sm text-soft" data-still-to-do={0}>
        {state === 'open' ? '' : t(state === 'locked' ? 'bar.proven' : 'bar.done')}
      </p>
    );
  const said = first.item ? say.item(first.item) : say.reason(first.what).text;
  const away = !isHere;
  return (
    <div
      className="flex min-w-0 flex-1 items-center gap-x-2"
      data-still-to-do={left.length}
      data-wanting={first.what.code}
    >
      <span className="text-plum">
        <WarningMark />
      </span>
      <span className="shrink-0 text-sm text-soft max-sm:sr-only">{t('bar.to-do')}</span>
      {away ? (
        <button
          type="button"
          className={`${BUTTON.quiet} min-w-0 text-left sm:truncate`}
          title={said}
          onClick={() => go(first.at)}
          data-act
          data-go-first
        >
          <span className="max-sm:line-clamp-2 sm:truncate">{said}</span>
        </button>
      ) : (
        <span className="min-w-0 text-sm max-sm:line-clamp-2 sm:truncate" title={said}>
          {said}
        </span>
      )}
      {(left.length > 1 || first.item) && (
        <button
          type="button"
          className={`${BUTTON.quiet} shrink-0 text-plum`}
          aria-expanded={open}
          onClick={() => onOpen(!open)}
          data-open-count={left.length}
        >
          {left.length > 1 ? t('bar.more', { count: left.length - 1 }) : t('bar.show')}
        </button>
      )}
    </div>
  );
}

/** The lamp that a want is about; null: it is about none. */
const placeOf = ({ what }: ToDo): string | null => {
  const { position } = factsOf(what);
  return typeof position === 'string' ? position : null;
};

/** The first lamp that the stage still waits for, where it is not the one in focus. */
function otherLamp(left: readonly ToDo[], focus: string | null): string | null {
  const waiting = left.flatMap((d) => (d.item === null ? (placeOf(d) ?? []) : []));
  return focus !== null && waiting.includes(focus) ? null : (waiting.find((p) => p !== focus) ?? null);
}

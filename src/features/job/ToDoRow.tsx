'use client';
import type { Stage, ToDo } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useJob } from './JobContext';
import { OpenItemRow } from './OpenItemRow';
import { useGo } from './useGo';

/** One thing that is still to do, with the way to where it is done. @param stage the stage on whose screen it stands */
export function ToDoRow({ todo, stage }: { todo: ToDo; stage: Stage }) {
  const { words, say } = useJob();
  const go = useGo();
  const { t, tCode } = words;
  const { what, at, item } = todo;
  if (item) return <OpenItemRow item={item} here={at.stage === stage} />;
  const here = at.stage === stage;
  return (
    <li className="flex flex-wrap items-baseline gap-x-3 border-b border-line py-2" data-want={what.code}>
      <span className="w-28 shrink-0 text-sm text-plum max-sm:w-full">{tCode(`stage.${at.stage}`)}</span>
      <span className="min-w-[12rem] flex-1">{say.reason(what).text}</span>
      {(!here || at.part !== null || at.position !== null) && (
        <button type="button" className={BUTTON.quiet} onClick={() => go(at)}>
          {t(here ? 'items.go-there' : 'items.settle', { stage: tCode(`stage.${at.stage}`) })}{' '}
          <span aria-hidden>→</span>
        </button>
      )}
    </li>
  );
}

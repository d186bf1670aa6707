'use client';
import { factRef } from '@/core/kernel/ids';
import { useState } from 'react';
import { BUTTON } from '@/ui/classes';
import { Sheet } from '@/ui/Sheet';
import { FactEditor } from './FactEditor';
import { factsView } from '@/core/job';
import { useJob, useView } from './JobContext';

/** What is not known yet about the lamp in focus, answered from the plan, whatever the stage. */
export function FactsHere() {
  const { words, say, focus } = useJob();
  const facts = useView(factsView);
  const { t } = words;
  const [open, setOpen] = useState(false);
  const [ref, setRef] = useState<string | null>(null);
  const here = facts.filter((f) => f.subject === focus?.key && f.key.subject === 'position');
  const unknown = here.filter((f) => f.value === null);
  const refOf = (f: (typeof here)[number]) => factRef(f.key.id, f.subject);
  const editing = here.find((f) => refOf(f) === ref);
  if (!focus || here.length === 0) return null;
  return (
    <>
      <button
        className={`${BUTTON.quiet} -ml-1.5 text-left text-sm`}
        onClick={() => setOpen(true)}
        data-facts-here={unknown.length}
      >
        {unknown.length > 0 ? t('here.unknown', { count: unknown.length }) : t('here.all-known')}
      </button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title={t('here.title', { position: say.position(focus.key) })}
        close={t('close')}
        wide
      >
        <ul className="grid gap-1">
          {here.map((f) => (
            <li key={refOf(f)} className="border-b border-line py-1">
              <span className="flex items-baseline gap-3">
                <span className="flex-1">{say.fact(f.key.id)}</span>
                <span className={f.value === null ? 'text-indigo' : 'font-semibold'}>
                  {say.value(f.key.id, f.value)}
                </span>
                <button
                  className={BUTTON.quiet}
                  aria-expanded={ref === refOf(f)}
                  onClick={() => setRef(ref === refOf(f) ? null : refOf(f))}
                >
                  {t('looks.answer')} <span className="sr-only">{say.fact(f.key.id)}</span>
                </button>
              </span>
              {editing === f && (
                <div className="bg-raised p-3">
                  <FactEditor key={ref} facts={[f]} onDone={() => setRef(null)} />
                </div>
              )}
            </li>
          ))}
        </ul>
      </Sheet>
    </>
  );
}

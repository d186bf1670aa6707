'use client';
import { useState } from 'react';
import { factRef } from '@/core/kernel/ids';
import { factsView } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { FactEditor } from '../job/FactEditor';
import { useJob, useView } from '../job/JobContext';

/** The facts that would tell which of the line's plugs a lamp has, answered where they are missed. */
export function PlugAsks({ asks }: { asks: readonly string[] }) {
  const { words, say } = useJob();
  const { t } = words;
  const facts = useView(factsView).filter((f) => asks.includes(factRef(f.key.id, f.subject)));
  const [open, setOpen] = useState<string | null>(null);
  if (facts.length === 0) return null;
  return (
    <div className="mt-2 grid gap-1" data-plug-asks={asks.join(' ')}>
      <p className="text-sm text-soft">{t('wire.plug-asks')}</p>
      <ul className="grid gap-1">
        {facts.map((f) => {
          const ref = factRef(f.key.id, f.subject);
          return (
            <li key={ref} className="border-b border-line py-1">
              <span className="flex items-baseline gap-3">
                <span className="flex-1">{say.fact(f.key.id)}</span>
                <button
                  className={BUTTON.plain}
                  aria-expanded={open === ref}
                  onClick={() => setOpen(open === ref ? null : ref)}
                >
                  {t('looks.answer')} <span className="sr-only">{say.fact(f.key.id)}</span>
                </button>
              </span>
              {open === ref && (
                <div className="bg-raised p-3">
                  <FactEditor facts={[f]} onDone={() => setOpen(null)} />
                </div>
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

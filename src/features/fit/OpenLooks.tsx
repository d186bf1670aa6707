'use client';
import { factRef } from '@/core/kernel/ids';
import { useState } from 'react';
import type { Candidate } from '@/core/fitment';
import { type FactView, factsView } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { FactEditor } from '../job/FactEditor';
import { useJob, useView } from '../job/JobContext';

const refOf = (f: FactView) => factRef(f.key.id, f.subject);

/** The facts that the verdict in view still waits for, ready to be answered here. */
export function OpenLooks({
  candidate,
  candidates,
  onAnswer,
}: {
  candidate: Candidate;
  candidates: readonly Candidate[];
  /** An answer may rank the list anew; the lamp in view stays in view. */
  onAnswer: () => void;
}) {
  const { view, words, say } = useJob();
  const all = useView(factsView);
  const { t, tCode } = words;
  const [open, setOpen] = useState<string | null>(null);
  const title = candidate.judgement.verdict === 'check-first' ? t('looks.title') : t('looks.for-parts');
  const facts = candidate.judgement.openFacts.flatMap((ref) => all.find((f) => refOf(f) === ref) ?? []);
  const keys = [...new Set(facts.map((f) => f.key.id))].map((id) => facts.filter((f) => f.key.id === id));
  const editing = facts.filter((f) => f.key.id === open);
  const [head, ...others] = editing;
  const waiting = (ref: string) => candidates.filter((c) => c.judgement.openFacts.includes(ref)).length;
  return (
    <section aria-label={title} className="pt-1">
      <h3 className="text-base">{title}</h3>
      <ul className="mt-1">
        {keys.map((group) => {
          const first = group[0];
          if (!first) return null;
          const look = first.key.look;
          const most = Math.max(...group.map((f) => waiting(refOf(f))));
          return (
            <li key={first.key.id} className="flex flex-wrap items-baseline gap-x-3 py-1">
              <span className="flex-1">
                <b>{say.fact(first.key.id)}</b>
                <span className="text-sm text-soft">
                  {look &&
                    ` · ${look.how ? words.prose(look.how) : tCode(`look.${look.id}`)} · ${t('looks.minutes', { minutes: look.minutes })}`}
                  {most > 1 && ` · ${t('looks.settles', { count: most })}`}
                </span>
              </span>
              <span data-look={refOf(first)}>
                <button
                  className={BUTTON.quiet}
                  aria-expanded={open === first.key.id}
                  onClick={() => {
                    onAnswer();
                    setOpen(open === first.key.id ? null : first.key.id);
                  }}
                >
                  {t('looks.answer')}
                  {first.subject !== 'vehicle' && (
                    <span className="font-mono">
                      {group.map((f) => view.positions.find((p) => p.key === f.subject)?.code).join(' ')}
                    </span>
                  )}
                  <span className="sr-only">{say.fact(first.key.id)}</span>
                </button>
              </span>
            </li>
          );
        })}
      </ul>
      {head && (
        <div className="mt-2 border-t border-indigo pt-3">
          <FactEditor
            key={open}
            facts={[head, ...others]}
            onDone={() => setOpen(null)}
            note={howToCheck(candidate, head.key.id, words.prose)}
          />
        </div>
      )}
    </section>
  );
}

/** The application's own advice on how to look, where it gives one. */
export function howToCheck(
  candidate: Candidate,
  fact: string,
  prose: (p: Record<string, string>) => string,
): string | undefined {
  for (const r of candidate.judgement.reasons)
    if (r.code === 'leaf-open' && r.facts.fact === fact && r.facts.howToCheck)
      return prose(r.facts.howToCheck);
  return undefined;
}

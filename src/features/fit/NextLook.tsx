'use client';
import { factRef } from '@/core/kernel/ids';
import { useState } from 'react';
import { AIMS, type Aim, type Candidate, type LookPlan } from '@/core/fitment';
import { type FactView, factsView, withTwins } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { FactEditor } from '../job/FactEditor';
import { useJob, useView } from '../job/JobContext';
import { howToCheck, OpenLooks } from './OpenLooks';

const refOf = (f: FactView) => factRef(f.key.id, f.subject);

/** The look that settles the shortlist soonest, ready to be answered; the others a step away. */
export function NextLook({
  plan,
  aim,
  onAim,
  picked,
  list,
  onAnswer,
}: {
  plan: LookPlan;
  aim: Aim;
  onAim: (aim: Aim) => void;
  picked: Candidate | null;
  list: readonly Candidate[];
  onAnswer: () => void;
}) {
  const { words, say, swap } = useJob();
  const all = useView(factsView);
  const { t, tCode } = words;
  const [others, setOthers] = useState(false);
  // After an answer the next field is typed into at once; on arrival the focus stays where it was.
  const [going, setGoing] = useState(false);
  const look = plan.looks[0];
  const facts = (look?.facts ?? []).flatMap((ref) => all.find((f) => refOf(f) === ref) ?? []);
  const fact = facts[0];
  const asked = fact && withTwins(fact, all, swap?.positions ?? []);
  const openOfPicked = picked?.judgement.openFacts.length ?? 0;
  return (
    <section
      aria-label={t('next.title')}
      className="border border-indigo bg-indigo-wash px-4 py-3"
      data-next-look={look?.id ?? 'none'}
    >
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <p className="text-sm text-soft">
          {look ? (
            <>
              <b className="text-indigo">{t('next.title')}</b> ·{' '}
              {t('looks.minutes', { minutes: look.minutes })}
              {look.opens && ` · ${t('next.opens', { what: tCode(`access.${look.opens}`) })}`}
              {' · '}
              {t('next.settles', { count: look.maySettle, all: plan.open })}
            </>
          ) : (
            <b className="text-petrol">
              {plan.open > 0
                ? t('next.cannot')
                : openOfPicked > 0
                  ? t('next.settled-but', { count: openOfPicked })
                  : t('next.settled')}
            </b>
          )}
        </p>
        <p className="flex items-baseline gap-3 text-sm">
          {plan.open > 0 && (
            <span className="text-soft" data-expected-minutes={plan.expectedMinutes.toFixed(1)}>
              {t('next.expected', { minutes: Math.max(1, Math.round(plan.expectedMinutes)) })}
            </span>
          )}
          <label className="flex items-baseline gap-1.5">
            <span className="text-soft">{t('next.aim')}</span>
            <select
              className="rounded-sm border border-outline bg-raised px-1.5 py-0.5"
              value={aim}
              onChange={(e) => onAim(e.target.value as Aim)}
              data-aim={aim}
            >
              {AIMS.map((a) => (
                <option key={a} value={a}>
                  {tCode(`aim.${a}`)}
                </option>
              ))}
            </select>
          </label>
        </p>
      </div>
      {fact && asked && (
        <div className="mt-1.5">
          <FactEditor
            key={asked.map(refOf).join(' ')}
            facts={asked}
            focus={going}
            closes={false}
            onDone={() => setGoing(true)}
            note={picked ? howToCheck(picked, fact.key.id, words.prose) : undefined}
          />
          {facts.some((f) => !asked.includes(f)) && (
            <p className="text-sm text-soft">
              {t('next.same-look', {
                facts: words.list(
                  facts
                    .filter((f) => !asked.includes(f))
                    .map((f) => [say.fact(f.key.id), say.subject(f.subject)].filter(Boolean).join(', ')),
                ),
              })}
            </p>
          )}
        </div>
      )}
      {openOfPicked > 0 && picked && (
        <div className="mt-1 border-t border-line pt-1">
          {look && (
            <button
              className={BUTTON.quiet}
              aria-expanded={others}
              onClick={() => setOthers(!others)}
              data-other-looks
            >
              {t('next.others', { count: openOfPicked })}
            </button>
          )}
          {(others || !look) && <OpenLooks candidate={picked} candidates={list} onAnswer={onAnswer} />}
        </div>
      )}
    </section>
  );
}

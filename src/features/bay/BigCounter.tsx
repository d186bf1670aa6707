'use client';
import { useState } from 'react';
import { stripView } from '@/core/job';
import { FASTENER_ACTS, type FastenerAct, type GroupBalance } from '@/core/work';
import { useKeys } from '@/ui/useKeys';
import { useBusy, useJob, useView } from '../job/JobContext';
import { groupText } from '../job/stepWords';

const KEY =
  'grid size-19 place-items-center rounded-sm border-2 border-ink bg-raised text-4xl font-bold disabled:border-line disabled:text-faint';
const OTHERS = FASTENER_ACTS.filter((a) => a !== 'out' && a !== 'in');

/** Counts one kind of fastener out, or in again, with keys that a glove finds. */
export function BigCounter({
  balance,
  way,
  keys,
}: {
  balance: GroupBalance;
  way: 'out' | 'back';
  /** The keys of the keyboard count this one. */
  keys: boolean;
}) {
  const { words, sender, rights } = useJob();
  const busy = useBusy() || !rights.workAtVehicle;
  const strip = useView(stripView);
  const { t, tCode } = words;
  const [more, setMore] = useState(false);
  const act: FastenerAct = way === 'out' ? 'out' : 'in';
  const { counts, sheet, step, group } = balance;
  const wanted = way === 'out' ? (sheet?.count ?? counts.out) : counts.out;
  const count = (a: FastenerAct, n = 1) =>
    void sender.send('fastener-counted', { step, group, act: a, count: n });
  const last = strip.entries.filter((e) => e.step === step && e.group === group && e.act === act).at(-1);
  const less = () => last && void sender.send('void', { target: last.event });
  useKeys(busy || !keys ? {} : { '+': () => count(act), '=': () => count(act), '-': less });
  const name = sheet ? groupText(sheet, words) : group;
  const besides = OTHERS.filter((a) => counts[a] > 0).map((a) =>
    t('count.of', { count: counts[a], act: tCode(`count.${a}`) }),
  );
  return (
    <div
      className="border-t border-line pt-3"
      data-group={`${step}/${group}`}
      data-count={`${counts[act]}/${wanted}`}
    >
      <p className="mb-2 flex flex-wrap gap-2">
        <span className="rounded-sm border border-outline px-2.5 py-1 text-[1.1rem] font-semibold">
          {name}
        </span>
        {sheet && (
          <span className="rounded-sm border border-line px-2.5 py-1 text-soft">
            {[tCode(`reuse.${sheet.reuse}`), sheet.bag && t('count.bag', { bag: sheet.bag })]
              .filter(Boolean)
              .join(' · ')}
          </span>
        )}
      </p>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <button
          type="button"
          className={KEY}
          aria-label={t('count.back-one', { name })}
          disabled={busy || !last}
          onClick={less}
        >
          −
        </button>
        <p className="min-w-32 text-center font-mono" aria-live="polite">
          <span className="text-[4rem] leading-none font-bold">{counts[act]}</span>
          <span className="text-3xl text-soft"> / {wanted}</span>
        </p>
        <button
          type="button"
          className={KEY}
          aria-label={t('count.one', { name, way })}
          disabled={busy}
          onClick={() => count(act)}
        >
          +
        </button>
        <button
          type="button"
          className="min-h-12 px-2 text-petrol underline underline-offset-3"
          aria-expanded={more}
          onClick={() => setMore(!more)}
        >
          {besides.length > 0 ? words.list(besides) : t('tablet.broke')}
        </button>
      </div>
      {more && (
        <div className="mt-2 flex flex-wrap gap-2">
          {OTHERS.map((a) => (
            <button
              key={a}
              type="button"
              className="min-h-12 rounded-sm border border-outline bg-raised px-3 font-semibold"
              disabled={busy}
              onClick={() => {
                count(a);
                setMore(false);
              }}
              data-besides={a}
            >
              {tCode(`count.${a}`)}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

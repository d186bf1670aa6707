'use client';
import { useState } from 'react';
import { FASTENER_ACTS, type FastenerAct, type GroupBalance } from '@/core/work';
import { BUTTON, FIELD } from '@/ui/classes';
import { stripView } from '@/core/job';
import { useBusy, useJob, useView } from '../job/JobContext';
import { groupText } from '../job/stepWords';

const BIG =
  'grid size-12 place-items-center rounded-sm border-2 border-ink bg-raised text-2xl font-semibold disabled:border-line disabled:text-faint';
const OTHERS = FASTENER_ACTS.filter((a) => a !== 'out' && a !== 'in');

/** Counts one kind of fastener out, or in again; what broke or was borrowed is said beside it. */
export function FastenerCounter({ balance, way }: { balance: GroupBalance; way: 'out' | 'back' }) {
  const { words, sender, rights } = useJob();
  const sending = useBusy();
  const strip = useView(stripView);
  const { t, tCode } = words;
  const [other, setOther] = useState<FastenerAct>('broken');
  const act: FastenerAct = way === 'out' ? 'out' : 'in';
  const { counts, sheet, step, group } = balance;
  const wanted = way === 'out' ? (sheet?.count ?? counts.out) : counts.out;
  const count = (a: FastenerAct, n: number) =>
    void sender.send('fastener-counted', { step, group, act: a, count: n });
  const last = strip.entries.filter((e) => e.step === step && e.group === group && e.act === act).at(-1);
  const missing = Math.max(0, wanted - counts[act]);
  const others = OTHERS.filter((a) => counts[a] > 0).map((a) =>
    t('count.of', { count: counts[a], act: tCode(`count.${a}`) }),
  );
  const busy = sending || !rights.workAtVehicle;
  const name = sheet ? groupText(sheet, words) : group;
  return (
    <div
      className="border-t border-line pt-2"
      data-group={`${step}/${group}`}
      data-count={`${counts[act]}/${wanted}`}
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <button
          className={BIG}
          aria-label={t('count.back-one', { name })}
          disabled={busy || !last}
          onClick={() => last && void sender.send('void', { target: last.event })}
        >
          −
        </button>
        <p className="min-w-20 text-center font-mono" aria-live="polite">
          <span className="text-[2.4rem] font-semibold leading-none">{counts[act]}</span>
          <span className="text-xl text-soft"> / {wanted}</span>
        </p>
        <button
          className={BIG}
          aria-label={t('count.one', { name, way })}
          disabled={busy}
          onClick={() => count(act, 1)}
        >
          +
        </button>
        {missing > 1 && (
          <button className={BUTTON.plain} disabled={busy} onClick={() => count(act, missing)}>
            {t(way === 'out' ? 'count.rest-out' : 'count.rest-in', { count: missing })}
          </button>
        )}
        <p className="text-sm">
          <b>{name}</b>
          <span className="block text-soft">
            {sheet &&
              [tCode(`reuse.${sheet.reuse}`), sheet.bag && t('count.bag', { bag: sheet.bag })]
                .filter(Boolean)
                .join(' · ')}
          </span>
        </p>
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-2 text-sm">
        <label className="flex items-center gap-2">
          <span className="text-soft">{t('count.besides')}</span>
          <select
            className={`${FIELD} w-auto py-0.5`}
            value={other}
            onChange={(e) => setOther(e.target.value as FastenerAct)}
          >
            {OTHERS.map((a) => (
              <option key={a} value={a}>
                {tCode(`count.${a}`)}
              </option>
            ))}
          </select>
        </label>
        <button className={BUTTON.quiet} disabled={busy} onClick={() => count(other, 1)}>
          {t('count.note-one')}
        </button>
        {others.length > 0 && <span data-others>{words.list(others)}</span>}
      </div>
    </div>
  );
}

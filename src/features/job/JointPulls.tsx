'use client';
import { type FormEvent, useState } from 'react';
import { type HandJoint, jointHolds } from '@/core/job';
import { readMeter } from '@/core/quantity';
import { BUTTON, FIELD } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { measureLabel } from './beam/figureWords';
import { useBusy, useJob } from './JobContext';

/** Joints that were made by hand, each pulled: all at once by hand, or one by one with the gauge. */
export function JointPulls({ swap, joints }: { swap: string; joints: readonly HandJoint[] }) {
  const { words, sender } = useJob();
  const busy = useBusy();
  const [each, setEach] = useState(false);
  const { t } = words;
  if (joints.length === 0) return null;
  const open = joints.filter((j) => j.tug === null);
  const bad = joints.filter((j) => j.tug !== null && !jointHolds(j));
  return (
    <section className="border-t border-line pt-2" data-joints={open.length + bad.length}>
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="min-w-40 text-base font-semibold">{t('tug.title')}</h3>
        {open.length > 0 ? (
          <button
            type="button"
            className={BUTTON.main}
            disabled={busy}
            data-all-held
            onClick={() =>
              void sender.sendAll(
                open.map((j) => ({ type: 'joint-tugged' as const, body: { swap, joint: j.id, held: true } })),
              )
            }
          >
            {t('tug.all-held', { count: open.length })}
          </button>
        ) : (
          <span className="flex items-center gap-2 text-sm text-soft">
            {bad.length > 0 && <WarningMark />}
            {bad.length > 0 ? t('tug.bad', { count: bad.length }) : t('tug.done', { count: joints.length })}
          </span>
        )}
        <button type="button" className={BUTTON.quiet} aria-expanded={each} onClick={() => setEach(!each)}>
          {t('tug.each')}
        </button>
      </div>
      {each && (
        <ul>
          {joints.map((j) => (
            <JointRow key={`${j.id}:${j.tug?.event ?? ''}`} swap={swap} joint={j} />
          ))}
        </ul>
      )}
    </section>
  );
}

function JointRow({ swap, joint }: { swap: string; joint: HandJoint }) {
  const { words, say, sender } = useJob();
  const busy = useBusy();
  const { t, tCode, decimal } = words;
  const [pull, setPull] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const what = say.reason(joint.what).text;
  const send = (held: boolean, pullN?: number) =>
    sender.send('joint-tugged', { swap, joint: joint.id, held, ...(pullN === undefined ? {} : { pullN }) });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (pull.trim() === '') return void send(true);
    const read = readMeter(pull, 'newton', decimal, words.units);
    if (read.kind === 'fault') return setFault(say.reason(read.reason).text);
    setFault(null);
    if (read.kind === 'value') void send(true, read.value);
  };
  return (
    <li className="border-b border-line py-1.5" data-joint={joint.id} data-tug={joint.tug?.verdict ?? 'open'}>
      <form onSubmit={submit} noValidate className="flex flex-wrap items-center gap-3 text-sm">
        <span className="min-w-60 flex-1 first-letter:uppercase">
          {what}
          <span className="block text-soft">
            {joint.size ?? t('tug.no-size')}
            {' · '}
            {joint.leastN === null ? t('tug.no-least') : t('tug.least', { n: joint.leastN })}
          </span>
        </span>
        {joint.tug && (
          <span className={`flex items-center gap-1.5 ${jointHolds(joint) ? 'text-petrol' : 'text-plum'}`}>
            {!jointHolds(joint) && <WarningMark />}
            {tCode(`tug.verdict.${joint.tug.verdict}`, { n: joint.tug.pullN ?? 0 })}
          </span>
        )}
        <label className="flex items-center gap-1.5">
          {measureLabel(t('tug.gauge'), 'force', words)}
          <input
            className={`${FIELD} max-w-20 font-mono`}
            inputMode="decimal"
            value={pull}
            onChange={(e) => setPull(e.target.value)}
            aria-label={t('tug.gauge-of', { what })}
            aria-invalid={fault !== null}
          />
        </label>
        <button type="submit" className={BUTTON.plain} disabled={busy}>
          {t('tug.held')}
        </button>
        <button type="button" className={BUTTON.plain} disabled={busy} onClick={() => void send(false)}>
          {t('tug.came-off')}
        </button>
        {fault && (
          <span role="alert" className="w-full text-plum">
            {fault}
          </span>
        )}
      </form>
    </li>
  );
}

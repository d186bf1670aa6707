'use client';
import { type FormEvent, useState } from 'react';
import { WARRANTY_SYMPTOMS, type WarrantySymptom, arriveView } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';
import { Link } from '@/ui/Link';

export interface EarlierJob {
  readonly id: string;
  readonly number: number;
  readonly lamps: readonly { readonly id: string; readonly name: string; readonly position: string }[];
}

/** Is this about lamps that were fitted here before? Links the job to the earlier one, so that the part's record knows. */
export function WarrantyPanel({ earlier }: { earlier: readonly EarlierJob[] }) {
  const { words, say, sender } = useJob();
  const sending = useBusy();
  const arrive = useView(arriveView);
  const { t, tCode } = words;
  const [jobId, setJobId] = useState(arrive.warranty?.earlier ?? earlier[0]?.id ?? '');
  const [lamps, setLamps] = useState<readonly string[]>(arrive.warranty?.lamps ?? []);
  const [symptom, setSymptom] = useState<WarrantySymptom>(arrive.warranty?.symptom ?? 'fogged');
  const [text, setText] = useState(arrive.warranty?.words ?? '');
  const [fault, setFault] = useState(false);
  const job = earlier.find((e) => e.id === jobId);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setFault(lamps.length === 0);
    if (lamps.length === 0 || !job) return;
    await sender.send('warranty-linked', {
      earlier: job.id,
      lamps,
      symptom,
      ...(text.trim() ? { words: text.trim() } : {}),
    });
  };
  if (earlier.length === 0) return <p className="text-soft">{t('warranty.no-earlier')}</p>;
  return (
    <form
      onSubmit={submit}
      noValidate
      className="grid max-w-2xl gap-3"
      data-warranty={arrive.warranty?.symptom ?? 'none'}
    >
      {arrive.warranty && (
        <p className="border-l-4 border-petrol bg-petrol-wash px-3 py-2">
          {t('warranty.linked', { symptom: tCode(`symptom.${arrive.warranty.symptom}`) })}{' '}
          <Link href={`/jobs/${arrive.warranty.earlier}`} className={BUTTON.quiet}>
            {String(earlier.find((e) => e.id === arrive.warranty?.earlier)?.number ?? 0).padStart(4, '0')}
          </Link>
        </p>
      )}
      <label className="grid gap-1 text-sm font-semibold">
        {t('warranty.job')}
        <select className={FIELD} value={jobId} onChange={(e) => setJobId(e.target.value)}>
          {earlier.map((e) => (
            <option key={e.id} value={e.id}>
              {String(e.number).padStart(4, '0')}
            </option>
          ))}
        </select>
      </label>
      <fieldset className="grid gap-1">
        <legend className="text-sm font-semibold">{t('warranty.lamps')}</legend>
        {(job?.lamps ?? []).map((l) => (
          <label key={l.position} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="accent-petrol"
              checked={lamps.includes(l.id)}
              onChange={() =>
                setLamps(lamps.includes(l.id) ? lamps.filter((x) => x !== l.id) : [...lamps, l.id])
              }
            />
            {l.name}, {say.position(l.position)}
          </label>
        ))}
      </fieldset>
      <label className="grid w-60 gap-1 text-sm font-semibold">
        {t('warranty.symptom')}
        <select
          className={FIELD}
          value={symptom}
          onChange={(e) => setSymptom(e.target.value as WarrantySymptom)}
        >
          {WARRANTY_SYMPTOMS.map((s) => (
            <option key={s} value={s}>
              {tCode(`symptom.${s}`)}
            </option>
          ))}
        </select>
      </label>
      <label className="grid gap-1 text-sm font-semibold">
        {t('warranty.words')}
        <input className={FIELD} value={text} onChange={(e) => setText(e.target.value)} />
      </label>
      <p role="alert" className="text-sm text-plum empty:hidden">
        {fault && lamps.length === 0 ? t('warranty.lamps-wanted') : ''}
      </p>
      <div>
        <button type="submit" className={BUTTON.main} disabled={sending}>
          {t('warranty.save')}
        </button>
      </div>
    </form>
  );
}

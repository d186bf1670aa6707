'use client';
import { type FormEvent, useState } from 'react';
import { readVin } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { VinHint } from '@/ui/VinHint';
import { useJob } from '../job/JobContext';

interface IdentityAnswer {
  readonly code?: string;
  /** What stands, where somebody saved before. */
  readonly present?: { readonly vin: string | null; readonly plate: string | null };
}

/** VIN and plate as they stand, with a form to correct them. A stale save shows both versions. */
export function IdentityEditor() {
  const { view, words, sender } = useJob();
  const { t } = words;
  const { vehicle } = view;
  const [open, setOpen] = useState(false);
  const [vin, setVin] = useState('');
  const [plate, setPlate] = useState('');
  const [version, setVersion] = useState(0);
  const [present, setPresent] = useState<{ vin: string | null; plate: string | null } | null>(null);

  const begin = () => {
    setVin(vehicle.vin ?? '');
    setPlate(vehicle.plate ?? '');
    setVersion(vehicle.version);
    setPresent(null);
    setOpen(true);
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await sender.request<IdentityAnswer>(`/api/jobs/${view.id}/identity`, {
      vehicle: vehicle.id,
      version,
      vin: vin.trim() || null,
      plate: plate.trim() || null,
    });
    if (answer?.present) setPresent(answer.present);
    if (answer && answer.code === undefined) setOpen(false);
  };

  if (!open)
    return (
      <div className="flex flex-wrap items-baseline gap-x-8 gap-y-1">
        <dl className="contents">
          {(['vin', 'plate', 'serial', 'fleet'] as const).map((k) =>
            vehicle[k] === null ? null : (
              <div key={k} className="flex items-baseline gap-2">
                <dt className="text-sm text-soft">{t(`identity.${k}`)}</dt>
                <dd className="font-mono font-semibold">{vehicle[k]}</dd>
              </div>
            ),
          )}
        </dl>
        <button className={BUTTON.quiet} onClick={begin}>
          {t('identity.correct')}
        </button>
      </div>
    );
  return (
    <form onSubmit={submit} className="grid gap-3 border border-line bg-raised p-4" noValidate>
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid gap-1 text-sm font-semibold">
          {t('identity.vin')}
          <input
            className={`${FIELD} w-64 font-mono`}
            value={vin}
            onChange={(e) => setVin(e.target.value)}
            autoFocus
            autoComplete="off"
            spellCheck={false}
          />
        </label>
        <label className="grid gap-1 text-sm font-semibold">
          {t('identity.plate')}
          <input
            className={`${FIELD} w-36 font-mono`}
            value={plate}
            onChange={(e) => setPlate(e.target.value)}
            autoComplete="off"
          />
        </label>
        <button type="submit" className={BUTTON.main}>
          {t('save')}
        </button>
        <button type="button" className={BUTTON.quiet} onClick={() => setOpen(false)}>
          {t('cancel')}
        </button>
      </div>
      {vin.trim() !== '' && <VinHint reading={readVin(vin, null)} onTake={setVin} />}
      {present && (
        <p role="alert" className="text-plum">
          {t('identity.stale', { vin: present.vin ?? '–', plate: present.plate ?? '–' })}{' '}
          <button type="button" className={BUTTON.quiet} onClick={() => setVersion(vehicle.version)}>
            {t('identity.mine-anyway')}
          </button>
        </p>
      )}
    </form>
  );
}

'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { OwnLine } from '@/core/job';
import { readVin } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { VinHint } from '@/ui/VinHint';
import { WarningMark } from '@/ui/marks';
import { useWords } from '@/ui/WordsContext';
import { type Envelope } from '../job/acts';
import { useOutbox } from '../outbox/OutboxProvider';
import { type FamilyChoice, FamilyPicker } from '../job/FamilyPicker';
import { ScanButton } from '../job/scan/ScanButton';
import { KnownVehicles, type KnownVehicle } from './KnownVehicles';
import { emptyLine, OwnLineFields } from './OwnLineFields';

export interface NewJobFields {
  readonly family: string;
  readonly vin: string;
  readonly plate: string;
  readonly serial: string;
  readonly fleet: string;
  readonly toldYear: string;
  readonly market: string;
  readonly words: string;
  readonly customer: string;
  readonly reach: string;
  /** Of a line by hand; its fields are no text fields of the form. */
  readonly ownMaker?: string;
  readonly ownName?: string;
  readonly ownLamps?: string;
}

type OpenJobAnswer =
  | { readonly kind: 'opened'; readonly job: string }
  | {
      readonly kind: 'faults';
      readonly faults: readonly { readonly path: string; readonly message: string }[];
    }
  | { readonly kind: 'known-vehicle'; readonly vehicle: string };

export interface NewJobFormProps {
  readonly families: readonly FamilyChoice[];
  /** Road rules of most vehicles here, to begin with. */
  readonly market: string;
}

/** A new job in under a minute: the vehicle, what the customer says, go. */
export function NewJobForm({ families, market }: NewJobFormProps) {
  const { t, tCode, has } = useWords();
  const router = useRouter();
  const { opened } = useOutbox();
  const form = useForm<NewJobFields>({
    defaultValues: {
      family: '',
      vin: '',
      plate: '',
      serial: '',
      fleet: '',
      toldYear: '',
      market,
      words: '',
      customer: '',
      reach: '',
    },
  });
  const { register, handleSubmit, setError, setValue, control, formState } = form;
  const [known, setKnown] = useState<KnownVehicle | null>(null);
  const [offer, setOffer] = useState<string | null>(null);
  const [broken, setBroken] = useState(false);
  const [own, setOwn] = useState<OwnLine | null>(null);
  const head = useRef<Envelope | null>(null);
  const [vin, family] = useWatch({ control, name: ['vin', 'family'] });
  const light = families.find((f) => f.id === family)?.lightVehicle ?? null;
  const errors = formState.errors;

  const send = (vehicle: string | null) =>
    handleSubmit(async (fields) => {
      setBroken(false);
      // The same id until it is answered: pressing twice, or again after a lost answer, opens one job.
      try {
        head.current ??= await (await opened).envelope(null);
        const response = await fetch('/api/jobs', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({
            ...fields,
            toldYear: fields.toldYear.trim() || null,
            ...head.current,
            vehicle,
            own,
          }),
        });
        if (response.status === 401) return router.push('/sign-in');
        if (response.status >= 500) throw new Error(String(response.status));
        const outcome = (await response.json()) as OpenJobAnswer;
        if (outcome.kind === 'opened') return router.push(`/jobs/${outcome.job}/arrive?part=wishes`);
        if (outcome.kind === 'known-vehicle') return setOffer(outcome.vehicle);
        for (const f of outcome.faults)
          setError((f.path || 'words') as keyof NewJobFields, { message: f.message });
      } catch {
        setBroken(true);
      }
    });
  // What the server found wrong before goes first: it would keep the form from being sent again.
  const open = (vehicle: string | null) => (event: { preventDefault: () => void }) => {
    event.preventDefault();
    form.clearErrors();
    return void send(vehicle)();
  };
  const message = (name: keyof NewJobFields) => {
    const code = errors[name]?.message;
    return code === undefined
      ? null
      : has(`fault.${code}`)
        ? tCode(`fault.${code}`)
        : has(`reason.${code}`)
          ? tCode(`reason.${code}`, { length: '' })
          : code || t('fault.wanted');
  };
  const input = (name: keyof NewJobFields, label: string, extra: string) => (
    <label className="grid content-start gap-1 text-sm font-semibold">
      {label}
      <input
        className={`${FIELD} ${extra}`}
        autoComplete="off"
        spellCheck={false}
        {...register(name)}
        aria-invalid={!!errors[name]}
      />
      {message(name) && (
        <span role="alert" className="font-normal text-plum">
          {message(name)}
        </span>
      )}
    </label>
  );

  return (
    <main id="main" tabIndex={-1} className="mx-auto max-w-4xl px-6 py-6">
      <h1 className="text-3xl">{t('new.title')}</h1>
      <p className="mb-5 text-soft">{t('new.about')}</p>
      <form onSubmit={open(known?.id ?? null)} className="grid gap-6" noValidate>
        <KnownVehicles chosen={known} onChoose={setKnown} />
        {!known && (
          <fieldset className="grid gap-4 border-t border-line pt-4">
            <legend className="font-head text-lg font-semibold">{t('new.new-vehicle')}</legend>
            <div className="grid gap-4 md:grid-cols-2">
              {own === null ? (
                <div className="grid content-start gap-1">
                  <FamilyPicker
                    families={families}
                    chosen={family}
                    onChoose={(id) => setValue('family', id, { shouldValidate: true })}
                    fault={message('family')}
                  />
                  {family === '' && (
                    <button
                      type="button"
                      className={`${BUTTON.quiet} justify-self-start`}
                      onClick={() => setOwn(emptyLine())}
                      data-own-line
                    >
                      {t('own.open')}
                    </button>
                  )}
                </div>
              ) : (
                <div className="md:col-span-2">
                  <OwnLineFields line={own} onChange={setOwn} onBack={() => setOwn(null)} faultOf={message} />
                </div>
              )}
              {input('toldYear', t('new.told-year'), 'w-28 font-mono')}
              <div className="grid gap-1">
                <div className="flex items-end gap-2">
                  <div className="flex-1">{input('vin', t('identity.vin'), 'font-mono uppercase')}</div>
                  <ScanButton
                    what={t('scan.vin')}
                    onScan={(scan) => {
                      if (scan.kind !== 'vin') return t('scan.no-vin');
                      setValue('vin', scan.vin);
                      return null;
                    }}
                  />
                </div>
                {vin.trim() !== '' && (
                  <VinHint reading={readVin(vin, light)} onTake={(v) => setValue('vin', v)} />
                )}
              </div>
              {input('plate', t('identity.plate'), 'font-mono')}
              {input('serial', t('identity.serial'), 'font-mono')}
              {input('fleet', t('identity.fleet'), 'font-mono')}
            </div>
          </fieldset>
        )}
        <fieldset className="grid gap-4 border-t border-line pt-4 md:grid-cols-[1fr_16rem]">
          <legend className="font-head text-lg font-semibold">{t('new.reason')}</legend>
          <label className="grid content-start gap-1 text-sm font-semibold">
            {t('new.words')}
            <textarea className={FIELD} rows={3} {...register('words')} aria-invalid={!!errors.words} />
            {message('words') !== null && (
              <span role="alert" className="font-normal text-plum">
                {message('words')}
              </span>
            )}
          </label>
          <label className="grid content-start gap-1 text-sm font-semibold">
            {t('fact.market')}
            <select className={FIELD} {...register('market')}>
              {['unknown', 'ECE', 'NA', 'none'].map((m) => (
                <option key={m} value={m}>
                  {m === 'unknown' ? t('new.market-unknown') : tCode(`value.market.${m}`)}
                </option>
              ))}
            </select>
          </label>
        </fieldset>
        <fieldset className="grid gap-4 border-t border-line pt-4 md:grid-cols-2">
          <legend className="font-head text-lg font-semibold">{t('new.customer')}</legend>
          {input('customer', t('customer.name'), '')}
          {input('reach', t('customer.reach'), '')}
        </fieldset>
        {offer !== null && (
          <p
            role="alert"
            className="flex items-center gap-3 border-l-4 border-indigo bg-indigo-wash px-4 py-3"
          >
            <span className="flex-1">{t('new.known-already')}</span>
            <button type="button" className={BUTTON.plain} onClick={open(offer)}>
              {t('new.open-on-known')}
            </button>
          </p>
        )}
        {broken && (
          <p role="alert" className="flex items-center gap-2 text-plum">
            <WarningMark /> {t('new.no-answer')}
          </p>
        )}
        <div>
          <button type="submit" className={BUTTON.main} disabled={formState.isSubmitting}>
            {t('new.open')}
          </button>
        </div>
      </form>
    </main>
  );
}

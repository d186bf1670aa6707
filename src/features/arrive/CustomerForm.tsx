'use client';
import { type FormEvent, useState } from 'react';
import { arriveView, CONTACT_CONSENTS, type ContactConsent, CUSTOMER_MAX, LANGUAGE_MAX } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';

/** Who the customer is, how they are reached, and what they agreed to. */
export function CustomerForm() {
  const { words, sender } = useJob();
  const { customer } = useView(arriveView);
  const busy = useBusy();
  const { t, tCode } = words;
  const [name, setName] = useState(customer?.name ?? '');
  const [reach, setReach] = useState(customer?.reach ?? '');
  const [language, setLanguage] = useState(customer?.language ?? '');
  const [consent, setConsent] = useState<ContactConsent | ''>(customer?.consent ?? '');
  const [fault, setFault] = useState<string | null>(null);
  const [shown, setShown] = useState(customer);
  // What was taken back, or written elsewhere, shows here too.
  if (JSON.stringify(customer) !== JSON.stringify(shown)) {
    setShown(customer);
    // What is being typed stays.
    if (name === (shown?.name ?? '')) setName(customer?.name ?? '');
    if (reach === (shown?.reach ?? '')) setReach(customer?.reach ?? '');
    if (language === (shown?.language ?? '')) setLanguage(customer?.language ?? '');
    if (consent === (shown?.consent ?? '')) setConsent(customer?.consent ?? '');
  }
  const said = (text: string) => text.trim();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const long = [name, reach].some((text) => said(text).length > CUSTOMER_MAX);
    if (said(name) === '' || long) {
      setFault(t(long ? 'customer.too-long' : 'customer.wanted', { most: CUSTOMER_MAX }));
      return;
    }
    setFault(null);
    void sender.send('customer-noted', {
      name: said(name),
      ...(said(reach) ? { reach: said(reach) } : {}),
      ...(said(language) ? { language: said(language) } : {}),
      ...(consent ? { consent } : {}),
    });
  };
  const field = (label: string, value: string, set: (text: string) => void, name: string, extra = '') => (
    <label className={`grid gap-1 text-sm font-semibold ${extra}`}>
      {label}
      <input
        className={FIELD}
        name={name}
        value={value}
        onChange={(e) => set(e.target.value)}
        maxLength={name === 'language' ? LANGUAGE_MAX : undefined}
        autoComplete="off"
        aria-invalid={fault !== null && name === 'customer'}
      />
    </label>
  );
  return (
    <form onSubmit={submit} className="grid gap-3" noValidate data-customer={customer ? 'noted' : 'none'}>
      <h3 className="text-lg">{t('customer.title')}</h3>
      <div className="grid gap-3 sm:grid-cols-2">
        {field(t('customer.name'), name, setName, 'customer')}
        {field(t('customer.reach'), reach, setReach, 'reach')}
        {field(t('customer.language'), language, setLanguage, 'language')}
        <label className="grid gap-1 text-sm font-semibold">
          {t('customer.consent')}
          <select
            className={FIELD}
            value={consent}
            onChange={(e) => setConsent(e.target.value as ContactConsent | '')}
          >
            <option value="">{t('customer.consent.unasked')}</option>
            {CONTACT_CONSENTS.map((c) => (
              <option key={c} value={c}>
                {tCode(`customer.consent.${c}`)}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <button type="submit" className={BUTTON.plain} disabled={busy}>
          {t(customer ? 'customer.save-again' : 'customer.save')}
        </button>
        <p className="text-sm text-soft" role={fault ? 'alert' : undefined}>
          {fault ?? t(customer ? 'customer.noted' : 'customer.none')}
        </p>
      </div>
    </form>
  );
}

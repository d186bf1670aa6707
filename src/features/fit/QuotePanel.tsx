'use client';
import { type FormEvent, useState } from 'react';
import { fitView, type SwapOrders, withTax } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { useBusy, useJob, useView } from '../job/JobContext';
import type { FitData } from './fitData';
import { readMoney } from './figures';

/** The choice as lines of a quote, and what the customer agreed to. */
export function QuotePanel({ orders, data }: { orders: SwapOrders; data: FitData }) {
  const { view, words, say, sender } = useJob();
  const { t, prose } = words;
  const { quote, agreed } = orders;
  const { rates } = useView(fitView);
  const nameOf = (id: string) => {
    const lamp = data.lamps[id];
    const part = data.parts[id];
    return lamp ? `${lamp.maker} ${lamp.name} ${lamp.partNumber}` : part ? prose(part.name) : id;
  };
  const taxed = quote.total && withTax(quote.total, rates);
  return (
    <section aria-label={t('quote.title')}>
      <div className="mb-1 flex items-baseline justify-between gap-4">
        <h3 className="text-lg">{t('quote.title')}</h3>
        <a
          className={BUTTON.quiet}
          href={`/api/jobs/${view.id}/quote/quote.pdf`}
          target="_blank"
          rel="noreferrer"
          data-quote-sheet
        >
          {t('quote.print')}
        </a>
      </div>
      <table className="w-full border-collapse text-[0.94rem]" data-quote>
        <tbody>
          {quote.lines.map((l) => (
            <tr
              key={`${l.kind}/${l.id}/${l.perhaps}`}
              className={`border-b border-line ${l.perhaps ? 'text-soft' : ''}`}
            >
              <td className="w-16 py-1 font-mono">{l.kind === 'work' ? '' : `${l.quantity} ×`}</td>
              <th scope="row" className="text-left font-normal first-letter:uppercase">
                {l.kind === 'work'
                  ? t('quote.work', { p50: quote.minutes.p50, p90: quote.minutes.p90 })
                  : l.what && !data.parts[l.id]
                    ? say.reason(l.what).text
                    : nameOf(l.id)}
                {l.perhaps && ` (${t('fit.perhaps')})`}
              </th>
              <td className="text-right font-mono">
                {l.price ? say.money(l.price.minor, l.price.currency) : t('quote.no-price')}
              </td>
            </tr>
          ))}
          <tr>
            <td />
            <th scope="row" className="py-1.5 text-left">
              {t('quote.total')}
            </th>
            <td className="text-right font-mono text-lg font-semibold" data-total>
              {quote.total ? say.money(quote.total.minor, quote.total.currency) : '–'}
            </td>
          </tr>
        </tbody>
      </table>
      {taxed && rates.taxBp !== undefined && (
        <p className="text-right text-sm text-soft" data-tax>
          {t('quote.with-tax', {
            percent: say.number(rates.taxBp / 100),
            total: say.money(taxed.minor, taxed.currency),
          })}
        </p>
      )}
      {quote.sharedMin > 0 && (
        <p className="text-sm text-soft" data-shared={quote.sharedMin}>
          {t('quote.shared', { minutes: quote.sharedMin })}
        </p>
      )}
      {quote.unpriced > 0 && (
        <p className="text-sm text-soft" data-unpriced={quote.unpriced}>
          {t('quote.unpriced', { count: quote.unpriced })}
        </p>
      )}
      {agreed && (
        <p
          className={`mt-1 flex gap-2 ${agreed.changed ? 'text-plum' : ''}`}
          data-agreed={agreed.changed ? 'changed' : 'stands'}
        >
          {agreed.changed && <WarningMark className="translate-y-0.5" />}
          <span>
            {t(agreed.changed ? 'quote.agreed-other' : 'quote.agreed', {
              total: say.money(agreed.total.minor, agreed.total.currency),
              words: agreed.words,
            })}
            {agreed.deposit &&
              ` ${t('quote.deposit-paid', { sum: say.money(agreed.deposit.minor, agreed.deposit.currency) })}`}{' '}
            <button
              type="button"
              className={BUTTON.quiet}
              onClick={() => void sender.send('void', { target: agreed.event })}
              data-undo-agreed
            >
              {t('quote.undo')}
            </button>
          </span>
        </p>
      )}
      {quote.total && (!agreed || agreed.changed) && <AgreeForm orders={orders} />}
    </section>
  );
}

function AgreeForm({ orders }: { orders: SwapOrders }) {
  const { words, sender } = useJob();
  const sending = useBusy();
  const { t } = words;
  const [text, setText] = useState('');
  const [deposit, setDeposit] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const { quote } = orders;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!quote.total) return;
    if (text.trim() === '') return setFault(t('quote.words-wanted'));
    const sum = readMoney(deposit, words.decimal);
    if (sum === null) return setFault(t('quote.deposit-wrong'));
    setFault(null);
    await sender.send('quote-agreed', {
      swap: orders.swap,
      total: quote.total,
      minutes: quote.minutes.p90,
      work: 'sheet',
      words: text.trim(),
      ...(sum > 0 ? { deposit: { minor: sum, currency: quote.total.currency } } : {}),
    });
  };
  return (
    <form
      onSubmit={submit}
      noValidate
      className="mt-2 flex flex-wrap items-end gap-3 bg-raised p-3"
      data-agree
    >
      <label className="grid flex-1 gap-1 text-sm font-semibold">
        {t('quote.consent')}
        <input
          className={FIELD}
          value={text}
          onChange={(e) => setText(e.target.value)}
          placeholder={t('quote.consent-example')}
          aria-invalid={fault !== null && text.trim() === ''}
        />
      </label>
      <label className="grid w-28 gap-1 text-sm font-semibold">
        {t('quote.deposit')}
        <input
          className={`${FIELD} font-mono`}
          inputMode="decimal"
          value={deposit}
          onChange={(e) => setDeposit(e.target.value)}
        />
      </label>
      <button type="submit" className={BUTTON.main} disabled={sending}>
        {t('quote.agree')}
      </button>
      <p role="alert" className="w-full text-sm text-plum empty:hidden">
        {fault}
      </p>
    </form>
  );
}

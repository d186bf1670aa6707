'use client';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { LOCALES } from '@/words';
import { FieldFault, useFaultWords } from './FieldFault';
import type { Faults, ShopValues } from './shopValues';

const MARKETS = ['unknown', 'ECE', 'NA', 'none'];

type Text = Exclude<keyof ShopValues, 'bays'>;

/** What a shop is: name, place on the clock, money, hours, bays, road rules. */
export function ShopFields({
  values,
  onChange,
  faults,
  zones,
}: {
  values: ShopValues;
  onChange: (values: ShopValues) => void;
  faults: Faults;
  zones: readonly string[];
}) {
  const { t, tCode } = useWords();
  const said = useFaultWords();
  const set = (k: Text) => (e: { target: { value: string } }) => onChange({ ...values, [k]: e.target.value });
  /** The path under which the server speaks of a field. */
  const pathOf: Partial<Record<Text, string>> = {
    hour: 'hourMinor',
    tax: 'taxBp',
    opens: 'openMin',
    closes: 'closeMin',
  };
  const field = (k: Text, more: { list?: string; type?: string; narrow?: boolean } = {}) => {
    const fault = faults[pathOf[k] ?? k];
    return (
      <label className="grid content-start gap-1 text-sm font-semibold">
        {tCode(`shop.${k}`)}
        <input
          className={`${FIELD} ${more.narrow ? 'font-mono' : ''}`}
          name={k}
          type={more.type ?? 'text'}
          list={more.list}
          value={values[k]}
          autoComplete="off"
          onChange={set(k)}
          aria-invalid={fault !== undefined}
        />
        <FieldFault text={said(fault)} />
      </label>
    );
  };
  const pick = (k: 'locale' | 'market', of: readonly string[], name: (v: string) => string) => (
    <label className="grid content-start gap-1 text-sm font-semibold">
      {t(`shop.${k}`)}
      <select className={FIELD} name={k} value={values[k]} onChange={set(k)}>
        {of.map((v) => (
          <option key={v} value={v}>
            {name(v)}
          </option>
        ))}
      </select>
      <FieldFault text={said(faults[k])} />
    </label>
  );
  return (
    <div className="grid gap-4 md:grid-cols-2">
      {field('name')}
      {field('zone', { list: 'zones' })}
      <datalist id="zones">
        {zones.map((z) => (
          <option key={z} value={z} />
        ))}
      </datalist>
      {pick('locale', LOCALES, (v) => tCode(`locale.${v}`))}
      {pick('market', MARKETS, (v) =>
        v === 'unknown' ? t('new.market-unknown') : tCode(`value.market.${v}`),
      )}
      <div className="grid grid-cols-3 gap-3">
        {field('currency', { narrow: true })}
        {field('hour', { narrow: true })}
        {field('tax', { narrow: true })}
      </div>
      <div className="grid grid-cols-2 gap-3">
        {field('opens', { type: 'time', narrow: true })}
        {field('closes', { type: 'time', narrow: true })}
      </div>
      <fieldset className="grid content-start gap-2 md:col-span-2">
        <legend className="text-sm font-semibold">{t('shop.bays')}</legend>
        <div className="mt-1 flex flex-wrap items-start gap-3">
          {values.bays.map((b, i) => (
            <span key={i} className="flex items-center gap-1">
              <input
                className={`${FIELD} max-w-40`}
                aria-label={t('shop.bay', { number: i + 1 })}
                value={b}
                onChange={(e) =>
                  onChange({ ...values, bays: values.bays.map((x, n) => (n === i ? e.target.value : x)) })
                }
                aria-invalid={faults[`bays[${i}]`] !== undefined}
              />
              {values.bays.length > 1 && (
                <button
                  type="button"
                  className={BUTTON.quiet}
                  aria-label={t('shop.bay-out', { name: b })}
                  onClick={() => onChange({ ...values, bays: values.bays.filter((_, n) => n !== i) })}
                >
                  ×
                </button>
              )}
            </span>
          ))}
          <button
            type="button"
            className={BUTTON.quiet}
            onClick={() =>
              onChange({
                ...values,
                bays: [...values.bays, t('shop.bay', { number: values.bays.length + 1 })],
              })
            }
          >
            {t('shop.bay-add')}
          </button>
        </div>
        <FieldFault
          text={said(faults.bays ?? Object.entries(faults).find(([p]) => p.startsWith('bays['))?.[1])}
        />
      </fieldset>
    </div>
  );
}

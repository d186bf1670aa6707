'use client';
import { type ReactNode, useId } from 'react';
import { FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { IntoJob, type Noted } from './IntoJob';

/** A number as typed in the language's own way; null where it is none or not over `least`. */
export function readNumber(typed: string, decimal: '.' | ',', least = 0): number | null {
  const text = typed.trim();
  const pattern = decimal === ',' ? /^\d+(,\d+)?$/ : /^\d+(\.\d+)?$/;
  if (!pattern.test(text)) return null;
  const n = Number(text.replace(',', '.'));
  return Number.isFinite(n) && n >= least ? n : null;
}

/** A number with its unit; what cannot be read is said under it. */
export function NumberField({
  label,
  unit,
  typed,
  onTyped,
  least = 0,
}: {
  label: string;
  unit: string;
  typed: string;
  onTyped: (v: string) => void;
  least?: number;
}) {
  const { t, decimal } = useWords();
  const id = useId();
  const bad = readNumber(typed, decimal, least) === null;
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="text-sm font-semibold">
        {label}
      </label>
      <span className="flex items-center gap-2">
        <input
          id={id}
          className={`${FIELD} w-28 font-mono`}
          inputMode="decimal"
          value={typed}
          onChange={(e) => onTyped(e.target.value)}
          aria-invalid={bad}
          autoComplete="off"
        />
        <span className="text-soft">{unit}</span>
      </span>
      {bad && <span className="text-sm text-plum">{t('calc.no-number', { sign: decimal })}</span>}
    </div>
  );
}

/** One of several. */
export function ChoiceField<T extends string>({
  label,
  value,
  of,
  name,
  onPick,
}: {
  label: string;
  value: T;
  of: readonly T[];
  name: (v: T) => string;
  onPick: (v: T) => void;
}) {
  return (
    <label className="grid content-start gap-1 text-sm font-semibold">
      {label}
      <select className={`${FIELD} w-auto`} value={value} onChange={(e) => onPick(e.target.value as T)}>
        {of.map((v) => (
          <option key={v} value={v}>
            {name(v)}
          </option>
        ))}
      </select>
    </label>
  );
}

/** What goes in at the left, what comes out large beside it, the formula and its source under both. */
export function Sheet({
  fields,
  result,
  formula,
  source,
  chart,
  noted,
}: {
  fields: ReactNode;
  result: ReactNode;
  formula: string;
  source: string;
  chart?: ReactNode;
  /** The result as it can be put into a job; null: there is none. */
  noted: Noted | null;
}) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-5 md:grid-cols-[19rem_minmax(0,1fr)]">
      <div className="grid min-w-0 content-start gap-4">{fields}</div>
      <div className="grid min-w-0 content-start gap-4">
        <div aria-live="polite">{result}</div>
        {chart}
        <p className="border-t border-line pt-2 text-sm">
          <span className="font-mono">{formula}</span>
          <span className="block text-soft">{source}</span>
        </p>
        {noted && <IntoJob noted={noted} formula={formula} />}
      </div>
    </div>
  );
}

/** A figure that counts, with what it means. */
export function Figure({
  value,
  unit,
  tone,
  children,
}: {
  value: string;
  unit: string;
  tone?: 'bad';
  children: ReactNode;
}) {
  return (
    <p className={tone === 'bad' ? 'text-plum' : ''}>
      <span className="font-mono text-4xl font-semibold" data-figure={value}>
        {value}
      </span>{' '}
      <span className="text-xl">{unit}</span>
      <span className="block">{children}</span>
    </p>
  );
}

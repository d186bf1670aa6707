'use client';
import { type FormEvent, useId, useState } from 'react';
import type { FactView } from '@/core/job';
import { inInches, readLength } from '@/core/quantity';
import { type FactKey, suits } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import type { Words } from '@/words';
import { useBusy, useJob } from './JobContext';
import type { Said } from './said';

type Read = { readonly value: number; readonly typed?: string } | { readonly fault: string };

/** Figures as they were read: one a subject, saved together. */
export function FactNumbers({
  facts,
  focus,
  onSave,
}: {
  facts: readonly FactView[];
  focus: boolean;
  onSave: (said: readonly Said[]) => Promise<boolean>;
}) {
  const { words, say } = useJob();
  const busy = useBusy();
  const { t } = words;
  const id = useId();
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [fault, setFault] = useState<string | null>(null);
  const read = (f: FactView): Read | null => {
    const text = (typed[f.subject] ?? '').trim();
    return text === '' ? null : readNumber(f.key, text, words, (r) => say.reason(r).text);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const all = facts.flatMap((fact) => {
      const r = read(fact);
      return r ? [{ fact, r }] : [];
    });
    if (all.length === 0) return setFault(t('facts.nothing-typed'));
    const bad = all.flatMap(({ fact, r }) =>
      'fault' in r ? [r.fault] : suits(fact.key, r.value) ? [] : [t('refused.value-unsuited')],
    );
    if (bad[0] !== undefined) return setFault(bad[0]);
    setFault(null);
    void onSave(
      all.flatMap(({ fact, r }) =>
        'fault' in r ? [] : [{ fact, value: r.value, ...(r.typed ? { typed: r.typed } : {}) }],
      ),
    );
  };
  const mm = facts[0]?.key.type.kind === 'number' && facts[0].key.type.unit === 'mm';
  const echoes = facts.flatMap((f) => {
    const r = read(f);
    return mm && r && 'value' in r ? [echo(r.value, t)] : [];
  });
  return (
    <form onSubmit={submit} noValidate className="grid gap-1">
      <div className="flex flex-wrap items-end gap-3">
        {facts.map((f, i) => (
          <label key={f.subject} className="grid w-40 gap-1 text-sm font-semibold">
            {f.subject === 'vehicle' || facts.length === 1 ? t('facts.value') : say.position(f.subject)}
            <input
              className={`${FIELD} font-mono`}
              value={typed[f.subject] ?? ''}
              onChange={(e) => setTyped({ ...typed, [f.subject]: e.target.value })}
              inputMode="decimal"
              placeholder={mm ? t('facts.unit-mm', { unit: words.unit('length') }) : undefined}
              aria-invalid={fault !== null}
              aria-describedby={`${id}-echo`}
              autoFocus={focus && i === 0}
              autoComplete="off"
            />
          </label>
        ))}
        <button type="submit" className={BUTTON.main} disabled={busy}>
          {t('save')}
        </button>
      </div>
      <p
        id={`${id}-echo`}
        role={fault ? 'alert' : undefined}
        className={`min-h-5 text-sm ${fault ? 'text-plum' : 'text-soft'}`}
      >
        {fault ?? words.list(echoes)}
      </p>
    </form>
  );
}

/** The length in both systems, so that a figure read two ways shows itself. */
function echo(mm: number, t: Words['t']): string {
  const i = inInches(mm);
  const inches =
    'inches' in i
      ? String(i.inches)
      : `${i.whole > 0 || i.sixteenths === 0 ? i.whole : ''}${i.sixteenths ? ` ${reduced(i.sixteenths)}` : ''}`.trim();
  return t('facts.echo', { mm: String(mm), inches });
}

function reduced(sixteenths: number): string {
  const by = sixteenths % 8 === 0 ? 8 : sixteenths % 4 === 0 ? 4 : sixteenths % 2 === 0 ? 2 : 1;
  return `${sixteenths / by}/${16 / by}`;
}

type LengthFault = Extract<ReturnType<typeof readLength>, { kind: 'fault' }>['reason'];

function readNumber(key: FactKey, text: string, words: Words, word: (r: LengthFault) => string): Read {
  if (key.type.kind === 'number' && key.type.unit === 'mm') {
    const length = readLength(text, words.decimal, words.units);
    return length.kind === 'fault' ? { fault: word(length.reason) } : { value: length.mm, typed: text };
  }
  return /^\d+$/.test(text)
    ? { value: Number(text) }
    : { fault: words.tCode('reason.whole-number', { typed: text }) };
}

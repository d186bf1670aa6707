'use client';
import { type FormEvent, useId, useState } from 'react';
import type { FactView } from '@/core/job';
import { inInches, readLength } from '@/core/quantity';
import type { FactKey, FactSource, FactValue } from '@/core/vehicle';
import { suits } from '@/core/shelf';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob } from './JobContext';

type Read = { readonly value: FactValue; readonly typed?: string } | { readonly fault: string };

/** Records one fact: what was found, how it is known, or that one cannot tell. */
export function FactEditor({
  fact,
  onDone,
  note,
  focus = true,
  closes = true,
}: {
  fact: FactView;
  onDone: () => void;
  note?: string;
  /** Whether the value field takes the focus as soon as it is there. */
  focus?: boolean;
  /** Whether it can be left unanswered by closing it. */
  closes?: boolean;
}) {
  const { view, words, say, sender } = useJob();
  const sending = useBusy();
  const { t, tCode, decimal } = words;
  const id = useId();
  const sources = fact.key.sources.filter((s) => s !== 'vin' && s !== 'assumed');
  const [typed, setTyped] = useState('');
  const [source, setSource] = useState<FactSource>(sources[0] ?? 'told');
  const [fault, setFault] = useState<string | null>(null);
  const subject = fact.subject === 'vehicle' ? '' : say.position(fact.subject);
  const read =
    typed.trim() === ''
      ? null
      : readValue(fact.key, typed, decimal, (code, facts) => tCode(`reason.${code}`, facts));

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!read) return setFault(t('facts.nothing-typed'));
    if ('fault' in read) return setFault(read.fault);
    if (!suits(fact.key, read.value)) return setFault(t('refused.value-unsuited'));
    setFault(null);
    const kept = await sender.send('fact-stated', {
      key: fact.key.id,
      subject: fact.subject,
      value: read.value,
      source,
      ...(read.typed ? { typed: read.typed } : {}),
    });
    if (kept) onDone();
  };
  const cannotTell = async () => {
    if (
      await sender.send('fact-stated', {
        key: fact.key.id,
        subject: fact.subject,
        value: null,
        source: sources[0] ?? 'told',
      })
    )
      onDone();
  };
  const look = fact.key.look;
  const how = look?.how
    ? words.prose(look.how)
    : look && words.has(`look.${look.id}`)
      ? tCode(`look.${look.id}`)
      : '';
  return (
    <form
      onSubmit={submit}
      className="grid gap-3"
      noValidate
      aria-label={`${say.fact(fact.key.id)} ${subject}`}
    >
      <p>
        <b>{say.fact(fact.key.id)}</b>
        {subject && `, ${subject}`}
        {(note || how) && <span className="text-soft"> · {note ?? how}</span>}
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <div className="grid gap-1">
          <label htmlFor={`${id}-value`} className="text-sm font-semibold">
            {t('facts.value')}
          </label>
          <ValueField
            id={`${id}-value`}
            factKey={fact.key}
            typed={typed}
            onTyped={setTyped}
            fault={fault !== null}
            describedBy={`${id}-echo`}
            focus={focus}
          />
        </div>
        <div className="grid gap-1">
          <label htmlFor={`${id}-source`} className="text-sm font-semibold">
            {t('facts.known-by')}
          </label>
          <select
            id={`${id}-source`}
            className={FIELD}
            value={source}
            onChange={(e) => setSource(e.target.value as FactSource)}
          >
            {sources.map((s) => (
              <option key={s} value={s}>
                {tCode(`source.${s}`)}
              </option>
            ))}
          </select>
        </div>
        <button type="submit" className={BUTTON.main} disabled={sending}>
          {t('save')}
        </button>
        <button type="button" className={BUTTON.plain} onClick={() => void cannotTell()}>
          {t('facts.cannot-tell')}
        </button>
        {closes && (
          <button type="button" className={BUTTON.quiet} onClick={onDone}>
            {t('cancel')}
          </button>
        )}
      </div>
      <p
        id={`${id}-echo`}
        role={fault ? 'alert' : undefined}
        className={`min-h-5 text-sm ${fault ? 'text-plum' : 'text-soft'}`}
      >
        {fault ??
          (read && 'value' in read && fact.key.type.kind === 'number' && fact.key.type.unit === 'mm'
            ? echo(Number(read.value), t)
            : historyLine())}
      </p>
    </form>
  );

  function historyLine(): string {
    if (fact.history.length === 0) return '';
    const said = fact.history.map(
      (s) =>
        `${say.value(fact.key.id, s.value)} ${tCode(`source.${s.source}`)}${view.names[s.by] ? ` (${view.names[s.by]})` : ''}`,
    );
    return t('facts.history', { said: words.list(said) });
  }
}

/** The length in both systems, so that a figure read two ways shows itself. */
function echo(mm: number, t: (key: 'facts.echo', facts: Record<string, string>) => string): string {
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

function readValue(
  key: FactKey,
  typed: string,
  decimal: '.' | ',',
  word: (code: string, facts: Record<string, string>) => string,
): Read {
  const text = typed.trim();
  if (key.type.kind === 'yes-no') return { value: text === 'true' };
  if (key.type.kind === 'choice') return { value: text };
  if (key.type.unit === 'mm') {
    const length = readLength(text, decimal);
    if (length.kind === 'fault')
      return {
        fault: word(
          length.reason.code,
          Object.fromEntries(Object.entries(length.reason.facts).map(([k, v]) => [k, String(v)])),
        ),
      };
    return { value: length.mm, typed: text };
  }
  return /^\d+$/.test(text) ? { value: Number(text) } : { fault: word('whole-number', { typed: text }) };
}

function ValueField({
  id,
  factKey,
  typed,
  onTyped,
  fault,
  describedBy,
  focus,
}: {
  id: string;
  factKey: FactKey;
  typed: string;
  onTyped: (v: string) => void;
  fault: boolean;
  describedBy: string;
  focus: boolean;
}) {
  const { words, say } = useJob();
  const { t } = words;
  const { type } = factKey;
  if (type.kind === 'yes-no' || (type.kind === 'choice' && !type.open)) {
    const values = type.kind === 'yes-no' ? ['true', 'false'] : type.values;
    return (
      <select
        id={id}
        className={FIELD}
        value={typed}
        onChange={(e) => onTyped(e.target.value)}
        aria-invalid={fault}
        aria-describedby={describedBy}
        autoFocus={focus}
      >
        <option value="">{t('facts.choose')}</option>
        {values.map((v) => (
          <option key={v} value={v}>
            {say.value(factKey.id, v)}
          </option>
        ))}
      </select>
    );
  }
  const unit = type.kind === 'number' && type.unit === 'mm' ? 'mm' : null;
  return (
    <span className="flex items-center gap-2">
      <input
        id={id}
        className={`${FIELD} w-36 font-mono`}
        value={typed}
        onChange={(e) => onTyped(e.target.value)}
        inputMode={type.kind === 'number' ? 'decimal' : 'text'}
        aria-invalid={fault}
        aria-describedby={describedBy}
        autoFocus={focus}
        autoComplete="off"
      />
      {unit && <span className="text-soft">{t('facts.unit-mm')}</span>}
    </span>
  );
}

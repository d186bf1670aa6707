'use client';
import { useId, useState } from 'react';
import type { FactView } from '@/core/job';
import { type FactSource, type FactValue, sayable } from '@/core/vehicle';
import { BUTTON } from '@/ui/classes';
import { FactNumbers } from './FactNumbers';
import { PlugPicker } from './PlugPicker';
import { useBusy, useJob } from './JobContext';
import type { Said } from './said';

/**
 * Records one fact, of one lamp or of both sides at once: what was found, how it is known, or that one cannot tell.
 * What has few answers is answered by one tap; a plug is picked by its face; a figure is typed.
 */
export function FactEditor({
  facts,
  onDone,
  note,
  focus = true,
  closes = true,
}: {
  /** The same fact of one or more subjects. */
  facts: readonly [FactView, ...(readonly FactView[])];
  onDone: () => void;
  note?: string;
  /** Whether the value field takes the focus as soon as it is there. */
  focus?: boolean;
  /** Whether it can be left unanswered by closing it. */
  closes?: boolean;
}) {
  const { words, say, sender } = useJob();
  const busy = useBusy();
  const { t, tCode } = words;
  const id = useId();
  const [first] = facts;
  const { key } = first;
  const sources = key.sources.filter((s) => s !== 'vin' && s !== 'assumed');
  const [source, setSource] = useState<FactSource>(sources[0] ?? 'told');
  const subjects = facts.filter((f) => f.subject !== 'vehicle').map((f) => f.subject);
  const save = async (said: readonly Said[]) => {
    const kept = await sender.sendAll(
      said.map(({ fact, value, typed, cavities }) => ({
        type: 'fact-stated' as const,
        body: {
          key: fact.key.id,
          subject: fact.subject,
          value,
          source,
          ...(typed ? { typed } : {}),
          ...(cavities === undefined ? {} : { cavities }),
        },
      })),
    );
    if (kept) onDone();
    return kept;
  };
  const look = key.look;
  const how = look?.how
    ? words.prose(look.how)
    : look && words.has(`look.${look.id}`)
      ? tCode(`look.${look.id}`)
      : '';
  return (
    <section
      className="grid gap-2"
      aria-label={`${say.fact(key.id)} ${say.positions(subjects)}`}
      data-fact-editor={key.id}
    >
      <p>
        <b>{say.fact(key.id)}</b>
        {subjects.length > 0 && `, ${say.positions(subjects)}`}
        {(note || how) && <span className="text-soft"> · {note ?? how}</span>}
      </p>
      {key.type.kind === 'number' ? (
        <FactNumbers facts={facts} focus={focus} onSave={save} />
      ) : key.type.kind === 'choice' && key.type.named ? (
        <PlugPicker facts={facts} onSave={save} />
      ) : (
        <Answers facts={facts} busy={busy} focus={focus} onSave={save} />
      )}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
        {sources.length > 1 && (
          <label htmlFor={`${id}-source`} className="flex items-center gap-1.5">
            <span className="text-soft">{t('facts.known-by')}</span>
            <select
              id={`${id}-source`}
              className="rounded-sm border border-outline bg-raised px-1.5 py-0.5"
              value={source}
              onChange={(e) => setSource(e.target.value as FactSource)}
            >
              {sources.map((s) => (
                <option key={s} value={s}>
                  {tCode(`source.${s}`)}
                </option>
              ))}
            </select>
          </label>
        )}
        <button
          type="button"
          className={BUTTON.quiet}
          disabled={busy}
          onClick={() => void save(facts.map((fact) => ({ fact, value: null })))}
        >
          {t('facts.cannot-tell')}
        </button>
        {closes && (
          <button type="button" className={BUTTON.quiet} onClick={onDone}>
            {t('cancel')}
          </button>
        )}
        <History facts={facts} />
      </div>
    </section>
  );
}

/** Yes and no, or a few words: each a button; both sides in one row, each side in its own where they are unlike. */
function Answers({
  facts,
  busy,
  focus,
  onSave,
}: {
  facts: readonly FactView[];
  busy: boolean;
  focus: boolean;
  onSave: (said: readonly Said[]) => Promise<boolean>;
}) {
  const { words, say } = useJob();
  const { t } = words;
  const [first] = facts;
  if (!first) return null;
  const { type } = first.key;
  const values: readonly FactValue[] =
    type.kind === 'yes-no' ? [true, false] : type.kind === 'choice' ? sayable(type) : [];
  const row = (of: readonly FactView[], name: string | null, main: boolean) => (
    <div
      key={name ?? ''}
      className="flex flex-wrap items-center gap-2"
      role="group"
      aria-label={name ?? say.fact(first.key.id)}
    >
      {name !== null && <span className="w-36 text-sm text-soft first-letter:uppercase">{name}</span>}
      {values.map((v, i) => (
        <button
          key={String(v)}
          type="button"
          className={main ? BUTTON.plain : BUTTON.quiet}
          disabled={busy}
          autoFocus={focus && main && i === 0}
          onClick={() => void onSave(of.map((fact) => ({ fact, value: v })))}
          data-answer={main ? String(v) : `${of[0]?.subject ?? ''}=${String(v)}`}
        >
          {say.value(first.key.id, v)}
        </button>
      ))}
    </div>
  );
  return (
    <div className="grid gap-1.5">
      {row(facts, facts.length > 1 ? t('facts.both') : null, true)}
      {facts.length > 1 && facts.map((f) => row([f], say.position(f.subject), false))}
    </div>
  );
}

function History({ facts }: { facts: readonly FactView[] }) {
  const { view, words, say } = useJob();
  const { t, tCode } = words;
  const said = facts.flatMap((f) =>
    f.history.map(
      (s) =>
        `${say.value(f.key.id, s.value)} ${tCode(`source.${s.source}`)}${view.names[s.by] ? ` (${view.names[s.by]})` : ''}`,
    ),
  );
  return said.length === 0 ? null : (
    <span className="text-soft">{t('facts.history', { said: words.list(said) })}</span>
  );
}

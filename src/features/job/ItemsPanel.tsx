'use client';
import { type FormEvent, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { ITEM_ORIGINS, type OpenItem, type RaisedOrigin } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { useJob } from './JobContext';
import { OpenItemRow } from './OpenItemRow';

/**
 * Every promise, deferral and doubt of the job, open ones first, and the form to add one.
 * @param listed whether the open ones stand here; where they stand beside already, they are not said twice
 */
export function ItemsPanel({ listed = true }: { listed?: boolean }) {
  const { view, words } = useJob();
  const { t } = words;
  const open = view.items.filter((i) => i.closed === null);
  const closed = view.items.filter((i) => i.closed !== null);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
      {listed && open.length === 0 && <p className="text-soft">{t('items.none-open')}</p>}
      {listed && (
        <ul>
          {open.map((item) => (
            <OpenItemRow key={item.id} item={item} />
          ))}
        </ul>
      )}
      <RaiseForm />
      <UnfitEntries />
      {closed.length > 0 && (
        <section>
          <h3 className="text-lg">{t('items.closed')}</h3>
          <ul>
            {closed.map((item) => (
              <ClosedRow key={item.id} item={item} />
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** Entries that are kept and stand in nothing: why, and the way to take one back. */
function UnfitEntries() {
  const { view, words, say, sender } = useJob();
  const zone = useZone();
  const { t, tCode } = words;
  if (view.unfit.length === 0) return null;
  return (
    <section data-unfit-entries={view.unfit.length}>
      <h3 className="text-lg">{t('unfit.title')}</h3>
      <p className="text-sm text-soft">{t('unfit.about')}</p>
      <ul>
        {view.unfit.map((u) => (
          <li
            key={u.event}
            className="flex flex-wrap items-baseline gap-x-4 border-b border-line py-1.5 text-sm"
          >
            <b>{tCode(`event.${u.type}`)}</b>
            <span className="min-w-0 flex-1">{tCode(`refused.${u.code}`)}</span>
            <span className="text-soft">
              {view.names[u.by] ?? ''} · {say.date(u.at, zone)}
            </span>
            {u.type !== 'void' && (
              <button className={BUTTON.quiet} onClick={() => void sender.send('void', { target: u.event })}>
                {t('undo')}
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function ClosedRow({ item }: { item: OpenItem }) {
  const { words, say, view } = useJob();
  const zone = useZone();
  const { t } = words;
  if (!item.closed) return null;
  const { how, words: said, by, at } = item.closed;
  const sentence = {
    done: 'items.was-done',
    'handed-over': 'items.was-handed-over',
    met: 'items.was-met',
  } as const;
  return (
    <li className="border-b border-line py-1.5 text-sm">
      <span className="line-through decoration-outline">{say.item(item)}</span>{' '}
      <span className="text-soft">
        {t(sentence[how], {
          words: said,
          by: view.names[by] ?? '',
          at: say.date(at, zone),
        })}
      </span>
    </li>
  );
}

function RaiseForm() {
  const { words, sender } = useJob();
  const { t, tCode } = words;
  const [text, setText] = useState('');
  const [origin, setOrigin] = useState<RaisedOrigin>('promised');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return;
    if (await sender.send('item-raised', { item: uuidv7(), origin, words: text.trim(), stage: 'release' }))
      setText('');
  };
  return (
    <form onSubmit={submit} className="flex flex-wrap items-end gap-3" noValidate>
      <label className="grid gap-1 text-sm font-semibold">
        {t('items.kind')}
        <select className={FIELD} value={origin} onChange={(e) => setOrigin(e.target.value as RaisedOrigin)}>
          {ITEM_ORIGINS.map((o) => (
            <option key={o} value={o}>
              {tCode(`origin.${o}`)}
            </option>
          ))}
        </select>
      </label>
      <label className="grid flex-1 gap-1 text-sm font-semibold">
        {t('items.what')}
        <input className={FIELD} value={text} onChange={(e) => setText(e.target.value)} />
      </label>
      <button type="submit" className={BUTTON.plain}>
        {t('items.add')}
      </button>
    </form>
  );
}

'use client';
import { type FormEvent, useState } from 'react';
import { itemPlace, type OpenItem, saysSomething } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useJob } from './JobContext';
import { RecheckForm } from './RecheckForm';
import { useGo } from './useGo';

/** An open item with the way to settle it: where it is settled, or in words. @param here it stands where it is settled */
export function OpenItemRow({ item, here = false }: { item: OpenItem; here?: boolean }) {
  const { words, say, rights, view } = useJob();
  const { t, tCode } = words;
  const go = useGo();
  const [closing, setClosing] = useState(false);
  const place = itemPlace(item);
  const mine =
    rights.closeAny ||
    item.closableBy === 'anyone' ||
    (item.closableBy === 'technician' && rights.workAtVehicle);
  const does = t(
    recheckable(item) ? 'items.recheck' : item.closesBy === 'record' ? 'items.in-writing' : 'items.close',
  );
  const inWords = item.closableBy !== 'nobody' && (item.closesBy === 'words' ? mine : rights.closeAny);
  const recheck = recheckable(item) && rights.workAtVehicle;
  return (
    <li className="border-b border-line py-2" data-item={item.id} data-origin={item.origin}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="w-28 shrink-0 text-sm text-plum max-sm:w-full">
          {tCode(`origin.${item.origin}`)}
        </span>
        <span className="min-w-[12rem] flex-1">
          {say.item(item)}
          {item.raisedBy && view.names[item.raisedBy] && (
            <span className="text-sm text-soft"> · {view.names[item.raisedBy]}</span>
          )}
        </span>
        {(!here || place.part !== null || place.position !== null) &&
          item.closesBy === 'record' &&
          !recheck && (
            <button type="button" className={BUTTON.quiet} onClick={() => go(place)} data-settle={item.id}>
              {t(here ? 'items.go-there' : 'items.settle', { stage: tCode(`stage.${place.stage}`) })}{' '}
              <span aria-hidden>→</span>
            </button>
          )}
        {inWords || recheck ? (
          <button
            type="button"
            className={BUTTON.quiet}
            aria-expanded={closing}
            onClick={() => setClosing(!closing)}
            aria-label={t('items.close-named', { does, item: say.item(item) })}
          >
            {does}
          </button>
        ) : (
          <span className="text-sm text-soft">{who(item, t)}</span>
        )}
      </div>
      {closing && recheck && <RecheckForm item={item} onDone={() => setClosing(false)} />}
      {closing && inWords && <CloseForm item={item} onDone={() => setClosing(false)} />}
    </li>
  );
}

const recheckable = (item: OpenItem) => item.origin === 'recheck' && item.closesBy === 'record';

type Said =
  'items.lead-closes' | 'items.closes-by-itself' | 'items.technician-closes' | 'items.closes-by-record';

function who(item: OpenItem, t: (key: Said) => string): string {
  if (item.closableBy === 'nobody') return t('items.closes-by-itself');
  if (item.closesBy === 'record') return t('items.closes-by-record');
  return t(item.closableBy === 'lead' ? 'items.lead-closes' : 'items.technician-closes');
}

function CloseForm({ item, onDone }: { item: OpenItem; onDone: () => void }) {
  const { words, sender, rights } = useJob();
  const { t } = words;
  const [text, setText] = useState('');
  const [fault, setFault] = useState(false);
  const close = async (how: 'done' | 'handed-over') => {
    const said = text.trim();
    setFault(!saysSomething(said));
    if (!saysSomething(said)) return;
    if (await sender.send('item-closed', { item: item.id, how, words: said })) onDone();
  };
  const byRecord = item.closesBy === 'record';
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void close(byRecord ? 'handed-over' : 'done');
  };
  return (
    <form onSubmit={submit} className="mt-2 grid gap-2 bg-raised p-3" noValidate>
      <label className="grid gap-1 text-sm font-semibold">
        {t(byRecord ? 'items.who-takes-over' : 'items.evidence')}
        <input
          className={FIELD}
          value={text}
          onChange={(e) => setText(e.target.value)}
          autoFocus
          aria-invalid={fault}
        />
      </label>
      <div className="flex items-center gap-3">
        {!byRecord && (
          <button type="submit" className={BUTTON.main}>
            {t('items.done')}
          </button>
        )}
        {rights.closeAny && (
          <button
            type={byRecord ? 'submit' : 'button'}
            className={byRecord ? BUTTON.main : BUTTON.plain}
            onClick={byRecord ? undefined : () => void close('handed-over')}
          >
            {t('items.hand-over')}
          </button>
        )}
        <button type="button" className={BUTTON.quiet} onClick={onDone}>
          {t('cancel')}
        </button>
        <p role="alert" className="text-sm text-plum">
          {fault && t('items.evidence-wanted')}
        </p>
      </div>
    </form>
  );
}

'use client';
import { type FormEvent, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { type Wish, WISHES } from '@/core/fitment';
import { arriveView, freeGroups, type PositionView } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';
import { AsBefore } from './AsBefore';
import { CustomerForm } from './CustomerForm';

/** What is to be changed, what the customer wishes of it, and what was changed on the vehicle before. */
export function WishesPanel() {
  return (
    <div className="grid gap-7">
      <AsBefore />
      <Swaps />
      <Wishes />
      <CustomerForm />
      <Modifications />
    </div>
  );
}

function Swaps() {
  const { view, words, say, sender } = useJob();
  const { t } = words;
  const [picked, setPicked] = useState('');
  const free = freeGroups(view.positions);
  const keyOf = (g: readonly PositionView[]) => g.map((p) => p.key).join(' ');
  const name = say.positions;
  const add = (event: FormEvent) => {
    event.preventDefault();
    const group = free.find((g) => keyOf(g) === picked) ?? free[0];
    if (group)
      void sender
        .send('swap-opened', { swap: uuidv7(), positions: group.map((p) => p.key) })
        .then(() => setPicked(''));
  };
  return (
    <section>
      <h3 className="text-lg">{t('swaps.title')}</h3>
      {view.swaps.length === 0 && <p className="text-soft">{t('swaps.empty')}</p>}
      <ul>
        {view.swaps.map((s) => (
          <li key={s.id} className="flex items-center justify-between border-b border-line py-1.5">
            <span className="font-semibold">{name(s.positions)}</span>
            {s.choice === null && (
              <button
                className={BUTTON.quiet}
                onClick={() => void sender.send('void', { target: s.openedEvent })}
              >
                {t('swaps.take-out')}
              </button>
            )}
          </li>
        ))}
      </ul>
      {free.length > 0 && (
        <form onSubmit={add} className="mt-3 flex items-end gap-3">
          <label className="grid gap-1 text-sm font-semibold">
            {t('swaps.which')}
            <select className={FIELD} value={picked} onChange={(e) => setPicked(e.target.value)}>
              {free.map((g) => (
                <option key={keyOf(g)} value={keyOf(g)}>
                  {name(g.map((p) => p.key))}
                </option>
              ))}
            </select>
          </label>
          <button type="submit" className={BUTTON.plain}>
            {t('swaps.add')}
          </button>
        </form>
      )}
    </section>
  );
}

function Wishes() {
  const { words, sender } = useJob();
  const arrive = useView(arriveView);
  const { t, tCode } = words;
  const [wishes, setWishes] = useState<readonly Wish[]>(arrive.wishes?.wishes ?? []);
  const [note, setNote] = useState(arrive.wishes?.words ?? '');
  const busy = useBusy();
  const stands = arrive.wishes;
  const [shown, setShown] = useState(stands);
  // What was taken back, or written elsewhere, shows here too; not in the middle of what is being written here.
  if (JSON.stringify(stands) !== JSON.stringify(shown) && !busy) {
    setShown(stands);
    setWishes(stands?.wishes ?? []);
    // What is being typed stays.
    if (note === (shown?.words ?? '')) setNote(stands?.words ?? '');
  }
  const state = (all: readonly Wish[]) =>
    void sender.send('wishes-stated', {
      wishes: WISHES.filter((w) => all.includes(w)),
      ...(note.trim() ? { words: note.trim() } : {}),
    });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    state(wishes);
  };
  // A wish that is ticked is noted; the button is for the words, and for none at all.
  const toggle = (w: Wish) => {
    const all = wishes.includes(w) ? wishes.filter((x) => x !== w) : [...wishes, w];
    setWishes(all);
    state(all);
  };
  return (
    <form onSubmit={submit} className="grid gap-3" noValidate>
      <fieldset>
        <legend className="font-head text-lg font-semibold">{t('wishes.title')}</legend>
        <div className="mt-2 grid grid-cols-2 gap-x-4 gap-y-2 md:grid-cols-3">
          {WISHES.map((w) => (
            <label key={w} className="flex items-center gap-2">
              <input
                type="checkbox"
                className="size-4.5 accent-petrol"
                checked={wishes.includes(w)}
                onChange={() => toggle(w)}
              />
              {tCode(`wish.${w}`)}
            </label>
          ))}
        </div>
      </fieldset>
      <label className="grid gap-1 text-sm font-semibold">
        {t('note')}
        <input className={FIELD} value={note} onChange={(e) => setNote(e.target.value)} />
      </label>
      <div className="flex items-center gap-3">
        <button type="submit" className={BUTTON.main}>
          {arrive.wishes ? t('wishes.save-again') : t('wishes.save')}
        </button>
        <p className="text-sm text-soft">
          {arrive.wishes
            ? arrive.wishes.wishes.length === 0
              ? t('wishes.none-noted')
              : t('wishes.noted')
            : t('wishes.none-is-an-answer')}
        </p>
      </div>
    </form>
  );
}

function Modifications() {
  const { view, words, say, sender } = useJob();
  const arrive = useView(arriveView);
  const { t } = words;
  const [text, setText] = useState('');
  const [where, setWhere] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return;
    if (
      await sender.send('modification-noted', { words: text.trim(), ...(where ? { position: where } : {}) })
    )
      setText('');
  };
  return (
    <section>
      <h3 className="text-lg">{t('mods.title')}</h3>
      {arrive.modifications.length === 0 && <p className="text-soft">{t('mods.empty')}</p>}
      <ul>
        {arrive.modifications.map((m) => (
          <li key={m.event} className="flex items-center justify-between border-b border-line py-1.5">
            <span>
              {m.words}
              {m.position && <span className="text-soft"> · {say.position(m.position)}</span>}
            </span>
            <button className={BUTTON.quiet} onClick={() => void sender.send('void', { target: m.event })}>
              {t('undo')}
            </button>
          </li>
        ))}
      </ul>
      <form onSubmit={submit} className="mt-3 flex flex-wrap items-end gap-3" noValidate>
        <label className="grid flex-1 gap-1 text-sm font-semibold">
          {t('mods.what')}
          <input
            className={FIELD}
            value={text}
            onChange={(e) => setText(e.target.value)}
            placeholder={t('mods.example')}
          />
        </label>
        <label className="grid gap-1 text-sm font-semibold">
          {t('mods.where')}
          <select className={FIELD} value={where} onChange={(e) => setWhere(e.target.value)}>
            <option value="">{t('mods.nowhere')}</option>
            {view.positions.map((p) => (
              <option key={p.key} value={p.key}>
                {say.position(p.key)}
              </option>
            ))}
          </select>
        </label>
        <button type="submit" className={BUTTON.plain}>
          {t('mods.add')}
        </button>
      </form>
    </section>
  );
}

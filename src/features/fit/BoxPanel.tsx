'use client';
import { type FormEvent, useState } from 'react';
import { BOX_CHECKS, type BoxCheck, type BoxLine, LOOKED, type Looked, type SwapOrders } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { useBusy, useJob } from '../job/JobContext';
import type { FitData } from './fitData';

/** The boxes as they arrive: contents, side, revision, damage, serial, and why leftovers stay unused. */
export function BoxPanel({ orders, data }: { orders: SwapOrders; data: FitData }) {
  const { words } = useJob();
  const { t } = words;
  return (
    <section aria-label={t('box.title')}>
      <h3 className="mb-1 text-lg">{t('box.title')}</h3>
      <div className="grid gap-5 xl:grid-cols-2">
        {orders.boxes.map((b) => (
          <BoxForm key={`${b.position}/${b.checked?.event ?? ''}`} box={b} data={data} />
        ))}
      </div>
    </section>
  );
}

const NOT_YET: Readonly<Record<BoxCheck, Looked>> = {
  contents: 'not-looked',
  side: 'not-looked',
  revision: 'not-looked',
  undamaged: 'not-looked',
};

function BoxForm({ box, data }: { box: BoxLine; data: FitData }) {
  const { view, words, say, sender } = useJob();
  const sending = useBusy();
  const { t, tCode } = words;
  const [checks, setChecks] = useState(box.checked?.checks ?? NOT_YET);
  const [serial, setSerial] = useState(box.checked?.serial ?? '');
  const [text, setText] = useState(box.checked?.words ?? '');
  const [leftovers, setLeftovers] = useState(box.checked?.leftovers ?? []);
  const [fault, setFault] = useState(false);
  const lamp = data.lamps[box.lamp];
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const given = leftovers.filter((l) => l.what.trim() !== '');
    const bad = given.some((l) => l.why.trim() === '');
    setFault(bad);
    if (bad) return;
    await sender.send('box-checked', {
      position: box.position,
      lamp: box.lamp,
      checks,
      serial: serial.trim(),
      ...(text.trim() ? { words: text.trim() } : {}),
      leftovers: given.map((l) => ({ what: l.what.trim(), why: l.why.trim() })),
    });
  };
  return (
    <form
      onSubmit={submit}
      noValidate
      className="grid content-start gap-2"
      data-box={box.position}
      data-box-checked={box.checked !== null}
    >
      <p>
        <b className="first-letter:uppercase">{say.position(box.position)}</b>{' '}
        <span className="font-mono text-sm text-soft">{lamp?.partNumber ?? box.lamp}</span>
        {box.checked && (
          <span className="block text-sm text-soft">
            {t('box.by', { by: view.names[box.checked.by] ?? '' })}
          </span>
        )}
      </p>
      {BOX_CHECKS.map((c) => (
        <fieldset key={c} className="flex items-center gap-4 border-b border-line pb-1">
          <legend className="float-left w-40 text-sm">{tCode(`box-check.${c}`)}</legend>
          {LOOKED.map((l) => (
            <label key={l} className="flex items-center gap-1 text-sm">
              <input
                type="radio"
                className="accent-petrol"
                name={`${box.position}/${c}`}
                checked={checks[c] === l}
                onChange={() => setChecks({ ...checks, [c]: l })}
              />
              {tCode(`looked.${l}`)}
            </label>
          ))}
        </fieldset>
      ))}
      {box.bad.length > 0 && (
        <p className="flex gap-1.5 text-sm text-plum">
          <WarningMark /> {t('box.bad')}
        </p>
      )}
      <div className="flex gap-3">
        <label className="grid w-40 gap-1 text-sm font-semibold">
          {t('box.serial')}
          <input
            className={`${FIELD} font-mono`}
            value={serial}
            onChange={(e) => setSerial(e.target.value)}
          />
        </label>
        <label className="grid flex-1 gap-1 text-sm font-semibold">
          {t('box.words')}
          <input className={FIELD} value={text} onChange={(e) => setText(e.target.value)} />
        </label>
      </div>
      {leftovers.map((l, i) => (
        <div key={i} className="grid grid-cols-[9rem_1fr] gap-3">
          <input
            className={FIELD}
            value={l.what}
            aria-label={t('box.left-what')}
            placeholder={t('box.left-what')}
            onChange={(e) =>
              setLeftovers(leftovers.map((x, k) => (k === i ? { ...x, what: e.target.value } : x)))
            }
          />
          <input
            className={FIELD}
            value={l.why}
            aria-label={t('box.left-why')}
            placeholder={t('box.left-why')}
            aria-invalid={fault && l.what.trim() !== '' && l.why.trim() === ''}
            onChange={(e) =>
              setLeftovers(leftovers.map((x, k) => (k === i ? { ...x, why: e.target.value } : x)))
            }
          />
        </div>
      ))}
      <p role="alert" className="text-sm text-plum empty:hidden">
        {fault ? t('box.why-wanted') : ''}
      </p>
      <div className="flex gap-3">
        <button type="submit" className={BUTTON.plain} disabled={sending}>
          {t('box.save')}
        </button>
        <button
          type="button"
          className={BUTTON.quiet}
          onClick={() => setLeftovers([...leftovers, { what: '', why: '' }])}
        >
          {t('box.add-leftover')}
        </button>
      </div>
    </form>
  );
}

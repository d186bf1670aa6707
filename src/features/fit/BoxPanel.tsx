'use client';
import { type FormEvent, useState } from 'react';
import { BOX_CHECKS, type BoxCheck, type BoxLine, LOOKED, type Looked, type SwapOrders } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import type { Lamp } from '@/core/catalogue';
import { LampFace } from '@/ui/LampFace';
import { useBusy, useJob } from '../job/JobContext';
import type { FitData } from './fitData';

/** The boxes as they arrive: contents, side, revision, damage, serial, and why leftovers stay unused. */
export function BoxPanel({ orders, data }: { orders: SwapOrders; data: FitData }) {
  const { words, sender } = useJob();
  const busy = useBusy();
  const { t } = words;
  const closed = orders.boxes.filter((b) => b.checked === null);
  const all = () =>
    void sender.sendAll(
      closed.map((b) => ({
        type: 'box-checked' as const,
        body: { position: b.position, lamp: b.lamp, checks: ALL_GOOD, serial: '', leftovers: [] },
      })),
    );
  return (
    <section aria-label={t('box.title')}>
      <div className="mb-1 flex flex-wrap items-baseline gap-x-5">
        <h3 className="text-lg">{t('box.title')}</h3>
        {closed.length > 1 && (
          <button type="button" className={BUTTON.quiet} disabled={busy} onClick={all} data-all-boxes>
            {t('box.all-good', { count: closed.length })}
          </button>
        )}
      </div>
      <div className="grid gap-5 xl:grid-cols-2">
        {orders.boxes.map((b) => (
          <BoxForm key={`${b.position}/${b.checked?.event ?? ''}`} box={b} data={data} />
        ))}
      </div>
    </section>
  );
}

const ALL_GOOD: Readonly<Record<BoxCheck, Looked>> = {
  contents: 'yes',
  side: 'yes',
  revision: 'yes',
  undamaged: 'yes',
};

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
  const [telling, setTelling] = useState(box.bad.length > 0 || leftovers.length > 0);
  const lamp = data.lamps[box.lamp];
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    await save(telling ? checks : ALL_GOOD);
  };
  const save = async (said: Readonly<Record<BoxCheck, Looked>>) => {
    const given = leftovers.filter((l) => l.what.trim() !== '');
    const bad = given.some((l) => l.why.trim() === '');
    setFault(bad);
    if (bad) return;
    await sender.send('box-checked', {
      position: box.position,
      lamp: box.lamp,
      checks: said,
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
      {lamp && <Contents lamp={lamp} />}
      {telling &&
        BOX_CHECKS.map((c) => (
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
        <button
          type="submit"
          className={box.checked ? BUTTON.plain : BUTTON.main}
          disabled={sending}
          data-box-save
        >
          {t(telling ? 'box.save' : 'box.as-ordered')}
        </button>
        {!telling && (
          <button type="button" className={BUTTON.quiet} onClick={() => setTelling(true)}>
            {t('box.otherwise')}
          </button>
        )}
        {telling && (
          <button
            type="button"
            className={BUTTON.quiet}
            onClick={() => setLeftovers([...leftovers, { what: '', why: '' }])}
          >
            {t('box.add-leftover')}
          </button>
        )}
      </div>
    </form>
  );
}

/** What should be in the box, by the shelf: the lamp for its side, its plugs, what it is. */
function Contents({ lamp }: { lamp: Lamp }) {
  const { job, words } = useJob();
  const { t, tCode, prose } = words;
  const families = new Map(job.pack.connectors.map((c) => [c.id, c.family]));
  const plugs = (lamp.plugs ?? []).map((p) => families.get(p.connector) ?? p.connector);
  return (
    <div className="flex items-center gap-4 border-y border-line py-2" data-box-contents={lamp.id}>
      <LampFace lamp={lamp} widthPx={lamp.face.aspect < 1 ? 40 : 96} />
      <ul className="text-sm">
        <li>
          {lamp.maker} {lamp.name}
          {lamp.side !== 'either' && lamp.side !== 'centre' && `, ${tCode(`side.${lamp.side}`)}`}
        </li>
        <li className="text-soft">{prose(lamp.about)}</li>
        <li>
          {plugs.length > 0
            ? t('box.plugs', { count: plugs.length, plugs: words.list(plugs) })
            : t('box.plugs-unknown')}
        </li>
      </ul>
    </div>
  );
}

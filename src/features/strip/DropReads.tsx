'use client';
import { type FormEvent, useState } from 'react';
import type { DropPoint } from '@/core/job';
import { readMeter } from '@/core/quantity';
import { BUTTON, FIELD } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { useBusy, useJob } from '../job/JobContext';

/** The loss on the way to the lamps and back while they are lit: what to expect, and what the meter said. */
export function DropReads({ drops }: { drops: readonly DropPoint[] }) {
  const { words, sender } = useJob();
  const busy = useBusy();
  const { t } = words;
  const wanted = drops.filter((d) => d.wanted);
  const [each, setEach] = useState(false);
  if (drops.length === 0) return null;
  // Without a figure for the way back nothing can be as expected.
  const open = wanted.filter((d) => d.read === null);
  const known = open.filter((d) => d.expected.groundV !== null);
  const over = drops.filter((d) => d.read && !d.read.within);
  return (
    <section className="border-t border-line pt-2" data-drops={open.length + over.length}>
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="min-w-40 text-base font-semibold">{t('drop.title')}</h3>
        {known.length > 0 ? (
          <button
            type="button"
            className={BUTTON.main}
            disabled={busy}
            data-drops-as-expected
            onClick={() =>
              void sender.sendAll(
                known.map(({ position, lamp, point, expected }) => ({
                  type: 'drop-read' as const,
                  body: {
                    position,
                    lamp,
                    point,
                    supplyV: expected.supplyV,
                    groundV: expected.groundV ?? 0,
                    noted: 'as-expected' as const,
                  },
                })),
              )
            }
          >
            {t('drop.as-expected', { count: known.length })}
          </button>
        ) : (
          <span className="flex items-center gap-2 text-sm text-soft">
            {over.length > 0 && <WarningMark />}
            {over.length > 0
              ? t('drop.over', { count: over.length })
              : open.length > 0
                ? t('drop.open', { count: open.length })
                : t(wanted.length > 0 ? 'drop.done' : 'drop.optional')}
          </span>
        )}
        <button type="button" className={BUTTON.quiet} aria-expanded={each} onClick={() => setEach(!each)}>
          {t('drop.each')}
        </button>
      </div>
      {each && (
        <>
          <p className="mt-1 text-sm text-soft">{t('drop.how')}</p>
          <ul>
            {drops.map((d) => (
              <DropRow key={`${d.position}/${d.point}:${d.read?.event ?? ''}`} drop={d} />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function DropRow({ drop }: { drop: DropPoint }) {
  const { words, say, sender } = useJob();
  const busy = useBusy();
  const { t, decimal } = words;
  const [typed, setTyped] = useState({ supply: '', ground: '' });
  const [fault, setFault] = useState<string | null>(null);
  const { expected, read } = drop;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const [supply, ground] = [typed.supply, typed.ground].map((x) => readMeter(x, 'volt', decimal));
    for (const r of [supply, ground]) if (r?.kind === 'fault') return setFault(say.reason(r.reason).text);
    if (supply?.kind !== 'value' || ground?.kind !== 'value') return;
    setFault(null);
    void sender.send('drop-read', {
      position: drop.position,
      lamp: drop.lamp,
      point: drop.point,
      supplyV: supply.value,
      groundV: ground.value,
    });
  };
  const name = t('drop.point', { position: say.position(drop.position), does: say.does(drop.does) });
  return (
    <li
      className="border-b border-line py-1.5"
      data-drop={`${drop.position}/${drop.point}`}
      data-drop-read={read ? (read.within ? 'within' : 'over') : 'open'}
    >
      <form onSubmit={submit} noValidate className="flex flex-wrap items-center gap-3 text-sm">
        <span className="min-w-60 grow basis-full">
          <b className="font-semibold first-letter:uppercase">{name}</b>{' '}
          <span className="font-mono">{drop.point}</span>
          <span className="block text-soft">
            {t(drop.flashes ? 'drop.with-flashing' : 'drop.with', { setting: say.setting(drop.state) })}{' '}
            {t('drop.expect', {
              supply: say.number(expected.supplyV),
              ground: expected.groundV === null ? t('drop.unknown') : `${say.number(expected.groundV)} V`,
              limit: say.number(drop.limitV),
            })}
          </span>
        </span>
        {read && (
          <span className={`flex items-center gap-1.5 ${read.within ? 'text-petrol' : 'text-plum'}`}>
            {!read.within && <WarningMark />}
            {t(read.asExpected ? 'drop.read-expected' : 'drop.read', { v: say.number(read.loopV) })}
          </span>
        )}
        {(['supply', 'ground'] as const).map((side) => (
          <label key={side} className="flex items-center gap-1.5 whitespace-nowrap">
            {t(`drop.${side}`)}
            <input
              className={`${FIELD} max-w-20 font-mono`}
              inputMode="decimal"
              value={typed[side]}
              onChange={(e) => setTyped({ ...typed, [side]: e.target.value })}
              aria-label={t('drop.field', { name, side: t(`drop.${side}`) })}
              aria-invalid={fault !== null}
            />
          </label>
        ))}
        <button type="submit" className={BUTTON.plain} disabled={busy}>
          {t('drop.save')}
        </button>
        {fault && (
          <span role="alert" className="w-full text-plum">
            {fault}
          </span>
        )}
      </form>
    </li>
  );
}

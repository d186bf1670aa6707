'use client';
import { type FormEvent, useState } from 'react';
import { alike, dropPercent, lightChanges, looksView } from '@/core/job';
import { readLength } from '@/core/quantity';
import { BUTTON, FIELD } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { useBusy, useJob, useSwapIn, useView } from '../job/JobContext';
import { LightReading } from '../job/LightReading';
import { changeWords } from '@/words';

/** Aim and the light after: what closes the promise that every swap of a beam makes. */
export function AimPanel() {
  const { words, swap, rights } = useJob();
  const looks = useSwapIn(useView(looksView));
  const { t } = words;
  if (!swap?.choice || !looks?.aimed) return null;
  return (
    <section className="grid gap-2 border-t border-line pt-3" data-aim={looks.aim ? 'read' : 'open'}>
      <h3 className="text-lg">{t('aim.title')}</h3>
      {looks.aim ? <AimRead /> : rights.workAtVehicle && <AimForm />}
      {(looks.before || looks.after) && (
        <>
          <Ratio />
          {(looks.after !== null || rights.workAtVehicle) && <LightReading swap={looks.id} when="after" />}
        </>
      )}
    </section>
  );
}

/** Before against after, where both were measured alike: the ratio and the true change. */
function Ratio() {
  const { words, say } = useJob();
  const looks = useSwapIn(useView(looksView));
  const { t } = words;
  const { before, after } = looks ?? {};
  if (!before || !after) return null;
  if (!alike(before, after)) return <p className="text-sm text-plum">{t('aim.unlike')}</p>;
  return (
    <ul className="text-sm" data-ratio>
      {lightChanges(before, after).map((c) => (
        <li key={c.position}>{changeWords(c, words, say)}</li>
      ))}
    </ul>
  );
}

function AimRead() {
  const { view, words, say, sender } = useJob();
  const zone = useZone();
  const { t } = words;
  const aim = useSwapIn(useView(looksView))?.aim;
  if (!aim) return null;
  return (
    <div>
      <ul>
        {Object.entries(aim.lamps).map(([p, a]) => (
          <li key={p} className={a.within ? '' : 'font-semibold text-plum'} data-within={a.within}>
            {t('aim.was', {
              position: say.position(p),
              mm: say.number(a.dropMm),
              percent: say.number(dropPercent(a.dropMm, aim.distanceMm)),
              within: a.within ? 'yes' : 'no',
            })}
          </li>
        ))}
      </ul>
      <p className="text-sm text-soft">
        {t('aim.how', {
          m: say.number(aim.distanceMm / 1000),
          against: aim.against,
          by: view.names[aim.by] ?? '',
          at: say.date(aim.at, zone),
        })}{' '}
        <button
          type="button"
          className={BUTTON.quiet}
          onClick={() => void sender.send('void', { target: aim.event })}
        >
          {t('undo')}
        </button>
      </p>
    </div>
  );
}

function AimForm() {
  const { words, say, sender } = useJob();
  const busy = useBusy();
  const looks = useSwapIn(useView(looksView));
  const { t, decimal } = words;
  const [drops, setDrops] = useState<Readonly<Record<string, string>>>({});
  // Nothing is chosen: whoever read it says of each lamp whether it is where it should be.
  const [within, setWithin] = useState<Readonly<Record<string, boolean>>>({});
  const [distance, setDistance] = useState('');
  const [against, setAgainst] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  if (!looks) return null;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const wall = readLength(distance.trim(), decimal);
    if (wall.kind === 'fault') return setFault(say.reason(wall.reason).text);
    if (against.trim() === '') return setFault(t('aim.against-wanted'));
    const lamps = looks.positions.map((p) => [p, readLength((drops[p] ?? '').trim(), decimal)] as const);
    const bad = lamps.find(([, l]) => l.kind === 'fault');
    if (bad?.[1].kind === 'fault') return setFault(say.reason(bad[1].reason).text);
    if (looks.positions.some((p) => within[p] === undefined)) return setFault(t('aim.within-wanted'));
    setFault(null);
    await sender.send('aim-checked', {
      swap: looks.id,
      lamps: Object.fromEntries(
        lamps.flatMap(([p, l]) =>
          l.kind === 'fault' ? [] : [[p, { dropMm: l.mm, within: within[p] === true }]],
        ),
      ),
      distanceMm: wall.mm,
      against: against.trim(),
    });
  };
  return (
    <form onSubmit={submit} noValidate className="grid gap-2" data-aim-form>
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid w-32 gap-1 text-sm font-semibold">
          {t('aim.distance')}
          <input
            className={`${FIELD} font-mono`}
            value={distance}
            onChange={(e) => setDistance(e.target.value)}
            placeholder={t('aim.distance-example')}
            autoComplete="off"
          />
        </label>
        <label className="grid min-w-56 flex-1 gap-1 text-sm font-semibold">
          {t('aim.against')}
          <input
            className={FIELD}
            value={against}
            onChange={(e) => setAgainst(e.target.value)}
            placeholder={t('aim.against-example')}
          />
        </label>
      </div>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        {looks.positions.map((p) => (
          <div key={p} className="flex items-end gap-3">
            <label className="grid w-32 gap-1 text-sm font-semibold">
              {t('aim.drop-of', { position: say.position(p) })}
              <input
                className={`${FIELD} font-mono`}
                value={drops[p] ?? ''}
                onChange={(e) => setDrops({ ...drops, [p]: e.target.value })}
                placeholder={t('aim.drop-example')}
                autoComplete="off"
              />
            </label>
            {([true, false] as const).map((is) => (
              <label key={String(is)} className="flex items-center gap-1.5 pb-2 text-sm">
                <input
                  type="radio"
                  className="accent-petrol"
                  name={`within/${p}`}
                  checked={within[p] === is}
                  onChange={() => setWithin({ ...within, [p]: is })}
                />
                {t(is ? 'aim.within' : 'aim.outside')}
              </label>
            ))}
          </div>
        ))}
        <button type="submit" className={BUTTON.plain} disabled={busy}>
          {t('aim.save')}
        </button>
      </div>
      <p role="alert" className="text-sm text-plum">
        {fault}
      </p>
    </form>
  );
}

'use client';
import { useEffect, useState } from 'react';
import type { RoadLamp, RoadLamps } from '@/core/job';
import type { Coverage } from '@/core/beam/photometry/coverage';
import { ISOLUX } from '@/core/beam/photometry/roadTask';
import { typedAs } from '@/core/quantity';
import { BUTTON, FIELD } from '@/ui/classes';
import type { RoadAsk, RoadReply } from '@/workers/road';
import { useJob } from '../JobContext';
import { useWorker } from '../useWorker';
import { Figure } from './Figure';
import { measureIn, numberIn } from './numberIn';
import { SHADES } from './paintRoad';

const worker = () => new Worker(new URL('../../../workers/road.ts', import.meta.url), { type: 'module' });
const PX = 14;

/** How work lamps light the ground all round a machine: what stays dark is named, and tilts that light it are proposed. */
export function GroundLight({ known }: { known: RoadLamps }) {
  const { words, say } = useJob();
  const { t, decimal } = words;
  const lamps = known.after;
  const [set, setSet] = useState<Readonly<Record<string, { readonly tilt: number; readonly pan: number }>>>(
    {},
  );
  const [least, setLeast] = useState('5');
  const [far, setFar] = useState(() => typedAs('distance', 8, words));
  const [found, setFound] = useState<Coverage | null>(null);
  const [working, setWorking] = useState(false);
  const standing = (l: RoadLamp) => set[l.position] ?? { tilt: l.tiltDeg ?? 0, pan: l.panDeg ?? 0 };
  const [leastLux, farM] = [numberIn(least, decimal), measureIn(far, 'distance', words)];
  const middleM = lamps.reduce((s, l) => s + (l.aheadM ?? 0), 0) / Math.max(1, lamps.length);
  const placed = lamps.map((l) => ({
    map: l.map,
    acrossM: l.acrossM,
    heightM: l.heightM,
    // Counted from the middle of the lamps, about which the ground is looked at.
    aheadM: (l.aheadM ?? 0) - middleM,
    tiltDeg: standing(l).tilt,
    panDeg: standing(l).pan,
  }));
  const of = { nearM: 2, farM: Math.max(2.5, farM ?? 8), leastLux: leastLux ?? 5 };
  const { send, end } = useWorker<RoadAsk, RoadReply>(worker, (r) => {
    if (r.kind === 'ground') setFound(r.coverage);
    if (r.kind !== 'tilts') return;
    setWorking(false);
    setFound(r.coverage);
    setSet({
      ...set,
      ...Object.fromEntries(
        r.changes.flatMap((c) => {
          const lamp = lamps[c.lamp];
          return lamp ? [[lamp.position, { tilt: c.tiltDeg, pan: c.panDeg }]] : [];
        }),
      ),
    });
  });
  const asked = JSON.stringify([of, lamps.map((l) => [l.position, standing(l)])]);
  useEffect(() => {
    send({ kind: 'ground', lamps: placed, of });
    // Made of what is asked; the lamps' maps are too large to be compared.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked]);
  const put = (l: RoadLamp, name: 'tilt' | 'pan', value: number) =>
    setSet({ ...set, [l.position]: { ...standing(l), [name]: value } });
  return (
    <>
      <div className="flex flex-wrap items-end gap-3">
        <Figure label={t('road.least')} value={least} onChange={setLeast} data-ground="least" />
        <Figure
          label={t('road.far')}
          value={far}
          onChange={setFar}
          width="w-44"
          measured="distance"
          data-ground="far"
        />
        {working ? (
          <button
            type="button"
            className={BUTTON.plain}
            onClick={() => {
              end();
              setWorking(false);
            }}
          >
            {t('wall.stop')}
          </button>
        ) : (
          <button
            type="button"
            className={BUTTON.plain}
            onClick={() => {
              setWorking(true);
              send({ kind: 'tilts', lamps: placed, of });
            }}
            data-ground-tilts
          >
            {t('road.propose')}
          </button>
        )}
      </div>
      <div className="grid gap-4 md:grid-cols-2">
        {found && (
          <GroundPicture found={found} farM={of.farM} leastLux={of.leastLux} label={t('road.ground-title')} />
        )}
        <div className="grid content-start gap-2">
          {found && (
            <p className="font-semibold" data-ground-lit={Math.round(found.lit * 100)}>
              {t('road.lit', { percent: Math.round(found.lit * 100), lux: say.number(of.leastLux) })}
            </p>
          )}
          <ul className="text-sm">
            {(found?.dark ?? []).map((d) => (
              <li key={d.fromDeg}>
                {t('road.dark', {
                  way: t(`road.way.${d.way}`),
                  deg: Math.round(d.toDeg - d.fromDeg),
                  lux: say.number(Math.round(d.leastLux * 10) / 10),
                })}
              </li>
            ))}
          </ul>
          {lamps.map((l) => (
            <fieldset key={l.position} className="flex items-end gap-3" data-ground-lamp={l.position}>
              <legend className="text-sm font-semibold">{say.position(l.position)}</legend>
              {(['tilt', 'pan'] as const).map((k) => (
                <label key={k} className="grid w-28 gap-0.5 text-sm">
                  {t(`road.${k}`)}
                  <input
                    type="number"
                    className={`${FIELD} font-mono`}
                    min={k === 'tilt' ? -90 : -360}
                    max={k === 'tilt' ? 20 : 360}
                    step={k === 'tilt' ? 1 : 5}
                    value={Math.round(standing(l)[k])}
                    onChange={(e) => put(l, k, Number(e.target.value))}
                  />
                </label>
              ))}
            </fieldset>
          ))}
          <p className="text-sm text-soft">{t('road.ground-about')}</p>
        </div>
      </div>
    </>
  );
}

/** The ground from above, ahead at the top: each cell in the shade of its light, dark ones hatched. */
function GroundPicture({
  found,
  farM,
  leastLux,
  label,
}: {
  found: Coverage;
  farM: number;
  leastLux: number;
  label: string;
}) {
  const r = farM * PX;
  const at = (m: number, deg: number) => {
    const a = (deg * Math.PI) / 180;
    return `${Math.sin(a) * m * PX} ${-Math.cos(a) * m * PX}`;
  };
  return (
    <svg
      viewBox={`${-r - 4} ${-r - 4} ${2 * r + 8} ${2 * r + 8}`}
      role="img"
      aria-label={label}
      className="block w-full max-w-md rounded-sm bg-glass"
      data-ground-picture
    >
      <defs>
        <pattern
          id="ground-dark"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V6" stroke="#b9bec6" strokeWidth="1" />
        </pattern>
      </defs>
      {found.cells.map((c) => (
        <path
          key={`${c.fromDeg}/${c.fromM}`}
          d={`M${at(c.fromM, c.fromDeg)}L${at(c.toM, c.fromDeg)}L${at(c.toM, c.toDeg)}L${at(c.fromM, c.toDeg)}Z`}
          fill={
            c.lux < leastLux
              ? 'url(#ground-dark)'
              : (SHADES.light[ISOLUX.filter((l) => c.lux >= l).length] ?? '#000')
          }
        />
      ))}
      <path d="M0 -18L7 2H-7Z" fill="#b9bec6" />
    </svg>
  );
}

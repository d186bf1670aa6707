'use client';
import { lightView, looksView } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { LampFace } from '@/ui/LampFace';
import { useZone } from '@/ui/WordsContext';
import { useBusy, useJob, useSwapIn, useView } from '../job/JobContext';
import { useFlashPhase } from '../job/useFlasher';
import { litAt, type NowLit } from '../job/lightNow';
import { Controls } from '../job/Controls';
import { levelWords } from '../job/levelWords';
import { LightBecause } from './LightBecause';
import { LightRules } from './LightRules';

/** Light: throw the switches and see what each lamp will do, and what the rule set says of it. */
export function LightStage() {
  const { view, words, say, swap, controls } = useJob();
  const light = useView(lightView);
  const phaseOn = useFlashPhase(controls);
  const { t } = words;
  const wirings = useSwapIn(light)?.wiring ?? [];
  const lit = new Map(view.positions.map((p) => [p.key, litAt(light, p, controls, phaseOn)]));
  return (
    <>
      <main className="flex min-w-0 flex-col gap-5 px-6 py-4 lg:overflow-y-auto">
        <h2 className="text-2xl first-letter:uppercase">
          {swap ? say.positions(swap.positions) : t('stage.light')}
        </h2>
        <Controls />
        {wirings.length === 0 ? (
          <p className="text-soft">{view.swaps.length === 0 ? t('fit.no-swap') : t('wire.no-choice')}</p>
        ) : (
          <>
            <div className="grid grid-cols-2 gap-6">
              {wirings.map((w) => {
                const levels = Object.fromEntries((lit.get(w.position) ?? []).map((l) => [l.does, l.bright]));
                const tall = w.lamp.face.aspect < 1;
                return (
                  <figure
                    key={w.position}
                    className="grid justify-items-center gap-1.5"
                    data-lamp={w.position}
                  >
                    <LampFace
                      lamp={w.lamp}
                      levels={levels}
                      widthPx={tall ? 110 : 300}
                      label={t('light.face', { position: say.position(w.position) })}
                    />
                    <figcaption className="text-sm">
                      {say.position(w.position)} · {w.lamp.maker} {w.lamp.name}
                      {w.state === 'plug-unknown' && (
                        <span className="block text-plum">{t('light.plug-unknown')}</span>
                      )}
                      {w.state === 'unmapped' && (
                        <span className="block text-soft">{t('light.unmapped')}</span>
                      )}
                    </figcaption>
                  </figure>
                );
              })}
            </div>
            <Watched />
            <Expected
              lit={wirings.map((w) => lit.get(w.position) ?? [])}
              names={wirings.map((w) => say.position(w.position))}
            />
            <LightRules wirings={wirings} />
          </>
        )}
      </main>
      <LightBecause />
    </>
  );
}

/** Somebody watched it: that is what Light rests on. */
function Watched() {
  const { view, words, say, swap, sender } = useJob();
  const zone = useZone();
  const busy = useBusy();
  const { t } = words;
  const watched = useSwapIn(useView(looksView))?.watched;
  const lamps = swap?.choice?.lamps;
  if (!swap || !lamps) return null;
  return (
    <div className="flex flex-wrap items-center gap-3" data-watched={watched ? 'yes' : 'no'}>
      {watched ? (
        <p className="text-soft">
          {t('light.watched', { by: view.names[watched.by] ?? '', at: say.date(watched.at, zone) })}{' '}
          <button
            type="button"
            className={BUTTON.quiet}
            onClick={() => void sender.send('void', { target: watched.event })}
          >
            {t('undo')}
          </button>
        </p>
      ) : (
        <>
          <button
            type="button"
            className={BUTTON.main}
            disabled={busy}
            onClick={() => void sender.send('light-watched', { swap: swap.id, lamps })}
            data-watch
          >
            {t('light.watch')}
          </button>
          <p className="min-w-0 flex-1 text-sm text-soft">{t('light.watch-about')}</p>
        </>
      )}
    </div>
  );
}

/** What to expect of every function, side beside side. */
function Expected({ lit, names }: { lit: readonly (readonly NowLit[])[]; names: readonly string[] }) {
  const { words, say } = useJob();
  const { t } = words;
  const functions = [...new Set(lit.flatMap((l) => l.map((x) => x.does)))];
  return (
    <table className="w-full border-collapse text-[0.94rem]">
      <caption className="pb-1 text-left font-head text-lg font-semibold">{t('light.expected')}</caption>
      <thead className="text-left text-sm text-soft">
        <tr className="border-b border-line">
          <th className="w-2/5 py-1 font-semibold">{t('functions.function')}</th>
          {names.map((n) => (
            <th key={n} className="font-semibold first-letter:uppercase">
              {n}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {functions.map((does) => (
          <tr key={does} className="border-b border-line">
            <th scope="row" className="py-1 text-left font-normal">
              {say.does(does)}
            </th>
            {lit.map((l, i) => {
              const found = l.find((x) => x.does === does);
              return (
                <td
                  key={i}
                  className={found && found.level.kind !== 'off' ? 'font-semibold' : 'text-faint'}
                  data-expected={`${does}:${found?.level.kind ?? 'none'}`}
                >
                  {found ? levelWords(found.level, t) : '–'}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

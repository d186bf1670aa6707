'use client';
import { looksView, type ReadWhen } from '@/core/job';
import { degreesOf } from '@/core/beam/aim';
import { BUTTON } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { useJob, useView } from '../JobContext';
import { WallChange, WallFound } from './WallFound';
import { WallPhoto } from './WallPhoto';

/** Walls of a swap as they were read: before beside after in one scale, left against right, and one more to be taken. */
export function WallsSeen({ swap, when }: { swap: string; when: ReadWhen }) {
  const { view, words, say, sender, rights } = useJob();
  const zone = useZone();
  const looks = useView(looksView).swaps.find((s) => s.id === swap);
  const { t } = words;
  if (!looks) return null;
  const bodies = looks.walls.map((w) => w.body);
  const target = (position: string): number | null => {
    const percent = looks.aimRead?.lamps.find((l) => l.position === position)?.judged[0]?.target.setTo;
    return percent === undefined ? null : degreesOf(percent);
  };
  const figure = (n: number) => say.number(Math.round(n * 100) / 100);
  return (
    <section className="grid gap-2" data-walls={looks.walls.length}>
      {looks.walls.length > 0 && (
        <div className="grid gap-4 sm:grid-cols-2">
          {looks.walls.map((w) => (
            <div key={w.event}>
              <WallFound
                body={w.body}
                beside={bodies}
                title={t('wall.title-of', { position: say.position(w.position), when: w.when })}
                targetDeg={w.when === 'after' ? target(w.position) : null}
                words={words}
                say={say}
              />
              <p className="text-sm text-soft">
                {t('wall.by', {
                  mm: w.body.checkMm,
                  by: view.names[w.by] ?? '',
                  at: say.date(w.at, zone),
                })}{' '}
                <button
                  type="button"
                  className={BUTTON.quiet}
                  onClick={() => void sender.send('void', { target: w.event })}
                >
                  {t('undo')}
                </button>
              </p>
            </div>
          ))}
        </div>
      )}
      <div className="grid gap-4 sm:grid-cols-2">
        {looks.walls
          .filter((w) => w.when === 'after')
          .map((after) => {
            const before = looks.walls.find((w) => w.when === 'before' && w.position === after.position);
            return before ? (
              <WallChange
                key={after.event}
                before={before.body}
                after={after.body}
                title={t('wall.change-of', { position: say.position(after.position) })}
                words={words}
              />
            ) : null;
          })}
      </div>
      {looks.pairs.map((p) => (
        <p key={p.when} className="text-sm" data-wall-pair={p.when}>
          {t('wall.pair', {
            when: p.when,
            cutoff: p.cutoffDeg === null ? 'none' : figure(p.cutoffDeg),
            across: p.acrossDeg === null ? 'none' : figure(p.acrossDeg),
            times: p.hotRatio === null ? 'none' : figure(p.hotRatio),
          })}
        </p>
      ))}
      {looks.walls.length > 0 && <p className="text-sm text-soft">{t('wall.caution')}</p>}
      {rights.workAtVehicle && (
        <details data-wall-open={when}>
          <summary className="cursor-pointer font-semibold text-petrol">{t('wall.open')}</summary>
          <div className="mt-2">
            <WallPhoto swap={swap} when={when} />
          </div>
        </details>
      )}
    </section>
  );
}

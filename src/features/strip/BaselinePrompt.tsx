'use client';
import { looksView, stripView } from '@/core/job';
import { factsOf } from '@/core/kernel/reason';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { useBusy, useJob, useView } from '../job/JobContext';
import { WallsSeen } from '../job/beam/WallsSeen';
import { LightReading } from '../job/LightReading';

/** Before the old lamp is out, its light is measured: afterwards nobody can. */
export function BaselinePrompt() {
  const { view, words, say, rights } = useJob();
  const strip = useView(stripView);
  const { t } = words;
  return view.items
    .filter((i) => i.origin === 'baseline-light' && (i.closed === null || i.closed.how === 'met'))
    .map((item) => {
      const swap = item.id.slice('baseline:'.length);
      const mine = (factsOf(item.what).positions as readonly string[] | undefined) ?? [];
      // Of other swaps whose lamps are out this one says nothing.
      const gone = (strip.parking?.lampsOut ?? []).filter((p) => mine.includes(p));
      // Read already: while the old lamps are in, the wall can still be read as well.
      if (item.closed)
        return rights.workAtVehicle && gone.length === 0 ? (
          <div key={item.id} data-baseline-more>
            <WallsSeen swap={swap} when="before" />
          </div>
        ) : null;
      return (
        <section key={item.id} className="border-l-4 border-plum bg-plum-wash px-4 py-1.5" data-baseline>
          {rights.workAtVehicle && gone.length === 0 ? (
            // The next step is the thing to do; what is measured before it stands a tap away, and opens under itself.
            <details data-baseline-measure>
              <summary className="flex cursor-pointer items-center gap-2 font-semibold">
                <WarningMark />
                <span className="flex-1">{t('strip.baseline', { positions: say.positions(mine) })}</span>
                <span className="text-petrol underline decoration-line underline-offset-3">
                  {t('strip.baseline-measure')}
                </span>
              </summary>
              <div className="mt-1.5">
                <LightReading swap={swap} when="before" />
                <HalfOffer swap={swap} positions={mine} />
                <WallsSeen swap={swap} when="before" />
              </div>
            </details>
          ) : (
            <p className="flex items-center gap-2 font-semibold">
              <WarningMark />
              {gone.length > 0
                ? t('strip.baseline-late', { positions: say.positions(gone) })
                : t('strip.baseline', { positions: say.positions(mine) })}
            </p>
          )}
        </section>
      );
    });
}

/** Half and half is offered before the second side is off: one lamp stays, and old and new are read at the same moment. */
function HalfOffer({ swap, positions }: { swap: string; positions: readonly string[] }) {
  const { words, say, sender } = useJob();
  const busy = useBusy();
  const kept = useView(looksView).swaps.find((s) => s.id === swap)?.kept ?? null;
  const { t } = words;
  if (positions.length < 2) return null;
  return (
    <p className="mt-1.5 text-sm" data-half-offer={kept ?? 'none'}>
      {kept ? t('half-light.kept', { position: say.position(kept) }) : t('half-light.offer')}{' '}
      {!kept &&
        positions.map((p) => (
          <button
            key={p}
            type="button"
            className={BUTTON.quiet}
            disabled={busy}
            onClick={() => void sender.send('side-kept', { swap, position: p })}
          >
            {t('half.keep', { position: say.position(p) })}
          </button>
        ))}
    </p>
  );
}

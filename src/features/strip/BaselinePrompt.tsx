'use client';
import { stripView } from '@/core/job';
import { factsOf } from '@/core/kernel/reason';
import { WarningMark } from '@/ui/marks';
import { useJob, useView } from '../job/JobContext';
import { WallsSeen } from '../job/beam/WallsSeen';
import { LightReading } from '../job/LightReading';

/** Before the old lamp is out, its light is measured: afterwards nobody can. */
export function BaselinePrompt() {
  const { view, words, say, rights } = useJob();
  const strip = useView(stripView);
  const { t } = words;
  return view.items
    .filter((i) => i.origin === 'baseline-light' && i.closed === null)
    .map((item) => {
      const mine = (factsOf(item.what).positions as readonly string[] | undefined) ?? [];
      // Of other swaps whose lamps are out this one says nothing.
      const gone = (strip.parking?.lampsOut ?? []).filter((p) => mine.includes(p));
      return (
        <section key={item.id} className="border-l-4 border-plum bg-plum-wash px-4 py-2" data-baseline>
          <p className="flex items-center gap-2 font-semibold">
            <WarningMark />
            {gone.length > 0
              ? t('strip.baseline-late', { positions: say.positions(gone) })
              : t('strip.baseline', { positions: say.positions(mine) })}
          </p>
          {rights.workAtVehicle && gone.length === 0 && (
            <div className="mt-1.5">
              <LightReading swap={item.id.slice('baseline:'.length)} when="before" />
              <WallsSeen swap={item.id.slice('baseline:'.length)} when="before" />
            </div>
          )}
        </section>
      );
    });
}

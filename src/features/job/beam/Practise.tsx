'use client';
import { type LightWhen, roadLamps } from '@/core/job';
import { practiceLux } from '@/core/practice/meter';
import { BUTTON } from '@/ui/classes';
import { useJob, useView } from '../JobContext';

/** A simulated meter to practise with: it reads what the lamp's file says, as a meter would, and says by its name that it is none. */
export function Practise({
  swap,
  when,
  positions,
  distanceMm,
  onRead,
}: {
  swap: string;
  when: LightWhen;
  positions: readonly string[];
  distanceMm: number | null;
  onRead: (lux: Readonly<Record<string, string>>, meter: string) => void;
}) {
  const { words } = useJob();
  const known = useView((job) => roadLamps(job, swap));
  const { t } = words;
  const lamps = (when === 'before' ? known?.before : known?.after) ?? [];
  const ready = distanceMm !== null && positions.every((p) => lamps.some((l) => l.position === p));
  const read = () => {
    if (distanceMm === null) return;
    const of = positions.map((p, i) => {
      const map = lamps.find((l) => l.position === p)?.map;
      return [p, map ? String(practiceLux(map, distanceMm, Date.now() + i)).replace('.', words.decimal) : ''];
    });
    onRead(Object.fromEntries(of) as Record<string, string>, t('practise.meter'));
  };
  if (!ready) return <p className="text-sm text-soft">{t('practise.no-file')}</p>;
  return (
    <p className="text-sm text-soft">
      <button type="button" className={BUTTON.quiet} onClick={read} data-practise>
        {t('practise.read')}
      </button>{' '}
      {t('practise.about')}
    </p>
  );
}

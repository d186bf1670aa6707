'use client';
import { movementTimes, type MovementTimes } from '@/core/job';
import type { Movement } from '@/core/light/program/movements';
import { useJob, useView } from '../job/JobContext';

/** How a function has to move on this vehicle, in words; a time that nobody knows is said to be so. */
export function Moving({
  position,
  does,
  moves,
}: {
  position: string;
  does: string;
  moves: readonly Movement[];
}) {
  const { words, say } = useJob();
  const { t } = words;
  const times = useView(movementTimes).get(`${position}/${does}`);
  const said = (m: Movement): string => {
    switch (m.code) {
      case 'sweep':
        return `${t(`moving.sweep-${m.how}-${m.from}`)}, ${sweepTime(times)}`;
      case 'returns':
        return `${t('moving.returns', { while: say.does(m.while) })}, ${backTime(times)}`;
      case 'pulses':
        return t('moving.pulses', { count: m.count });
      case 'start-up':
        return t('moving.start-up');
      case 'fades':
        return t('moving.fades');
    }
  };
  const sweepTime = (x: MovementTimes | undefined) => {
    if (x?.neverFull) return t('moving.never-full');
    return x && x.fullMs !== null
      ? t('moving.full-after', { ms: Math.round(x.fullMs) })
      : t('moving.full-unknown');
  };
  const backTime = (x: MovementTimes | undefined) =>
    x && x.backMs !== null ? t('moving.back-after', { ms: Math.round(x.backMs) }) : t('moving.back-unknown');
  return (
    <ul className="text-[0.95rem]" data-moving={does}>
      {moves.map((m) => (
        <li key={m.code} className="first-letter:uppercase">
          {said(m)}
        </li>
      ))}
    </ul>
  );
}

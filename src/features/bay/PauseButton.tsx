'use client';
import { clockMarks, type Job } from '@/core/job';
import { type RunningClock, runningClock } from '@/core/work';
import { useKeys } from '@/ui/useKeys';
import { useBusy, useJob, useView } from '../job/JobContext';
import { useOutbox } from '../outbox/OutboxProvider';

const marksView = ({ reading }: Job) => clockMarks(reading);

/** How long who is at the vehicle has been at the step in hand: by what they recorded, pauses taken out. */
export function useClock(): RunningClock {
  const { me } = useOutbox();
  const marks = useView(marksView);
  return runningClock(marks.filter((m) => m.who.split('/')[0] === me?.user));
}

/** Stops the clock of whoever is at the vehicle, and lets it go on: a break is no step's time. */
export function PauseButton() {
  const { words, sender, rights } = useJob();
  const busy = useBusy();
  const { paused } = useClock();
  const turn = () => void sender.send('work-paused', { act: paused ? 'resumed' : 'paused' });
  useKeys(rights.workAtVehicle ? { '.': turn } : {});
  return (
    <button
      type="button"
      className="min-h-14 rounded-sm border border-outline bg-raised px-3 text-[1.05rem] font-semibold disabled:border-line disabled:text-faint"
      onClick={turn}
      disabled={busy || !rights.workAtVehicle}
      aria-pressed={paused}
      data-pause={paused ? 'paused' : 'running'}
    >
      {words.t(paused ? 'tablet.go-on' : 'tablet.pause')}
    </button>
  );
}

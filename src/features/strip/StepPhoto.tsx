'use client';
import type { StepLine } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useJob } from '../job/JobContext';
import { StepPhotos } from '../job/photos/StepPhotos';
import { useTakeOfStep } from '../job/photos/useTakeOfStep';

/** The photos of a step on the desk, and one more. */
export function StepPhoto({ line }: { line: StepLine }) {
  const { words } = useJob();
  const { state, take } = useTakeOfStep(line);
  return (
    <div className="grid gap-2">
      <StepPhotos line={line} />
      <p className="flex flex-wrap items-baseline gap-3">
        <label className={`${BUTTON.quiet} cursor-pointer focus-within:outline-2`}>
          {words.t(state === 'working' ? 'photo.sending' : 'photo.take')}
          <input
            type="file"
            accept="image/*"
            className="sr-only"
            disabled={state === 'working'}
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              void take(file);
            }}
            data-step-photo
          />
        </label>
        <span role="alert" className="text-sm text-plum empty:hidden">
          {typeof state === 'object' ? words.tCode(`photo.fault.${state.fault}`) : ''}
        </span>
      </p>
    </div>
  );
}

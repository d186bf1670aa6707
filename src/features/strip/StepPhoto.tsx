'use client';
import { useState } from 'react';
import type { StepLine } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useJob } from '../job/JobContext';
import { StepPhotos } from '../job/photos/StepPhotos';
import { stepTitle } from '../job/stepWords';
import { uploadPhoto } from '../job/uploadPhoto';

/** The photos of a step on the desk, and one more. */
export function StepPhoto({ line }: { line: StepLine }) {
  const { words, say, sender } = useJob();
  const [state, setState] = useState<string>('idle');
  const take = async (file: File | undefined) => {
    if (!file) return;
    setState('sending');
    const outcome = await uploadPhoto(file);
    if ('fault' in outcome) return setState(outcome.fault);
    const { position, way, id } = line.step;
    await sender.send('photo-added', {
      photo: outcome.id,
      stage: way === 'out' ? 'strip' : 'mount',
      ...(position ? { position } : {}),
      words: stepTitle(line.step, words, say).slice(0, 300),
      step: id.slice(0, 120),
    });
    setState('idle');
  };
  return (
    <div className="grid gap-2">
      <StepPhotos line={line} />
      <p className="flex flex-wrap items-baseline gap-3">
        <label className={`${BUTTON.quiet} cursor-pointer focus-within:outline-2`}>
          {words.t(state === 'sending' ? 'photo.sending' : 'photo.take')}
          <input
            type="file"
            accept="image/*"
            className="sr-only"
            disabled={state === 'sending'}
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              void take(file);
            }}
            data-step-photo
          />
        </label>
        <span role="alert" className="text-sm text-plum empty:hidden">
          {state !== 'idle' && state !== 'sending' ? words.tCode(`photo.fault.${state}`) : ''}
        </span>
      </p>
    </div>
  );
}

'use client';
import { useState } from 'react';
import type { StepLine } from '@/core/job';
import { useJob } from '../JobContext';
import { stepTitle } from '../stepWords';
import { useKeepPhoto } from './PhotoSource';

/** What becomes of the picture that is being taken; a code: why it is not kept. */
export type Taking = 'idle' | 'working' | 'kept' | { readonly fault: string };

/** Takes pictures of a step: each kept, then written into the job at its step. `before`: the first of a pair that it ends. */
export function useTakeOfStep(line: StepLine): {
  readonly state: Taking;
  readonly take: (file: Blob | undefined, before?: string) => Promise<void>;
} {
  const { words, say, sender } = useJob();
  const keep = useKeepPhoto();
  const [state, setState] = useState<Taking>('idle');
  const take = async (file: Blob | undefined, before?: string) => {
    if (!file) return;
    setState('working');
    const photo = await keep(file);
    if ('fault' in photo) return setState(photo);
    const { position, way, id } = line.step;
    const written = await sender.send('photo-added', {
      photo: photo.id,
      stage: way === 'out' ? 'strip' : 'mount',
      ...(position ? { position } : {}),
      words: stepTitle(line.step, words, say).slice(0, 300),
      step: id.slice(0, 120),
      ...(before ? { before } : {}),
    });
    setState(written ? 'kept' : 'idle');
  };
  return { state, take };
}

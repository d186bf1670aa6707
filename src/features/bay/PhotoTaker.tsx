'use client';
import { type ChangeEvent, useState } from 'react';
import type { StepLine } from '@/core/job';
import { useJob } from '../job/JobContext';
import { stepTitle } from '../job/stepWords';
import { preparedPhoto } from '../job/uploadPhoto';
import { useBay } from './BayContext';

/** A photo of a step: made smaller here, on the disk of this device at once, sent when it can be. */
export function PhotoTaker({ line, onClose }: { line: StepLine; onClose: () => void }) {
  const { words, say, sender } = useJob();
  const bay = useBay();
  const { t } = words;
  const [state, setState] = useState<'idle' | 'working' | 'kept' | 'no-picture' | 'full'>('idle');
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    setState('working');
    const photo = await preparedPhoto(file);
    if (!photo) return setState('no-picture');
    // The picture first: an entry that names one is never written for nothing.
    if (!(await bay.keepPhoto(photo.id, photo.bytes))) return setState('full');
    const { position, way } = line.step;
    const kept = await sender.send('photo-added', {
      photo: photo.id,
      stage: way === 'out' ? 'strip' : 'mount',
      ...(position ? { position } : {}),
      words: stepTitle(line.step, words, say).slice(0, 300),
    });
    setState(kept ? 'kept' : 'idle');
  };
  return (
    <div
      className="flex flex-wrap items-center gap-3 border-t-2 border-line bg-sunk px-5 py-3"
      data-aside-open="photo"
    >
      <label className="inline-flex min-h-14 cursor-pointer items-center rounded-sm bg-ink px-5 text-[1.1rem] font-bold text-paper focus-within:outline-2">
        {t(state === 'working' ? 'tablet.photo-working' : 'photo.take')}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(e) => void take(e)}
          disabled={state === 'working'}
        />
      </label>
      <button
        type="button"
        className="min-h-14 rounded-sm border border-outline bg-raised px-4 font-semibold"
        onClick={onClose}
      >
        {t('close')}
      </button>
      <p role="status" className={state === 'no-picture' || state === 'full' ? 'text-plum' : 'text-soft'}>
        {state === 'kept' && t('tablet.photo-kept')}
        {state === 'no-picture' && t('tablet.photo-none')}
        {state === 'full' && t('tablet.full')}
      </p>
    </div>
  );
}

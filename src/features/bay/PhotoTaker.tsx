'use client';
import { useState } from 'react';
import { photosView, type StepLine } from '@/core/job';
import { useJob, useView } from '../job/JobContext';
import { GhostCamera } from '../job/photos/GhostCamera';
import { StepPhotos } from '../job/photos/StepPhotos';
import { stepTitle } from '../job/stepWords';
import { preparedPhoto } from '../job/uploadPhoto';
import { useBay } from './BayContext';

/** A photo of a step: made smaller here, on the disk of this device at once, sent when it can be. */
export function PhotoTaker({ line, onClose }: { line: StepLine; onClose: () => void }) {
  const { words, say, sender } = useJob();
  const bay = useBay();
  const { t } = words;
  const [state, setState] = useState<'idle' | 'working' | 'kept' | 'no-picture' | 'full'>('idle');
  const { photos } = useView(photosView);
  // The last one of this step that is no after itself can have its second.
  const first = photos.filter((p) => p.step === line.step.id && p.before === null).at(-1) ?? null;
  const [pair, setPair] = useState(false);
  const take = async (file: Blob | undefined) => {
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
      step: line.step.id.slice(0, 120),
      ...(pair && first ? { before: first.photo } : {}),
    });
    setState(kept ? 'kept' : 'idle');
    setPair(false);
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
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            void take(file);
          }}
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
      {first && !pair && (
        <button
          type="button"
          className="min-h-14 rounded-sm border border-outline bg-raised px-4 font-semibold"
          onClick={() => setPair(true)}
          data-second
        >
          {t('photo.second')}
        </button>
      )}
      {pair && first && (
        <div className="w-full max-w-2xl">
          <GhostCamera before={first.photo} onShot={(picture) => void take(picture)} />
        </div>
      )}
      <div className="w-full">
        <StepPhotos line={line} />
      </div>
    </div>
  );
}

'use client';
import { useState } from 'react';
import { photosView, type StepLine } from '@/core/job';
import { useJob, useView } from '../job/JobContext';
import { GhostCamera } from '../job/photos/GhostCamera';
import { StepPhotos } from '../job/photos/StepPhotos';
import { useTakeOfStep } from '../job/photos/useTakeOfStep';

/** A photo of a step: made smaller here, on the disk of this device at once, sent when it can be. */
export function PhotoTaker({ line, onClose }: { line: StepLine; onClose: () => void }) {
  const { t, tCode } = useJob().words;
  const { state, take } = useTakeOfStep(line);
  const { photos } = useView(photosView);
  // The last one of this step that is no after itself can have its second.
  const first = photos.filter((p) => p.step === line.step.id && p.before === null).at(-1) ?? null;
  const [pair, setPair] = useState(false);
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
      <p role="status" className={typeof state === 'object' ? 'text-plum' : 'text-soft'}>
        {state === 'kept' && t('tablet.photo-kept')}
        {typeof state === 'object' && tCode(`photo.fault.${state.fault}`)}
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
          <GhostCamera
            before={first.photo}
            onShot={(picture) => void take(picture, first.photo).then(() => setPair(false))}
          />
        </div>
      )}
      <div className="w-full">
        <StepPhotos line={line} />
      </div>
    </div>
  );
}

'use client';
import { useState } from 'react';
import { useJob } from '../JobContext';
import { Picture } from './Picture';

/** Before and after in one frame: the slider uncovers one over the other. */
export function PairSlider({ before, after }: { before: string; after: string }) {
  const { words } = useJob();
  const [share, setShare] = useState(50);
  return (
    <figure className="grid gap-2" data-pair={share}>
      <div className="relative overflow-hidden border border-line bg-sunk">
        <Picture photo={after} alt={words.t('photo.after')} className="block w-full" />
        <Picture
          photo={before}
          alt={words.t('photo.before')}
          className="absolute inset-0 size-full object-cover"
          style={{ clipPath: `inset(0 ${100 - share}% 0 0)` }}
        />
        <div className="absolute inset-y-0 w-0.5 bg-paper" style={{ left: `${share}%` }} aria-hidden />
      </div>
      <label className="grid grid-cols-[auto_1fr_auto] items-center gap-3 text-sm text-soft">
        {words.t('photo.before')}
        <input
          type="range"
          min={0}
          max={100}
          value={share}
          onChange={(e) => setShare(Number(e.target.value))}
          className="accent-petrol"
          aria-label={words.t('photo.compare')}
          data-pair-slider
        />
        {words.t('photo.after')}
      </label>
    </figure>
  );
}

'use client';
import { useState } from 'react';
import { type JobPhoto, photosView, type StepLine } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { Sheet } from '@/ui/Sheet';
import { useJob, useView } from '../JobContext';
import { MarksEditor } from './MarksEditor';
import { PairSlider } from './PairSlider';
import { PhotoView } from './PhotoView';

/** The photos of a step, on whichever way they were taken: with marks, and as pairs where there are two of one frame. */
export function StepPhotos({ line }: { line: StepLine }) {
  const { words } = useJob();
  const { photos } = useView(photosView);
  const [open, setOpen] = useState<string | null>(null);
  const mine = photos.filter((p) => p.step === line.step.id);
  const shown = photos.find((p) => p.event === open) ?? null;
  if (mine.length === 0) return null;
  return (
    <section aria-label={words.t('photo.of-step')}>
      <ul className="flex flex-wrap gap-2" data-step-photos={mine.length}>
        {mine.map((p) => (
          <li key={p.event} className="w-28">
            <button
              type="button"
              className="block w-full"
              onClick={() => setOpen(p.event)}
              data-photo-open={p.photo}
            >
              <PhotoView photo={p.photo} alt={altOf(p, words.t('photo.alt'))} marks={p.marks} />
              {p.before && <span className="text-sm text-soft">{words.t('photo.pair')}</span>}
            </button>
          </li>
        ))}
      </ul>
      <Sheet
        open={shown !== null}
        onOpenChange={(o) => !o && setOpen(null)}
        title={words.t('photo.of-step')}
        close={words.t('close')}
        wide
      >
        {shown && <Shown photo={shown} onDone={() => setOpen(null)} />}
      </Sheet>
    </section>
  );
}

const altOf = (p: JobPhoto, other: string) => p.words || other;

function Shown({ photo, onDone }: { photo: JobPhoto; onDone: () => void }) {
  const { words, view } = useJob();
  const [marking, setMarking] = useState(false);
  if (marking)
    return <MarksEditor photo={photo.photo} alt={photo.words} marks={photo.marks} onDone={onDone} />;
  return (
    <div className="grid gap-3">
      {photo.before ? (
        <PairSlider before={photo.before} after={photo.photo} />
      ) : (
        <PhotoView photo={photo.photo} alt={altOf(photo, words.t('photo.alt'))} marks={photo.marks} />
      )}
      <p className="text-sm text-soft">{[photo.words, view.names[photo.by]].filter(Boolean).join(' · ')}</p>
      <button
        type="button"
        className={`${BUTTON.plain} justify-self-start`}
        onClick={() => setMarking(true)}
        data-mark-photo
      >
        {words.t('photo-mark.title')}
      </button>
    </div>
  );
}

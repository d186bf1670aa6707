import type { PhotoMarkKind } from '../events';
import type { Stage } from '../stages/stages';
import { type Job, perJob } from './view';

/** Something that was drawn on a photo; places are shares of its width and height. */
export interface PhotoMark {
  readonly kind: PhotoMarkKind;
  readonly x: number;
  readonly y: number;
  readonly toX?: number | undefined;
  readonly toY?: number | undefined;
  readonly words?: string | undefined;
}

/** A photo of a job with what was drawn on it. */
export interface JobPhoto {
  readonly event: string;
  readonly photo: string;
  readonly stage: Stage;
  readonly position: string | null;
  /** The step that it was taken at; null: at none. */
  readonly step: string | null;
  readonly words: string;
  readonly by: string;
  readonly at: string;
  readonly marks: readonly PhotoMark[];
  /** The photo of before that it is the after of. */
  readonly before: string | null;
}

/** Every photo of a job, in the order they were taken. */
export const photosView: (job: Job) => { readonly photos: readonly JobPhoto[] } = perJob(({ reading }) => ({
  photos: reading.record.photos.map((e) => ({
    event: e.id,
    photo: e.body.photo,
    stage: e.body.stage,
    position: e.body.position ?? null,
    step: e.body.step ?? null,
    words: e.body.words ?? '',
    by: e.user,
    at: e.at,
    marks: reading.record.photoMarks.get(e.body.photo)?.event.body.marks ?? [],
    before: e.body.before ?? null,
  })),
}));

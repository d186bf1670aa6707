import { weakMapMemoize } from 'reselect';
import type { JobPack } from '../pack';
import type { JobReading } from '../readJob';

/** A job where it is read: what it is read from, and what it comes to. */
export interface Job {
  readonly pack: JobPack;
  readonly reading: JobReading;
}

/** A view that is laid out when somebody looks, once for as long as the job stays as it is. */
export const perJob = <V extends object>(lay: (job: Job) => V): ((job: Job) => V) => weakMapMemoize(lay);

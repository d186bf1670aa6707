import { matchesWords } from '../catalogue/synonyms';

/** A job that a device has with it, as far as it is found by. */
export interface JobHere {
  readonly id: string;
  readonly number: number;
  readonly vehicle: string;
  /** Plate, fleet number, serial and VIN, as far as they are known. */
  readonly identities: readonly string[];
}

/** A step of the job that is open, by its words. */
export interface StepHere {
  readonly id: string;
  readonly title: string;
}

const squeezed = (text: string) => text.toUpperCase().replace(/[^\p{L}\p{N}]/gu, '');
/** Fewer characters of a plate or VIN are in nearly all of them. */
const LEAST_OF_IDENTITY = 2;

/**
 * What a text finds on a device that nobody need answer: jobs by number (`8` and `0008`), vehicle, plate or VIN (spaces and
 * hyphens count for nothing), steps by their words. Nothing typed finds nothing.
 */
export function foundHere<J extends JobHere, S extends StepHere>(
  text: string,
  jobs: readonly J[],
  steps: readonly S[],
): { readonly jobs: readonly J[]; readonly steps: readonly S[] } {
  const typed = text.trim();
  if (typed === '') return { jobs: [], steps: [] };
  const bare = squeezed(typed);
  const isJob = (j: J) =>
    (/^\d{1,9}$/.test(typed) && Number(typed) === j.number) ||
    matchesWords(j.vehicle, typed) ||
    (bare.length >= LEAST_OF_IDENTITY && j.identities.some((i) => squeezed(i).includes(bare)));
  return { jobs: jobs.filter(isJob), steps: steps.filter((s) => matchesWords(s.title, typed)) };
}

import type { Candidate } from '@/core/fitment';
import type { Lamp, Part, Profile } from '@/core/shelf';

/** What Fit needs besides the job: each swap's shortlist and the shelf rows that it names. */
export interface FitData {
  readonly shortlists: Readonly<Record<string, readonly Candidate[]>>;
  readonly lamps: Readonly<Record<string, Lamp>>;
  readonly parts: Readonly<Record<string, Part>>;
  readonly profiles: readonly Profile[];
}

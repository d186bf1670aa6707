import type { Aim, Candidate, LampHistory, LookPlan } from '@/core/fitment';
import type { ChoiceRevisions, ShelfSlice } from '@/core/job';
import type { Lamp, Part, Profile } from '@/core/catalogue';

/** What Fit needs besides the job: each swap's shortlist and the shelf rows that it names. */
export interface FitData {
  readonly shortlists: Readonly<Record<string, readonly Candidate[]>>;
  readonly lamps: Readonly<Record<string, Lamp>>;
  readonly parts: Readonly<Record<string, Part>>;
  readonly profiles: readonly Profile[];
  readonly aim: Aim;
  /** By swap. */
  readonly looks: Readonly<Record<string, LookPlan>>;
  /** By swap: what a choice pins. */
  readonly revisions: Readonly<Record<string, ChoiceRevisions>>;
  /** What a choice from the shortlists would pin. */
  readonly rows: ShelfSlice;
  /** By application: both sides taken together. */
  readonly histories: Readonly<Record<string, LampHistory | null>>;
  /** Lamps and parts on the shop's own shelf. */
  readonly stock: Readonly<Record<string, number>>;
}

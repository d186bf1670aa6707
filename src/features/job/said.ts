import type { FactView } from '@/core/job';
import type { FactValue } from '@/core/vehicle';

/** What is said of a fact of one subject, with what it was read from. */
export interface Said {
  readonly fact: FactView;
  readonly value: FactValue | null;
  readonly typed?: string;
  readonly cavities?: number;
}

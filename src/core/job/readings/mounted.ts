import { lampAt } from '../../kernel/ids';
import type { PositionKey } from '../../vehicle';
import { MOUNT_CHECKS, type MountCheck, type MountLooked } from '../events';
import type { JobRecord } from '../fold';
import type { ChoiceCheck } from './check';

/** A chosen lamp as far as it was looked over once it was mounted. */
export interface MountLook {
  readonly swap: string;
  readonly position: PositionKey;
  readonly lamp: string;
  readonly event: string | null;
  readonly answers: Readonly<Record<MountCheck, MountLooked>> | null;
  readonly wrong: readonly MountCheck[];
  readonly unlooked: readonly MountCheck[];
}

/** Every chosen lamp, in the order of the swaps. */
export const mountLooks = (
  checks: readonly ChoiceCheck[],
  record: Pick<JobRecord, 'mounted'>,
): readonly MountLook[] =>
  checks.flatMap(({ swap, wiring }) =>
    wiring.map(({ position, lamp }): MountLook => {
      const e = record.mounted.get(lampAt(position, lamp.id))?.event;
      const answers = e?.body.checks ?? null;
      return {
        swap: swap.id,
        position,
        lamp: lamp.id,
        event: e?.id ?? null,
        answers,
        wrong: MOUNT_CHECKS.filter((c) => answers?.[c] === 'no'),
        unlooked: MOUNT_CHECKS.filter((c) => (answers?.[c] ?? 'not-looked') === 'not-looked'),
      };
    }),
  );

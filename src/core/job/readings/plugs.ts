import { plugAt } from '../../kernel/ids';
import type { ConnectorHalf, VehiclePlug } from '../../harness';
import type { PositionKey } from '../../vehicle';
import { type Looked, PLUG_CHECKS, type PlugCheck } from '../events';
import type { JobRecord } from '../fold';
import { compareEvents } from '../log/frontier';
import type { ChoiceCheck } from './check';
import type { PositionWiring } from './wiring';
import { isDone } from './stepLines';
import type { StripReading } from './work';

/** A plug of the vehicle that a chosen lamp uses, as far as it was looked at. */
export interface PlugLook {
  readonly swap: string;
  readonly position: PositionKey;
  readonly plug: string;
  /** The entry that tells of it, unless the plug was opened since; null: nobody has looked at it as it is now. */
  readonly event: string | null;
  /** It was looked at, and then the lamp came out: what was seen is of before. */
  readonly openedSince: boolean;
  /** As it was recorded; null: nobody has looked at it as it is now. */
  readonly answers: Readonly<Record<PlugCheck, Looked>> | null;
  /** What has to be seen on it. */
  readonly asked: readonly PlugCheck[];
  readonly wrong: readonly PlugCheck[];
  readonly unlooked: readonly PlugCheck[];
}

/** What has to be seen on a plug: mated, latched, right way round; slide and seal where the connector has them. */
export const plugChecks = (connector: ConnectorHalf | undefined): readonly PlugCheck[] => [
  'mated',
  'latch',
  ...(connector?.locks.includes('slide') ? (['slide'] as const) : []),
  'polarity',
  ...(connector?.sealed ? (['sealed'] as const) : []),
];

/** A plug of which the line knows nothing: the lamp has one, and it is looked at like any other. */
export const OWN_PLUG = 'own';

/** Every plug that the maps use, in the order of the swaps; where the line names none, the one that is there. */
export function plugLooks(
  checks: readonly ChoiceCheck[],
  record: Pick<JobRecord, 'plugs'>,
  strip: Pick<StripReading, 'out'>,
  connector: (id: string) => ConnectorHalf | undefined,
): readonly PlugLook[] {
  // A lamp that comes out is unplugged, whatever was seen before.
  const out = new Map(
    strip.out.flatMap((l) =>
      isDone(l) && l.tick && l.step.step.lampOut && l.step.position
        ? [[l.step.position, { id: l.tick.event, at: l.tick.at }] as const]
        : [],
    ),
  );
  return checks.flatMap((c) =>
    c.wiring.flatMap((w) =>
      plugsAtLamp(w).map((p): PlugLook => {
        const seen = record.plugs.get(plugAt(w.position, p.id))?.event ?? null;
        const opened = out.get(w.position);
        const openedSince = seen !== null && opened !== undefined && compareEvents(seen, opened) < 0;
        const wanted = plugChecks(connector(p.connector));
        const answers = openedSince ? null : (seen?.body.checks ?? null);
        return {
          swap: c.swap.id,
          position: w.position,
          plug: p.id,
          event: openedSince ? null : (seen?.id ?? null),
          openedSince,
          answers,
          asked: wanted,
          wrong: wanted.filter((x) => answers?.[x] === 'no'),
          unlooked: wanted.filter((x) => (answers?.[x] ?? 'not-looked') === 'not-looked'),
        };
      }),
    ),
  );
}

/** The plugs that are looked at where a lamp sits. */
export const plugsAtLamp = ({
  state,
  vehiclePlugs,
}: Pick<PositionWiring, 'state' | 'vehiclePlugs'>): readonly Pick<VehiclePlug, 'id' | 'connector'>[] =>
  vehiclePlugs.length === 0 && state === 'unmapped' ? [{ id: OWN_PLUG, connector: '' }] : vehiclePlugs;

/** The record of a plug that was found right in all that has to be seen on it; what else was recorded stays. */
export const foundRight = (p: PlugLook): Readonly<Record<PlugCheck, Looked>> =>
  Object.fromEntries(
    PLUG_CHECKS.map((c) => [c, p.asked.includes(c) ? 'yes' : (p.answers?.[c] ?? 'not-looked')]),
  ) as Record<PlugCheck, Looked>;

/** Whether all that has to be seen on a plug was seen, and right. */
export const isRight = (p: PlugLook): boolean => p.wrong.length === 0 && p.unlooked.length === 0;

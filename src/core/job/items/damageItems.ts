import { reason } from '../../kernel/reason';
import type { AnyStoredEvent } from '../events';
import type { JobRecord } from '../fold';
import { compareEvents } from '../log/frontier';
import { isDone, type StepLine } from '../readings/stepLines';
import type { StripReading } from '../readings/work';
import type { RuledItem } from './ruledItem';

/** The entries that damage and lasting changes hang on. */
export type DamageEntries = Pick<JobRecord, 'breakages' | 'changes' | 'mounted'>;

/** What broke, what was changed for good without having been foreseen, and every hole that was made. */
export const damageItems = (strip: StripReading, record: DamageEntries): readonly RuledItem[] => [
  ...breakageItems(record),
  ...changeItems(record),
  ...holeItems(strip, record),
];

const heardOf = (e: Pick<AnyStoredEvent, 'id' | 'at' | 'user'>) => ({
  raisedBy: e.user,
  raisedAt: e.at,
  since: { id: e.id, at: e.at },
});

/** Open until the customer knows, somebody pays, and what replaces it is in or not wanted. */
const breakageItems = ({ breakages }: DamageEntries): readonly RuledItem[] =>
  [...breakages.values()].map(({ event }) => {
    const { breakage, kind, words, cost, told, spare } = event.body;
    const open = [
      ...(told ? [] : ['not-told']),
      ...(cost === 'open' ? ['cost-open'] : []),
      ...(spare === 'to-order' || spare === 'ordered' ? [spare] : []),
    ];
    return {
      id: `breakage:${breakage}`,
      origin: 'breakage',
      what: reason('item-breakage', { fragile: kind, words, open }),
      stage: 'release',
      ...heardOf(event),
      ...(open.length === 0 ? { met: { by: event.user, at: event.at } } : {}),
    };
  });

/** Open until the customer has agreed; a hole besides until it has its grommet or seal. */
const changeItems = ({ changes }: DamageEntries): readonly RuledItem[] =>
  [...changes.values()].flatMap(({ event }): readonly RuledItem[] => {
    const { change, words, consent, hole, sealed } = event.body;
    const met = { met: { by: event.user, at: event.at } };
    return [
      {
        id: `change:${change}`,
        origin: 'lasting-change',
        what: reason('item-change-consent', { words }),
        stage: 'strip',
        ...heardOf(event),
        ...(consent === 'open' ? {} : met),
      },
      ...(hole
        ? [
            {
              id: `change-hole:${change}`,
              origin: 'mount' as const,
              what: reason('item-change-hole', { words }),
              stage: 'mount' as const,
              ...heardOf(event),
              ...(sealed ? met : {}),
            },
          ]
        : []),
    ];
  });

/** A step that drilled: open until somebody looked at that lamp's holes since, and they have their grommet or seal. */
const holeItems = (strip: StripReading, { mounted }: DamageEntries): readonly RuledItem[] =>
  strip.out
    .filter((l) => isDone(l) && drills(l))
    .map((l) => {
      const { tick, step } = l;
      const since = { id: tick?.event ?? '', at: tick?.at ?? '' };
      const use = strip.uses.find((u) => u.sheet?.id === step.sheet);
      const places = step.position === null ? (use?.positions ?? []) : [step.position];
      const sound = [...mounted.values()]
        .map((m) => m.event)
        .find(
          (e) =>
            places.includes(e.body.position) && compareEvents(e, since) > 0 && e.body.checks.holes === 'yes',
        );
      return {
        id: `hole:${step.id}`,
        origin: 'mount',
        what: reason('item-hole', {
          step: step.step.title,
          ...(step.position ? { position: step.position } : {}),
        }),
        stage: 'mount',
        raisedBy: tick?.by ?? '',
        raisedAt: tick?.at ?? '',
        since,
        ...(sound ? { met: { by: sound.user, at: sound.at } } : {}),
      };
    });

/** A step that leaves a hole behind. */
const drills = ({ step: { step } }: StepLine): boolean =>
  step.kind === 'lasting-change' &&
  (step.tool?.kind === 'drill' || (step.cautions ?? []).includes('drilling'));

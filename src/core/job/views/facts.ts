import { type FactKey, factRef, type FactStatement, positionKey } from '../../vehicle';
import { TRIAL_FIT } from '../byHand';
import { packSources } from '../pack';
import { askedAt } from './asked';
import { placesOf } from './frame';
import { type Job, perJob } from './view';

/** A fact with everything that was said of it. */
export interface FactView {
  readonly key: FactKey;
  /** `vehicle`, or the position that the fact is about. */
  readonly subject: string;
  /** null: nobody has said, or what was said contradicts itself. */
  readonly value: string | number | boolean | null;
  readonly decidedBy: FactStatement | null;
  readonly contradictedBy: readonly FactStatement[];
  readonly history: readonly FactStatement[];
}

/**
 * Every fact that can matter to the line, known or not: what is unknown is to be seen. Vehicle facts first, then by position of the swaps;
 * facts that nobody listed but somebody stated come too.
 */
export const factsView = perJob(({ pack, reading }: Job): readonly FactView[] => {
  const { family, registry } = packSources(pack);
  const swapped = new Set(reading.record.swaps.flatMap((s) => s.positions));
  const order = placesOf(family).map((p) => positionKey(p.position));
  const asked = pack.asked && new Set(pack.asked);
  const at = new Map(family.places.map((p) => [positionKey(p.position), p.position]));
  const described = new Set(
    [...reading.record.described.values()].map(({ event: { body } }) => `${body.role}.${body.end}`),
  );
  const asks = (subject: string, fact: string) => {
    const place = at.get(subject);
    if (fact === TRIAL_FIT) return described.has(place ? `${place.role}.${place.end}` : '');
    return !asked || asked.has(askedAt(subject === 'vehicle' || !place ? 'vehicle' : place, fact));
  };
  // Circuits and options are on no list: those that a row of the shelf asks for are asked.
  const unlisted = [...new Set(pack.asked ?? [])].flatMap((at) => {
    const id = at.slice(at.indexOf('/') + 1);
    return registry.list.some((k) => k.id === id) ? [] : (registry.find(id) ?? []);
  });
  const keys = [...registry.list, ...new Map(unlisted.map((k) => [k.id, k])).values()];
  const listed = keys
    .flatMap((key) =>
      key.subject === 'vehicle'
        ? [{ key, subject: 'vehicle' }]
        : order.filter((p) => swapped.has(p)).map((subject) => ({ key, subject })),
    )
    .filter(({ key, subject }) => asks(subject, key.id));
  const stated = [...reading.facts.values()].flatMap((f) => {
    const key = registry.find(f.key);
    return key && !listed.some((l) => l.key.id === f.key && l.subject === f.subject)
      ? [{ key, subject: f.subject }]
      : [];
  });
  return [...listed, ...stated].map(({ key, subject }) => {
    const fact = reading.facts.get(factRef(key.id, subject));
    return {
      key,
      subject,
      value: fact?.value ?? null,
      decidedBy: fact?.decidedBy ?? null,
      contradictedBy: fact?.contradictedBy ?? [],
      history: fact?.history ?? [],
    };
  });
});

/**
 * A fact with the same one of the swap's other lamps that nobody has told yet: one walk round the vehicle answers both
 * sides, so both are asked at once.
 */
export function withTwins(
  fact: FactView,
  all: readonly FactView[],
  positions: readonly string[],
): readonly [FactView, ...(readonly FactView[])] {
  const twins = all.filter(
    (f) =>
      f.key.id === fact.key.id &&
      f.subject !== fact.subject &&
      f.value === null &&
      positions.includes(f.subject) &&
      positions.includes(fact.subject),
  );
  return [fact, ...twins];
}

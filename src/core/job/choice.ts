import type { Judgement } from '../fitment';
import type { BodyOf, RowRef, Said } from './events';

/** Revisions of the rows that a choice stands on, as the chooser saw them; each by id. */
export interface ChoiceRevisions {
  readonly applications: Readonly<
    Record<
      string,
      {
        readonly rev: number;
        /** Step sheets on the shelf for these lamps. */
        readonly sheets: readonly RowRef[];
      }
    >
  >;
  readonly lamps: Readonly<Record<string, number>>;
  readonly parts: Readonly<Record<string, number>>;
}

/** Whether a verdict can be taken without an override. */
export const isSettled = (verdict: Judgement['verdict']): boolean =>
  verdict === 'fits' || verdict === 'fits-with-parts';

/**
 * A lamp as it is chosen from the shortlist: pins the revisions of everything it stands on, and writes the parts list.
 * @param override reason and consent, for a verdict that is not settled; dropped where it is
 */
export function lampChoice(
  swap: string,
  judgement: Judgement,
  revisions: ChoiceRevisions,
  override: BodyOf<'lamp-chosen'>['override'] | null,
): Said<'lamp-chosen'> {
  const application = revisions.applications[judgement.application];
  const lamp = (id: string): RowRef => ({ id, rev: revisions.lamps[id] ?? 0 });
  return {
    swap,
    application: { id: judgement.application, rev: application?.rev ?? 0 },
    lamps: Object.fromEntries(Object.entries(judgement.lamps).map(([position, id]) => [position, lamp(id)])),
    parts: judgement.parts.map((p) => ({
      id: p.part,
      rev: revisions.parts[p.part] ?? 0,
      quantity: p.quantity,
      certain: p.certain,
    })),
    verdict: judgement.verdict,
    road: judgement.road.mark,
    sheets: (application?.sheets ?? []).map(({ id, rev }) => ({ id, rev })),
    ...(override && !isSettled(judgement.verdict) ? { override } : {}),
  };
}

import type { Wish } from '../../fitment';
import type { PositionKey, VinReading } from '../../vehicle';
import type { WarrantySymptom } from '../events';
import { customerWords } from '../log/locked';
import { type Customer, customerOf } from '../log/customer';
import { type Job, perJob } from './view';

/** How the vehicle came in and what its owner wants. */
export interface ArriveView {
  /** What was said when the job was opened. */
  readonly words: string;
  readonly vin: VinReading | null;
  readonly wishes: { readonly wishes: readonly Wish[]; readonly words: string } | null;
  /** Who the customer is; null: nobody wrote it down. */
  readonly customer: Customer | null;
  readonly modifications: readonly {
    readonly event: string;
    readonly words: string;
    readonly position: PositionKey | null;
  }[];
  readonly photos: readonly {
    readonly event: string;
    readonly photo: string;
    readonly position: PositionKey | null;
    readonly words: string;
    readonly by: string;
    readonly at: string;
  }[];
  /** The job that this one makes good; null: none. */
  readonly warranty: {
    readonly event: string;
    readonly earlier: string;
    readonly lamps: readonly string[];
    readonly symptom: WarrantySymptom;
    readonly words: string;
  } | null;
}

/** Lays out Arrive. */
export const arriveView = perJob(({ reading: { record, vin } }: Job): ArriveView => {
  const wishes = record.wishes?.event.body;
  const warranty = record.warranty?.event;
  return {
    words: customerWords(record),
    vin,
    wishes: wishes ? { wishes: wishes.wishes, words: wishes.words ?? '' } : null,
    customer: customerOf(record),
    modifications: record.modifications.map((m) => ({
      event: m.id,
      words: m.body.words,
      position: m.body.position ?? null,
    })),
    photos: record.photos.map((e) => ({
      event: e.id,
      photo: e.body.photo,
      position: e.body.position ?? null,
      words: e.body.words ?? '',
      by: e.user,
      at: e.at,
    })),
    warranty: warranty
      ? {
          event: warranty.id,
          earlier: warranty.body.earlier,
          lamps: warranty.body.lamps,
          symptom: warranty.body.symptom,
          words: warranty.body.words ?? '',
        }
      : null,
  };
});

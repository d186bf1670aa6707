'use client';
import { useState } from 'react';
import { type SheetOffer, type Step, type StepSheet, takenOver } from '@/core/work';
import { BUTTON } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';

/** What the shop's own jobs would change of a step sheet: taken over one by one, and saved with the row. */
export function SheetOffers({
  offers,
  steps,
  onSteps,
}: {
  offers: readonly SheetOffer[];
  /** The steps as they are typed. */
  steps: string;
  onSteps: (steps: string) => void;
}) {
  const { t, prose, list, locale } = useWords();
  const [taken, setTaken] = useState<ReadonlySet<number>>(new Set());
  const now = stepsIn(steps);
  if (!now) return null;
  const titleOf = (id: string) => {
    const step = now.find((s) => s.id === id);
    return step ? prose(step.title) : id;
  };
  const said = (o: SheetOffer): string => {
    const step = titleOf(o.step);
    switch (o.kind) {
      case 'minutes':
        return t('offer.minutes', { step, way: o.way, from: o.from, to: o.to, count: o.times });
      case 'differs':
        return t('offer.differs', { step, words: list(o.words), count: o.jobs });
      case 'not-needed':
        return t('offer.not-needed', { step, count: o.jobs, of: o.of });
      case 'breaks':
        return t('offer.breaks', { step, count: o.broken, of: o.of });
    }
  };
  return (
    <section className="mb-4 border border-petrol bg-petrol-wash px-4 py-3" data-offers={offers.length}>
      <h2 className="text-base font-semibold">{t('offer.title')}</h2>
      <ul>
        {offers.map((o, i) => (
          <li key={i} className="flex flex-wrap items-baseline gap-x-3">
            <span>{said(o)}</span>
            <button
              type="button"
              className={BUTTON.quiet}
              disabled={taken.has(i)}
              onClick={() => {
                const sheet = takenOver({ steps: now } as unknown as StepSheet, o, locale);
                onSteps(JSON.stringify(sheet.steps, null, 2));
                setTaken(new Set([...taken, i]));
              }}
              data-take-over={o.kind}
            >
              {t(taken.has(i) ? 'offer.taken' : 'offer.take')}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Steps of a text; null: it is no list of them as it stands. */
export function stepsIn(text: string): readonly Step[] | null {
  try {
    const read: unknown = JSON.parse(text === '' ? '[]' : text);
    return Array.isArray(read) && read.every((s) => s !== null && typeof s === 'object' && 'id' in s)
      ? (read as Step[])
      : null;
  } catch {
    return null;
  }
}

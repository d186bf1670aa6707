'use client';
import { useSearchParams } from 'next/navigation';
import { createContext, useCallback, useContext } from 'react';
import type { ItemPlace, Stage } from '@/core/job';
import { useJob } from './JobContext';

/** Name of the query parameter that tells which part of a stage is shown. */
const PART_PARAM: Readonly<Partial<Record<Stage, string>>> = { wire: 'show' };

/** The part of a stage’s screen that the address names; null: none. */
export function useShownPart(stage: Stage): string | null {
  return useSearchParams().get(PART_PARAM[stage] ?? 'part');
}

/** Address of a place in a job. */
export function placeHref(job: string, { stage, part, position }: ItemPlace): string {
  const query = new URLSearchParams();
  if (position) query.set('pos', position);
  if (part) query.set(PART_PARAM[stage] ?? 'part', part);
  const text = query.toString();
  return `/jobs/${job}/${stage}${text ? `?${text}` : ''}`;
}

/** Where a screen goes to places in its own way; null: by the address of the desk. */
export const GoContext = createContext<((to: ItemPlace) => void) | null>(null);

/** Goes to a place of this job: nothing is fetched. */
export function useGo(): (to: ItemPlace) => void {
  const { view } = useJob();
  const own = useContext(GoContext);
  const byAddress = useCallback(
    (to: ItemPlace) => window.history.pushState(null, '', placeHref(view.id, to)),
    [view.id],
  );
  return own ?? byAddress;
}

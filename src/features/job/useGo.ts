'use client';
import { useCallback } from 'react';
import type { ItemPlace, Stage } from '@/core/job';
import { useJob } from './JobContext';

/** Name of the query parameter that tells which part of a stage is shown. */
const PART_PARAM: Readonly<Partial<Record<Stage, string>>> = { wire: 'show' };

/** Address of a place in a job. */
export function placeHref(job: string, { stage, part, position }: ItemPlace): string {
  const query = new URLSearchParams();
  if (position) query.set('pos', position);
  if (part) query.set(PART_PARAM[stage] ?? 'part', part);
  const text = query.toString();
  return `/jobs/${job}/${stage}${text ? `?${text}` : ''}`;
}

/** Goes to a place of this job: the address changes and nothing is fetched. */
export function useGo(): (to: ItemPlace) => void {
  const { view } = useJob();
  return useCallback((to) => window.history.pushState(null, '', placeHref(view.id, to)), [view.id]);
}

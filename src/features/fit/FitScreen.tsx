'use client';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { useEffect } from 'react';
import { AIMS } from '@/core/fitment';
import { Asking } from '../job/Asking';
import { useJob } from '../job/JobContext';
import { useAsked } from '../job/useAsked';
import type { FitData } from './fitData';
import { FitStage } from './FitStage';

/** Fit with its shortlists, which are the server’s work: they go over the whole shelf. */
export function FitScreen() {
  const {
    view,
    job: { pack },
    words,
    lend,
  } = useJob();
  const [aim] = useQueryState('aim', parseAsStringLiteral(AIMS).withDefault('find-one'));
  const asked = useAsked<FitData>(`/api/jobs/${view.id}/fit?aim=${aim}`, [pack.cursor, pack.shelf]);
  const rows = asked.data?.rows;
  useEffect(() => {
    if (rows) lend(rows);
  }, [rows, lend]);
  return asked.data ? <FitStage data={asked.data} /> : <Asking asked={asked} title={words.t('stage.fit')} />;
}

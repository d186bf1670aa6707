'use client';
import type { BodyOf } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useJob } from '../JobContext';
import { readingsCsv } from './readingsCsv';

/** A reading as a CSV file, for other programs. */
export function ReadingsFile({ body }: { body: BodyOf<'light-read'> }) {
  const { words, view } = useJob();
  const save = () => {
    const url = URL.createObjectURL(new Blob([readingsCsv(body)], { type: 'text/csv' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = `light-${String(view.number).padStart(4, '0')}-${body.when}.csv`;
    link.click();
    URL.revokeObjectURL(url);
  };
  return (
    <button type="button" className={BUTTON.quiet} onClick={save} data-readings-csv={body.when}>
      {words.t('light-read.csv')}
    </button>
  );
}

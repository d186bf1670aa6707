'use client';
import { wallSheet } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { wallLineWords } from '@/words';
import { useJob, useView } from '../job/JobContext';

/** Where the lines lie on the wall, large enough to be read from beside the lamp; the same as a sheet to be printed. */
export function WallLines({ swap }: { swap: string }) {
  const { view, words, say } = useJob();
  const sheet = useView((job) => wallSheet(job, swap));
  const { t } = words;
  if (!sheet) return null;
  return (
    <section className="grid gap-2" data-wall-lines={sheet.assumed ? 'assumed' : 'measured'}>
      <p className="text-sm text-soft">
        {t('wall-sheet.wall', {
          place: sheet.place ?? 'none',
          m: sheet.distanceMm / 1000,
          assumed: String(sheet.assumed),
          rise: say.number(sheet.floorRisePercent),
        })}{' '}
        <a
          className={BUTTON.quiet}
          href={`/api/jobs/${view.id}/wall/sheet.pdf`}
          target="_blank"
          rel="noreferrer"
          data-print-wall
        >
          {t('wall.print-sheet')}
        </a>
      </p>
      <div className="grid gap-3 sm:grid-cols-2">
        {sheet.lamps.map((l) => {
          const [first] = l.lines;
          const said = wallLineWords(l, words, say);
          return (
            <div
              key={l.position}
              className="border-l-4 border-ink bg-sunk px-3 py-2"
              data-wall-line={l.position}
            >
              <p className="font-semibold">{said[0]}</p>
              {first && (
                <p className="text-2xl font-bold tabular-nums">
                  {t('wall-sheet.large', { floor: first.line.aboveFloorMm })}
                </p>
              )}
              {said.slice(1).map((line) => (
                <p key={line} className="text-sm">
                  {line}
                </p>
              ))}
            </div>
          );
        })}
      </div>
    </section>
  );
}

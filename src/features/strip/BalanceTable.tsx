'use client';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { stripView } from '@/core/job';
import { useJob, useView } from '../job/JobContext';
import { groupText, stepTitle } from '../job/stepWords';

/** The balance of fasteners in one line, and under it each group that does not add up, to go there at once. */
export function BalanceTable({ onPick }: { onPick: (step: string) => void }) {
  const { words, say } = useJob();
  const strip = useView(stripView);
  const { t } = words;
  const { total, balance, out } = strip;
  // What still waits for its own step on the way back is not missing yet.
  const back = new Map(strip.back.map((l) => [l.step.id, l]));
  const off = balance.filter((g) => !g.balanced && (back.get(g.step)?.tick ?? null) !== null);
  const even = total.unbalanced === 0;
  return (
    <div className={`border-y ${even ? 'border-line' : 'border-outline'}`}>
      <dl
        className="grid grid-cols-4 py-1.5"
        data-balance={even ? 'even' : 'open'}
        aria-label={t('balance.title')}
      >
        {(['out', 'in', 'holes', 'leftOver'] as const).map((k) => (
          <div key={k} className="flex items-baseline gap-2">
            <dt className="text-sm text-soft">{t(`balance.${k}`)}</dt>
            <dd
              className={`font-mono text-xl font-semibold ${off.length > 0 && (k === 'holes' || k === 'leftOver') && total[k] > 0 ? 'text-plum' : ''}`}
            >
              {total[k]}
            </dd>
          </div>
        ))}
      </dl>
      {off.length > 0 && (
        <ul className="border-t border-line py-1 text-sm">
          {off.map((g) => {
            const line = out.find((l) => l.step.id === g.step);
            const place = line?.step.position ? `, ${say.position(line.step.position)}` : '';
            return (
              <li
                key={`${g.step}/${g.group}`}
                className="flex items-baseline gap-2"
                data-off={`${g.step}/${g.group}`}
              >
                <WarningMark className="translate-y-0.5" />
                <span>
                  <b>{line ? stepTitle(line.step, words, say) : g.step}</b>
                  {place}:{' '}
                  {t('balance.off', {
                    holes: Math.max(0, g.holes),
                    left: Math.max(0, g.inHand),
                    short: Math.max(0, -g.inHand),
                    broken: g.inHand === 0 ? g.counts.broken : 0,
                  })}{' '}
                  {g.sheet && <span className="text-soft">{groupText(g.sheet, words)}</span>}
                </span>
                <button className={`${BUTTON.quiet} ml-auto`} onClick={() => onPick(g.step)}>
                  {t('balance.go')}
                </button>
              </li>
            );
          })}
        </ul>
      )}
    </div>
  );
}

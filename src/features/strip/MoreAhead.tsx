'use client';
import { type StepLine, stripView, type WorkAhead } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';
import { groupText, stepTitle } from '../job/stepWords';

/** What to have ready, how hard it is and why, one lamp at a time, and what else would be cheap now. */
export function MoreAhead({ ahead, lines }: { ahead: WorkAhead; lines: readonly StepLine[] }) {
  const { words, say } = useJob();
  const { t, tCode, prose } = words;
  const { whole, grade, spares, aside } = ahead;
  const open = lines.filter((l) => l.tick === null).map((l) => l.step);
  const used = [...new Set(open.flatMap((s) => s.step.consumables ?? []))];
  const fragile = open.flatMap((s) => (s.way === 'out' ? (s.step.fragile ?? []) : []));
  return (
    <dl className="mt-2 grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-1 text-[0.92rem]" data-more-ahead>
      {whole && (
        <Line name={t('ahead.whole')}>
          {t('ahead.whole-of', { p50: Math.round(whole.p50), p90: Math.round(whole.p90) })}{' '}
          <span className="text-soft">{t('ahead.rests-on', { count: ahead.timed })}</span>
        </Line>
      )}
      {grade && (
        <Line name={t('ahead.grade')}>
          <b data-grade={grade.grade}>{tCode(`grade.${grade.grade}`)}</b>{' '}
          <span className="text-soft">
            {words.list(
              grade.reasons.map((r) => tCode(`grade-reason.${r.code}`, { value: Math.round(r.value) })),
            )}
          </span>
        </Line>
      )}
      {used.length > 0 && (
        <Line name={t('ahead.used-up')}>{words.list(used.map((c) => tCode(`consumable.${c}`)))}</Line>
      )}
      {spares.length > 0 && (
        <Line name={t('ahead.spares')}>
          <span data-spares={spares.reduce((n, s) => n + s.count, 0)}>
            {words.list(
              spares.map((s) =>
                t('ahead.spare', {
                  count: s.count,
                  what: groupText(s.group, words),
                  step: stepTitle(s.step, words, say),
                  broken: s.seen?.broken ?? 0,
                  of: s.seen?.out ?? 0,
                }),
              ),
            )}
          </span>
        </Line>
      )}
      {fragile.length > 0 && (
        <Line name={t('step.fragile')}>
          <span className="text-plum">{words.list([...new Set(fragile.map((f) => prose(f.what)))])}</span>
        </Line>
      )}
      <Halves ahead={ahead} />
      {aside.length > 0 && (
        <Line name={t('ahead.aside')}>
          <ul>
            {aside.map((a) => (
              <li key={a.positions.join()} data-aside-offer={a.positions.join()}>
                {t('ahead.aside-of', {
                  positions: say.positions(a.positions),
                  now: Math.round(a.now),
                  later: Math.round(a.later),
                })}{' '}
                <span className="text-soft">
                  {t('ahead.aside-shared', { steps: words.list(a.shared.map((p) => prose(p))) })}
                </span>
              </li>
            ))}
          </ul>
        </Line>
      )}
    </dl>
  );
}

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

/** One lamp of a pair left as the reference, against both at once: in minutes, and in what a wrong lamp would cost. */
function Halves({ ahead }: { ahead: WorkAhead }) {
  const { words, say, sender, rights } = useJob();
  const strip = useView(stripView).kept;
  const busy = useBusy();
  const { t } = words;
  const swaps = [...new Set(ahead.halves.map((h) => h.swap))];
  return swaps.map((swap) => {
    const choices = ahead.halves.filter((h) => h.swap === swap);
    const kept = strip.find((k) => k.swap === swap)?.keep;
    const first = choices[0];
    if (!first) return null;
    const { cost } = choices.find((c) => c.keep === kept) ?? first;
    const keep = (position?: string) =>
      void sender.send('side-kept', { swap, ...(position ? { position } : {}) });
    return (
      <Line key={swap} name={t('half.title')}>
        <p data-half={kept ?? 'none'}>
          {t('half.cost', {
            both: Math.round(cost.bothMin),
            half: Math.round(cost.halfMin),
            wrongBoth: Math.round(cost.wrongBothMin),
            wrongHalf: Math.round(cost.wrongHalfMin),
          })}
        </p>
        {rights.workAtVehicle && (
          <p className="mt-1 flex flex-wrap gap-x-4">
            {choices
              .filter((c) => c.keep !== kept)
              .map((c) => (
                <button
                  key={c.keep}
                  type="button"
                  className={BUTTON.quiet}
                  disabled={busy}
                  onClick={() => keep(c.keep)}
                  data-half-keep={c.keep}
                >
                  {t('half.keep', { position: say.position(c.keep) })}
                </button>
              ))}
            {kept && (
              <button
                type="button"
                className={BUTTON.quiet}
                disabled={busy}
                onClick={() => keep()}
                data-half-both
              >
                {t('half.both')}
              </button>
            )}
          </p>
        )}
      </Line>
    );
  });
}

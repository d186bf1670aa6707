'use client';
import { useMemo } from 'react';
import { type StepLine, stripView, workView } from '@/core/job';
import { crewAsWished, crewOf, crewPlan, trayOf } from '@/core/work';
import { useJob, useView } from '../job/JobContext';
import { BUTTON } from '@/ui/classes';
import { CrewBars } from './CrewBars';
import { MoreAhead } from './MoreAhead';

/** What lies ahead of a way: the tools on the tray, and how two would share the steps that are still open. */
export function Ahead({ lines }: { lines: readonly StepLine[] }) {
  const { words, sender, rights } = useJob();
  const { t, tCode } = words;
  const ahead = useView(workView);
  const open = useMemo(() => lines.filter((l) => l.tick === null).map((l) => l.step), [lines]);
  const tray = trayOf(open);
  const way = lines[0]?.step.way ?? 'out';
  const { shared } = useView(stripView);
  const best = useMemo(() => (open.length > 1 ? crewPlan(crewOf(open)) : null), [open]);
  const wishes = shared[way];
  const plan = useMemo(
    () => (best && wishes.length > 0 ? crewAsWished(crewOf(open), wishes) : best),
    [best, open, wishes],
  );
  if (!plan || !best) return null;
  const round = Math.round;
  return (
    <details className="max-h-[46vh] shrink-0 overflow-y-auto border-y border-line py-1.5" data-ahead>
      <summary className="cursor-pointer text-[0.95rem]">
        <b>{t('ahead.left', { p50: round(ahead.left.p50), p90: round(ahead.left.p90) })}</b>
        <span className="text-soft">
          {' · '}
          {t('ahead.two', { minutes: round(plan.makespanMin) })}
          {' · '}
          {t('ahead.tools', { count: tray.length })}
          {ahead.grade && ` · ${tCode(`grade.${ahead.grade.grade}`)}`}
        </span>
      </summary>
      <ul className="mt-2 flex flex-wrap gap-2" aria-label={t('ahead.tray')}>
        {tray.map((x) => (
          <li
            key={`${x.kind} ${x.size}`}
            className="rounded-sm border border-outline bg-raised px-2.5 py-1 text-[0.92rem]"
          >
            <b>{tCode(`tool.${x.kind}`, { size: x.size }).trim()}</b>{' '}
            <span className="text-soft">{t('ahead.steps', { count: x.steps })}</span>
          </li>
        ))}
      </ul>
      <MoreAhead ahead={ahead} lines={lines} />
      <CrewBars
        plan={plan}
        lines={lines}
        onShare={
          rights.workAtVehicle
            ? (steps) =>
                void sender.send('crew-arranged', {
                  way,
                  steps: steps.map((s) => ({ step: s.id, who: s.who === 0 ? 'first' : 'second' })),
                })
            : null
        }
      />
      <p className="text-sm text-soft">
        {t(plan.makespanMin - plan.boundMin < 0.5 ? 'ahead.least' : 'ahead.bound', {
          bound: round(plan.boundMin),
          idle: round(plan.idleMin[0] + plan.idleMin[1]),
        })}
        {wishes.length > 0 && (
          <>
            {' '}
            <span data-shared>
              {t('crew.own', { more: round(plan.makespanMin - best.makespanMin) })}
            </span>{' '}
            {rights.workAtVehicle && (
              <button
                type="button"
                className={BUTTON.quiet}
                onClick={() => void sender.send('crew-arranged', { way, steps: [] })}
              >
                {t('crew.as-planned')}
              </button>
            )}
          </>
        )}
      </p>
    </details>
  );
}

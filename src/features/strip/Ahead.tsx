'use client';
import { useMemo } from 'react';
import { type StepLine, workView } from '@/core/job';
import { type CrewPlan, crewOf, crewPlan, trayOf } from '@/core/work';
import { useJob, useView } from '../job/JobContext';
import { stepTitle } from '../job/stepWords';
import { MoreAhead } from './MoreAhead';

const ROW = 34;
const GAP = 6;

/** What lies ahead of a way: the tools on the tray, and how two would share the steps that are still open. */
export function Ahead({ lines }: { lines: readonly StepLine[] }) {
  const { words } = useJob();
  const { t, tCode } = words;
  const ahead = useView(workView);
  const open = useMemo(() => lines.filter((l) => l.tick === null).map((l) => l.step), [lines]);
  const tray = trayOf(open);
  const plan = useMemo(() => (open.length > 1 ? crewPlan(crewOf(open)) : null), [open]);
  if (!plan) return null;
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
      <Bars plan={plan} lines={lines} />
      <p className="text-sm text-soft">
        {t(plan.makespanMin - plan.boundMin < 0.5 ? 'ahead.least' : 'ahead.bound', {
          bound: round(plan.boundMin),
          idle: round(plan.idleMin[0] + plan.idleMin[1]),
        })}
      </p>
    </details>
  );
}

/** Who does what when: a row for each of the two, a bar over both where both are needed. */
function Bars({ plan, lines }: { plan: CrewPlan; lines: readonly StepLine[] }) {
  const { words, say } = useJob();
  const { t } = words;
  const steps = new Map(lines.map((l) => [l.step.id, l.step]));
  const critical = new Set(plan.critical);
  const scale = 1000 / Math.max(1, plan.makespanMin);
  const titleOf = (id: string) => {
    const step = steps.get(id);
    return step ? stepTitle(step, words, say) : id;
  };
  return (
    <div
      className="relative my-2 overflow-x-auto overflow-y-hidden"
      tabIndex={0}
      role="region"
      aria-label={t('ahead.bars')}
    >
      <svg
        viewBox={`0 0 1000 ${2 * ROW + 3 * GAP}`}
        className="h-[5.2rem] w-full min-w-[36rem]"
        preserveAspectRatio="none"
        aria-hidden
      >
        {plan.bars.map((b) => {
          const both = b.who.length === 2;
          const y = GAP + (both ? 0 : (b.who[0] ?? 0) * (ROW + GAP));
          return (
            <rect
              key={b.id}
              x={b.fromMin * scale}
              y={y}
              width={Math.max(2, (b.toMin - b.fromMin) * scale - 2)}
              height={both ? 2 * ROW + GAP : ROW}
              fill={critical.has(b.id) ? 'var(--petrol)' : 'var(--paper-raised)'}
              fillOpacity={critical.has(b.id) ? 0.75 : 1}
              stroke="var(--ink)"
              strokeWidth="1.2"
              vectorEffect="non-scaling-stroke"
            >
              <title>{titleOf(b.id)}</title>
            </rect>
          );
        })}
      </svg>
      <table className="sr-only">
        <caption>{t('ahead.bars')}</caption>
        <tbody>
          {plan.bars.map((b) => (
            <tr key={b.id}>
              <th scope="row">{titleOf(b.id)}</th>
              <td>{t('ahead.from-to', { from: Math.round(b.fromMin), to: Math.round(b.toMin) })}</td>
              <td>{b.who.length === 2 ? t('ahead.both') : t('ahead.who', { who: (b.who[0] ?? 0) + 1 })}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

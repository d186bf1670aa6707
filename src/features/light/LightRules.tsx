'use client';
import type { LampLight } from '@/core/job';
import { WarningMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';
import { levelWords } from '../job/levelWords';

/** What the rule set says of the expected light: judged apart from it, over every possible state of the controls. */
export function LightRules({ wirings }: { wirings: readonly LampLight[] }) {
  const { words, say } = useJob();
  const { t } = words;
  const rows = wirings.flatMap((w) => w.light.map((finding) => ({ w, finding })));
  const rules = [...new Map(rows.map((r) => [r.finding.rule.id, r.finding.rule])).values()];
  if (rules.length === 0) return <p className="text-soft">{t('light.no-rules')}</p>;
  return (
    <table className="w-full border-collapse text-[0.94rem]">
      <caption className="pb-1 text-left font-head text-lg font-semibold">{t('light.rules')}</caption>
      <tbody>
        {rules.map((rule) => {
          const mine = rows.filter((r) => r.finding.rule.id === rule.id);
          const broken = mine.find((r) => !r.finding.kept);
          return (
            <tr
              key={rule.id}
              className="border-b border-line align-top"
              data-rule={rule.id}
              data-kept={broken === undefined}
            >
              <th scope="row" className="w-1/2 py-1.5 pr-3 text-left font-normal">
                {t('light.rule', { does: say.does(rule.does), must: rule.must })}{' '}
                <span className="block font-mono text-[0.8rem] text-soft">{rule.source}</span>
              </th>
              <td className="py-1.5">
                {broken?.finding.broken ? (
                  <span className="flex gap-2 text-plum">
                    <WarningMark />
                    {t('light.broken', {
                      state: say.setting(broken.finding.broken.state),
                      level: levelWords(broken.finding.broken.level, t),
                      position: say.position(broken.w.position),
                    })}
                  </span>
                ) : (
                  t('light.kept', { states: mine[0]?.finding.states ?? 0 })
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

'use client';
import type { LightFinding } from '@/core/light/judge/finding';
import { WarningMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';
import { levelWords } from '../job/levelWords';

/** What the rule set says of the expected light: judged apart from it, over every possible state of the controls. */
export function LightRules({ findings }: { findings: readonly LightFinding[] }) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  const rows = findings.flatMap((f) => (f.why.code === 'in-setting' ? [{ ...f, why: f.why }] : []));
  const rules = [...new Map(rows.map((r) => [r.why.rule.id, r.why.rule])).values()];
  if (rules.length === 0) return <p className="text-soft">{t('light.no-rules')}</p>;
  return (
    <table className="w-full border-collapse text-[0.94rem]">
      <caption className="pb-1 text-left font-head text-lg font-semibold">{t('light.rules')}</caption>
      <tbody>
        {rules.map((rule) => {
          const mine = rows.filter((r) => r.rule === rule.id);
          const broken = mine.find((r) => r.state === 'broken');
          const open = mine.find((r) => r.state === 'open');
          return (
            <tr
              key={rule.id}
              className="border-b border-line align-top"
              data-rule={rule.id}
              data-kept={mine.every((r) => r.state === 'kept')}
            >
              <th scope="row" className="w-1/2 py-1.5 pr-3 text-left font-normal">
                {t('light.rule', { does: say.does(rule.does), must: rule.must })}{' '}
                <span className="block font-mono text-[0.8rem] text-soft">{rule.source}</span>
              </th>
              <td className="py-1.5">
                {broken?.why.broken ? (
                  <span className="flex gap-2 text-plum">
                    <WarningMark />
                    {rule.must === 'steady' && broken.why.broken.unsteady
                      ? t('light.unsteady', {
                          state: say.setting(broken.why.broken.state),
                          by: tCode(`light.unsteady-${broken.why.broken.unsteady}`),
                          position: say.position(broken.position ?? ''),
                        })
                      : t('light.broken', {
                          state: say.setting(broken.why.broken.state),
                          level: levelWords(broken.why.broken.level, t),
                          position: say.position(broken.position ?? ''),
                        })}
                  </span>
                ) : open ? (
                  t('light.open', { position: say.position(open.position ?? '') })
                ) : (
                  t('light.kept', { states: mine[0]?.why.states ?? 0 })
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

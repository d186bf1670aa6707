import { useJob } from '../job/JobContext';
import { levelWords } from '../job/levelWords';
import type { NowLit } from '../job/lightNow';

/** What to expect of every function, side beside side. */
export function Expected({ lit, names }: { lit: readonly (readonly NowLit[])[]; names: readonly string[] }) {
  const { words, say } = useJob();
  const { t } = words;
  const functions = [...new Set(lit.flatMap((l) => l.map((x) => x.does)))];
  return (
    <table className="w-full border-collapse text-[0.94rem]">
      <caption className="pb-1 text-left font-head text-lg font-semibold">{t('light.expected')}</caption>
      <thead className="text-left text-sm text-soft">
        <tr className="border-b border-line">
          <th className="w-2/5 py-1 font-semibold">{t('functions.function')}</th>
          {names.map((n) => (
            <th key={n} className="font-semibold first-letter:uppercase">
              {n}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {functions.map((does) => (
          <tr key={does} className="border-b border-line">
            <th scope="row" className="py-1 text-left font-normal">
              {say.does(does)}
            </th>
            {lit.map((l, i) => {
              const found = l.find((x) => x.does === does);
              return (
                <td
                  key={i}
                  className={found && found.level.kind !== 'off' ? 'font-semibold' : 'text-faint'}
                  data-expected={`${does}:${found?.level.kind ?? 'none'}`}
                >
                  {found ? levelWords(found.level, t) : '–'}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

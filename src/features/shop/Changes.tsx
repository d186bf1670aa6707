'use client';
import { useWords } from '@/ui/WordsContext';
import { dateIn } from './dateIn';

interface Line {
  readonly seq: number;
  readonly at: string;
  readonly by: string;
  readonly did: string;
  readonly subject: string;
  readonly before: unknown;
  readonly after: unknown;
}

const hundredths = (n: number): string => (n / 100).toFixed(2);
const clock = (n: number): string => `${Math.floor(n / 60)}:${String(n % 60).padStart(2, '0')}`;
/** Settings that are figures, as they are read. */
const FIGURES: Readonly<Record<string, (n: number) => string>> = {
  hourMinor: hundredths,
  taxBp: hundredths,
  openMin: clock,
  closeMin: clock,
};

/** A value of a change as it is read. @param named words for the parts of one that has several */
function valueText(subject: string, v: unknown, named: (key: string) => string): string {
  if (v === null || v === undefined || v === '') return '–';
  if (Array.isArray(v)) return v.join(', ');
  if (typeof v === 'object')
    return Object.entries(v)
      .filter(([, x]) => x !== '')
      .map(([k, x]) => `${named(k)}: ${valueText(k, x, named)}`)
      .join(' · ');
  const figure = FIGURES[subject];
  return typeof v === 'number' && figure ? figure(v) : String(v as string | number | boolean);
}

/** Who changed what besides the jobs, from what to what, newest first. */
export function Changes({
  lines,
  names,
  zone,
}: {
  lines: readonly Line[];
  names: Readonly<Record<string, string>>;
  zone: string;
}) {
  const { t, tCode, has, locale } = useWords();
  if (lines.length === 0) return <p className="text-soft">{t('changes.none')}</p>;
  const subject = (s: string) => names[s] ?? (has(`setting.${s}`) ? tCode(`setting.${s}`) : '');
  const named = (k: string) =>
    has(`setting.${k}`) ? tCode(`setting.${k}`) : has(`people.${k}`) ? tCode(`people.${k}`) : k;
  return (
    <table className="w-full border-collapse text-[0.94rem]" data-changes={lines.length}>
      <thead className="text-left text-sm text-soft">
        <tr className="border-b border-line">
          {(['when', 'who', 'what', 'before', 'after'] as const).map((k) => (
            <th key={k} className="py-1 pr-4 font-semibold">
              {t(`changes.${k}`)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {lines.map((l) => (
          <tr key={l.seq} className="border-b border-line align-baseline">
            <td className="whitespace-nowrap py-1.5 pr-4">{dateIn(locale, l.at, zone)}</td>
            <td className="pr-4">{names[l.by] ?? ''}</td>
            <td className="pr-4">
              {tCode(`changed.${l.did}`)}
              {subject(l.subject) && `: ${subject(l.subject)}`}
            </td>
            <td className="pr-4 text-soft">{valueText(l.subject, l.before, named)}</td>
            <td>{valueText(l.subject, l.after, named)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

'use client';
import { useWords } from '@/ui/WordsContext';
import { clock } from './shopValues';
import { Link } from '@/ui/Link';
import { datesIn } from '@/words';

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
/** Settings that are figures, as they are read. */
const FIGURES: Readonly<Record<string, (n: number) => string>> = {
  hourMinor: hundredths,
  taxBp: hundredths,
  openMin: clock,
  closeMin: clock,
};

/** A value of a change as it is read. @param named words for the parts of one that has several */
function valueText(
  subject: string,
  v: unknown,
  named: (key: string) => string,
  read: (key: string, v: unknown) => unknown,
): string {
  if (v === null || v === undefined || v === '') return '–';
  if (Array.isArray(v)) return v.join(', ');
  if (typeof v === 'object')
    return Object.entries(v)
      .filter(([, x]) => x !== '')
      .map(([k, x]) => `${named(k)}: ${valueText(k, x, named, read)}`)
      .join(' · ');
  const figure = FIGURES[subject];
  return typeof v === 'number' && figure ? figure(v) : String(read(subject, v) as string | number | boolean);
}

/** Who changed what besides the jobs, from what to what, newest first. */
export function Changes({
  lines,
  names,
  zone,
  subjects,
  abouts,
  about,
  older,
}: {
  lines: readonly Line[];
  /** Names of people by id. */
  names: Readonly<Record<string, string>>;
  /** What bays, jobs and vehicles are called, by id. */
  subjects: Readonly<Record<string, string>>;
  zone: string;
  /** What changes can be about, and what is shown of them; '': all. */
  abouts: readonly string[];
  about: string;
  /** The next page begins before this line; null: there is none. */
  older: number | null;
}) {
  const { t, tCode, has, locale } = useWords();
  const subject = (s: string): string => {
    const wire = /^maxFuseA (.+)$/.exec(s)?.[1];
    if (wire !== undefined) return t('figure.max-fuse', { wire });
    const code = [`setting.${s}`, `figure.${s}`, `shelf.${s}`].find(has);
    return names[s] ?? subjects[s] ?? (code ? tCode(code) : s);
  };
  const value = (key: string, v: unknown): unknown => {
    if (typeof v !== 'string') return v;
    if (/^\d{4}-\d\d-\d\dT/.test(v)) return datesIn(locale, zone).format(new Date(v));
    return subjects[v] ?? (has(`role.${v}`) ? tCode(`role.${v}`) : v);
  };
  const named = (k: string): string => {
    const code = [`setting.${k}`, `people.${k}`, `changes.of-${k}`].find(has);
    return code ? tCode(code) : k;
  };
  return (
    <div className="grid gap-4">
      <nav aria-label={t('changes.about')} className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        {['', ...abouts].map((a) => (
          <Link
            key={a}
            href={a === '' ? '/shop/changes' : `/shop/changes?about=${a}`}
            aria-current={a === about ? 'page' : undefined}
            className="text-soft underline decoration-line underline-offset-3 aria-[current=page]:font-semibold aria-[current=page]:text-ink aria-[current=page]:no-underline"
          >
            {tCode(a === '' ? 'changes.all' : `changes.about-${a}`)}
          </Link>
        ))}
      </nav>
      {lines.length === 0 && <p className="text-soft">{t('changes.none')}</p>}
      {lines.length > 0 && (
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
                <td className="whitespace-nowrap py-1.5 pr-4">
                  {datesIn(locale, zone).format(new Date(l.at))}
                </td>
                <td className="pr-4">{names[l.by] ?? ''}</td>
                <td className="pr-4">
                  {tCode(`changed.${l.did}`)}
                  {subject(l.subject) && `: ${subject(l.subject)}`}
                </td>
                <td className="pr-4 text-soft">{valueText(l.subject, l.before, named, value)}</td>
                <td>{valueText(l.subject, l.after, named, value)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {older !== null && (
        <Link
          className="text-petrol font-semibold underline"
          href={`/shop/changes?${about ? `about=${about}&` : ''}before=${older}`}
        >
          {t('changes.older')}
        </Link>
      )}
    </div>
  );
}

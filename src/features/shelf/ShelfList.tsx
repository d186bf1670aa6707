'use client';
import Link from 'next/link';
import type { ShelfKind } from '@/core/shelf';
import { useWords } from '@/ui/WordsContext';

export interface ShelfLine {
  readonly id: string;
  readonly rev: number;
  readonly name: string;
  readonly detail: string;
}

/** The shop's catalogue as it is: every row with its revision. Rows come in by shelf file; nothing is edited here yet. */
export function ShelfList({
  kind,
  kinds,
  counts,
  lines,
}: {
  kind: ShelfKind;
  kinds: readonly ShelfKind[];
  counts: Readonly<Record<string, number>>;
  lines: readonly ShelfLine[];
}) {
  const { t, tCode } = useWords();
  return (
    <main className="mx-auto max-w-[82rem] px-6 py-5">
      <h1 className="text-3xl">{t('shelf.title')}</h1>
      <p className="mb-4 max-w-prose text-soft">{t('shelf.about')}</p>
      <nav aria-label={t('shelf.kinds')} className="flex gap-5 border-b border-line">
        {kinds.map((k) => (
          <Link
            key={k}
            href={`/shelf/${k}`}
            aria-current={k === kind ? 'page' : undefined}
            className="-mb-px border-b-3 border-transparent pb-1.5 text-soft aria-[current=page]:border-petrol aria-[current=page]:font-semibold aria-[current=page]:text-ink"
          >
            {tCode(`shelf.${k}`)} <span className="font-mono text-sm">{counts[k] ?? 0}</span>
          </Link>
        ))}
      </nav>
      {lines.length === 0 ? (
        <p className="py-8 text-soft">{t('shelf.empty')}</p>
      ) : (
        <table className="w-full border-collapse">
          <thead className="text-left text-sm text-soft">
            <tr className="border-b border-line">
              <th className="w-64 py-1.5 font-semibold">{t('shelf.id')}</th>
              <th className="font-semibold">{t('shelf.name')}</th>
              <th className="font-semibold">{t('shelf.detail')}</th>
              <th className="w-24 text-right font-semibold">{t('shelf.rev')}</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((l) => (
              <tr key={l.id} className="border-b border-line align-baseline">
                <th scope="row" className="py-1.5 pr-4 text-left font-mono text-sm font-normal">
                  {l.id}
                </th>
                <td className="pr-4 font-semibold">{l.name}</td>
                <td className="pr-4 text-sm text-soft">{l.detail}</td>
                <td className="text-right font-mono">{l.rev}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </main>
  );
}

'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import type { ShelfKind } from '@/core/catalogue';
import { BUTTON, FIELD } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { useWords } from '@/ui/WordsContext';
import { ImportPanel } from './ImportPanel';
import { LintPanel } from './LintPanel';

export interface ShelfLine {
  readonly id: string;
  readonly rev: number;
  readonly name: string;
  readonly detail: string;
}

/** The shop's catalogue: found by words of the trade, edited row by row, brought in and out as files, looked through. */
export function ShelfList({
  kind,
  kinds,
  counts,
  lines,
  query,
  from,
  total,
  pageSize,
  mayEdit,
}: {
  kind: ShelfKind;
  kinds: readonly ShelfKind[];
  counts: Readonly<Record<string, number>>;
  lines: readonly ShelfLine[];
  query: string;
  from: number;
  total: number;
  pageSize: number;
  mayEdit: boolean;
}) {
  const { t, tCode } = useWords();
  const router = useRouter();
  const [typed, setTyped] = useState(query);
  const address = (q: string, at: number) =>
    `/shelf/${kind}?${new URLSearchParams({ ...(q ? { q } : {}), ...(at ? { from: String(at) } : {}) }).toString()}`;
  const search = (event: FormEvent) => {
    event.preventDefault();
    router.push(address(typed.trim(), 0));
  };
  return (
    <main id="main" tabIndex={-1} className="mx-auto max-w-[82rem] px-6 py-5">
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div>
          <h1 className="text-3xl">{t('shelf.title')}</h1>
          <p className="max-w-prose text-soft">{t('shelf.about')}</p>
        </div>
        <p className="flex gap-4 text-sm">
          <a className={BUTTON.quiet} href="/api/shelf/export/all.json">
            {t('shelf.export-json')}
          </a>
          <a className={BUTTON.quiet} href={`/api/shelf/export/${kind}.csv`}>
            {t('shelf.export-csv', { kind: tCode(`shelf.${kind}`) })}
          </a>
        </p>
      </div>
      <nav aria-label={t('shelf.kinds')} className="mt-3 flex flex-wrap gap-x-5 border-b border-line">
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
      <form onSubmit={search} role="search" className="flex flex-wrap items-center gap-3 py-3">
        <input
          type="search"
          className={`${FIELD} max-w-sm`}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          placeholder={t('shelf.search-example')}
          aria-label={t('shelf.search')}
        />
        <button type="submit" className={BUTTON.plain}>
          {t('shelf.search')}
        </button>
        <span className="text-sm text-soft" data-total={total}>
          {query ? t('shelf.found', { count: total, query }) : t('shelf.rows', { count: total })}
        </span>
      </form>
      {mayEdit && (
        <div className="mb-3 grid gap-3 md:grid-cols-2">
          <ImportPanel kind={kind} />
          <LintPanel />
        </div>
      )}
      {lines.length === 0 ? (
        <p className="py-8 text-soft">{query ? t('shelf.nothing-found') : t('shelf.empty')}</p>
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
              <tr key={l.id} className="border-b border-line align-baseline" data-row={l.id}>
                <th scope="row" className="py-1.5 pr-4 text-left font-mono text-sm font-normal">
                  <Link
                    href={`/shelf/${kind}/${encodeURIComponent(l.id)}`}
                    className="underline decoration-line underline-offset-3 hover:decoration-petrol"
                  >
                    {l.id}
                  </Link>
                </th>
                <td className="pr-4 font-semibold">{l.name}</td>
                <td className="pr-4 text-sm text-soft">{l.detail}</td>
                <td className="text-right font-mono">{l.rev}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {total > pageSize && (
        <p className="flex items-baseline gap-4 py-3 text-sm">
          {from > 0 && (
            <Link className={BUTTON.quiet} href={address(query, Math.max(0, from - pageSize))}>
              {t('shelf.before')}
            </Link>
          )}
          <span className="text-soft">
            {t('shelf.page', { from: from + 1, to: Math.min(total, from + pageSize), total })}
          </span>
          {from + pageSize < total && (
            <Link className={BUTTON.quiet} href={address(query, from + pageSize)}>
              {t('shelf.after')}
            </Link>
          )}
        </p>
      )}
    </main>
  );
}

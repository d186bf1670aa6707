'use client';
import { useRouter } from 'next/navigation';
import { type ChangeEvent, useRef, useState } from 'react';
import type { Reason } from '@/core/kernel/reason';
import type { ShelfKind } from '@/core/catalogue';
import { fetchAsLead } from '@/ui/askLead';
import { BUTTON } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { plainWording } from '@/words';
import { readLines } from './readLines';

interface Fault {
  readonly where: string;
  readonly reason: Reason;
}
type State =
  | { readonly kind: 'idle' }
  | { readonly kind: 'going'; readonly lines: number }
  | { readonly kind: 'done'; readonly added: number; readonly revised: number; readonly unchanged: number }
  | { readonly kind: 'faults'; readonly faults: readonly Fault[] }
  | { readonly kind: 'broken' };

/** Brings a file in, all or nothing: the shelf file in JSON, or a CSV of the kind on screen. */
export function ImportPanel({ kind }: { kind: ShelfKind }) {
  const words = useWords();
  const { t, tCode } = words;
  const say = plainWording(words);
  const router = useRouter();
  const [state, setState] = useState<State>({ kind: 'idle' });
  const input = useRef<HTMLInputElement>(null);
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    if (!file) return;
    setState({ kind: 'going', lines: 0 });
    try {
      setState(file.name.endsWith('.csv') ? await sendCsv(file) : await sendJson(file));
      router.refresh();
    } catch {
      setState({ kind: 'broken' });
    }
    if (input.current) input.current.value = '';
  };
  const sendJson = async (file: File): Promise<State> => {
    const answer = await fetchAsLead('/api/shelf', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: await file.text(),
    });
    return outcome((await answer.json()) as Said);
  };
  const sendCsv = async (file: File): Promise<State> => {
    const answer = await fetchAsLead(`/api/shelf/csv?kind=${kind}`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv' },
      body: file,
    });
    let last: Said = {};
    await readLines(answer, (line) => {
      last = line as Said;
      if (last.lines !== undefined) setState({ kind: 'going', lines: last.lines });
    });
    return outcome(last);
  };
  interface Said {
    kind?: string;
    lines?: number;
    added?: number;
    revised?: number;
    unchanged?: number;
    faults?: readonly { path?: string; row?: number; column?: string; reason: Reason }[];
  }
  const outcome = (said: Said): State => {
    if (said.kind === 'imported')
      return {
        kind: 'done',
        added: said.added ?? 0,
        revised: said.revised ?? 0,
        unchanged: said.unchanged ?? 0,
      };
    if (said.kind !== 'faults') return { kind: 'broken' };
    return {
      kind: 'faults',
      faults: (said.faults ?? []).map((f) => ({
        where: f.row === undefined ? (f.path ?? '') : t('import.at', { row: f.row, column: f.column ?? '' }),
        reason: f.reason,
      })),
    };
  };
  return (
    <section
      aria-label={t('import.title')}
      className="border border-line px-4 py-2.5"
      data-import={state.kind}
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <label className={`${BUTTON.plain} cursor-pointer focus-within:outline-2`}>
          {t('import.choose')}
          <input
            ref={input}
            type="file"
            accept=".json,.csv"
            className="sr-only"
            onChange={(e) => void take(e)}
            disabled={state.kind === 'going'}
          />
        </label>
        <span className="flex-1 text-sm text-soft">
          {t('import.about', { kind: tCode(`shelf.${kind}`) })}
        </span>
      </div>
      <p role="status" className="text-sm empty:hidden">
        {state.kind === 'going' && t('import.going', { lines: state.lines })}
        {state.kind === 'done' &&
          t('import.done', { added: state.added, revised: state.revised, unchanged: state.unchanged })}
        {state.kind === 'broken' && t('import.broken')}
      </p>
      {state.kind === 'faults' && (
        <>
          <p className="font-semibold text-plum">{t('import.faults', { count: state.faults.length })}</p>
          <ul className="max-h-56 overflow-y-auto text-sm" tabIndex={0}>
            {state.faults.map((f, i) => (
              <li key={i} className="border-t border-line py-0.5">
                <span className="font-mono">{f.where}</span> {say.reason(f.reason).text}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

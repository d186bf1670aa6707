'use client';
import { useRef, useState } from 'react';
import { type LintFinding, lintReason } from '@/core/catalogue/lint';
import { fetchAsLead } from '@/ui/askLead';
import { BUTTON } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { WarningMark } from '@/ui/marks';
import { useWords } from '@/ui/WordsContext';
import { plainWording } from '@/words';
import { readLines } from './readLines';

type State =
  | { readonly kind: 'idle' }
  | { readonly kind: 'going'; readonly done: number; readonly all: number }
  | { readonly kind: 'found'; readonly findings: readonly LintFinding[] }
  | { readonly kind: 'broken' };

/** Looks through the catalogue on the server: shown as it goes, stopped at will, each finding leads to its row. */
export function LintPanel() {
  const words = useWords();
  const { t, tCode } = words;
  const say = plainWording(words);
  const [state, setState] = useState<State>({ kind: 'idle' });
  const stop = useRef<AbortController | null>(null);
  const start = async () => {
    const controller = new AbortController();
    stop.current = controller;
    setState({ kind: 'going', done: 0, all: 0 });
    try {
      const answer = await fetchAsLead('/api/shelf/lint', { method: 'POST', signal: controller.signal });
      await readLines(answer, (line) => {
        const said = line as { done?: number; all?: number; findings?: readonly LintFinding[] };
        if (said.findings) setState({ kind: 'found', findings: said.findings });
        else setState({ kind: 'going', done: said.done ?? 0, all: said.all ?? 0 });
      });
    } catch {
      setState(controller.signal.aborted ? { kind: 'idle' } : { kind: 'broken' });
    }
  };
  return (
    <section aria-label={t('lint.title')} className="border border-line px-4 py-2.5" data-lint={state.kind}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        {state.kind === 'going' ? (
          <button className={BUTTON.plain} onClick={() => stop.current?.abort()}>
            {t('lint.stop')}
          </button>
        ) : (
          <button className={BUTTON.plain} onClick={() => void start()}>
            {t('lint.start')}
          </button>
        )}
        {state.kind === 'going' ? (
          <progress
            className="h-2 flex-1 accent-petrol"
            value={state.done}
            max={Math.max(1, state.all)}
            aria-label={t('lint.progress', { done: state.done, all: state.all })}
          />
        ) : (
          <span className="flex-1 text-sm text-soft">{t('lint.about')}</span>
        )}
      </div>
      <p role="status" className="text-sm empty:hidden">
        {state.kind === 'found' &&
          t('lint.found', {
            faults: state.findings.filter((f) => f.severity === 'fault').length,
            notes: state.findings.filter((f) => f.severity === 'note').length,
          })}
        {state.kind === 'broken' && t('lint.broken')}
      </p>
      {state.kind === 'found' && state.findings.length > 0 && (
        <ul className="max-h-56 overflow-y-auto text-sm" tabIndex={0}>
          {state.findings.slice(0, 200).map((f, i) => (
            <li key={i} className="flex items-baseline gap-2 border-t border-line py-1" data-finding={f.code}>
              {f.severity === 'fault' ? (
                <WarningMark className="translate-y-0.5" />
              ) : (
                <span className="w-[17px] text-center">–</span>
              )}
              <span className="flex-1">
                <span className="text-soft">{tCode(`lint.${f.severity}`)}</span>{' '}
                {say.reason(lintReason(f)).text}{' '}
                {f.rows.map((r) => (
                  <Link
                    key={r.id}
                    href={`/shelf/${r.kind}/${encodeURIComponent(r.id)}`}
                    className="mr-2 font-mono underline decoration-line underline-offset-3"
                  >
                    {r.id}
                  </Link>
                ))}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

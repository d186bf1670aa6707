'use client';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, useId, useState } from 'react';
import { matchesWords } from '@/core/catalogue';
import { FIELD } from '@/ui/classes';
import { Sheet } from '@/ui/Sheet';
import { useFrameWords } from '@/ui/WordsContext';
import { ScanButton } from '../job/scan/ScanButton';
import { labelHref } from '../job/scan/labelHref';
import { scannedText } from '../job/scan/scannedText';
import { PLACES } from './places';
import { useFound } from './useFound';

/** A line of what was found, and where it leads. */
interface Line {
  readonly key: string;
  readonly group: 'do' | 'jobs' | 'rows';
  readonly name: string;
  readonly detail: string;
  readonly href: string;
  readonly whole: boolean;
}

/** One field over everything: jobs, customers, vehicles, lamps, parts, plugs, steps, calculators, and what can be done. */
export function FindSheet({ lead, onClose }: { lead: boolean; onClose: () => void }) {
  const { t } = useFrameWords();
  const router = useRouter();
  const list = useId();
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const { lines, state } = useLines(text, lead);
  const here = Math.min(at, Math.max(0, lines.length - 1));
  const go = (line: Line | undefined) => {
    if (!line) return;
    onClose();
    if (line.whole) window.location.assign(line.href);
    else router.push(line.href);
  };
  const keys = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (by !== undefined && lines.length > 0) {
      event.preventDefault();
      setAt((here + by + lines.length) % lines.length);
    }
    if (event.key === 'Enter') {
      event.preventDefault();
      go(lines[here]);
    }
  };
  return (
    <Sheet open onOpenChange={(o) => !o && onClose()} title={t('find.title-any')} close={t('close')} wide>
      <div className="flex gap-2">
        <input
          className={FIELD}
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setAt(0);
          }}
          onKeyDown={keys}
          role="combobox"
          aria-expanded={lines.length > 0}
          aria-controls={list}
          aria-activedescendant={lines[here] ? `${list}-${here}` : undefined}
          aria-label={t('find.any')}
          placeholder={t('find.placeholder-any')}
          maxLength={60}
          autoComplete="off"
          autoFocus
          data-find-field
        />
        <ScanButton
          what={t('scan.any')}
          onScan={(scan) => {
            if (scan.kind === 'nothing') return t('scan.hint');
            if (scan.kind === 'label') {
              onClose();
              router.push(labelHref(scan));
            } else {
              setText(scannedText(scan));
              setAt(0);
            }
            return null;
          }}
        />
      </div>
      <p role="status" className="mt-2 min-h-5 text-sm text-soft" data-find-state={state}>
        {state === 'start' && t('find.start')}
        {state === 'looking' && t('find.looking')}
        {state === 'failed' && t('find.failed')}
        {state === 'nothing' && t('find.nothing')}
      </p>
      <ul id={list} role="listbox" aria-label={t('find.any')} className="min-h-[18rem]">
        {lines.map((line, i) => (
          <li
            key={line.key}
            id={`${list}-${i}`}
            role="option"
            aria-selected={i === here}
            className={`flex cursor-pointer items-baseline gap-3 border-b border-line px-2 py-1.5 ${i === here ? 'bg-petrol-wash shadow-[inset_3px_0_0_var(--petrol)]' : ''}`}
            onMouseMove={() => setAt(i)}
            onClick={() => go(line)}
            data-found={line.key}
          >
            <span className="w-20 shrink-0 text-sm text-soft">
              {lines[i - 1]?.group === line.group ? '' : t(`find.group.${line.group}`)}
            </span>
            <span className="font-semibold">{line.name}</span>
            <span className="min-w-0 truncate text-sm text-soft">{line.detail}</span>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}

/** What a text leads to: places and actions at once, the rest as the server answers. */
function useLines(
  text: string,
  lead: boolean,
): { readonly lines: readonly Line[]; readonly state: 'start' | 'looking' | 'failed' | 'nothing' | 'found' } {
  const { t, tCode, prose } = useFrameWords();
  const typed = text.trim();
  const found = useFound(typed);
  const current = found.for === typed;
  const places = PLACES.filter((p) => lead || !('lead' in p)).filter(
    (p) => typed === '' || matchesWords(`${tCode(`find.do.${p.id}`)} ${tCode(`find.also.${p.id}`)}`, typed),
  );
  const line = (
    group: Line['group'],
    key: string,
    name: string,
    href: string,
    detail = '',
    whole = false,
  ) => ({
    group,
    key,
    name,
    href,
    detail,
    whole,
  });
  const jobs = (found.all?.jobs ?? []).map((j) =>
    line(
      'jobs',
      `job/${j.number}`,
      `${String(j.number).padStart(4, '0')} ${j.vehicle}`,
      `/jobs/${j.id}`,
      [j.identity, j.customer, j.abandoned ? t('find.abandoned') : ''].filter(Boolean).join(' · '),
    ),
  );
  const rows = (found.all?.rows ?? []).map((r) =>
    line(
      'rows',
      `${r.kind}/${r.id}`,
      typeof r.name === 'string' ? r.name : prose(r.name),
      `/shelf/${r.kind}/${encodeURIComponent(r.id)}`,
      [tCode(`find.kind.${r.kind}`), r.detail].filter(Boolean).join(' · '),
    ),
  );
  const q = encodeURIComponent(typed);
  const lines: readonly Line[] =
    typed === ''
      ? []
      : [
          ...places.map((p) => line('do', `do/${p.id}`, tCode(`find.do.${p.id}`), p.href, '', 'whole' in p)),
          ...jobs,
          ...(jobs.length > 0
            ? [line('jobs', 'all-jobs', t('find.all-jobs', { text: typed }), `/?find=${q}`)]
            : []),
          ...rows,
          ...(rows.length > 0
            ? [
                line(
                  'rows',
                  'all-rows',
                  t('find.all-rows', { text: typed }),
                  `/shelf/${rows[0]?.key.split('/')[0]}?q=${q}`,
                ),
              ]
            : []),
        ];
  if (typed === '') return { lines, state: 'start' };
  if (!current) return { lines, state: 'looking' };
  if (found.failed) return { lines, state: 'failed' };
  return { lines, state: lines.length === 0 ? 'nothing' : 'found' };
}

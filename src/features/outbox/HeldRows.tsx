'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { HeldEntry } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { postJson } from '@/ui/postJson';
import { useWords, useZone } from '@/ui/WordsContext';
import { plainWording } from '@/words';
import { LeadConfirms } from './LeadConfirms';

/** One line for each, with its ways to settle it. `onSettled`: where no page is read anew by itself. */
export function HeldRows({
  held,
  numbers,
  mayAdmit,
  onSettled,
}: {
  held: readonly HeldEntry[];
  numbers: Readonly<Record<string, number>>;
  mayAdmit: boolean;
  onSettled?: () => void;
}) {
  return (
    <ul className="border-t border-line">
      {held.map((h) => (
        <Row
          key={h.digest}
          h={h}
          number={h.job === null ? undefined : numbers[h.job]}
          mayAdmit={mayAdmit}
          onSettled={onSettled}
        />
      ))}
    </ul>
  );
}

function Row({
  h,
  number,
  mayAdmit,
  onSettled,
}: {
  h: HeldEntry;
  number: number | undefined;
  mayAdmit: boolean;
  onSettled: (() => void) | undefined;
}) {
  const words = useWords();
  const zone = useZone();
  const { t, tCode, has } = words;
  const say = plainWording(words);
  const router = useRouter();
  const [state, setState] = useState<{ readonly busy: boolean; readonly code: string | null }>({
    busy: false,
    code: null,
  });
  const settled = () => (onSettled ? onSettled() : router.refresh());
  const settle = async (act: 'admit' | 'aside') => {
    setState({ busy: true, code: null });
    const said = await postJson<{ code?: string }>('/api/held', { act, digest: h.digest }).catch(() => ({
      code: 'no-answer',
    }));
    setState({ busy: false, code: said.code ?? null });
    if (said.code === undefined) settled();
  };
  return (
    <li className="grid gap-1 border-b border-line py-3" data-held={h.why}>
      <p className="flex flex-wrap items-baseline gap-x-4">
        <b className="first-letter:uppercase">
          {h.type && has(`event.${h.type}`) ? tCode(`event.${h.type}`) : t('held.unknown')}
        </b>
        {h.job !== null && number !== undefined && (
          <Link href={`/jobs/${h.job}`} className="text-petrol underline underline-offset-3">
            {t('job.number', { number: String(number).padStart(4, '0') })}
          </Link>
        )}
        <span className="text-soft">
          {h.signedIn === undefined ? h.by : t('held.under', { name: h.by, signedIn: h.signedIn })} ·{' '}
          {say.date(h.heldAt, zone)}
        </span>
      </p>
      {h.says && <p className="font-semibold">{h.says}</p>}
      <p>{tCode(`held.${h.why}`)}</p>
      {h.faults.length > 0 && (
        <ul className="text-sm">
          {h.faults.map((f) => (
            <li key={`${f.path} ${f.code}`}>
              <span className="font-mono">{f.path || '–'}</span>{' '}
              {has(`form.${f.code}`) ? tCode(`form.${f.code}`) : f.code}
            </li>
          ))}
        </ul>
      )}
      <details className="text-sm text-soft">
        <summary className="cursor-pointer">{t('held.raw')}</summary>
        <pre className="overflow-x-auto whitespace-pre-wrap break-all font-mono">{h.raw}</pre>
      </details>
      <p className="flex items-center gap-3 pt-1">
        {mayAdmit && h.admissible && number !== undefined && (
          <button className={BUTTON.main} disabled={state.busy} onClick={() => void settle('admit')}>
            {t('held.admit')}
          </button>
        )}
        {!mayAdmit && h.admissible && <LeadConfirms digests={[h.digest]} onDone={settled} />}
        <button className={BUTTON.plain} disabled={state.busy} onClick={() => void settle('aside')}>
          {t('held.set-aside')}
        </button>
        <span role="status" className="text-sm text-plum">
          {state.code !== null &&
            (has(`refused.${state.code}`)
              ? tCode(`refused.${state.code}`)
              : t('refused.other', { code: state.code }))}
        </span>
      </p>
    </li>
  );
}

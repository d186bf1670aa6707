'use client';
import type { Waiting } from '@/device';
import { useFrameWords, useZone } from '@/ui/WordsContext';
import { useOutbox } from './OutboxProvider';

/** Every entry that waits on this device: when it was written, what it says, and why it is still here. */
export function WaitingList({ className = '' }: { className?: string }) {
  const { me, state } = useOutbox();
  const { t, tCode, has, locale } = useFrameWords();
  const timeZone = useZone();
  const clock = (at: string) =>
    new Intl.DateTimeFormat(locale, { timeStyle: 'short', timeZone }).format(new Date(at));
  const goesFromHere = (w: Waiting) => w.user === me?.user || (me?.others?.includes(w.user) ?? false);
  const why = (w: Waiting) =>
    w.notTaken !== null
      ? has(`refused.${w.notTaken}`)
        ? tCode(`refused.${w.notTaken}`)
        : t('refused.other', { code: w.notTaken })
      : !goesFromHere(w)
        ? t('outbox.waits-for', { name: w.name })
        : state.signedOut
          ? t('outbox.state.signed-out')
          : state.sending
            ? t('outbox.state.sending')
            : state.silentSinceMs !== null
              ? t('outbox.state.silent')
              : t('outbox.state.written');
  return (
    <ul className={`text-sm ${className}`}>
      {state.waiting.map((w) => (
        <li key={w.id} className="flex flex-wrap gap-x-4 py-0.5" data-waiting={w.id}>
          <span className="font-mono">{clock(w.writtenAt)}</span>
          <b>{tCode(`event.${w.entry.type}`)}</b>
          <span className="min-w-0 flex-1 truncate">{gist(w)}</span>
          <span className={w.notTaken === null ? 'text-soft' : 'text-plum'}>{why(w)}</span>
        </li>
      ))}
    </ul>
  );
}

/** The first words of an entry that a person would know it by. */
function gist({ entry }: Waiting): string {
  const body = entry.body as Readonly<Record<string, unknown>>;
  const named = ['words', 'key', 'step', 'plug', 'part', 'matter', 'check', 'item', 'position', 'lamp'];
  return named
    .flatMap((k) => (typeof body[k] === 'string' && body[k] !== '' ? [body[k]] : []))
    .slice(0, 2)
    .join(' · ');
}

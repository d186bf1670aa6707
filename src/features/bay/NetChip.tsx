'use client';
import { useOutbox } from '../outbox/OutboxProvider';
import { useWords } from '@/ui/WordsContext';

/** Whether the server can be had, and how much is kept here for it: unmistakable, in words. */
export function NetChip({ silent, photos }: { silent: boolean; photos: number }) {
  const { state, me } = useOutbox();
  const { t } = useWords();
  // Of everybody whose entries go from here, whoever is at the vehicle now.
  const mine = state.waiting.filter((w) => w.user === me?.user || me?.others?.includes(w.user)).length;
  const off = silent || state.silentSinceMs !== null;
  const kind = state.signedOut ? 'signed-out' : off ? 'off' : mine > 0 || photos > 0 ? 'sending' : 'sent';
  const loud = kind === 'off' || kind === 'signed-out';
  return (
    <p
      role="status"
      data-net={kind}
      data-kept={mine}
      className={`rounded-sm px-2.5 py-1 text-sm leading-tight font-bold ${loud ? 'bg-plum text-paper' : 'text-soft'}`}
    >
      {t(`tablet.net.${kind}`, { count: mine })}
      {photos > 0 && ` · ${t('tablet.net.photos', { count: photos })}`}
    </p>
  );
}

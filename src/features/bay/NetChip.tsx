'use client';
import { useState } from 'react';
import { may } from '@/core/job';
import type { Bay, BayState } from '@/device';
import { Sheet } from '@/ui/Sheet';
import { useWords } from '@/ui/WordsContext';
import { HeldRows } from '../outbox/HeldRows';
import { useOutbox } from '../outbox/OutboxProvider';
import { WaitingList } from '../outbox/WaitingList';

/**
 * Whether the server can be had, and how much is kept here for it: unmistakable, in words. A touch shows what waits, entry
 * by entry, and what the server holds back, with the ways to settle it.
 */
export function NetChip({ bay, state: here }: { bay: Bay; state: BayState }) {
  const { state, me } = useOutbox();
  const { t } = useWords();
  const [open, setOpen] = useState(false);
  // Of everybody whose entries go from here, whoever is at the vehicle now.
  const mine = state.waiting.filter((w) => w.user === me?.user || me?.others?.includes(w.user)).length;
  const { photos, held } = here;
  const off = here.silent || state.silentSinceMs !== null;
  const kind = state.signedOut ? 'signed-out' : off ? 'off' : mine > 0 || photos > 0 ? 'sending' : 'sent';
  const loud = kind === 'off' || kind === 'signed-out' || held.length > 0;
  return (
    <>
      <button
        type="button"
        data-net={kind}
        data-kept={mine}
        className={`min-h-12 rounded-sm px-2.5 py-1 text-left text-sm leading-tight font-bold ${loud ? 'bg-plum text-paper' : 'text-soft'}`}
        onClick={() => setOpen(true)}
      >
        <span role="status">
          {t(`tablet.net.${kind}`, { count: mine })}
          {photos > 0 && ` · ${t('tablet.net.photos', { count: photos })}`}
          {held.length > 0 && ` · ${t('tablet.net.held', { count: held.length })}`}
        </span>
      </button>
      <Sheet open={open} onOpenChange={setOpen} title={t('tablet.kept')} close={t('close')} wide>
        {open && (
          <div className="grid gap-4" data-kept-sheet>
            {state.waiting.length === 0 && photos === 0 && <p>{t('tablet.kept-none')}</p>}
            {photos > 0 && <p>{t('tablet.kept-photos', { count: photos })}</p>}
            {state.waiting.length > 0 && <WaitingList />}
            {held.length > 0 && (
              <section className="grid gap-2">
                <h3 className="text-lg">{t('held.title')}</h3>
                <HeldRows
                  held={held}
                  numbers={Object.fromEntries(here.jobs.map((j) => [j.id, j.pack.number]))}
                  mayAdmit={here.me !== null && may(here.me.role, 'admit-entry')}
                  onSettled={() => void bay.refresh()}
                />
              </section>
            )}
          </div>
        )}
      </Sheet>
    </>
  );
}

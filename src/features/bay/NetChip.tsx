'use client';
import { useState } from 'react';
import { may } from '@/core/job';
import type { Bay, BayState } from '@/device';
import { BUTTON } from '@/ui/classes';
import { Sheet } from '@/ui/Sheet';
import { useWords, useZone } from '@/ui/WordsContext';
import { HeldRows } from '../outbox/HeldRows';
import { useOutbox } from '../outbox/OutboxProvider';
import { WaitingList } from '../outbox/WaitingList';

/**
 * Whether the server can be had, and how much is kept here for it: unmistakable, in words. A touch shows what waits, entry
 * by entry, and what the server holds back, with the ways to settle it.
 */
export function NetChip({ bay, state: here }: { bay: Bay; state: BayState }) {
  const { state, me } = useOutbox();
  const { t, tCode, has, locale } = useWords();
  const timeZone = useZone();
  const clock = (at: string) =>
    new Intl.DateTimeFormat(locale, { timeStyle: 'short', timeZone }).format(new Date(at));
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
            {here.photosRefused.length > 0 && (
              <ul className="grid gap-1" data-photos-refused>
                {here.photosRefused.map((p) => (
                  <li key={p.id} className="flex flex-wrap gap-x-4">
                    <span className="font-mono">{clock(p.takenAt)}</span>
                    <span className="text-plum">
                      {has(`photo.fault.${p.code}`)
                        ? tCode(`photo.fault.${p.code}`)
                        : t('refused.other', { code: p.code })}
                    </span>
                  </li>
                ))}
              </ul>
            )}
            {photos > 0 && (
              <button
                type="button"
                className={`${BUTTON.plain} justify-self-start`}
                onClick={() => void bay.sendPhotos()}
                data-send-photos
              >
                {t('send.again')}
              </button>
            )}
            {state.waiting.length > 0 && <WaitingList />}
            {here.lasting === false && <p className="text-soft">{t('tablet.may-clear')}</p>}
            {held.length > 0 && (
              <section className="grid gap-2">
                <h3 className="text-lg">{t('held.title')}</h3>
                <HeldRows
                  held={held}
                  numbers={Object.fromEntries(here.jobs.map((j) => [j.id, j.pack.number]))}
                  mayAdmit={here.signedIn !== null && may(here.signedIn.role, 'admit-entry')}
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

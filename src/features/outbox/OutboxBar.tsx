'use client';
import { usePathname } from 'next/navigation';
import { useLayoutEffect, useRef, useState } from 'react';
import { BUTTON } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { WarningMark } from '@/ui/marks';
import { useFrameWords, useZone } from '@/ui/WordsContext';
import { useOutbox } from './OutboxProvider';
import { WaitingList } from './WaitingList';

/**
 * What this device has not been rid of: how many entries wait and why, each with its state. Silent while all is
 * sent. It takes its room from the screen above it instead of lying over it.
 */
export function OutboxBar({ held }: { held: number }) {
  const { me, here, state } = useOutbox();
  const { t, locale } = useFrameWords();
  const path = usePathname();
  const timeZone = useZone();
  const clock = (at: string) =>
    new Intl.DateTimeFormat(locale, { timeStyle: 'short', timeZone }).format(new Date(at));
  const [shown, setShown] = useState(false);
  const bar = useRef<HTMLDivElement>(null);
  const mine = state.waiting.filter((w) => w.user === me?.user && w.shop === me.shop);
  const others = state.waiting.filter((w) => !mine.includes(w));
  const notTaken = mine.filter((w) => w.notTaken !== null);
  const stuck = state.silentSinceMs !== null || state.signedOut || notTaken.length > 0;
  const speaks =
    (mine.length > 0 && stuck) || others.length > 0 || (held > 0 && path !== '/held') || here.kind === 'none';

  useLayoutEffect(() => {
    const height = speaks ? (bar.current?.offsetHeight ?? 0) : 0;
    document.documentElement.style.setProperty('--bar', `${height}px`);
    return () => {
      document.documentElement.style.removeProperty('--bar');
    };
  });

  const names = [...new Set(others.map((w) => w.name))];
  return (
    <div
      ref={bar}
      role="status"
      aria-live="polite"
      className="no-print fixed inset-x-0 bottom-0 z-20"
      data-outbox={mine.length}
      data-outbox-others={others.length}
    >
      {speaks && (
        <div className="border-t-2 border-plum bg-plum-wash px-5 py-2">
          <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
            <WarningMark />
            <p className="min-w-0 flex-1">
              {here.kind === 'none' && <>{t('outbox.none')} </>}
              {mine.length > 0 && stuck && (
                <>
                  {state.signedOut
                    ? t('outbox.signed-out', { count: mine.length })
                    : state.silentSinceMs !== null
                      ? t('outbox.silent', {
                          count: mine.length,
                          since: clock(new Date(state.silentSinceMs).toISOString()),
                        })
                      : t('outbox.not-taken', { count: notTaken.length })}{' '}
                </>
              )}
              {others.length > 0 && (
                <>{t('outbox.others', { count: others.length, names: names.join(', ') })} </>
              )}
              {held > 0 && path !== '/held' && t('outbox.held', { count: held })}
            </p>
            {held > 0 && path !== '/held' && (
              <Link href="/held" className={BUTTON.quiet}>
                {t('outbox.see-held')}
              </Link>
            )}
            {state.waiting.length > 0 && (
              <button className={BUTTON.quiet} aria-expanded={shown} onClick={() => setShown(!shown)}>
                {shown ? t('outbox.hide') : t('outbox.show')}
              </button>
            )}
            {state.signedOut ? (
              <a className={BUTTON.plain} href="/sign-in">
                {t('outbox.sign-in')}
              </a>
            ) : (
              mine.length > 0 &&
              here.kind === 'open' && (
                <button
                  className={BUTTON.plain}
                  disabled={state.sending}
                  onClick={() => void here.outbox.send(true)}
                >
                  {t('send.again')}
                </button>
              )
            )}
          </div>
          {shown && <WaitingList className="mt-2 max-h-56 overflow-y-auto border-t border-line pt-1" />}
        </div>
      )}
    </div>
  );
}

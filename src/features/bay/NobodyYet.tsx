'use client';
import type { BayState } from '@/device';
import { BoltMark } from '@/ui/BoltMark';
import { BUTTON } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';

/** A device that has not been used for a shop: what is needed once, and then no more. */
export function NobodyYet({ state, onAgain }: { state: BayState; onAgain: () => void }) {
  const { t } = useWords();
  const asking = state.kind === 'opening' || state.asking;
  return (
    <main
      className="grid min-h-dvh content-center justify-items-center gap-4 px-6 text-center"
      data-bay="nobody"
    >
      <BoltMark size={56} />
      <h1 className="text-3xl">{t('tablet.title')}</h1>
      {asking ? (
        <p className="text-soft" role="status">
          {t('tablet.opening')}
        </p>
      ) : (
        <>
          <p className="max-w-md">{t(state.silent ? 'tablet.once-network' : 'tablet.once-sign-in')}</p>
          {state.silent ? (
            <button type="button" className={BUTTON.main} onClick={onAgain} data-again>
              {t('tablet.again')}
            </button>
          ) : (
            <a className={BUTTON.main} href="/sign-in">
              {t('tablet.sign-in')}
            </a>
          )}
        </>
      )}
    </main>
  );
}

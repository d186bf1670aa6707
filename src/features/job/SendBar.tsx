'use client';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { useJob } from './JobContext';

/** Says when something is not saved yet, what was kept, and what to do. Silent while all is well. */
export function SendBar() {
  const { sender, words } = useJob();
  const { t, tCode, has } = words;
  const { state } = sender;
  return (
    <div role="status" aria-live="polite" className="no-print" data-send={state.kind}>
      {state.kind === 'sending' && <p className="sr-only">{t('send.sending')}</p>}
      {state.kind === 'unsent' && (
        <div className="flex items-center gap-3 border-t-2 border-plum bg-plum-wash px-5 py-2.5">
          <WarningMark />
          <p className="flex-1">{t('send.unsent', { count: state.count })}</p>
          <button className={BUTTON.plain} onClick={() => void sender.retry()}>
            {t('send.again')}
          </button>
        </div>
      )}
      {state.kind === 'refused' && (
        <div className="flex items-center gap-3 border-t-2 border-plum bg-plum-wash px-5 py-2.5">
          <WarningMark />
          <p className="flex-1">
            {has(`refused.${state.code}`)
              ? tCode(`refused.${state.code}`)
              : t('refused.other', { code: state.code })}
          </p>
          <button className={BUTTON.plain} onClick={sender.clear}>
            {t('close')}
          </button>
        </div>
      )}
    </div>
  );
}

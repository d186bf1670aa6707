'use client';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { LeadConfirms } from '../outbox/LeadConfirms';
import { useOutbox } from '../outbox/OutboxProvider';
import { useJob, useSent } from './JobContext';

/** What a lead who comes by can let in at once. */
const LEAD_LETS_IN: ReadonlySet<string> = new Set(['needs-lead', 'not-allowed']);

/** Says what became of what was just written, where that is not simply: it is kept. */
export function SendBar() {
  const { view, sender, words, sync } = useJob();
  const { state: device } = useOutbox();
  const { t, tCode, has } = words;
  const { state, written } = useSent();
  const waiting = device.waiting.filter((w) => w.entry.job === view.id).length;
  const stuck = device.silentSinceMs !== null || device.signedOut;
  const kind = state.kind === 'idle' && waiting > 0 ? (stuck ? 'unsent' : 'sending') : state.kind;
  const said =
    state.kind === 'refused' || state.kind === 'held'
      ? has(`${state.kind}.${state.code}`)
        ? tCode(`${state.kind}.${state.code}`)
        : t('refused.other', { code: state.code })
      : null;
  const odd = view.unfit.find((u) => written.includes(u.event));
  return (
    <div role="status" aria-live="polite" className="no-print" data-send={kind}>
      {kind === 'sending' && <p className="sr-only">{t('send.sending')}</p>}
      {said === null && odd && (
        <div
          className="flex items-center gap-3 border-t-2 border-plum bg-plum-wash px-5 py-2.5"
          data-unfit={odd.code}
        >
          <WarningMark />
          <p className="flex-1">{t('unfit.just-now', { why: tCode(`refused.${odd.code}`) })}</p>
          {odd.type !== 'void' && (
            <button className={BUTTON.plain} onClick={() => void sender.send('void', { target: odd.event })}>
              {t('undo')}
            </button>
          )}
          <button className={BUTTON.plain} onClick={sender.clear}>
            {t('close')}
          </button>
        </div>
      )}
      {said !== null && (
        <div className="flex items-center gap-3 border-t-2 border-plum bg-plum-wash px-5 py-2.5">
          <WarningMark />
          <p className="flex-1">{said}</p>
          {state.kind === 'held' && LEAD_LETS_IN.has(state.code) && state.digests.length > 0 && (
            <LeadConfirms
              digests={state.digests}
              onDone={() => {
                sender.clear();
                sync();
              }}
            />
          )}
          <button className={BUTTON.plain} onClick={sender.clear}>
            {t('close')}
          </button>
        </div>
      )}
    </div>
  );
}

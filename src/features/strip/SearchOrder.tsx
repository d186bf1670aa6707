'use client';
import { useState } from 'react';
import { stripView } from '@/core/job';
import { type SearchedOrder, searchTask } from '@/core/work';
import type { OrderTask } from '@/core/work/orderTask';
import type { SearchReply } from '@/workers/searchOrder';
import { useJob, useView } from '../job/JobContext';
import { useWorker } from '../job/useWorker';

type State =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly share: number; readonly best: number | null }
  | { readonly kind: 'done'; readonly found: SearchedOrder | null };

const BUTTON = 'rounded-sm border border-outline bg-raised px-2.5 py-0.5 text-sm font-semibold';

/** Looks for a shorter order in a worker, for as long as somebody lets it; what it finds is taken or left. */
export function SearchOrder() {
  const { job, words, say, sender } = useJob();
  const strip = useView(stripView);
  const { t } = words;
  const [state, setState] = useState<State>({ kind: 'idle' });
  const { send, end: stop } = useWorker<OrderTask, SearchReply>(
    () => new Worker(new URL('../../workers/searchOrder.ts', import.meta.url), { type: 'module' }),
    (reply) => {
      if (reply.kind === 'progress')
        return setState({ kind: 'running', share: reply.share, best: reply.best });
      setState({ kind: 'done', found: reply.found });
    },
  );
  const { order } = strip;
  // Nothing is shorter than what no order can go below.
  if (!order || order.changeoverMin - order.boundMin < 0.01) return null;
  const start = () => {
    setState({ kind: 'running', share: 0, best: null });
    send(
      searchTask(
        strip.out.map((l) => l.step),
        job.pack.family.body.states ?? [],
      ),
    );
  };
  const found = state.kind === 'done' ? state.found : null;
  const gain = found ? Math.round((order.changeoverMin - found.minutes) * 10) / 10 : 0;
  return (
    <p className="mt-1.5 flex flex-wrap items-center gap-2" data-search-order={state.kind}>
      {state.kind === 'running' ? (
        <>
          <button
            type="button"
            className={BUTTON}
            onClick={() => {
              stop();
              setState({ kind: 'idle' });
            }}
          >
            {t('search-order.stop')}
          </button>
          <progress value={state.share} max={1} aria-label={t('search-order.running')} className="w-24" />
          {state.best !== null && (
            <span role="status">{t('search-order.best', { min: say.number(state.best) })}</span>
          )}
        </>
      ) : (
        <button type="button" className={BUTTON} onClick={start}>
          {t('search-order.start')}
        </button>
      )}
      {state.kind === 'done' && (
        <span role="status">
          {gain > 0 ? t('search-order.found', { min: say.number(gain) }) : t('search-order.none')}
        </span>
      )}
      {found && gain > 0 && (
        <button
          type="button"
          className={BUTTON}
          onClick={() => {
            setState({ kind: 'idle' });
            void sender.send('steps-arranged', { steps: [...found.steps] });
          }}
        >
          {t('search-order.take')}
        </button>
      )}
    </p>
  );
}

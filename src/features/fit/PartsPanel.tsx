'use client';
import { useState } from 'react';
import { HELD_BEHIND, type HeldBehind, type Procured, type SwapOrders } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob } from '../job/JobContext';
import type { FitData } from './fitData';

/** What is needed and where it is: ordered, here, held behind a proof, on the shop's own shelf. */
export function PartsPanel({ orders, data }: { orders: SwapOrders; data: FitData }) {
  const { words } = useJob();
  const { t } = words;
  return (
    <section aria-label={t('parts.title')}>
      <div className="mb-1 flex flex-wrap items-baseline gap-x-5">
        <h3 className="text-lg">{t('parts.title')}</h3>
        <AllAtOnce orders={orders} data={data} />
      </div>
      <table className="w-full border-collapse text-[0.94rem]">
        <thead className="text-left text-sm text-soft">
          <tr className="border-b border-line">
            <th className="py-1 font-semibold">{t('parts.part')}</th>
            {(['needed', 'ordered', 'received', 'stock'] as const).map((k) => (
              <th key={k} className="w-16 text-right font-semibold">
                {t(`parts.${k}`)}
              </th>
            ))}
            <th className="pl-6 font-semibold">{t('parts.state')}</th>
          </tr>
        </thead>
        <tbody>
          {orders.procured.map((p) => (
            <PartRow key={p.id} swap={orders.swap} p={p} data={data} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What can be said of every part in one go: taken off the shelf where it lies there, ordered, here. */
function AllAtOnce({ orders, data }: { orders: SwapOrders; data: FitData }) {
  const { words, sender } = useJob();
  const busy = useBusy();
  const { t } = words;
  const { swap, procured } = orders;
  const toOrder = procured.filter((p) => p.state === 'to-order');
  const lying = toOrder.filter((p) => (data.stock[p.id] ?? 0) >= p.toOrder);
  const awaited = procured.filter((p) => p.awaited > 0);
  const all = (list: readonly Procured[], move: 'ordered' | 'received', from?: 'stock') =>
    void sender.sendAll(
      list.map((p) => ({
        type: 'part-moved' as const,
        body: {
          swap,
          part: p.id,
          move,
          quantity: move === 'ordered' || from ? p.toOrder : p.awaited,
          ...(from ? { from } : {}),
        },
      })),
    );
  const button = (key: 'order' | 'take' | 'receive', list: readonly Procured[], go: () => void) =>
    list.length > 0 && (
      <button className={BUTTON.quiet} disabled={busy} onClick={go} data-all={key}>
        {t(`parts.all-${key}`, { count: list.length })}
      </button>
    );
  return (
    <span className="flex flex-wrap gap-x-4">
      {button('order', toOrder, () => all(toOrder, 'ordered'))}
      {button('take', lying, () => all(lying, 'received', 'stock'))}
      {button('receive', awaited, () => all(awaited, 'received'))}
    </span>
  );
}

/** The last thing that was written of a part, and the way back from it. */
function UndoMove({ move }: { move: Procured['moves'][number] }) {
  const { view, words, sender } = useJob();
  const { t } = words;
  const what = t('parts.moved', {
    move: move.fromStock ? 'taken' : move.move,
    count: move.quantity,
    by: view.names[move.by] ?? '',
  });
  return (
    <span className="text-soft">
      {what}{' '}
      <button
        className={BUTTON.quiet}
        aria-label={t('parts.undo-named', { what })}
        onClick={() => void sender.send('void', { target: move.event })}
        data-undo-move={move.event}
      >
        {t('undo')}
      </button>
    </span>
  );
}

function PartRow({ swap, p, data }: { swap: string; p: Procured; data: FitData }) {
  const { words, say, sender } = useJob();
  const sending = useBusy();
  const { t, tCode, prose } = words;
  const [due, setDue] = useState('');
  const lamp = data.lamps[p.id];
  const part = data.parts[p.id];
  const stock = data.stock[p.id] ?? 0;
  const busy = sending;
  const move = (what: 'ordered' | 'received' | 'held' | 'let-go', quantity: number, more: object = {}) =>
    void sender.send('part-moved', { swap, part: p.id, move: what, quantity, ...more });
  const fromStock = (quantity: number) => move('received', quantity, { from: 'stock' });
  const { state } = p;
  return (
    <tr className="border-b border-line align-baseline" data-part={p.id} data-part-state={state}>
      <th scope="row" className="py-1.5 text-left font-normal">
        {lamp
          ? `${lamp.maker} ${lamp.name}`
          : part
            ? prose(part.name)
            : p.what
              ? say.reason(p.what).text
              : p.id}{' '}
        <span className="font-mono text-sm text-soft">{lamp?.partNumber ?? part?.partNumber}</span>
      </th>
      <td className="text-right font-mono">{p.needed}</td>
      <td className="text-right font-mono">{p.ordered}</td>
      <td className="text-right font-mono">{p.received}</td>
      <td className="text-right font-mono text-soft">{p.id in data.stock ? stock : '–'}</td>
      <td className="pl-6">
        <span className="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
          <b
            className={
              state === 'here' ? 'text-petrol' : state === 'to-order' || state === 'held' ? 'text-indigo' : ''
            }
          >
            {tCode(`part-state.${state}`)}
            {state === 'awaited' && p.due && ` ${t('parts.due', { due: p.due })}`}
            {state === 'held' && p.held && ` ${tCode(`held.${p.held}`)}`}
          </b>
          {state === 'to-order' && (
            <>
              <span className="w-36">
                <input
                  type="date"
                  className={`${FIELD} py-0.5 text-sm`}
                  value={due}
                  onChange={(e) => setDue(e.target.value)}
                  aria-label={t('parts.due-label')}
                />
              </span>
              <button
                className={BUTTON.quiet}
                disabled={busy}
                onClick={() => move('ordered', p.toOrder, due ? { due } : {})}
              >
                {t('parts.order', { count: p.toOrder })}
              </button>
              {stock >= p.toOrder && (
                <button className={BUTTON.quiet} disabled={busy} onClick={() => void fromStock(p.toOrder)}>
                  {t('parts.from-stock')}
                </button>
              )}
              <select
                className={`${FIELD} w-auto py-0.5 text-sm`}
                value=""
                disabled={busy}
                onChange={(e) => move('held', p.toOrder, { behind: e.target.value as HeldBehind })}
                aria-label={t('parts.hold')}
              >
                <option value="">{t('parts.hold')}</option>
                {HELD_BEHIND.map((h) => (
                  <option key={h} value={h}>
                    {tCode(`held.${h}`)}
                  </option>
                ))}
              </select>
            </>
          )}
          {state === 'held' && (
            <button className={BUTTON.quiet} disabled={busy} onClick={() => move('let-go', 1)}>
              {t('parts.let-go')}
            </button>
          )}
          {p.awaited > 0 && (
            <button className={BUTTON.quiet} disabled={busy} onClick={() => move('received', p.awaited)}>
              {t('parts.receive', { count: p.awaited })}
            </button>
          )}
          {p.moves[0] && <UndoMove move={p.moves[0]} />}
        </span>
      </td>
    </tr>
  );
}

'use client';
import { BUTTON } from '@/ui/classes';
import { useJob } from '../job/JobContext';

/** The sockets of a sequencing harness, tapped in the order in which they came on. */
export function SocketsSeen({
  count,
  order,
  onOrder,
}: {
  count: number;
  order: readonly number[];
  onOrder: (order: readonly number[]) => void;
}) {
  const { t } = useJob().words;
  return (
    <div className="grid gap-2 border-t border-line pt-2" role="group" aria-label={t('prove.sockets')}>
      <p className="text-sm text-soft">{t('prove.sockets')}</p>
      <div className="flex flex-wrap items-center gap-2">
        {Array.from({ length: count }, (_, i) => i + 1).map((hole) => (
          <button
            key={hole}
            type="button"
            className="min-h-11 min-w-11 rounded-sm border border-outline bg-raised font-mono font-semibold aria-pressed:border-plum aria-pressed:bg-plum-wash aria-pressed:text-plum"
            aria-pressed={order.includes(hole)}
            disabled={order.includes(hole)}
            onClick={() => onOrder([...order, hole])}
            data-socket={hole}
          >
            {hole}
          </button>
        ))}
        <span className="font-mono">{order.join(' → ')}</span>
        {order.length > 0 && (
          <button type="button" className={BUTTON.quiet} onClick={() => onOrder([])}>
            {t('prove.sockets-again')}
          </button>
        )}
      </div>
    </div>
  );
}

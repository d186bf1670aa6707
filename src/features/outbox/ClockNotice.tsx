'use client';
import { WarningMark } from '@/ui/marks';
import { useFrameWords } from '@/ui/WordsContext';

/** Tells a lead that the clock of the server and those of the people's devices are apart. @param byMs how far it is ahead */
export function ClockNotice({ byMs }: { byMs: number }) {
  const { t } = useFrameWords();
  const minutes = Math.round(Math.abs(byMs) / 60_000);
  const text =
    minutes < 120
      ? t('clock.minutes', { count: minutes })
      : minutes < 2880
        ? t('clock.hours', { count: Math.round(minutes / 60) })
        : t('clock.days', { count: Math.round(minutes / 1440) });
  return (
    <p
      role="alert"
      className="no-print flex items-center gap-3 border-b-2 border-plum bg-plum-wash px-5 py-2"
      data-clock={byMs > 0 ? 'ahead' : 'behind'}
    >
      <WarningMark />
      {t('clock.doubt', { by: text, way: byMs > 0 ? 'ahead' : 'behind' })}
    </p>
  );
}

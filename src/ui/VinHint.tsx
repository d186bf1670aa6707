'use client';
import type { VinReading } from '@/core/vehicle';
import { WarningMark } from './marks';
import { useWords } from './WordsContext';

/** What a VIN says while it is typed: its form, its check digit, what may have been meant. */
export function VinHint({ reading, onTake }: { reading: VinReading; onTake: (vin: string) => void }) {
  const { t, tCode, list } = useWords();
  const { faults, checkDigit, suggestions } = reading;
  const fault = faults[0];
  const bad = fault !== undefined || checkDigit?.passes === false;
  return (
    <div className="text-sm" aria-live="polite" data-vin={fault ? 'fault' : bad ? 'warning' : 'passes'}>
      <p className={`flex items-center gap-1.5 ${bad ? 'text-plum' : 'text-petrol'}`}>
        {bad && <WarningMark />}
        {fault
          ? tCode(
              `reason.${fault.code}`,
              Object.fromEntries(
                Object.entries(fault.facts).map(([k, v]) => [
                  k,
                  Array.isArray(v) ? list(v as string[]) : (v as number),
                ]),
              ),
            )
          : checkDigit?.passes
            ? t('vin.passes')
            : t('vin.fails', { found: checkDigit?.found ?? '', expected: checkDigit?.expected ?? '' })}
      </p>
      {suggestions.length > 0 && (
        <p className="mt-1 flex flex-wrap items-center gap-2">
          {t('vin.meant')}
          {suggestions.map((s) => (
            <button
              key={s}
              type="button"
              className="rounded-sm border border-outline px-1.5 font-mono hover:border-ink"
              onClick={() => onTake(s)}
            >
              {s}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}

'use client';
import type { MappedInput } from '@/core/harness';
import type { CavityReading } from '@/core/electric';
import { VerdictMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';

/** How an input's verdict is marked. */
export const INPUT_MARK: Readonly<
  Record<MappedInput['verdict'], 'fits' | 'fits-with-parts' | 'check-first' | 'does-not-fit'>
> = {
  direct: 'fits',
  'through-adapter': 'fits-with-parts',
  'by-hand': 'fits-with-parts',
  'mode-choice': 'check-first',
  'extra-feed': 'check-first',
  unfed: 'does-not-fit',
};

/** One input of the lamp with its verdict, or what is read there now; followed with the eye by hover or focus. */
export function InputLine({
  input: i,
  name,
  fed,
  reading,
  live,
  traced,
  onTrace,
}: {
  input: MappedInput;
  name: string;
  /** It wants an extra feed, and that is decided. */
  fed: boolean;
  reading: CavityReading | null;
  live: boolean;
  traced: boolean;
  onTrace: (on: boolean) => void;
}) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  const amp = reading?.amp ?? 0;
  return (
    <button
      className="grid w-full grid-cols-[1fr_auto] gap-x-2 text-left leading-tight"
      data-input={i.input.does}
      data-input-verdict={i.verdict}
      aria-pressed={traced}
      onClick={() => onTrace(true)}
      onFocus={() => onTrace(true)}
      onBlur={() => onTrace(false)}
      onMouseEnter={() => onTrace(true)}
      onMouseLeave={() => onTrace(false)}
    >
      <span>
        <span className="block font-semibold first-letter:uppercase">{name}</span>
        {live ? (
          <span
            className="block font-mono text-[0.8rem]"
            data-live={i.input.does}
            data-volt={reading?.volt ?? ''}
          >
            {reading === null
              ? '–'
              : reading.volt === null
                ? t('wire.floats')
                : `${t('wire.volt', { volt: say.number(Math.round(reading.volt * 100) / 100) })} · ${t('wire.amp', { amp: say.number(Math.round(Math.abs(amp) * 100) / 100) })}`}
            {reading?.mean && reading.level?.kind === 'pulsed' && ` · ${t('wire.mean')}`}
            {amp < -0.001 && i.input.does !== 'ground' && (
              <b className="block text-plum">{t('wire.feeds-back')}</b>
            )}
          </span>
        ) : (
          <span className="block font-mono text-[0.8rem] text-soft">
            {i.input.currentA > 0 ? t('wire.amp', { amp: say.number(i.input.currentA) }) : ' '}
          </span>
        )}
      </span>
      <span className="flex items-center gap-1.5 self-start pt-0.5 text-sm">
        <VerdictMark verdict={fed ? 'fits-with-parts' : INPUT_MARK[i.verdict]} />
        {fed ? t('input.fed') : tCode(`input.${i.verdict}`)}
      </span>
    </button>
  );
}

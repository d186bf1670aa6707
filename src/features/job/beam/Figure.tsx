import type { Measured } from '@/core/quantity';
import { FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { measureLabel } from './figureWords';

/** A field for one figure, with what it is above it; what is measured says the unit of a bare figure. */
export function Figure({
  label,
  value,
  onChange,
  width = 'w-36',
  placeholder,
  measured,
  ...data
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  width?: string;
  placeholder?: string;
  measured?: Measured | undefined;
} & Readonly<Record<`data-${string}`, string>>) {
  const words = useWords();
  return (
    <label className={`grid ${width} gap-1 text-sm font-semibold`}>
      {measured ? measureLabel(label, measured, words) : label}
      <input
        className={`${FIELD} font-mono`}
        inputMode="decimal"
        value={value}
        onChange={(e) => onChange(e.target.value)}
        placeholder={placeholder}
        autoComplete="off"
        {...data}
      />
    </label>
  );
}

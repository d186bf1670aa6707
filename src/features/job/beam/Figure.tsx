import { FIELD } from '@/ui/classes';

/** A field for one figure, with what it is above it. */
export function Figure({
  label,
  value,
  onChange,
  width = 'w-36',
  placeholder,
  ...data
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  width?: string;
  placeholder?: string;
} & Readonly<Record<`data-${string}`, string>>) {
  return (
    <label className={`grid ${width} gap-1 text-sm font-semibold`}>
      {label}
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

'use client';
import { type Load, LOADS } from '@/core/beam/photometry';
import { FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { measureLabel } from './figureWords';

/** The set-up as it is typed: numbers are texts until they are sent, and what is left empty is not known. */
export interface SetUpTyped {
  readonly traffic: '' | 'right' | 'left';
  readonly place: string;
  readonly stray: string;
  readonly volts: string;
  readonly minutes: string;
  readonly square: string;
  readonly load: '' | Load;
  readonly levelling: '' | 'yes' | 'no';
  readonly engine: '' | 'yes' | 'no';
  readonly screened: '' | 'yes' | 'no';
  /** Until when the meter is calibrated, ISO 8601. */
  readonly calibrated: string;
}
export const NO_SET_UP: SetUpTyped = {
  traffic: '',
  place: '',
  stray: '',
  volts: '',
  minutes: '',
  square: '',
  load: '',
  levelling: '',
  engine: '',
  screened: '',
  calibrated: '',
};

/** The set-up of before, to be met again. */
export function typedSetUp(
  b: {
    readonly traffic?: 'right' | 'left' | undefined;
    readonly place?: string | undefined;
    readonly volts?: number | undefined;
    readonly minutesLit?: number | undefined;
    readonly load?: Load | undefined;
    readonly levellingZero?: boolean | undefined;
    readonly engine?: boolean | undefined;
    readonly otherScreened?: boolean | undefined;
    readonly calibratedTo?: string | undefined;
  } | null,
): SetUpTyped {
  const yes = (v: boolean | undefined) => (v === undefined ? '' : v ? 'yes' : 'no');
  if (!b) return NO_SET_UP;
  return {
    ...NO_SET_UP,
    traffic: b.traffic ?? '',
    place: b.place ?? '',
    load: b.load ?? '',
    levelling: yes(b.levellingZero),
    engine: yes(b.engine),
    screened: yes(b.otherScreened),
    calibrated: b.calibratedTo ?? '',
  };
}

/** How light is read: what has to be the same again. Nothing of it has to be filled in; what is not, is said to be unknown. */
export function SetUpFields({
  typed,
  onChange,
}: {
  typed: SetUpTyped;
  onChange: (typed: SetUpTyped) => void;
}) {
  const words = useWords();
  const { t, tCode } = words;
  const text = (name: 'place' | 'stray' | 'volts' | 'minutes' | 'square', width: string) => (
    <label className={`grid ${width} gap-1 text-sm font-semibold`}>
      {name === 'square' ? measureLabel(t('set-up.square'), 'length', words) : tCode(`set-up.${name}`)}
      <input
        className={`${FIELD} ${name === 'place' ? '' : 'font-mono'}`}
        inputMode={name === 'place' ? 'text' : 'decimal'}
        value={typed[name]}
        onChange={(e) => onChange({ ...typed, [name]: e.target.value })}
        autoComplete="off"
        data-set-up={name}
      />
    </label>
  );
  const choice = (
    name: 'traffic' | 'load' | 'levelling' | 'engine' | 'screened',
    options: readonly string[],
    width: string,
  ) => (
    <label className={`grid ${width} gap-1 text-sm font-semibold`}>
      {tCode(`set-up.${name}`)}
      <select
        className={FIELD}
        value={typed[name]}
        onChange={(e) => onChange({ ...typed, [name]: e.target.value })}
        data-set-up={name}
      >
        <option value="">{t('set-up.unknown')}</option>
        {options.map((o) => (
          <option key={o} value={o}>
            {tCode(`set-up.${name}.${o}`)}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <div className="flex flex-wrap items-end gap-3">
      {text('stray', 'w-32')}
      {text('volts', 'w-28')}
      {text('minutes', 'w-28')}
      {choice('load', LOADS, 'w-36')}
      {choice('levelling', ['yes', 'no'], 'w-32')}
      {choice('engine', ['yes', 'no'], 'w-32')}
      {choice('screened', ['yes', 'no'], 'w-36')}
      {text('square', 'w-36')}
      {text('place', 'w-44')}
      <label className="grid w-44 gap-1 text-sm font-semibold">
        {t('set-up.calibrated')}
        <input
          type="date"
          className={FIELD}
          value={typed.calibrated}
          onChange={(e) => onChange({ ...typed, calibrated: e.target.value })}
          data-set-up="calibrated"
        />
      </label>
    </div>
  );
}

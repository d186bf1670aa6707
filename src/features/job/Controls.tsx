'use client';
import { type Control, CONTROL_NAMES, CONTROLS } from '@/core/controls';
import { useJob } from './JobContext';

const CHIP =
  'rounded-sm border border-outline bg-raised px-2.5 py-1 text-[0.92rem] aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper';

/** The switches of the vehicle. What one demands is set with it: running puts the key on. */
export function Controls() {
  const { words, controls, setControl } = useJob();
  const { t, tCode } = words;
  const many = CONTROL_NAMES.filter((c) => CONTROLS[c].length > 2);
  const toggles = CONTROL_NAMES.filter((c) => CONTROLS[c].length === 2 && c !== 'door');
  return (
    <section aria-label={t('light.controls')} className="grid gap-2">
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        {many.map((c) => (
          <div key={c} role="group" aria-label={tCode(`control.${c}`)} className="flex items-center gap-1.5">
            <span className="text-sm text-soft">{tCode(`control.${c}`)}</span>
            {CONTROLS[c].map((v) => (
              <button
                key={v}
                className={CHIP}
                aria-pressed={controls[c] === v}
                onClick={() => setControl(c, v)}
                data-control={`${c}=${v}`}
              >
                {tCode(`control.${c}.${v}`)}
              </button>
            ))}
          </div>
        ))}
      </div>
      <div className="flex flex-wrap gap-1.5">
        {toggles.map((c: Control) => (
          <button
            key={c}
            className={CHIP}
            aria-pressed={controls[c] === 'yes'}
            onClick={() => setControl(c, controls[c] === 'yes' ? 'no' : 'yes')}
            data-control={c}
          >
            {tCode(`control.${c}`)}
          </button>
        ))}
      </div>
    </section>
  );
}

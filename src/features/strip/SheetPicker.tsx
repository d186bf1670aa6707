'use client';
import { stripView } from '@/core/job';
import { useJob, useView } from '../job/JobContext';

/** Where there is more than one way of getting at the lamps, which is gone; each with its minutes. */
export function SheetPicker() {
  const { words, sender, rights } = useJob();
  const strip = useView(stripView);
  const { t, prose } = words;
  const open = strip.uses.filter((u) => u.candidates.length > 1);
  return open.map((u) => (
    <fieldset key={u.swap} className="flex flex-wrap items-baseline gap-x-5 gap-y-1" data-sheets={u.swap}>
      <legend className="float-left pr-2 text-sm font-semibold">{t('strip.way')}</legend>
      {u.candidates.map((c) => (
        <label key={c.sheet.id} className="flex items-baseline gap-1.5">
          <input
            type="radio"
            name={`sheet-${u.swap}`}
            className="accent-petrol"
            checked={u.sheet?.id === c.sheet.id}
            disabled={!rights.workAtVehicle}
            onChange={() => void sender.send('sheet-chosen', { swap: u.swap, sheet: c.sheet.id })}
          />
          {prose(c.sheet.name) || t('strip.own-sheet')}
          <span className="text-sm text-soft">
            {c.time && t('strip.way-minutes', { minutes: Math.round(c.time.p50) })}
            {c.suits === 'unknown' && ` · ${t('strip.way-unknown')}`}
          </span>
        </label>
      ))}
    </fieldset>
  ));
}

'use client';
import { type FormEvent, useState } from 'react';
import { type Booking, type BookingConflict, localDay, utcOf } from '@/core/board';
import { BUTTON, FIELD } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { useFrameWords, useZone } from '@/ui/WordsContext';

/** One booking: how long, what it waits for and until when; what stands against it. */
export function BookingForm({
  booking,
  conflicts,
  onSave,
  onRemove,
}: {
  booking: Booking;
  conflicts: readonly BookingConflict[];
  onSave: (b: Booking) => void;
  onRemove: () => Promise<void>;
}) {
  const { t, tCode } = useFrameWords();
  const zone = useZone();
  const [minutes, setMinutes] = useState(String(booking.minutes));
  const [waitsFor, setWaitsFor] = useState(booking.waitsFor);
  const [until, setUntil] = useState(booking.waitsUntil ? localDay(booking.waitsUntil, zone) : '');
  const [fault, setFault] = useState(false);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const n = Number(minutes);
    const bad = !/^\d+$/.test(minutes.trim()) || n < 15 || n > 1440;
    setFault(bad);
    if (!bad)
      onSave({
        ...booking,
        minutes: n,
        waitsFor: waitsFor.trim(),
        waitsUntil: until ? utcOf(until, 12 * 60, zone) : null,
      });
  };
  return (
    <form
      onSubmit={submit}
      noValidate
      className="mb-3 grid gap-2 border border-petrol bg-petrol-wash px-4 py-3"
      data-booking
    >
      {conflicts.map((c) => (
        <p key={`${c.kind}${c.bookings.join()}`} className="flex gap-1.5 text-sm text-plum">
          <WarningMark /> {tCode(`conflict.${c.kind}`)}
        </p>
      ))}
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid w-28 gap-1 text-sm font-semibold">
          {t('bay.length')}
          <input
            className={`${FIELD} font-mono`}
            inputMode="numeric"
            value={minutes}
            onChange={(e) => setMinutes(e.target.value)}
            aria-invalid={fault}
          />
        </label>
        <label className="grid flex-1 gap-1 text-sm font-semibold">
          {t('bay.waits-for')}
          <input className={FIELD} value={waitsFor} onChange={(e) => setWaitsFor(e.target.value)} />
        </label>
        <label className="grid w-40 gap-1 text-sm font-semibold">
          {t('bay.waits-until')}
          <input type="date" className={FIELD} value={until} onChange={(e) => setUntil(e.target.value)} />
        </label>
        <button type="submit" className={BUTTON.main}>
          {t('save')}
        </button>
        <button type="button" className={BUTTON.plain} onClick={() => void onRemove()}>
          {t('bay.remove')}
        </button>
      </div>
      <p role="alert" className="text-sm text-plum empty:hidden">
        {fault ? t('bay.length-wrong') : ''}
      </p>
    </form>
  );
}

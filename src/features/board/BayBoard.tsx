'use client';
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useRouter } from 'next/navigation';
import { useMemo, useState, useTransition } from 'react';
import { v7 as uuidv7 } from 'uuid';
import {
  type Bay,
  bookingConflicts,
  type Booking,
  dayPlan,
  firstFree,
  localDay,
  movedBooking,
  shiftDay,
  type Hours,
  utcOf,
} from '@/core/board';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { postJson } from '@/ui/postJson';
import { useZone, useFrameWords } from '@/ui/WordsContext';
import { Link } from '@/ui/Link';
import { datesIn } from '@/words';
import { type BoardJob, jobAddress } from './boardJob';
import { BayLane, DayHours, spanOf, Strip } from './BayLane';
import { BookingForm } from './BookingForm';

/** What became of a booking that was sent: `stale`: somebody moved it meanwhile. */
interface Saved {
  readonly kind?: 'saved' | 'stale' | 'refused';
  readonly code?: string;
}

const DAYS = 3;
/** *Setting*: minutes that a job is planned with until somebody says otherwise. */
const USUAL_MINUTES = 120;

/** Bays as rows, hours across, today and the next days; jobs as strips that are moved by hand or keys. */
export function BayBoard({
  bays,
  bookings: given,
  jobs,
  planned,
  day,
  hours,
}: {
  bays: readonly Bay[];
  bookings: readonly Booking[];
  jobs: readonly BoardJob[];
  /** Jobs with a booking from the first day on, in sight or later. */
  planned: readonly string[];
  /** The first day shown, `2026-03-05`. */
  day: string;
  /** When the shop is open. */
  hours: Hours;
}) {
  const words = useFrameWords();
  const zone = useZone();
  const { t, tCode } = words;
  const router = useRouter();
  const [, startTransition] = useTransition();
  /** Moves that are not answered yet, or not as wished. */
  const [moved, setMoved] = useState<ReadonlyMap<string, Booking>>(new Map());
  const [picked, setPicked] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const bookings = useMemo(
    () =>
      given.map((b) => {
        const mine = moved.get(b.id);
        return mine && mine.version >= b.version ? mine : b;
      }),
    [given, moved],
  );
  const conflicts = bookingConflicts(bookings, zone);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));

  const save = async (next: Booking) => {
    setMoved((now) => new Map(now).set(next.id, next));
    setSaid(null);
    const forget = () => setMoved((now) => new Map([...now].filter(([id]) => id !== next.id)));
    try {
      const outcome = await postJson<Saved>('/api/bookings', { act: 'save', booking: next });
      if (outcome.kind === 'stale') setSaid(t('bay.stale'));
      if (outcome.code !== undefined) setSaid(tCode(`refused.${outcome.code}`));
      if (outcome.kind !== 'saved') forget();
    } catch {
      setSaid(t('bay.no-answer'));
      forget();
    }
    startTransition(() => router.refresh());
  };
  const move = (b: Booking, by: Parameters<typeof movedBooking>[1]) => save(movedBooking(b, by, bays, zone));
  const dropped = ({ active, over, delta }: DragEndEvent) => {
    const b = bookings.find((x) => x.id === active.id);
    if (!b || !over) return;
    const [toBay, toDay] = String(over.id).split('|');
    const width = over.rect.width;
    const minutes = (delta.x / width) * spanOf(hours);
    const from = bays.findIndex((x) => x.id === b.bay);
    const to = bays.findIndex((x) => x.id === toBay);
    const days = Math.round((Date.parse(toDay ?? day) - Date.parse(localDay(b.startsAt, zone))) / 86_400_000);
    // Days stand under one another, so the way across is always minutes.
    void move(b, { minutes, bays: to - from, days });
  };
  const unplanned = jobs.filter(
    (j) => !j.locked && !planned.includes(j.id) && !bookings.some((b) => b.job === j.id),
  );
  const book = (j: BoardJob) => {
    // From the first day in sight, and never in the past.
    const [now, shown] = [new Date().toISOString(), utcOf(day, 0, zone)];
    const from = shown > now ? shown : now;
    const free = firstFree({ bays, bookings, hours, zone }, from, USUAL_MINUTES);
    if (!free) {
      setSaid(t('bay.none-free'));
      return;
    }
    const booking = { id: uuidv7(), job: j.id, ...free, minutes: USUAL_MINUTES };
    void save({ ...booking, waitsFor: '', waitsUntil: null, version: 0 }).then(() => {
      setPicked(booking.id);
      setSaid(
        t('bay.booked', {
          job: String(j.number).padStart(4, '0'),
          bay: bays.find((b) => b.id === free.bay)?.name ?? '',
          at: datesIn(words.locale, zone).format(new Date(free.startsAt)),
        }),
      );
    });
  };
  const shown = picked ? bookings.find((b) => b.id === picked) : undefined;
  if (bays.length === 0) return <p className="border-t border-line py-4 text-soft">{t('bay.none')}</p>;
  return (
    <section aria-label={t('bay.title')}>
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-xl">{t('bay.title')}</h2>
        {conflicts.length > 0 && (
          <span className="flex items-center gap-1.5 text-plum" data-conflicts={conflicts.length}>
            <WarningMark /> {t('bay.conflicts', { count: conflicts.length })}
          </span>
        )}
        <span className="text-sm text-soft">{t('bay.keys')}</span>
      </div>
      <p role="status" className="text-sm text-plum empty:hidden">
        {said}
      </p>
      <DndContext sensors={sensors} onDragEnd={dropped}>
        {Array.from({ length: DAYS }, (_, i) => shiftDay(day, i)).map((d) => (
          <div key={d} className="mb-3" data-day={d}>
            <DayHours day={d} hours={hours} />
            {dayPlan(bays, bookings, d, zone, hours).map((row) => (
              <BayLane
                key={row.bay.id}
                id={`${row.bay.id}|${d}`}
                name={row.bay.name}
                hours={hours}
                lines={row.strips[0]?.lines ?? 1}
              >
                {row.strips.map((s) => (
                  <Strip
                    key={s.booking.id}
                    strip={s}
                    job={jobs.find((j) => j.id === s.booking.job)}
                    conflicts={conflicts.filter((c) => c.bookings.includes(s.booking.id))}
                    picked={picked === s.booking.id}
                    onPick={() => setPicked(picked === s.booking.id ? null : s.booking.id)}
                    onMove={(by) => void move(s.booking, by)}
                  />
                ))}
              </BayLane>
            ))}
          </div>
        ))}
      </DndContext>
      {shown && (
        <BookingForm
          key={`${shown.id}/${shown.version}`}
          booking={shown}
          conflicts={conflicts.filter((c) => c.bookings.includes(shown.id))}
          onSave={(b) => void save(b)}
          onRemove={async () => {
            try {
              await postJson('/api/bookings', { act: 'remove', id: shown.id, version: shown.version });
              setPicked(null);
            } catch {
              setSaid(t('bay.no-answer'));
            }
            startTransition(() => router.refresh());
          }}
        />
      )}
      {unplanned.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-2 text-sm">
          <span className="text-soft">{t('bay.unplanned')}</span>
          {unplanned.slice(0, 12).map((j) => (
            <span key={j.id} className="inline-flex items-baseline">
              <Link href={jobAddress(j)} className={BUTTON.quiet}>
                {String(j.number).padStart(4, '0')} {j.vehicle}
              </Link>
              <button
                type="button"
                className="rounded-sm border border-outline bg-raised px-1.5 text-sm font-semibold"
                onClick={() => book(j)}
                aria-label={t('bay.plan-named', { job: String(j.number).padStart(4, '0') })}
                data-book={j.number}
              >
                {t('bay.plan')}
              </button>
            </span>
          ))}
        </p>
      )}
    </section>
  );
}

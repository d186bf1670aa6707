'use client';
import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { useRouter } from 'next/navigation';
import { useMemo, useState, useTransition } from 'react';
import { v7 as uuidv7 } from 'uuid';
import {
  type Bay,
  bookingConflicts,
  type BookingConflict,
  type Booking,
  dayPlan,
  localDay,
  localMinutes,
  movedBooking,
  shiftDay,
  STEP_MIN,
  USUAL_HOURS,
  utcOf,
} from '@/core/board';
import { BUTTON } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { MiniLoom } from '@/ui/Loom';
import { WarningMark } from '@/ui/marks';
import { useZone, useWords } from '@/ui/WordsContext';
import { type BoardJob, jobAddress } from './boardJob';
import { BookingForm } from './BookingForm';

export interface BoardActs {
  readonly save: (
    b: Booking,
  ) => Promise<
    { kind: 'saved' } | { kind: 'stale'; present: Booking | null } | { kind: 'refused'; code: string }
  >;
  readonly remove: (id: string, version: number) => Promise<{ kind: string }>;
}

const DAYS = 3;
/** Share of the day from which a strip has room for its loom. */
const WIDE_ENOUGH = 0.19;
const SPAN = USUAL_HOURS.closeMin - USUAL_HOURS.openMin;

/** Bays as rows, hours across, today and the next days; jobs as strips that are moved by hand or keys. */
export function BayBoard({
  bays,
  bookings: given,
  jobs,
  planned,
  day,
  calendar,
  acts,
}: {
  bays: readonly Bay[];
  bookings: readonly Booking[];
  jobs: readonly BoardJob[];
  /** Jobs with a booking from the first day on, in sight or later. */
  planned: readonly string[];
  /** The first day shown, `2026-03-05`. */
  day: string;
  /** Address of the calendar feed. */
  calendar: string;
  acts: BoardActs;
}) {
  const words = useWords();
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
      const outcome = await acts.save(next);
      if (outcome.kind === 'stale') setSaid(t('bay.stale'));
      if (outcome.kind === 'refused') setSaid(tCode(`refused.${outcome.code}`));
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
    const minutes = (delta.x / width) * SPAN;
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
    const bay = bays[0];
    if (!bay) return;
    void save({
      id: uuidv7(),
      job: j.id,
      bay: bay.id,
      startsAt: utcOf(day, USUAL_HOURS.openMin, zone),
      minutes: 120,
      waitsFor: '',
      waitsUntil: null,
      version: 0,
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
        <a href={calendar} className={`${BUTTON.quiet} ml-auto`}>
          {t('bay.calendar')}
        </a>
      </div>
      <p role="status" className="text-sm text-plum empty:hidden">
        {said}
      </p>
      <DndContext sensors={sensors} onDragEnd={dropped}>
        {Array.from({ length: DAYS }, (_, i) => shiftDay(day, i)).map((d) => (
          <div key={d} className="mb-3" data-day={d}>
            <Hours day={d} />
            {dayPlan(bays, bookings, d, zone).map((row) => (
              <BayLane
                key={row.bay.id}
                id={`${row.bay.id}|${d}`}
                name={row.bay.name}
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
            await acts.remove(shown.id, shown.version);
            setPicked(null);
            startTransition(() => router.refresh());
          }}
        />
      )}
      {unplanned.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-2 text-sm">
          <span className="text-soft">{t('bay.unplanned')}</span>
          {unplanned.slice(0, 12).map((j) => (
            <button key={j.id} className={BUTTON.quiet} onClick={() => book(j)} data-book={j.number}>
              {String(j.number).padStart(4, '0')} {j.vehicle}
            </button>
          ))}
        </p>
      )}
    </section>
  );
}

function Hours({ day }: { day: string }) {
  const { locale } = useWords();
  const name = new Intl.DateTimeFormat(locale, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
  const first = Math.ceil(USUAL_HOURS.openMin / 60);
  const hours = Array.from(
    { length: Math.floor(USUAL_HOURS.closeMin / 60) - first + 1 },
    (_, i) => first + i,
  );
  return (
    <div className="grid grid-cols-[7rem_1fr] text-sm text-soft">
      <b className="text-ink">{name.format(new Date(`${day}T12:00:00Z`))}</b>
      <div className="relative h-5">
        {hours.map((h) => (
          <span
            key={h}
            className="absolute -translate-x-1/2 font-mono text-xs"
            style={{ left: `${((h * 60 - USUAL_HOURS.openMin) / SPAN) * 100}%` }}
          >
            {h}
          </span>
        ))}
      </div>
    </div>
  );
}

function BayLane({
  id,
  name,
  lines,
  children,
}: {
  id: string;
  name: string;
  lines: number;
  children: React.ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <div className="grid grid-cols-[7rem_1fr] border-b border-line">
      <span className="self-center text-sm">{name}</span>
      <div
        ref={setNodeRef}
        className={`relative ${isOver ? 'bg-petrol-wash' : ''}`}
        style={{
          height: `${lines * 2.9}rem`,
          backgroundImage: 'linear-gradient(90deg, var(--line) 1px, transparent 1px)',
          backgroundSize: `${(60 / SPAN) * 100}% 100%`,
          backgroundPositionX: `${((30 / SPAN) * 100).toFixed(3)}%`,
        }}
        data-lane={id}
        data-over={isOver || undefined}
      >
        {children}
      </div>
    </div>
  );
}

function Strip({
  strip: { booking: b, from, to, line, lines },
  job,
  conflicts,
  picked,
  onPick,
  onMove,
}: {
  strip: ReturnType<typeof dayPlan>[number]['strips'][number];
  job: BoardJob | undefined;
  conflicts: readonly BookingConflict[];
  picked: boolean;
  onPick: () => void;
  onMove: (by: { minutes?: number; bays?: number; days?: number }) => void;
}) {
  const { t, tCode, list } = useWords();
  const zone = useZone();
  const { attributes, listeners, setNodeRef, transform } = useDraggable({ id: b.id });
  const number = String(job?.number ?? 0).padStart(4, '0');
  const start = localMinutes(b.startsAt, zone);
  const clock = `${Math.floor(start / 60)}:${String(start % 60).padStart(2, '0')}`;
  const keys: Readonly<Record<string, () => void>> = {
    ArrowLeft: () => onMove({ minutes: -STEP_MIN }),
    ArrowRight: () => onMove({ minutes: STEP_MIN }),
    ArrowUp: () => onMove({ bays: -1 }),
    ArrowDown: () => onMove({ bays: 1 }),
    PageUp: () => onMove({ days: -1 }),
    PageDown: () => onMove({ days: 1 }),
    Enter: onPick,
    ' ': onPick,
  };
  const look = picked
    ? 'border-petrol bg-petrol-wash'
    : conflicts.length > 0
      ? 'border-plum bg-raised'
      : 'border-ink bg-raised';
  return (
    <div
      className="absolute"
      style={{
        left: `${from * 100}%`,
        width: `${(to - from) * 100}%`,
        top: `calc(${(line / lines) * 100}% + 2px)`,
        height: `calc(${100 / lines}% - 4px)`,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        zIndex: transform ? 5 : undefined,
      }}
    >
      <div
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        role="button"
        aria-roledescription={t('bay.strip-role')}
        aria-pressed={picked}
        onClick={onPick}
        onKeyDown={(e) => {
          const act = keys[e.key];
          if (!act) return;
          e.preventDefault();
          act();
        }}
        className={`flex h-full touch-none items-center gap-2 overflow-hidden rounded-sm border pl-2 pr-9 text-sm ${look}`}
        data-strip={number}
        data-start={clock}
        data-bay={b.bay}
        data-version={b.version}
      >
        {conflicts.length > 0 && <WarningMark />}
        <span className="min-w-0 flex-1">
          <span className="block truncate">
            <b className="font-mono">{number}</b> {job?.vehicle}
          </span>
          <span className="block truncate text-xs text-soft">
            {b.waitsFor ? t('bay.waits', { what: b.waitsFor }) : t('bay.minutes', { minutes: b.minutes })}
          </span>
          <span className="sr-only">
            {clock} {list(conflicts.map((c) => tCode(`conflict.${c.kind}`)))}
          </span>
        </span>
        {job && to - from >= WIDE_ENOUGH && (
          <span className="w-28 shrink-0 [&_svg]:h-auto [&_svg]:w-full" aria-hidden>
            <MiniLoom stages={job.stages} label="" />
          </span>
        )}
      </div>
      {job && (
        <Link
          href={jobAddress(job)}
          className="absolute inset-y-0 right-0 grid w-8 place-items-center font-semibold text-petrol"
          aria-label={t('bay.open', { job: number })}
        >
          →
        </Link>
      )}
    </div>
  );
}

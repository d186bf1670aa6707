'use client';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { type dayPlan, type BookingConflict, type Hours, localMinutes, STEP_MIN } from '@/core/board';
import { Link } from '@/ui/Link';
import { MiniLoom } from '@/ui/Loom';
import { WarningMark } from '@/ui/marks';
import { useFrameWords, useZone } from '@/ui/WordsContext';
import { type BoardJob, jobAddress } from './boardJob';

/** Share of the day from which a strip has room for its loom. */
const WIDE_ENOUGH = 0.19;

/** Minutes that a day shows. */
export const spanOf = (hours: Hours): number => hours.closeMin - hours.openMin;

/** The hours of a day above its lanes. */
export function DayHours({ day, hours }: { day: string; hours: Hours }) {
  const { locale } = useFrameWords();
  const name = new Intl.DateTimeFormat(locale, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
  const first = Math.ceil(hours.openMin / 60);
  const marks = Array.from({ length: Math.floor(hours.closeMin / 60) - first + 1 }, (_, i) => first + i);
  return (
    <div className="grid grid-cols-[4rem_minmax(0,1fr)] sm:grid-cols-[7rem_minmax(0,1fr)] text-sm text-soft">
      <b className="text-ink">{name.format(new Date(`${day}T12:00:00Z`))}</b>
      <div className="relative h-5">
        {marks.map((h) => (
          <span
            key={h}
            className="absolute -translate-x-1/2 font-mono text-xs"
            style={{ left: `${((h * 60 - hours.openMin) / spanOf(hours)) * 100}%` }}
          >
            {h}
          </span>
        ))}
      </div>
    </div>
  );
}

/** A bay through one day: where strips are dropped. */
export function BayLane({
  id,
  name,
  lines,
  hours,
  children,
}: {
  id: string;
  name: string;
  lines: number;
  hours: Hours;
  children: React.ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <div className="grid grid-cols-[4rem_minmax(0,1fr)] sm:grid-cols-[7rem_minmax(0,1fr)] border-b border-line">
      <span className="self-center text-sm">{name}</span>
      <div
        ref={setNodeRef}
        className={`relative ${isOver ? 'bg-petrol-wash' : ''}`}
        style={{
          height: `${lines * 2.9}rem`,
          backgroundImage: 'linear-gradient(90deg, var(--line) 1px, transparent 1px)',
          backgroundSize: `${(60 / spanOf(hours)) * 100}% 100%`,
          // The lines stand on the full hours, wherever the day begins.
          backgroundPositionX: `${(((60 - (hours.openMin % 60)) / spanOf(hours)) * 100).toFixed(3)}%`,
        }}
        data-lane={id}
        data-over={isOver || undefined}
      >
        {children}
      </div>
    </div>
  );
}

/** A booking as a strip, moved by hand or by keys. */
export function Strip({
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
  const { t, tCode, list } = useFrameWords();
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
      ? 'border-plum border-l-4 bg-raised'
      : 'border-ink bg-raised';
  return (
    <div
      className="@container absolute min-w-6"
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
        className={`flex h-full touch-none items-center gap-2 overflow-hidden rounded-sm border px-1 text-sm @min-[7rem]:pl-2 @min-[7rem]:pr-9 ${look}`}
        data-strip={number}
        data-start={clock}
        data-bay={b.bay}
        data-version={b.version}
      >
        {conflicts.length > 0 && (
          <span className="hidden @min-[7rem]:block">
            <WarningMark />
          </span>
        )}
        <span className="min-w-0 flex-1">
          <span className="block truncate max-sm:text-clip">
            <b className="font-mono">{number}</b>{' '}
            <span className="hidden @min-[6rem]:inline">{job?.vehicle}</span>
          </span>
          <span className="block truncate text-xs text-soft">
            {b.waitsFor ? t('bay.waits', { what: b.waitsFor }) : t('bay.minutes', { minutes: b.minutes })}
          </span>
          <span className="sr-only">
            {clock} {list(conflicts.map((c) => tCode(`conflict.${c.kind}`)))}
          </span>
        </span>
        {job && to - from >= WIDE_ENOUGH && (
          <span className="hidden w-28 shrink-0 @min-[15rem]:block [&_svg]:h-auto [&_svg]:w-full" aria-hidden>
            <MiniLoom stages={job.stages} label="" />
          </span>
        )}
      </div>
      {job && (
        <Link
          href={jobAddress(job)}
          className="absolute inset-y-0 right-0 hidden w-8 place-items-center font-semibold text-petrol @min-[7rem]:grid"
          aria-label={t('bay.open', { job: number })}
        >
          →
        </Link>
      )}
    </div>
  );
}

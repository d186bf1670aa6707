'use client';
import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { useId, useRef } from 'react';
import type { StepLine } from '@/core/job';
import type { CrewBar, CrewPlan, CrewWish } from '@/core/work';
import { useJob } from '../job/JobContext';
import { stepTitle } from '../job/stepWords';

/** Heights of a row and between rows, px. */
const ROW = 40;
const GAP = 6;

/**
 * Who does what when: a row for each of the two, a bar over both where both are needed. Bars are dragged to the other
 * person and along the time; arrow keys do the same. What a step waits for it goes on waiting for.
 */
export function CrewBars({
  plan,
  lines,
  onShare,
}: {
  plan: CrewPlan;
  lines: readonly StepLine[];
  /** Takes who does what in which turn; null: nobody may share it out here. */
  onShare: ((steps: readonly CrewWish[]) => void) | null;
}) {
  const { view, words, say } = useJob();
  const { t } = words;
  const field = useRef<HTMLDivElement>(null);
  const dnd = useId();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const steps = new Map(lines.map((l) => [l.step.id, l.step]));
  const critical = new Set(plan.critical);
  const titleOf = (id: string) => {
    const step = steps.get(id);
    if (!step) return id;
    const place = view.positions.find((p) => p.key === step.position);
    return [place?.code, stepTitle(step, words, say)].filter(Boolean).join(' ');
  };
  /** The bar at another moment, perhaps with the other person: from here on everybody's turn is as it stands now. */
  const move = (id: string, who: 0 | 1, atMin: number) => {
    const bar = plan.bars.find((b) => b.id === id);
    if (!bar || !onShare) return;
    const others = plan.bars.filter((b) => b.id !== id);
    const before = others.filter((b) => b.fromMin < atMin);
    const after = others.filter((b) => b.fromMin >= atMin);
    const wish = (b: CrewBar): CrewWish => ({ id: b.id, who: b.who[0] ?? 0 });
    onShare([...before.map(wish), { id, who }, ...after.map(wish)]);
  };
  const drop = ({ active, delta }: DragEndEvent) => {
    const bar = plan.bars.find((b) => b.id === active.id);
    const width = field.current?.scrollWidth ?? 0;
    if (!bar || width === 0) return;
    const minutes = (delta.x / width) * plan.makespanMin;
    const own = bar.who[0] ?? 0;
    const who = delta.y > ROW / 2 ? 1 : delta.y < -ROW / 2 ? 0 : own;
    move(bar.id, bar.who.length === 2 ? 0 : who, bar.fromMin + minutes);
  };
  const key = (bar: CrewBar) => (e: React.KeyboardEvent) => {
    const own = bar.who[0] ?? 0;
    const mine = plan.bars.filter((b) => b.id !== bar.id && b.who.includes(own));
    const earlier = mine.filter((b) => b.fromMin < bar.fromMin).at(-1);
    const later = mine.find((b) => b.fromMin > bar.fromMin);
    const act: Readonly<Record<string, (() => void) | undefined>> = {
      ArrowUp: bar.who.length === 1 && own === 1 ? () => move(bar.id, 0, bar.fromMin) : undefined,
      ArrowDown: bar.who.length === 1 && own === 0 ? () => move(bar.id, 1, bar.fromMin) : undefined,
      ArrowLeft: earlier && (() => move(bar.id, own, earlier.fromMin)),
      ArrowRight: later && (() => move(bar.id, own, later.fromMin + 1e-6)),
    };
    const does = act[e.key];
    if (!does || !onShare) return;
    e.preventDefault();
    does();
  };
  return (
    <div
      className="my-2 overflow-x-auto overflow-y-hidden"
      role="region"
      tabIndex={0}
      aria-label={t('ahead.bars')}
    >
      <DndContext id={dnd} sensors={sensors} onDragEnd={drop}>
        <div
          ref={field}
          className="relative min-w-[36rem] bg-sunk"
          style={{ height: 2 * ROW + 3 * GAP }}
          data-crew={plan.makespanMin}
        >
          {plan.bars.map((b) => (
            <Bar
              key={b.id}
              bar={b}
              title={titleOf(b.id)}
              says={[
                titleOf(b.id),
                t('ahead.from-to', { from: Math.round(b.fromMin), to: Math.round(b.toMin) }),
                b.who.length === 2 ? t('ahead.both') : t('ahead.who', { who: (b.who[0] ?? 0) + 1 }),
              ].join(', ')}
              critical={critical.has(b.id)}
              length={plan.makespanMin}
              free={onShare !== null}
              onKeyDown={key(b)}
            />
          ))}
        </div>
      </DndContext>
      {onShare && <p className="text-sm text-soft">{t('crew.how')}</p>}
    </div>
  );
}

function Bar({
  bar,
  title,
  says,
  critical,
  length,
  free,
  onKeyDown,
}: {
  bar: CrewBar;
  title: string;
  says: string;
  critical: boolean;
  length: number;
  free: boolean;
  onKeyDown: (e: React.KeyboardEvent) => void;
}) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: bar.id, disabled: !free });
  const both = bar.who.length === 2;
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...(free ? listeners : {})}
      className={`absolute overflow-hidden rounded-sm border border-ink px-1 text-left text-xs leading-tight ${critical ? 'bg-petrol text-paper' : 'bg-raised'} ${free ? 'cursor-grab touch-none' : ''} ${isDragging ? 'opacity-80' : ''}`}
      style={{
        left: `${(bar.fromMin / Math.max(1, length)) * 100}%`,
        width: `calc(${((bar.toMin - bar.fromMin) / Math.max(1, length)) * 100}% - 2px)`,
        top: GAP + (both ? 0 : (bar.who[0] ?? 0) * (ROW + GAP)),
        height: both ? 2 * ROW + GAP : ROW,
        ...(transform ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 5 } : {}),
      }}
      aria-label={says}
      title={title}
      aria-keyshortcuts={free ? 'ArrowLeft ArrowRight ArrowUp ArrowDown' : undefined}
      onKeyDown={onKeyDown}
      data-crew-bar={bar.id}
      data-crew-who={bar.who.join('')}
    >
      {title}
    </button>
  );
}

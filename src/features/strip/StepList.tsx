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
import { useEffect, useId, useRef } from 'react';
import type { StepLine } from '@/core/job';
import { StepMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';
import { stepPlace, stepTitle } from '../job/stepWords';
import { SearchOrder } from './SearchOrder';
import type { Arranging } from './useArrange';

/** Where the last place is, behind every step. */
const END = 'end';

/** The steps in their order; what is done is seen from afar. On the way out they are put into another one by hand or keys. */
export function StepList({
  lines,
  current,
  arranging,
  onPick,
}: {
  lines: readonly StepLine[];
  current: StepLine;
  arranging: Arranging | null;
  onPick: (id: string) => void;
}) {
  const { words } = useJob();
  const list = useRef<HTMLOListElement>(null);
  const dnd = useId();
  const currentId = current.step.id;
  useEffect(() => {
    const here = list.current?.querySelector('[aria-current=step]');
    const box = list.current;
    // The list alone is scrolled, never the stage around it.
    if (box && here instanceof HTMLElement)
      box.scrollTop = here.offsetTop - (box.clientHeight - here.offsetHeight) / 2;
  }, [currentId]);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const drop = ({ active, over }: DragEndEvent) => {
    if (!arranging || !over) return;
    void arranging.place(String(active.id), over.id === END ? null : String(over.id));
  };
  return (
    <div className="flex min-h-0 flex-col border-line max-md:order-2 max-md:border-t max-md:pt-2 md:border-r md:pr-3">
      <DndContext id={dnd} sensors={sensors} onDragEnd={drop}>
        <ol
          ref={list}
          className="relative min-h-0 flex-1 lg:overflow-y-auto"
          aria-label={words.t('strip.steps')}
          tabIndex={-1}
        >
          {lines.map((l, i) => (
            <Row
              key={l.step.id}
              line={l}
              number={i + 1}
              here={l === current}
              arranging={arranging?.may && !l.step.id.startsWith('state/') ? arranging : null}
              onPick={() => onPick(l.step.id)}
            />
          ))}
          {arranging?.may && <End />}
        </ol>
      </DndContext>
      {arranging?.may && <Arranged arranging={arranging} current={currentId} />}
    </div>
  );
}

function Row({
  line,
  number,
  here,
  arranging,
  onPick,
}: {
  line: StepLine;
  number: number;
  here: boolean;
  arranging: Arranging | null;
  onPick: () => void;
}) {
  const { words, say } = useJob();
  const { id } = line.step;
  const {
    setNodeRef: setDrag,
    listeners,
    transform,
    isDragging,
  } = useDraggable({ id, disabled: !arranging });
  const { setNodeRef: setDrop, isOver } = useDroppable({ id, disabled: !arranging });
  const total = line.fasteners.reduce((n, g) => n + (g.sheet?.count ?? 0), 0);
  const counted = line.fasteners.reduce(
    (n, g) => n + (line.step.way === 'out' ? g.counts.out : g.counts.in),
    0,
  );
  const keys = (e: React.KeyboardEvent) => {
    if (!arranging || !e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
    e.preventDefault();
    void arranging.nudge(id, e.key === 'ArrowUp' ? -1 : 1);
  };
  return (
    <li ref={setDrop} className={isOver && !isDragging ? 'shadow-[inset_0_3px_0_var(--petrol)]' : ''}>
      <button
        ref={setDrag}
        {...(arranging ? listeners : {})}
        style={
          transform ? { transform: `translateY(${transform.y}px)`, position: 'relative', zIndex: 5 } : {}
        }
        className={`grid w-full grid-cols-[1.6rem_1fr_auto] items-baseline gap-x-1.5 border-b border-line py-1.5 pl-1 text-left ${isDragging ? 'bg-raised' : ''} ${here ? 'bg-petrol-wash shadow-[inset_3px_0_0_var(--petrol)]' : ''}`}
        aria-current={here ? 'step' : undefined}
        aria-keyshortcuts={arranging ? 'Alt+ArrowUp Alt+ArrowDown' : undefined}
        onClick={onPick}
        onKeyDown={keys}
        data-step-line={id}
        data-tick={line.tick?.outcome ?? 'open'}
      >
        <span className="justify-self-center font-mono text-sm text-soft">
          {line.tick ? (
            <StepMark outcome={line.tick.outcome} label={words.tCode(`tick.${line.tick.outcome}`)} />
          ) : (
            number
          )}
        </span>
        <span>
          <span className={here ? 'font-semibold' : ''}>{stepTitle(line.step, words, say)}</span>
          <span className="block text-[0.82rem] leading-tight text-soft">
            {stepPlace(line.step, words, say)}
          </span>
        </span>
        {total > 0 && (
          <span className="font-mono text-sm">
            {counted}/{total}
          </span>
        )}
      </button>
    </li>
  );
}

function End() {
  const { setNodeRef, isOver } = useDroppable({ id: END });
  return <li ref={setNodeRef} className={`h-6 ${isOver ? 'bg-petrol-wash' : ''}`} aria-hidden />;
}

/** Moving the step in hand by one, and back to the plan's own order. */
function Arranged({ arranging, current }: { arranging: Arranging; current: string }) {
  const { words } = useJob();
  const { t } = words;
  const button = 'rounded-sm border border-outline bg-raised px-2.5 py-0.5 text-sm font-semibold';
  return (
    <div className="border-t border-line pt-1.5 text-sm" data-arrange={arranging.own ? 'own' : 'plan'}>
      <p className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className={button}
          onClick={() => void arranging.nudge(current, -1)}
          data-earlier
        >
          {t('arrange.earlier')}
        </button>
        <button type="button" className={button} onClick={() => void arranging.nudge(current, 1)} data-later>
          {t('arrange.later')}
        </button>
        {arranging.own && (
          <button
            type="button"
            className="text-sm font-semibold text-petrol underline underline-offset-3"
            onClick={() => void arranging.asPlanned()}
            data-as-planned
          >
            {t('arrange.as-planned')}
          </button>
        )}
      </p>
      <p role="status" className="mt-1 text-plum empty:hidden" data-arrange-said>
        {arranging.said}
      </p>
      <SearchOrder />
    </div>
  );
}

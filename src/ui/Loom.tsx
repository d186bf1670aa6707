'use client';
import { useState } from 'react';
import type { StageState } from '@/core/job';
import { Link } from './Link';

export interface LoomStage extends Pick<StageState, 'stage' | 'state' | 'tags'> {
  readonly name: string;
  /** Whole meaning for a screen reader: name, state, open items. */
  readonly spoken: string;
  readonly href: string;
}

/** One connector of the loom: the socket with its number, the plug, the slide on top once it is locked. */
function Connector({
  number,
  state,
  tags,
  current,
}: {
  number: number;
  state: StageState['state'];
  tags: number;
  current: boolean;
}) {
  const done = state === 'seated' || state === 'locked';
  const ink = current ? 'var(--petrol)' : 'var(--ink)';
  const line = { stroke: ink, strokeWidth: 1.6, strokeLinejoin: 'round' as const };
  const plugX = done ? 0 : 12;
  return (
    <svg viewBox="0 0 104 44" width="104" height="44" aria-hidden className="block">
      <path d="M28 10h24v20H28z" {...line} fill={done ? ink : 'var(--paper)'} />
      <g transform={`translate(${plugX} 0)`}>
        <path d="M53 12h14l9 8-9 8H53z" {...line} fill={done ? ink : 'var(--paper)'} />
      </g>
      {state === 'locked' && (
        <path d="M40 4h25v6H40z" fill="var(--petrol)" stroke="var(--paper)" strokeWidth="1.2" />
      )}
      <text
        x="40"
        y="25"
        textAnchor="middle"
        fontSize="14"
        fontFamily="var(--font-mono)"
        fontWeight="650"
        fill={done ? 'var(--paper)' : ink}
      >
        {number}
      </text>
      {tags > 0 && (
        <g>
          <path d="M66 28v8h7" fill="none" stroke="var(--plum)" strokeWidth="1.4" />
          <path d="M73 30h16l6 6-6 6H73z" fill="var(--paper)" stroke="var(--plum)" strokeWidth="1.6" />
          <text
            x="82"
            y="40.2"
            textAnchor="middle"
            fontSize="11"
            fontFamily="var(--font-mono)"
            fontWeight="650"
            fill="var(--plum)"
          >
            {tags}
          </text>
        </g>
      )}
    </svg>
  );
}

/** The job as a wire with nine connectors: navigation and progress in one drawing. */
export function Loom({
  stages,
  current,
  label,
  folded,
  onOpen,
}: {
  stages: readonly LoomStage[];
  current: string;
  label: string;
  /** What stands in the one line that it folds to on a small screen. */
  folded: string;
  /** Opens a stage in place; a click that asks for a tab or a window of its own is left to the browser. */
  onOpen?: (stage: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const here = stages.find((s) => s.stage === current);
  return (
    <nav aria-label={label} className="no-print relative border-b border-line">
      <button
        type="button"
        className="flex w-full items-center gap-3 px-3 py-1 text-left font-semibold lg:hidden"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        data-loom-folds
      >
        {here && <Connector number={stages.indexOf(here) + 1} state={here.state} tags={here.tags} current />}
        <span className="flex-1">{folded}</span>
        <Unfolds open={open} />
      </button>
      <ol className={`grid grid-cols-3 lg:grid-cols-9 ${open ? 'border-t border-line' : 'max-lg:hidden'}`}>
        {stages.map((s, i) => {
          const here = s.stage === current;
          const inside = (
            <>
              <span className="relative grid w-full place-items-center">
                <Wire done={s.state === 'seated' || s.state === 'locked'} />
                <span className="relative">
                  <Connector number={i + 1} state={s.state} tags={s.tags} current={here} />
                </span>
              </span>
              <span
                className={`text-[0.95rem] leading-none ${here ? 'font-bold text-petrol' : 'font-semibold'}`}
              >
                {s.name}
              </span>
            </>
          );
          return (
            <li key={s.stage} className={here ? 'bg-sunk shadow-[inset_0_-3px_0_var(--petrol)]' : ''}>
              <Link
                href={s.href}
                className="flex flex-col items-center gap-0.5 pb-2.5 pt-2 -outline-offset-3"
                aria-current={here ? 'step' : undefined}
                data-stage={s.stage}
                data-state={s.state}
                data-tags={s.tags}
                onClick={(e) => {
                  if (!onOpen || e.metaKey || e.ctrlKey || e.shiftKey || e.altKey || e.button !== 0) return;
                  e.preventDefault();
                  setOpen(false);
                  onOpen(s.stage);
                }}
              >
                <span className="sr-only">{s.spoken}</span>
                <span aria-hidden className="contents">
                  {inside}
                </span>
              </Link>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

/** Says that a line unfolds, and whether it has. */
export function Unfolds({ open }: { open: boolean }) {
  return (
    <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden className={open ? 'rotate-180' : ''}>
      <path d="M3 5.5l5 5 5-5" fill="none" stroke="currentColor" strokeWidth="1.8" />
    </svg>
  );
}

/** The wire through a connector: twisted pair where the work is done, a single faint line where it is not. */
function Wire({ done }: { done: boolean }) {
  return (
    <svg
      viewBox="0 0 120 44"
      preserveAspectRatio="none"
      className="absolute inset-0 h-full w-full"
      aria-hidden
    >
      {done ? (
        <>
          <path
            d="M0 20q7.5-7 15 0t15 0 15 0 15 0 15 0 15 0 15 0 15 0"
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.6"
            vectorEffect="non-scaling-stroke"
          />
          <path
            d="M0 20q7.5 7 15 0t15 0 15 0 15 0 15 0 15 0 15 0 15 0"
            fill="none"
            stroke="var(--outline)"
            strokeWidth="1.6"
            vectorEffect="non-scaling-stroke"
          />
        </>
      ) : (
        <path d="M0 20h120" stroke="var(--outline)" strokeWidth="1.4" vectorEffect="non-scaling-stroke" />
      )}
    </svg>
  );
}

type MiniStage = Pick<StageState, 'stage' | 'state' | 'tags'>;

/** The loom in small, for a row of the board: state by fill, open items by a dot below. One path a kind of mark. */
export function MiniLoom({ stages, label }: { stages: readonly MiniStage[]; label: string }) {
  const drawn = (which: (s: MiniStage) => boolean, at: (x: number) => string) =>
    stages.map((s, i) => (which(s) ? at(4 + i * 25.5) : '')).join('');
  const done = (s: MiniStage) => s.state === 'seated' || s.state === 'locked';
  const plug = (x: number) => `M${x} 5h13l6 6-6 6h-13z`;
  const line = { stroke: 'var(--ink)', strokeWidth: 1.3 };
  return (
    <svg viewBox="0 0 232 26" width="232" height="26" role="img" aria-label={label} className="block">
      <path d="M0 11h232" stroke="var(--outline)" strokeWidth="1.2" />
      <path d={drawn((s) => !done(s), plug)} fill="var(--paper)" {...line} />
      <path d={drawn(done, plug)} fill="var(--ink)" {...line} data-done={stages.filter(done).length} />
      <path
        d={drawn(
          (s) => s.state === 'locked',
          (x) => `M${x + 2} 1h11v4h-11z`,
        )}
        fill="var(--petrol)"
      />
      <path
        d={drawn(
          (s) => s.tags > 0,
          (x) => `M${x + 2} 20h9l3 3-3 3h-9z`,
        )}
        fill="var(--plum)"
      />
    </svg>
  );
}

'use client';
import { type PointerEvent, useEffect, useMemo, useRef } from 'react';
import { ALL_OFF, type Control, CONTROL_NAMES } from '@/core/controls';
import type { LightFinding } from '@/core/light/judge/finding';
import type { LampOverTime } from '@/core/light/overTime/simulate';
import type { Span } from '@/core/light/overTime/score';
import type { Trace } from '@/core/light/program/trace';
import { LIGHT } from '@/ui/lampLight';
import { useJob } from '../job/JobContext';
import type { Playhead } from '../job/dusk/playhead';

const LEFT = 150;
const WIDTH = 590;
const CONTROL_H = 18;
const LANE_H = 16;
const SEGMENT_H = 8;
const SCALE_H = 20;

interface Lane {
  readonly key: string;
  readonly name: string;
  readonly height: number;
  readonly light: Trace;
  readonly colour: string;
}

/**
 * The score: time to the right, on top one lane for each switch that is thrown, below on dark glass one for each function,
 * for each segment where it sweeps. A line stands where it is played; marks where a rule is broken.
 */
export function ScoreLanes({
  lengthUs,
  spans,
  lamp,
  findings,
  playhead,
  onDrag,
}: {
  lengthUs: number;
  spans: readonly Span[];
  lamp: LampOverTime | null;
  findings: readonly LightFinding[];
  playhead: Playhead;
  /** Moves the throwing of a switch to another time; absent: this score is as it is. */
  onDrag?: ((control: Control, fromMs: number, toMs: number) => void) | undefined;
}) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  const x = (us: number) => LEFT + (us / Math.max(1, lengthUs)) * WIDTH;
  const controls = useMemo(() => controlLanes(spans), [spans]);
  const lanes = useMemo(
    () => (lamp ? lightLanes(lamp, say.does, t('score.inner'), t('score.outer')) : []),
    [lamp, say, t],
  );
  const top = controls.length * CONTROL_H + 6;
  const dark = lanes.reduce((sum, l) => sum + l.height, 0) + 10;
  const height = top + dark + SCALE_H;
  const broken = findings.filter((f) => f.atUs !== null && f.state === 'broken');
  const bar = useRef<SVGGElement>(null);
  const root = useRef<SVGSVGElement>(null);
  const head = useRef<SVGRectElement>(null);
  useEffect(
    () =>
      playhead.onFrame((us) => {
        bar.current?.setAttribute('transform', `translate(${LEFT + (us / Math.max(1, lengthUs)) * WIDTH} 0)`);
        head.current?.setAttribute('aria-valuenow', String(Math.round(us / 1000)));
      }),
    [playhead, lengthUs],
  );
  const timeAt = (e: PointerEvent) => {
    const box = root.current?.getBoundingClientRect();
    const px = box ? ((e.clientX - box.left) / box.width) * (LEFT + WIDTH + 8) : 0;
    return ((px - LEFT) / WIDTH) * lengthUs;
  };
  const tops = lanes.map((_, i) => top + 5 + lanes.slice(0, i).reduce((sum, l) => sum + l.height, 0));
  return (
    <svg
      ref={root}
      viewBox={`0 0 ${LEFT + WIDTH + 8} ${height}`}
      className="block w-full shrink-0 touch-none select-none"
      role="group"
      aria-label={t('score.lanes')}
      onPointerDown={(e) => {
        playhead.pause();
        playhead.seek(timeAt(e));
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) =>
        e.buttons > 0 && e.currentTarget.hasPointerCapture(e.pointerId) && playhead.seek(timeAt(e))
      }
    >
      <rect
        ref={head}
        x={LEFT - 2}
        y="0"
        width={WIDTH + 4}
        height={height - SCALE_H + 2}
        rx="4"
        fill="transparent"
        className="outline-none focus-visible:stroke-focus"
        strokeWidth="3"
        role="slider"
        tabIndex={0}
        aria-label={t('score.label')}
        aria-valuemin={0}
        aria-valuemax={Math.round(lengthUs / 1000)}
        aria-valuenow={0}
        onKeyDown={(e) => {
          const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key];
          const page = { PageUp: 1, PageDown: -1 }[e.key];
          if (by !== undefined) playhead.step(by * (e.shiftKey ? 100_000 : 10_000));
          else if (page !== undefined) playhead.step(page * 100_000);
          else if (e.key === 'Home') playhead.seek(0);
          else if (e.key === 'End') playhead.seek(lengthUs);
          else if (e.key === ' ') {
            if (playhead.playing) playhead.pause();
            else playhead.play();
          } else return;
          e.preventDefault();
        }}
        data-score
      />
      {controls.map((c, i) => (
        <g key={`${c.control}=${c.value}`}>
          <text x="0" y={i * CONTROL_H + 13} fontSize="13" fill="var(--ink-soft)">
            {controlName(c, tCode)}
          </text>
          <line
            x1={LEFT}
            x2={LEFT + WIDTH}
            y1={i * CONTROL_H + 9}
            y2={i * CONTROL_H + 9}
            stroke="var(--line)"
          />
          {c.times.map(([from, to]) => (
            <g key={from}>
              <rect
                x={x(from)}
                y={i * CONTROL_H + 3}
                width={Math.max(1, x(to) - x(from))}
                height="12"
                rx="2"
                fill="var(--petrol-wash)"
                stroke="var(--petrol)"
              />
              {onDrag &&
                ([from, to] as const).map((us) =>
                  us > 0 && us < lengthUs ? (
                    <Handle
                      key={us}
                      x={x(us)}
                      y={i * CONTROL_H + 9}
                      label={t('score.handle', { control: controlName(c, tCode), ms: Math.round(us / 1000) })}
                      ms={Math.round(us / 1000)}
                      onMove={(toMs) => onDrag(c.control, Math.round(us / 1000), toMs)}
                      timeAt={timeAt}
                    />
                  ) : null,
                )}
            </g>
          ))}
        </g>
      ))}
      <rect x={LEFT} y={top} width={WIDTH} height={dark} rx="4" fill="var(--glass)" />
      {lanes.map((lane, i) => {
        const at = tops[i] ?? top;
        return (
          <g key={lane.key} data-lane={lane.key}>
            {lane.name && (
              <text x="0" y={at + Math.min(lane.height, LANE_H) * 0.82} fontSize="13" fill="var(--ink)">
                {lane.name}
              </text>
            )}
            {lane.light.map((s) =>
              Math.max(s.from, s.to) > 0 ? (
                <rect
                  key={s.fromUs}
                  x={x(s.fromUs)}
                  y={at + 0.5}
                  width={Math.max(0.75, x(s.toUs) - x(s.fromUs))}
                  height={lane.height - 2}
                  fill={lane.colour}
                  opacity={0.2 + 0.8 * ((s.from + s.to) / 2) * (s.carrier?.duty ?? 1)}
                />
              ) : null,
            )}
          </g>
        );
      })}
      {broken.map((f, i) => (
        <g key={i} transform={`translate(${x(f.atUs ?? 0)} ${top})`} data-mark={f.kind}>
          <title>{tCode(`timed.${f.kind}`)}</title>
          <path d={`M0 0V${dark}`} stroke="#e9a9c6" strokeDasharray="3 3" />
          <path d="M-6 1h12l-6 11z" fill="#e9a9c6" stroke="var(--glass)" />
        </g>
      ))}
      <Scale lengthUs={lengthUs} y={top + dark + 14} x={x} />
      <g ref={bar}>
        <path d={`M0 0V${top + dark}`} stroke="var(--plum)" strokeWidth="2" />
        <circle cx="0" cy="3" r="4.5" fill="var(--plum)" />
      </g>
    </svg>
  );
}

function Handle({
  x,
  y,
  label,
  ms,
  onMove,
  timeAt,
}: {
  x: number;
  y: number;
  label: string;
  ms: number;
  onMove: (toMs: number) => void;
  timeAt: (e: PointerEvent) => number;
}) {
  return (
    <circle
      cx={x}
      cy={y}
      r="6"
      fill="var(--paper)"
      stroke="var(--petrol)"
      strokeWidth="2"
      className="cursor-ew-resize outline-none focus-visible:stroke-focus"
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={ms}
      onPointerDown={(e) => {
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerUp={(e) => {
        e.stopPropagation();
        onMove(Math.max(0, Math.round(timeAt(e) / 10_000) * 10));
      }}
      onKeyDown={(e) => {
        const by = { ArrowRight: 1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[e.key] ?? 0;
        if (by === 0) return;
        e.preventDefault();
        e.stopPropagation();
        onMove(Math.max(0, ms + by * (e.shiftKey ? 100 : 10)));
      }}
    />
  );
}

function Scale({ lengthUs, y, x }: { lengthUs: number; y: number; x: (us: number) => number }) {
  const s = lengthUs / 1_000_000;
  const every = s <= 4 ? 0.5 : s <= 10 ? 1 : s <= 30 ? 2 : 10;
  const marks = Array.from({ length: Math.floor(s / every) + 1 }, (_, i) => i * every);
  return (
    <g fontSize="11.5" fontFamily="var(--font-mono)" fill="var(--ink-soft)">
      {marks.map((m) => (
        <text key={m} x={x(m * 1_000_000)} y={y} textAnchor={m === 0 ? 'start' : m >= s ? 'end' : 'middle'}>
          {m} s
        </text>
      ))}
    </g>
  );
}

interface ControlLane {
  readonly control: Control;
  readonly value: string;
  readonly times: readonly (readonly [fromUs: number, toUs: number])[];
}

const controlName = (c: ControlLane, tCode: (code: string) => string): string =>
  c.value === 'yes'
    ? tCode(`control.${c.control}`)
    : `${tCode(`control.${c.control}`)}: ${tCode(`control.${c.control}.${c.value}`)}`;

/** The switches that are thrown in a score, and when; one that is not rests. */
function controlLanes(spans: readonly Span[]): readonly ControlLane[] {
  const lanes = new Map<string, { control: Control; value: string; times: [number, number][] }>();
  for (const span of spans)
    for (const control of CONTROL_NAMES) {
      const value = span.state[control];
      if (value === ALL_OFF[control]) continue;
      const key = `${control}=${value}`;
      const lane = lanes.get(key) ?? { control, value, times: [] };
      const last = lane.times.at(-1);
      if (last && last[1] === span.fromUs) last[1] = span.toUs;
      else lane.times.push([span.fromUs, span.toUs]);
      lanes.set(key, lane);
    }
  return [...lanes.values()].sort(
    (a, b) => CONTROL_NAMES.indexOf(a.control) - CONTROL_NAMES.indexOf(b.control),
  );
}

function lightLanes(
  lamp: LampOverTime,
  nameOf: (does: LampOverTime['functions'][number]['program']['does']) => string,
  inner: string,
  outer: string,
): readonly Lane[] {
  return lamp.functions.flatMap((f): readonly Lane[] => {
    const { does, sweep } = f.program;
    const shown = sweep ? f.segments : f.segments.slice(0, 1);
    return shown.map((s, i): Lane => {
      const end = i === 0 ? ` ${inner}` : i === shown.length - 1 ? ` ${outer}` : '';
      return {
        key: `${does}-${s.segment}`,
        name: !sweep ? nameOf(does) : end ? `${nameOf(does)}${end}` : '',
        height: sweep && shown.length > 2 && end === '' ? SEGMENT_H : LANE_H,
        light: s.light,
        colour: LIGHT[s.colour ?? 'white'].core,
      };
    });
  });
}

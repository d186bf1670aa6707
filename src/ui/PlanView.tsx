import type { KeyboardEvent } from 'react';
import type { BodyPicture } from '@/core/body';
import type { Place } from '@/core/catalogue';
import type { LightColour } from '@/core/vehicle';
import { BodyShapes } from './BodyShapes';
import { LIGHT } from './lampLight';

export interface PlanPosition {
  readonly key: string;
  readonly code: string;
  readonly name: string;
  readonly place: Pick<Place, 'xMm' | 'yMm' | 'position'>;
  /** In a swap of this job. */
  readonly swapped: boolean;
  /** The lamp is out: there is a hole. */
  readonly out?: boolean;
  /** `unseen`: nobody has looked; `sound`; `fault`: something was found. */
  readonly found: 'unseen' | 'sound' | 'fault';
  /** What it shows now, brightest first; absent: the plan shows no light. */
  readonly light?: readonly { readonly colour: LightColour; readonly level: number }[] | undefined;
}

export interface PlanViewProps {
  /** The vehicle from above. */
  readonly picture: BodyPicture;
  readonly positions: readonly PlanPosition[];
  readonly focus: string | null;
  readonly onFocus: (key: string) => void;
  readonly label: string;
}

/** Size of a lens on the plan by role, in mm: across and along. Drawn larger than life so that it can be hit. */
const LENS: Readonly<Record<string, readonly [number, number]>> = {
  headlamp: [430, 240],
  fog: [230, 170],
  tail: [360, 210],
  marker: [130, 300],
  plate: [420, 120],
  'high-stop': [620, 110],
  clearance: [170, 150],
  work: [300, 190],
  beacon: [260, 260],
};

const STEPS: Readonly<Record<string, number>> = {
  ArrowRight: 1,
  ArrowDown: 1,
  ArrowLeft: -1,
  ArrowUp: -1,
};

/** The vehicle from above, front up, with its lamp positions at their true places. */
export function PlanView({ picture, positions, focus, onFocus, label }: PlanViewProps) {
  const [, , widthMm, lengthMm] = picture.box;
  const margin = 620;
  const half = widthMm / 2;
  const view = `${-half - margin} ${-260} ${widthMm + 2 * margin} ${lengthMm + 520}`;
  // One stop for the keyboard; within it the arrows walk.
  const stop = positions.some((p) => p.key === focus) ? focus : positions[0]?.key;
  const walk = (event: KeyboardEvent<SVGSVGElement>) => {
    const by = STEPS[event.key];
    if (by === undefined || event.ctrlKey || event.altKey || event.metaKey) return;
    const at = positions.findIndex((p) => p.key === stop);
    const next = positions[(at + by + positions.length) % positions.length];
    if (!next) return;
    event.preventDefault();
    onFocus(next.key);
    event.currentTarget.querySelector<SVGGElement>(`[data-position="${CSS.escape(next.key)}"]`)?.focus();
  };
  return (
    <svg
      onKeyDown={walk}
      viewBox={view}
      role="group"
      aria-label={label}
      className="mx-auto block h-full max-h-[46vh] w-full overflow-visible"
    >
      <BodyShapes shapes={picture.shapes} outline={picture.outline} />
      {positions.map((p) => (
        <Lens
          key={p.key}
          position={p}
          half={half}
          focused={p.key === focus}
          stop={p.key === stop}
          onFocus={onFocus}
        />
      ))}
    </svg>
  );
}

function Lens({
  position: p,
  half,
  focused,
  stop,
  onFocus,
}: {
  position: PlanPosition;
  half: number;
  focused: boolean;
  stop: boolean;
  onFocus: (key: string) => void;
}) {
  const [w, h] = LENS[p.place.position.role] ?? [260, 180];
  const { xMm: x, yMm: y } = p.place;
  const turn = p.place.position.role === 'headlamp' ? (x < 0 ? -16 : 16) : 0;
  const outside = Math.max(Math.abs(x) + w / 2, half) + 70;
  const centred = p.place.position.side === 'centre';
  const above = p.place.position.role === 'high-stop';
  const text = centred
    ? { x, y: above ? y - h - 40 : y + h + 150, textAnchor: 'middle' as const }
    : { x: Math.sign(x) * outside, y: y + 75, textAnchor: x < 0 ? ('end' as const) : ('start' as const) };
  return (
    <g
      role="button"
      tabIndex={stop ? 0 : -1}
      aria-pressed={focused}
      data-position={p.key}
      className="cursor-pointer outline-none [&:focus-visible>.focus-mark]:opacity-100"
      onClick={() => onFocus(p.key)}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        onFocus(p.key);
      }}
    >
      <title>{p.name}</title>
      <rect
        className="focus-mark"
        x={x - w / 2 - 110}
        y={y - h / 2 - 110}
        width={w + 220}
        height={h + 220}
        rx="80"
        fill="none"
        stroke="var(--focus)"
        strokeWidth="46"
        opacity="0"
      />
      <g transform={`rotate(${turn} ${x} ${y})`}>
        {focused && (
          <rect
            x={x - w / 2 - 70}
            y={y - h / 2 - 70}
            width={w + 140}
            height={h + 140}
            rx="70"
            fill="none"
            stroke="var(--petrol)"
            strokeWidth="44"
          />
        )}
        <rect
          x={x - w / 2}
          y={y - h / 2}
          width={w}
          height={h}
          rx="50"
          fill={p.out ? 'var(--paper)' : 'var(--glass)'}
          stroke={p.swapped ? 'var(--petrol)' : 'var(--glass)'}
          strokeWidth={p.swapped ? 34 : 12}
          strokeDasharray={p.out ? '90 60' : undefined}
        />
        {(p.light ?? []).slice(0, 3).map((l, i, all) => (
          <rect
            key={i}
            x={x - w / 2 + 36 + (i * (w - 72)) / all.length}
            y={y - h / 2 + 36}
            width={(w - 72) / all.length}
            height={h - 72}
            rx="26"
            fill={LIGHT[l.colour].core}
            style={{ opacity: 0.3 + 0.7 * l.level, filter: `drop-shadow(0 0 60px ${LIGHT[l.colour].glow})` }}
          />
        ))}
        {!p.out && !p.light && p.found === 'fault' && (
          <path
            d={`M${x - w / 2 + 40} ${y + h / 2 - 30} L${x - 20} ${y - 20} L${x + 20} ${y + 30} L${x + w / 2 - 40} ${y - h / 2 + 30}`}
            fill="none"
            stroke="#aab0ba"
            strokeWidth="24"
          />
        )}
        {!p.out && !p.light && p.found === 'sound' && (
          <circle cx={x} cy={y} r="34" fill="none" stroke="#aab0ba" strokeWidth="22" />
        )}
      </g>
      <text
        {...text}
        fontSize="200"
        fontFamily="var(--font-mono)"
        fontWeight={focused ? 700 : 450}
        fill={focused ? 'var(--petrol)' : 'var(--ink-faint)'}
      >
        {p.code}
      </text>
    </g>
  );
}

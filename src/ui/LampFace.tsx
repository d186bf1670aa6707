import type { CSSProperties } from 'react';
import type { FaceSegment, Lamp } from '@/core/catalogue';
import { LIGHT } from './lampLight';

export interface LampFaceProps {
  readonly lamp: Pick<Lamp, 'face' | 'functions' | 'side'>;
  /** Light of each function from 0 to 1; nothing given: the lamp is dark. */
  readonly levels?: Readonly<Record<string, number>>;
  readonly widthPx: number;
  readonly label?: string;
}

/** A lamp as one sees it from in front, on dark glass; the right-hand lamp is the left one mirrored. */
export function LampFace({ lamp, levels = {}, widthPx, label }: LampFaceProps) {
  const width = 100 * lamp.face.aspect;
  const mirrored = lamp.side === 'right';
  return (
    <svg
      viewBox={`0 0 ${width} 100`}
      width={widthPx}
      height={widthPx / lamp.face.aspect}
      role={label ? 'img' : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
    >
      <rect
        x="0.75"
        y="0.75"
        width={width - 1.5}
        height="98.5"
        rx="14"
        fill="var(--glass)"
        stroke="var(--glass-rim)"
        strokeWidth="1.5"
      />
      <g transform={mirrored ? `translate(${width} 0) scale(-1 1)` : undefined}>
        {/* Dark glass first, light upon it: functions may share an area (a strip that is DRL and turn signal). */}
        {lamp.face.segments.map((segment, i) => (
          <Segment key={i} segment={segment} width={width} fill="#2a2e36" stroke="#4a505a" />
        ))}
        {lamp.face.segments.map((segment, i) => {
          const level = levels[segment.does] ?? 0;
          if (level <= 0) return null;
          const colour = lamp.functions.find((f) => f.does === segment.does)?.colour ?? 'white';
          const glow = `drop-shadow(0 0 ${4 + 8 * level}px ${LIGHT[colour].glow})`;
          return (
            <Segment
              key={i}
              segment={segment}
              width={width}
              fill={LIGHT[colour].core}
              style={{ opacity: 0.3 + 0.7 * level, filter: glow }}
              lit
            />
          );
        })}
      </g>
    </svg>
  );
}

function Segment({
  segment: s,
  width,
  lit = false,
  ...look
}: {
  segment: FaceSegment;
  width: number;
  lit?: boolean;
  fill: string;
  stroke?: string;
  style?: CSSProperties;
}) {
  const box = { x: (s.x / 100) * width, y: s.y, width: (s.w / 100) * width, height: s.h };
  const rx = s.shape === 'round' ? Math.min(box.width, box.height) / 2 : 3;
  return <rect {...box} rx={rx} {...look} {...(lit ? { 'data-lit': s.does } : { 'data-segment': s.does })} />;
}

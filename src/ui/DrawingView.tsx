import type { Drawing } from '@/core/harness';
import { WIRE } from './WireSwatch';

/** A drawing of plain shapes on screen or paper; wires in their own colours, each with its letter code beside it. */
export function DrawingView({ drawing, label }: { drawing: Drawing; label: string }) {
  return (
    <svg
      viewBox={`0 0 ${drawing.width} ${drawing.height}`}
      role="img"
      aria-label={label}
      className="w-full max-w-[46rem]"
      data-drawing
    >
      {drawing.shapes.map((s, i) => {
        if (s.kind === 'box')
          return (
            <rect
              key={i}
              x={s.x}
              y={s.y}
              width={s.w}
              height={s.h}
              rx="2"
              fill="none"
              stroke="currentColor"
              strokeWidth="1.2"
            />
          );
        if (s.kind === 'text')
          return (
            <text
              key={i}
              x={s.x}
              y={s.y}
              textAnchor={s.anchor}
              fontSize={s.size}
              fontWeight={s.bold ? 650 : 400}
              fontFamily="var(--font-mono)"
              fill="currentColor"
            >
              {s.text}
            </text>
          );
        const points = s.points.map((p) => p.join()).join(' ');
        return (
          <g key={i} fill="none">
            <polyline points={points} stroke="#3f4147" strokeWidth="4.6" />
            <polyline points={points} stroke={WIRE[s.base ?? ''] ?? '#85888c'} strokeWidth="3.4" />
            {s.stripe && <polyline points={points} stroke={WIRE[s.stripe]} strokeWidth="1.1" />}
          </g>
        );
      })}
    </svg>
  );
}

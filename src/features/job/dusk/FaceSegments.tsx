import type { LampProgram, ProgramSegment } from '@/core/light/program/types';
import { segName } from './animate';

/** A lamp's areas on dark glass, 100 high; what shines is set from outside, by the name of each. */
export function FaceSegments({
  program,
  aspect,
  mirrored,
  view,
  position,
}: {
  program: LampProgram;
  aspect: number;
  mirrored: boolean;
  view: string;
  position: string;
}) {
  const width = 100 * aspect;
  const drawn = program.segments.filter((s) => s.w > 0 && s.h > 0);
  return (
    <>
      <rect
        x="0.75"
        y="0.75"
        width={width - 1.5}
        height="98.5"
        rx="12"
        fill="var(--glass)"
        stroke="var(--glass-rim)"
        strokeWidth="1.5"
      />
      <g transform={mirrored ? `translate(${width} 0) scale(-1 1)` : undefined}>
        {drawn.map((s) => (
          <Area key={s.id} s={s} width={width} fill="#2a2e36" stroke="#4a505a" />
        ))}
        {drawn.map((s) => (
          <g key={s.id} data-seg={segName(view, position, s.id)} opacity="0">
            <Area s={s} width={width} fill="currentColor" grow={7} opacity={0.14} />
            <Area s={s} width={width} fill="currentColor" grow={3} opacity={0.25} />
            <Area s={s} width={width} fill="currentColor" />
          </g>
        ))}
      </g>
    </>
  );
}

function Area({
  s,
  width,
  grow = 0,
  ...look
}: {
  s: ProgramSegment;
  width: number;
  grow?: number;
  fill: string;
  stroke?: string;
  opacity?: number;
}) {
  const box = {
    x: (s.x / 100) * width - grow,
    y: s.y - grow,
    width: (s.w / 100) * width + 2 * grow,
    height: s.h + 2 * grow,
  };
  const rx = s.shape === 'round' ? Math.min(box.width, box.height) / 2 : Math.min(3 + grow, box.width / 2);
  return <rect {...box} rx={rx} {...look} />;
}

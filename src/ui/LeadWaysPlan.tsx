import type { BodyPicture } from '@/core/body';
import type { LeadWays } from '@/core/harness';
import { BodyView } from './BodyView';

/** The named points of a vehicle line and the stretches between them, from above; routes that are taken stand out. */
export function LeadWaysPlan({
  picture,
  ways,
  taken,
  label,
  focus,
}: {
  picture: BodyPicture;
  ways: LeadWays;
  /** Ids of the points of each route, in order. */
  taken: readonly (readonly string[])[];
  label: string;
  focus?: string | null;
}) {
  const at = new Map(ways.points.map((p) => [p.id, p]));
  const ys = ways.points.map((p) => p.yMm);
  const [x, y, w, h] = picture.box;
  // As much of the vehicle as the points need, with room around: a lead at the front wants no rear doors.
  const top = Math.max(y - 150, Math.min(...ys, y + h) - 700);
  const bottom = Math.min(y + h + 150, Math.max(...ys, y) + 700);
  const used = new Set(taken.flat());
  return (
    <BodyView picture={picture} label={label} crop={[x - 200, top, w + 400, Math.max(900, bottom - top)]}>
      {ways.runs.map((r, i) => {
        const a = at.get(r.from);
        const b = at.get(r.to);
        if (!a || !b) return null;
        return (
          <line
            key={i}
            x1={a.xMm}
            y1={a.yMm}
            x2={b.xMm}
            y2={b.yMm}
            stroke={r.hot || r.moving ? 'var(--plum)' : 'var(--ink-soft)'}
            strokeWidth="14"
            strokeDasharray={r.fish ? '50 40' : undefined}
          />
        );
      })}
      {taken.map((route, i) => (
        <polyline
          key={i}
          points={route
            .flatMap((id) => {
              const p = at.get(id);
              return p ? [`${p.xMm},${p.yMm}`] : [];
            })
            .join(' ')}
          fill="none"
          stroke="var(--petrol)"
          strokeWidth="38"
          strokeLinejoin="round"
          opacity="0.85"
        />
      ))}
      {ways.points.map((p) => (
        <circle
          key={p.id}
          cx={p.xMm}
          cy={p.yMm}
          r={p.id === focus ? 70 : 48}
          fill={p.kind === 'grommet' || p.kind === 'tube' ? 'var(--paper)' : 'var(--petrol)'}
          stroke="var(--petrol)"
          strokeWidth="24"
          opacity={taken.length === 0 || used.has(p.id) ? 1 : 0.35}
        >
          <title>{Object.values(p.name)[0]}</title>
        </circle>
      ))}
    </BodyView>
  );
}

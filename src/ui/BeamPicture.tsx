import type { BeamRatio, LampAim } from '@/core/job';

/** What the picture says in words. */
export interface BeamPictureWords {
  readonly title: string;
  readonly before: string;
  readonly after: string;
  readonly level: string;
  readonly line: string;
  readonly eye: string;
  readonly position: (key: string) => string;
  readonly number: (n: number) => string;
}

const WIDTH = 640;
const BAR = 15;
const ROW = 46;
const LEFT = 150;
const LONGEST = 330;

/**
 * Light before and after as bars in one scale, with the interval of the ratio, and where each cutoff lies on the wall against
 * the lamp's height and the rule's line: one picture for the workshop and for the customer.
 */
export function BeamPicture({
  ratios,
  aims,
  words,
}: {
  ratios: readonly BeamRatio[];
  aims: readonly LampAim[];
  words: BeamPictureWords;
}) {
  const most = Math.max(1, ...ratios.map((r) => Math.max(r.before, r.after)));
  const length = (lux: number) => (lux / most) * LONGEST;
  const barsHeight = ratios.length * ROW;
  const wallTop = barsHeight + (ratios.length > 0 && aims.length > 0 ? 20 : 0);
  const lines = aims.flatMap((a) => a.judged.map((j) => j.line.fromLevelMm));
  const found = aims.map((a) => a.found.percent);
  // A scale in which the rule's lines and every cutoff have room.
  const lowest = Math.min(-100, ...lines, ...aims.map((a) => a.upMm)) * 1.25;
  const highest = Math.max(40, ...aims.map((a) => a.upMm)) * 1.25;
  const wallHeight = aims.length > 0 ? 190 : 0;
  const y = (mm: number) => wallTop + 16 + ((highest - mm) / (highest - lowest)) * (wallHeight - 32);
  const each = (WIDTH - LEFT) / Math.max(1, aims.length);
  const height = Math.max(60, wallTop + wallHeight);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={words.title}
      className="block w-full max-w-2xl"
      data-beam-picture={found.length}
    >
      {ratios.map((r, i) => {
        const top = i * ROW + 4;
        return (
          <g key={`${r.position}/${r.point}`}>
            <text x="0" y={top + 20} fontSize="14" fontWeight="600" fill="var(--ink)">
              {words.position(r.position)}
            </text>
            {r.point === 'eye' && (
              <text x="0" y={top + 35} fontSize="12" fill="var(--ink-soft)">
                {words.eye}
              </text>
            )}
            <rect
              x={LEFT}
              y={top}
              width={Math.max(1, length(r.before))}
              height={BAR}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.4"
            />
            <text x={LEFT + length(r.before) + 6} y={top + 12} fontSize="12" fill="var(--ink-soft)">
              {words.before} {words.number(Math.round(r.before * 10) / 10)} lx
            </text>
            <rect
              x={LEFT}
              y={top + BAR + 3}
              width={Math.max(1, length(r.after))}
              height={BAR}
              fill="var(--petrol)"
            />
            {/* Where the new light may lie against the old one. */}
            <path
              d={`M${LEFT + Math.min(LONGEST + 90, length(r.before * r.ratio.from))} ${top + BAR + 3 + BAR / 2}H${LEFT + Math.min(LONGEST + 90, length(r.before * r.ratio.to))}`}
              stroke="var(--ink)"
              strokeWidth="2.5"
            />
            <text
              x={LEFT + length(Math.max(r.after, r.before * r.ratio.to)) + 8}
              y={top + BAR + 15}
              fontSize="13"
              fontWeight="700"
              fill="var(--ink)"
            >
              {words.after} {words.number(Math.round(r.after * 10) / 10)} lx ·{' '}
              {words.number(Math.round(r.ratio.value * 100) / 100)}×
            </text>
          </g>
        );
      })}
      {aims.length > 0 && (
        <>
          <rect
            x={LEFT}
            y={wallTop}
            width={WIDTH - LEFT}
            height={wallHeight}
            fill="var(--paper-sunk)"
            stroke="var(--line)"
          />
          <path d={`M${LEFT} ${y(0)}H${WIDTH}`} stroke="var(--ink)" strokeWidth="1" strokeDasharray="3 4" />
          <text x={LEFT - 8} y={y(0) + 4} textAnchor="end" fontSize="12" fill="var(--ink-soft)">
            {words.level}
          </text>
          {aims.map((a, i) => {
            const x = LEFT + i * each;
            const target = a.judged[0]?.line.fromLevelMm ?? null;
            return (
              <g key={a.position}>
                {target !== null && (
                  <>
                    <path
                      d={`M${x + 10} ${y(target)}H${x + each - 10}`}
                      stroke="var(--plum)"
                      strokeWidth="2"
                      strokeDasharray="8 5"
                    />
                    {i === 0 && (
                      <text x={LEFT - 8} y={y(target) + 4} textAnchor="end" fontSize="12" fill="var(--plum)">
                        {words.line}
                      </text>
                    )}
                  </>
                )}
                {/* Only its flat part was read: which way a cutoff steps up is not drawn. */}
                <path
                  d={`M${x + 24} ${y(a.upMm)}H${x + each - 24}`}
                  fill="none"
                  stroke={a.passes ? 'var(--petrol)' : 'var(--plum)'}
                  strokeWidth="5"
                />
                <text
                  x={x + each / 2}
                  y={wallTop + wallHeight - 8}
                  textAnchor="middle"
                  fontSize="13"
                  fontWeight="600"
                  fill="var(--ink)"
                >
                  {words.position(a.position)} {words.number(Math.round(a.found.percent * 100) / 100)} %
                </text>
              </g>
            );
          })}
        </>
      )}
    </svg>
  );
}

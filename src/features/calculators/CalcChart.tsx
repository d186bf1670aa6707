'use client';
import { CartesianGrid, Line, LineChart, ReferenceLine, Tooltip, XAxis, YAxis } from 'recharts';

const STROKES = [
  { stroke: 'var(--petrol)', dash: undefined },
  { stroke: 'var(--indigo)', dash: '7 4' },
  { stroke: 'var(--plum)', dash: '2 4' },
];

/** A quantity over something, for up to three cases; told apart by dashes as well as by hue. */
export function CalcChart({
  points,
  series,
  x,
  y,
  limits,
  at,
  label,
}: {
  points: readonly Readonly<Record<string, number>>[];
  series: readonly string[];
  x: string;
  y: string;
  limits: readonly number[];
  /** Where the figures that were typed lie. */
  at: number;
  label: string;
}) {
  return (
    <figure aria-label={label} className="relative overflow-x-auto" tabIndex={0}>
      <LineChart
        width={620}
        height={240}
        data={[...points]}
        margin={{ top: 8, right: 12, bottom: 18, left: 4 }}
      >
        <CartesianGrid stroke="var(--line)" vertical={false} />
        <XAxis
          dataKey="x"
          type="number"
          domain={['dataMin', 'dataMax']}
          stroke="var(--ink-soft)"
          tick={{ fontSize: 12, fill: 'var(--ink-soft)' }}
          label={{ value: x, position: 'insideBottom', offset: -10, fontSize: 12, fill: 'var(--ink-soft)' }}
        />
        <YAxis
          stroke="var(--ink-soft)"
          width={52}
          tick={{ fontSize: 12, fill: 'var(--ink-soft)' }}
          label={{ value: y, angle: -90, position: 'insideLeft', fontSize: 12, fill: 'var(--ink-soft)' }}
        />
        <Tooltip isAnimationActive={false} />
        {limits.map((l) => (
          <ReferenceLine key={l} y={l} stroke="var(--ink)" strokeDasharray="1 3" />
        ))}
        <ReferenceLine x={at} stroke="var(--outline)" />
        {series.map((s, i) => (
          <Line
            key={s}
            dataKey={s}
            dot={false}
            isAnimationActive={false}
            strokeWidth={2}
            stroke={STROKES[i]?.stroke}
            strokeDasharray={STROKES[i]?.dash}
          />
        ))}
      </LineChart>
      <figcaption className="flex flex-wrap gap-x-5 pl-12 text-sm">
        {series.map((s, i) => (
          <span key={s} className="flex items-center gap-2">
            <svg width="34" height="8" aria-hidden>
              <path
                d="M0 4h34"
                strokeWidth="2.5"
                stroke={STROKES[i]?.stroke}
                strokeDasharray={STROKES[i]?.dash}
              />
            </svg>
            {s}
          </span>
        ))}
      </figcaption>
    </figure>
  );
}

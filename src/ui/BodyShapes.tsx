import type { BodyShape, ShapeKind } from '@/core/body';

/** How the parts of a body look on paper, and at dusk on dark glass. */
const LOOKS: Readonly<
  Record<'paper' | 'dusk', Readonly<Record<ShapeKind, readonly [fill: string, stroke: string]>>>
> = {
  paper: {
    body: ['var(--body-fill)', 'var(--ink)'],
    glass: ['var(--paper-sunk)', 'var(--ink)'],
    wheel: ['var(--ink-faint)', 'var(--ink)'],
    line: ['none', 'var(--outline)'],
    dark: ['var(--ink)', 'var(--ink)'],
  },
  dusk: {
    body: ['#1d2128', '#7c838d'],
    glass: ['#12151a', '#4b525c'],
    wheel: ['#0b0d10', '#3a4048'],
    line: ['none', '#4b525c'],
    dark: ['#0b0d10', '#3a4048'],
  },
};

/** The parts of a body, in mm; a drawn outline is laid over them. */
export function BodyShapes({
  shapes,
  outline,
  look = 'paper',
}: {
  shapes: readonly BodyShape[];
  outline?: string | null;
  look?: keyof typeof LOOKS;
}) {
  return (
    <g aria-hidden strokeLinejoin="round">
      {shapes.map((s, i) => {
        const [fill, stroke] = LOOKS[look][s.kind];
        return <path key={i} d={s.d} fill={fill} stroke={stroke} strokeWidth={s.kind === 'line' ? 18 : 30} />;
      })}
      {outline && (
        <path
          d={outline}
          fill="none"
          stroke={LOOKS[look].body[1]}
          strokeWidth="30"
          strokeDasharray="120 70"
        />
      )}
    </g>
  );
}

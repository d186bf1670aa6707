export interface FaceCavity {
  readonly number: string;
  readonly row: number;
  readonly column: number;
  /** Something is wired there. */
  readonly filled: boolean;
  readonly marked: boolean;
}

export interface ConnectorFaceProps {
  readonly rows: number;
  readonly columns: number;
  readonly cavities: readonly FaceCavity[];
  readonly latch: 'top' | 'bottom' | 'left' | 'right' | 'none';
  readonly label: string;
}

const CELL = 30;
const PAD = 14;

/** A connector as one looks at it from the chosen side: cavities with their moulded numbers, and the latch. */
export function ConnectorFace({ rows, columns, cavities, latch, label }: ConnectorFaceProps) {
  const width = columns * CELL + 2 * PAD;
  const height = rows * CELL + 2 * PAD;
  const tab = {
    top: { x: width / 2 - 14, y: 0, width: 28, height: 7 },
    bottom: { x: width / 2 - 14, y: height - 7, width: 28, height: 7 },
    left: { x: 0, y: height / 2 - 12, width: 7, height: 24 },
    right: { x: width - 7, y: height / 2 - 12, width: 7, height: 24 },
    none: null,
  }[latch];
  return (
    <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} role="img" aria-label={label}>
      {tab && <rect {...tab} rx="2" fill="var(--ink)" />}
      <rect
        x="6"
        y="6"
        width={width - 12}
        height={height - 12}
        rx="5"
        fill="var(--paper-raised)"
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
      {cavities.map((c) => {
        const x = PAD + (c.column - 1) * CELL;
        const y = PAD + (c.row - 1) * CELL;
        return (
          <g key={c.number}>
            <rect
              x={x + 3}
              y={y + 3}
              width={CELL - 6}
              height={CELL - 6}
              rx="3"
              fill={c.filled ? 'var(--paper)' : 'var(--paper-sunk)'}
              stroke={c.marked ? 'var(--petrol)' : 'var(--ink-soft)'}
              strokeWidth={c.marked ? 3 : 1.2}
            />
            <text
              x={x + CELL / 2}
              y={y + CELL / 2 + 4.5}
              textAnchor="middle"
              fontSize="13"
              fontFamily="var(--font-mono)"
              fontWeight="600"
              fill="var(--ink)"
            >
              {c.number}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

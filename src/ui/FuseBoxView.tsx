import { WIRE } from './WireSwatch';

export interface FuseBoxSlot {
  readonly id: string;
  readonly row: number;
  readonly column: number;
  readonly ratingA: number | null;
  /** IEC letter code of the body's standard colour, or its name. */
  readonly colour: string;
  readonly barred: boolean;
  readonly name: string;
}

/** Colours of fuse bodies that no letter code names. */
const BODY: Readonly<Record<string, string>> = { clear: '#efeeea', tan: '#c9a06f' };
const W = 92;
const H = 46;

/** A fuse box as it is looked at: each place where it sits, the fuse in its standard colour with the code beside it. */
export function FuseBoxView({
  rows,
  columns,
  slots,
  chosen,
  onPick,
  label,
}: {
  rows: number;
  columns: number;
  slots: readonly FuseBoxSlot[];
  chosen: string | null;
  onPick?: (slot: string) => void;
  label: string;
}) {
  return (
    <svg
      viewBox={`0 0 ${columns * W + 12} ${rows * H + 12}`}
      width={columns * W + 12}
      height={rows * H + 12}
      role="group"
      aria-label={label}
      className="max-w-full"
    >
      <rect
        x="1"
        y="1"
        width={columns * W + 10}
        height={rows * H + 10}
        rx="4"
        fill="var(--paper-raised)"
        stroke="var(--ink)"
      />
      {slots.map((s) => {
        const [x, y] = [(s.column - 1) * W + 6, (s.row - 1) * H + 6];
        const fill = BODY[s.colour] ?? WIRE[s.colour] ?? '#85888c';
        const picked = chosen === s.id;
        return (
          <g key={s.id}>
            <rect
              x={x + 2}
              y={y + 2}
              width={W - 4}
              height={H - 4}
              rx="3"
              fill="var(--paper)"
              stroke={picked ? 'var(--petrol)' : 'var(--line)'}
              strokeWidth={picked ? 3 : 1}
            />
            {s.ratingA === null ? (
              <rect
                x={x + 8}
                y={y + 12}
                width="16"
                height="22"
                rx="2"
                fill="none"
                stroke="var(--ink-soft)"
                strokeDasharray="2 2"
              />
            ) : (
              <rect x={x + 8} y={y + 12} width="16" height="22" rx="2" fill={fill} stroke="#3f4147" />
            )}
            <text
              aria-hidden
              x={x + 30}
              y={y + 20}
              fontSize="12.5"
              fontFamily="var(--font-mono)"
              fontWeight="650"
              fill="var(--ink)"
            >
              {s.id}
            </text>
            <text
              aria-hidden
              x={x + 30}
              y={y + 35}
              fontSize="11.5"
              fontFamily="var(--font-mono)"
              fill="var(--ink-soft)"
            >
              {s.ratingA === null ? '–' : `${s.ratingA} ${s.colour}`}
            </text>
            {s.barred && (
              <path d={`M${x + 6} ${y + 40} L${x + 27} ${y + 8}`} stroke="var(--plum)" strokeWidth="2.5" />
            )}
            {/* What is pressed lies over the drawing: a shape of its own with a name of its own. */}
            {onPick && s.ratingA !== null && (
              <rect
                x={x + 2}
                y={y + 2}
                width={W - 4}
                height={H - 4}
                rx="3"
                fill="transparent"
                role="button"
                tabIndex={0}
                aria-label={`${label}: ${s.id}, ${s.ratingA} A, ${s.name}`}
                aria-pressed={picked}
                data-slot={s.id}
                className="cursor-pointer"
                onClick={() => onPick(s.id)}
                onKeyDown={(e) => {
                  if (e.key !== 'Enter' && e.key !== ' ') return;
                  e.preventDefault();
                  onPick(s.id);
                }}
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}

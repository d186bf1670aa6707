'use client';
import type { MappedInput, VehicleCavity } from '@/core/harness';
import { WIRE } from '@/ui/WireSwatch';

/** Height of one line of the map. */
export const ROW = 46;
const VEHICLE_X = 250;
const LAMP_X = 470;

export interface DrawnWire {
  readonly input: MappedInput;
  /** Line of the vehicle's cavity that it comes from, and of the input that it goes to. */
  readonly from: number;
  readonly to: number;
  readonly wire: VehicleCavity['wire'];
  readonly dim: boolean;
  /** Followed now: its joints are shown on it. */
  readonly traced: boolean;
}

/** The wires between two rows of cavities, each in its own colours; on the one that is followed every joint. */
export function WireDrawing({
  wires,
  vehicle,
  lamp,
}: {
  wires: readonly DrawnWire[];
  vehicle: readonly { readonly key: string; readonly cavity: string; readonly empty: boolean }[];
  lamp: readonly string[];
}) {
  const height = Math.max(vehicle.length, lamp.length) * ROW + 12;
  const y = (line: number) => line * ROW + 27;
  return (
    <svg
      className="absolute inset-0 h-full w-full"
      viewBox={`0 0 740 ${height}`}
      preserveAspectRatio="xMidYMin meet"
      aria-hidden
    >
      {wires.map((w) => {
        const d = `M${VEHICLE_X} ${y(w.from)} C${VEHICLE_X + 90} ${y(w.from)} ${LAMP_X - 90} ${y(w.to)} ${LAMP_X} ${y(w.to)}`;
        return (
          <g key={`${w.input.cavity} ${w.from}`} opacity={w.dim ? 0.22 : 1}>
            <path d={d} fill="none" stroke="#3f4147" strokeWidth="8" />
            <path d={d} fill="none" stroke={WIRE[w.wire?.base ?? ''] ?? '#85888c'} strokeWidth="6.4" />
            {w.wire?.stripe && <path d={d} fill="none" stroke={WIRE[w.wire.stripe]} strokeWidth="2" />}
          </g>
        );
      })}
      {vehicle.map((c, i) => (
        <Cavity key={c.key} x={VEHICLE_X - 30} y={i * ROW + 12} number={c.cavity} empty={c.empty} />
      ))}
      {lamp.map((number, i) => (
        <Cavity key={number} x={LAMP_X} y={i * ROW + 12} number={number} empty={false} />
      ))}
      {wires
        .filter((w) => w.traced)
        .map((w) => (
          <Joints key={`${w.input.cavity} ${w.from}`} wire={w} y={y} />
        ))}
    </svg>
  );
}

/** The cavities of the adapters that a wire passes, where they lie along it. */
function Joints({ wire: w, y }: { wire: DrawnWire; y: (line: number) => number }) {
  const stops = w.input.path.filter((s) => s.where === 'adapter');
  return (
    <g data-joints={stops.length}>
      {stops.map((s, i) => {
        const at = curveAt((i + 1) / (stops.length + 1), y(w.from), y(w.to));
        return (
          <g key={`${s.id} ${s.end} ${s.cavity}`} transform={`translate(${at.x} ${at.y})`}>
            <rect
              x="-24"
              y="-11"
              width="48"
              height="22"
              rx="3"
              fill="var(--paper-raised)"
              stroke="var(--petrol)"
              strokeWidth="2"
            />
            <text y="4.5" textAnchor="middle" fontSize="12" fontFamily="var(--font-mono)" fill="var(--ink)">
              {s.end} {s.cavity}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** A point of the wire's curve, `share` of the way. */
function curveAt(share: number, from: number, to: number): { x: number; y: number } {
  const [a, b, c, d] = [
    (1 - share) ** 3,
    3 * (1 - share) ** 2 * share,
    3 * (1 - share) * share ** 2,
    share ** 3,
  ];
  return {
    x: a * VEHICLE_X + b * (VEHICLE_X + 90) + c * (LAMP_X - 90) + d * LAMP_X,
    y: (a + b) * from + (c + d) * to,
  };
}

function Cavity({ x, y, number, empty }: { x: number; y: number; number: string; empty: boolean }) {
  return (
    <g>
      <rect
        x={x}
        y={y}
        width="30"
        height="30"
        rx="4"
        fill={empty ? 'var(--paper-sunk)' : 'var(--paper-raised)'}
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <text
        x={x + 15}
        y={y + 20}
        textAnchor="middle"
        fontSize="14"
        fontFamily="var(--font-mono)"
        fontWeight="650"
        fill="var(--ink)"
      >
        {number}
      </text>
    </g>
  );
}

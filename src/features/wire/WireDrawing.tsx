'use client';
import { useRef } from 'react';
import type { MappedInput, VehicleCavity } from '@/core/harness';
import { useWidth } from '@/ui/useWidth';
import { WIRE } from '@/ui/WireSwatch';

/** Height of one line of the map. */
export const ROW = 46;
/** Where the two rows of cavities stand, as a share of the width; the words beside them have the rest. */
const [VEHICLE_SHARE, LAMP_SHARE] = [0.338, 0.635];
/** Width until the screen has told its own, px. */
const USUAL_WIDTH = 740;

/** Places across of the two rows, px. */
interface Across {
  readonly vehicle: number;
  readonly lamp: number;
}

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
  const drawing = useRef<SVGSVGElement>(null);
  const width = useWidth(drawing, USUAL_WIDTH);
  const height = Math.max(vehicle.length, lamp.length) * ROW + 12;
  const y = (line: number) => line * ROW + 27;
  // A line of the drawing is as high as a line of words beside it, however narrow the screen: only across it gives way.
  const x: Across = { vehicle: width * VEHICLE_SHARE, lamp: width * LAMP_SHARE };
  const bend = bendOf(x);
  return (
    <svg
      ref={drawing}
      className="absolute inset-0 h-full w-full"
      viewBox={`0 0 ${width} ${height}`}
      preserveAspectRatio="xMinYMin meet"
      aria-hidden
    >
      {wires.map((w) => {
        const d = `M${x.vehicle} ${y(w.from)} C${x.vehicle + bend} ${y(w.from)} ${x.lamp - bend} ${y(w.to)} ${x.lamp} ${y(w.to)}`;
        return (
          <g key={`${w.input.cavity} ${w.from}`} opacity={w.dim ? 0.22 : 1}>
            <path d={d} fill="none" stroke="var(--wire-edge)" strokeWidth="8" />
            <path d={d} fill="none" stroke={WIRE[w.wire?.base ?? ''] ?? '#85888c'} strokeWidth="6.4" />
            {w.wire?.stripe && <path d={d} fill="none" stroke={WIRE[w.wire.stripe]} strokeWidth="2" />}
          </g>
        );
      })}
      {vehicle.map((c, i) => (
        <Cavity key={c.key} x={x.vehicle - 30} y={i * ROW + 12} number={c.cavity} empty={c.empty} />
      ))}
      {lamp.map((number, i) => (
        <Cavity key={number} x={x.lamp} y={i * ROW + 12} number={number} empty={false} />
      ))}
      {wires
        .filter((w) => w.traced)
        .map((w) => (
          <Joints key={`${w.input.cavity} ${w.from}`} wire={w} x={x} y={y} />
        ))}
    </svg>
  );
}

/** The cavities of the adapters that a wire passes, where they lie along it. */
function Joints({ wire: w, x, y }: { wire: DrawnWire; x: Across; y: (line: number) => number }) {
  const stops = w.input.path.filter((s) => s.where === 'adapter');
  return (
    <g data-joints={stops.length}>
      {stops.map((s, i) => {
        const at = curveAt(x, (i + 1) / (stops.length + 1), y(w.from), y(w.to));
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

/** How far a wire goes straight before it bends. */
const bendOf = ({ vehicle, lamp }: Across): number => (lamp - vehicle) * 0.41;

/** A point of the wire's curve, `share` of the way. */
function curveAt(across: Across, share: number, from: number, to: number): { x: number; y: number } {
  const bend = bendOf(across);
  const [a, b, c, d] = [
    (1 - share) ** 3,
    3 * (1 - share) ** 2 * share,
    3 * (1 - share) * share ** 2,
    share ** 3,
  ];
  return {
    x: a * across.vehicle + b * (across.vehicle + bend) + c * (across.lamp - bend) + d * across.lamp,
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

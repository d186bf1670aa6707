'use client';
import {
  type ConnectorHalf,
  type MappedInput,
  type PinMap,
  seenFrom,
  type VehiclePlug,
} from '@/core/harness';
import type { PositionWiring } from '@/core/job';
import { ConnectorFace } from '@/ui/ConnectorFace';
import { VerdictMark } from '@/ui/marks';
import { WIRE } from '@/ui/WireSwatch';
import { useJob } from '../job/JobContext';

const ROW = 46;
const VEHICLE_X = 250;
const LAMP_X = 470;
const MARK: Readonly<
  Record<MappedInput['verdict'], 'fits' | 'fits-with-parts' | 'check-first' | 'does-not-fit'>
> = {
  direct: 'fits',
  'through-adapter': 'fits-with-parts',
  'mode-choice': 'check-first',
  'extra-feed': 'check-first',
  unfed: 'does-not-fit',
};

export interface WireMapProps {
  readonly wiring: PositionWiring;
  readonly map: PinMap;
  readonly plug: VehiclePlug;
  readonly connectors: Readonly<Record<string, ConnectorHalf>>;
  readonly face: 'wire' | 'mating';
  readonly traced: string | null;
  readonly onTrace: (cavity: string | null) => void;
}

/** Two faces and the wires between. Each wire is drawn in its own colours, with the code beside it. */
export function WireMap({ wiring, map, plug, connectors, face, traced, onTrace }: WireMapProps) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  const lampPlug = wiring.lamp.plugs?.[0];
  const vehicleHalf = connectors[plug.connector];
  const lampHalf = lampPlug && connectors[lampPlug.connector];
  if (!vehicleHalf || !lampHalf || !lampPlug) return null;
  const inputs = map.inputs.filter((i) => i.plug === lampPlug.id);
  const rows = Math.max(plug.cavities.length, inputs.length);
  const circuitOf = (cavity: string) => map.circuits.find((c) => c.plug === plug.id && c.cavity === cavity);
  const tracedFrom = inputs.find((i) => i.cavity === traced)?.from?.cavity ?? null;
  const name = (circuit: string | 'ground' | null) =>
    circuit === null ? t('wire.empty') : tCode(`circuit.${circuit}`);

  return (
    <section aria-label={t('wire.map-label', { position: say.position(wiring.position) })}>
      <div className="grid grid-cols-2 gap-6 pb-3">
        {(
          [
            [
              vehicleHalf,
              t('wire.vehicle-plug', { family: vehicleHalf.family }),
              plug.cavities.filter((c) => c.circuit !== null).map((c) => c.cavity),
              tracedFrom,
            ],
            [lampHalf, t('wire.lamp-plug', { family: lampHalf.family }), inputs.map((i) => i.cavity), traced],
          ] as const
        ).map(([half, title, filled, mark]) => {
          const seen = seenFrom(half, face);
          return (
            <div key={half.id} className="flex items-center gap-4">
              <ConnectorFace
                rows={half.rows}
                columns={half.columns}
                latch={seen.latch}
                label={t('wire.face-label', { title, face: t(`wire.face-${face}`) })}
                cavities={seen.cavities.map((c) => ({
                  ...c,
                  filled: filled.includes(c.number),
                  marked: c.number === mark,
                }))}
              />
              <p className="text-sm">
                <b>{title}</b>
                <span className="block text-soft">
                  {half.locks.length > 0
                    ? t('wire.locks', { locks: words.list(half.locks.map((l) => tCode(`plug-check.${l}`))) })
                    : t('wire.no-locks')}
                </span>
                <span className="block text-soft">{half.keyed ? t('wire.keyed') : t('wire.unkeyed')}</span>
              </p>
            </div>
          );
        })}
      </div>
      <div className="relative border-t border-line pt-2" style={{ height: rows * ROW + 12 }}>
        <svg
          className="absolute inset-0 h-full w-full"
          viewBox={`0 0 740 ${rows * ROW + 12}`}
          preserveAspectRatio="xMidYMin meet"
          aria-hidden
        >
          {inputs.map((input, r) => {
            const l = plug.cavities.findIndex((c) => c.cavity === input.from?.cavity);
            if (l < 0 || (input.verdict !== 'direct' && input.verdict !== 'through-adapter')) return null;
            const wire = plug.cavities[l]?.wire;
            const d = `M${VEHICLE_X} ${l * ROW + 27} C${VEHICLE_X + 90} ${l * ROW + 27} ${LAMP_X - 90} ${r * ROW + 27} ${LAMP_X} ${r * ROW + 27}`;
            const dim = traced !== null && traced !== input.cavity;
            return (
              <g key={input.cavity} opacity={dim ? 0.2 : 1}>
                <path d={d} fill="none" stroke="#3f4147" strokeWidth="8" />
                <path d={d} fill="none" stroke={WIRE[wire?.base ?? ''] ?? '#85888c'} strokeWidth="6.4" />
                {wire?.stripe && <path d={d} fill="none" stroke={WIRE[wire.stripe]} strokeWidth="2" />}
              </g>
            );
          })}
          {plug.cavities.map((c, i) => (
            <Cavity
              key={c.cavity}
              x={VEHICLE_X - 30}
              y={i * ROW + 12}
              number={c.cavity}
              empty={c.circuit === null}
            />
          ))}
          {inputs.map((c, i) => (
            <Cavity key={c.cavity} x={LAMP_X} y={i * ROW + 12} number={c.cavity} empty={false} />
          ))}
        </svg>
        <div className="absolute inset-0 mx-auto grid w-full grid-cols-[29%_1fr_30.5%] pt-2">
          <ul className="text-right">
            {plug.cavities.map((c) => {
              const row = circuitOf(c.cavity);
              return (
                <li key={c.cavity} style={{ height: ROW }} className="leading-tight">
                  <span className={c.circuit === null ? 'text-faint' : 'font-semibold'}>
                    {name(c.circuit)}
                  </span>
                  <span className="block font-mono text-[0.8rem] text-soft">
                    {c.wire && [c.wire.base, c.wire.stripe].filter(Boolean).join('/')}
                    {row && row.outcome !== 'used' && ` · ${tCode(`outcome.${row.outcome}`)}`}
                  </span>
                </li>
              );
            })}
          </ul>
          <span />
          <ul>
            {inputs.map((i) => (
              <li key={i.cavity} style={{ height: ROW }} className="leading-tight">
                <button
                  className="grid w-full grid-cols-[1fr_auto] gap-x-2 text-left"
                  data-input={i.input.does}
                  data-input-verdict={i.verdict}
                  aria-pressed={traced === i.cavity}
                  onClick={() => onTrace(traced === i.cavity ? null : i.cavity)}
                  onMouseEnter={() => onTrace(i.cavity)}
                  onMouseLeave={() => onTrace(null)}
                >
                  <span>
                    <span className="font-semibold">
                      {i.input.does === 'ground' || i.input.does === 'mode'
                        ? tCode(`circuit.${i.input.does}`)
                        : say.does(i.input.does)}
                    </span>
                    <span className="block font-mono text-[0.8rem] text-soft">
                      {i.input.currentA > 0 ? `${i.input.currentA} A` : ' '}
                    </span>
                  </span>
                  <span className="flex items-center gap-1.5 self-start pt-0.5 text-sm">
                    <VerdictMark verdict={MARK[i.verdict]} />
                    {tCode(`input.${i.verdict}`)}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      </div>
    </section>
  );
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

'use client';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import type { ReactNode } from 'react';
import {
  type ConnectorHalf,
  isFed,
  type LampPlug,
  type MappedInput,
  type PinMap,
  seenFrom,
  type VehiclePlug,
} from '@/core/harness';
import type { CavityReading } from '@/core/network';
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
  'by-hand': 'fits-with-parts',
  'mode-choice': 'check-first',
  'extra-feed': 'check-first',
  unfed: 'does-not-fit',
};

export interface WireMapProps {
  readonly position: string;
  readonly map: PinMap;
  readonly lampPlug: LampPlug;
  /** Plugs of the vehicle that this plug of the lamp is joined to. */
  readonly plugs: readonly VehiclePlug[];
  readonly connectors: Readonly<Record<string, ConnectorHalf>>;
  readonly face: 'wire' | 'mating';
  readonly traced: string | null;
  readonly onTrace: (cavity: string | null) => void;
  /** Volts and amperes at the lamp's cavities now; null: not asked. */
  readonly live: readonly CavityReading[] | null;
  /** Pins a cavity of the vehicle to an input; absent: the map is looked at only. */
  readonly onPin?: (to: string, from: string | null) => void;
}

/** Two faces and the wires between. Each wire is drawn in its own colours, with the code beside it. */
export function WireMap(props: WireMapProps) {
  const { position, map, lampPlug, plugs, connectors, face, traced, onTrace, live, onPin } = props;
  const { words, say } = useJob();
  const { t, tCode } = words;
  const lampHalf = connectors[lampPlug.connector];
  const inputs = map.inputs.filter((i) => i.plug === lampPlug.id);
  const cavities = plugs.flatMap((p) =>
    p.cavities.map((c) => ({ ...c, plug: p.id, key: `${p.id}/${c.cavity}` })),
  );
  if (!lampHalf) return null;
  const rows = Math.max(cavities.length, inputs.length);
  const circuitOf = (key: string) => map.circuits.find((c) => `${c.plug}/${c.cavity}` === key);
  const fromKeys = (i: MappedInput) =>
    i.from
      ? [
          `${i.from.plug}/${i.from.cavity}`,
          ...(i.from.also ? [`${i.from.also.plug}/${i.from.also.cavity}`] : []),
        ]
      : [];
  const tracedFrom = inputs.filter((i) => i.cavity === traced).flatMap(fromKeys);
  const readingOf = (cavity: string) =>
    live?.find((r) => r.plug === lampPlug.id && r.cavity === cavity) ?? null;
  const name = (circuit: string | null) => (circuit === null ? t('wire.empty') : say.circuit(circuit));
  const inputName = (i: MappedInput) =>
    ['ground', 'mode', 'stop-turn'].includes(i.input.does)
      ? tCode(`circuit.${i.input.does}`)
      : say.does(i.input.does);

  return (
    <section
      aria-label={t('wire.map-label', { position: say.position(position), plug: lampPlug.id })}
      data-map={lampPlug.id}
    >
      <div className="flex flex-wrap justify-between gap-6 pb-2">
        {plugs.map((plug) => (
          <Face
            key={plug.id}
            half={connectors[plug.connector]}
            side="vehicle"
            face={face}
            filled={plug.cavities.filter((c) => c.circuit !== null).map((c) => c.cavity)}
            marked={tracedFrom
              .filter((k) => k.startsWith(`${plug.id}/`))
              .map((k) => k.slice(plug.id.length + 1))}
          />
        ))}
        <Face
          half={lampHalf}
          side="lamp"
          face={face}
          filled={inputs.map((i) => i.cavity)}
          marked={traced === null ? [] : [traced]}
        />
      </div>
      <div className="relative border-t border-line pt-2" style={{ height: rows * ROW + 12 }}>
        <svg
          className="absolute inset-0 h-full w-full"
          viewBox={`0 0 740 ${rows * ROW + 12}`}
          preserveAspectRatio="xMidYMin meet"
          aria-hidden
        >
          {inputs.flatMap((input, r) =>
            fromKeys(input).map((key) => {
              const l = cavities.findIndex((c) => c.key === key);
              if (l < 0 || (!isFed(input.verdict) && !onPin)) return null;
              const wire = cavities[l]?.wire;
              const d = `M${VEHICLE_X} ${l * ROW + 27} C${VEHICLE_X + 90} ${l * ROW + 27} ${LAMP_X - 90} ${r * ROW + 27} ${LAMP_X} ${r * ROW + 27}`;
              const reading = readingOf(input.cavity);
              const dark =
                live !== null && input.input.does !== 'ground' && !(reading && Math.abs(reading.amp) > 0.001);
              const dim = (traced !== null && traced !== input.cavity) || dark;
              return (
                <g key={`${input.cavity} ${key}`} opacity={dim ? 0.22 : 1}>
                  <path d={d} fill="none" stroke="#3f4147" strokeWidth="8" />
                  <path d={d} fill="none" stroke={WIRE[wire?.base ?? ''] ?? '#85888c'} strokeWidth="6.4" />
                  {wire?.stripe && <path d={d} fill="none" stroke={WIRE[wire.stripe]} strokeWidth="2" />}
                </g>
              );
            }),
          )}
          {cavities.map((c, i) => (
            <Cavity
              key={c.key}
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
            {cavities.map((c) => {
              const row = circuitOf(c.key);
              return (
                <li key={c.key} style={{ height: ROW }} className="leading-tight">
                  <Grip
                    id={c.key}
                    on={onPin !== undefined}
                    label={t('wire.pin-drag', { cavity: c.cavity, name: name(c.circuit) })}
                  >
                    <span className={c.circuit === null ? 'text-faint' : 'font-semibold'}>
                      {name(c.circuit)}
                    </span>
                    <span className="block font-mono text-[0.8rem] text-soft">
                      {c.wire && [c.wire.base, c.wire.stripe].filter(Boolean).join('/')}
                      {row && row.outcome !== 'used' && ` · ${tCode(`outcome.${row.outcome}`)}`}
                    </span>
                  </Grip>
                </li>
              );
            })}
          </ul>
          <span />
          <ul>
            {inputs.map((i) => (
              <Target key={i.cavity} id={`${lampPlug.id}/${i.cavity}`} on={onPin !== undefined}>
                {onPin && i.input.does !== 'mode' ? (
                  <label className="grid gap-0.5 text-sm" data-pin={i.input.does}>
                    <span className="flex justify-between font-semibold">
                      <span className="first-letter:uppercase">{inputName(i)}</span>{' '}
                      <VerdictMark verdict={MARK[i.verdict]} />
                    </span>
                    <select
                      className="w-full rounded-sm border border-outline bg-raised px-1 text-[0.82rem]"
                      aria-label={t('wire.pin-from', { input: inputName(i) })}
                      value={i.from ? `${i.from.plug}/${i.from.cavity}` : ''}
                      onChange={(e) => onPin(`${lampPlug.id}/${i.cavity}`, e.target.value || null)}
                    >
                      <option value="">{t('wire.pin-none')}</option>
                      {cavities
                        .filter((c) => c.circuit !== null)
                        .map((c) => (
                          <option key={c.key} value={c.key}>
                            {c.cavity} {name(c.circuit)}
                          </option>
                        ))}
                    </select>
                  </label>
                ) : (
                  <InputLine
                    input={i}
                    name={inputName(i)}
                    reading={live ? readingOf(i.cavity) : null}
                    live={live !== null}
                    traced={traced === i.cavity}
                    onTrace={onTrace}
                  />
                )}
              </Target>
            ))}
          </ul>
        </div>
      </div>
    </section>
  );
}

function InputLine({
  input: i,
  name,
  reading,
  live,
  traced,
  onTrace,
}: {
  input: MappedInput;
  name: string;
  reading: CavityReading | null;
  live: boolean;
  traced: boolean;
  onTrace: (cavity: string | null) => void;
}) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  const amp = reading?.amp ?? 0;
  return (
    <button
      className="grid w-full grid-cols-[1fr_auto] gap-x-2 text-left leading-tight"
      data-input={i.input.does}
      data-input-verdict={i.verdict}
      aria-pressed={traced}
      onClick={() => onTrace(traced ? null : i.cavity)}
      onFocus={() => onTrace(i.cavity)}
      onBlur={() => onTrace(null)}
      onMouseEnter={() => onTrace(i.cavity)}
      onMouseLeave={() => onTrace(null)}
    >
      <span>
        <span className="block font-semibold first-letter:uppercase">{name}</span>
        {live ? (
          <span
            className="block font-mono text-[0.8rem]"
            data-live={i.input.does}
            data-volt={reading?.volt ?? ''}
          >
            {reading === null
              ? '–'
              : reading.volt === null
                ? t('wire.floats')
                : `${t('wire.volt', { volt: say.number(Math.round(reading.volt * 100) / 100) })} · ${t('wire.amp', { amp: say.number(Math.round(Math.abs(amp) * 100) / 100) })}`}
            {amp < -0.001 && i.input.does !== 'ground' && (
              <b className="block text-plum">{t('wire.feeds-back')}</b>
            )}
          </span>
        ) : (
          <span className="block font-mono text-[0.8rem] text-soft">
            {i.input.currentA > 0 ? t('wire.amp', { amp: say.number(i.input.currentA) }) : ' '}
          </span>
        )}
      </span>
      <span className="flex items-center gap-1.5 self-start pt-0.5 text-sm">
        <VerdictMark verdict={MARK[i.verdict]} />
        {tCode(`input.${i.verdict}`)}
      </span>
    </button>
  );
}

function Face({
  half,
  side,
  face,
  filled,
  marked,
}: {
  half: ConnectorHalf | undefined;
  side: 'vehicle' | 'lamp';
  face: 'wire' | 'mating';
  filled: readonly string[];
  marked: readonly string[];
}) {
  const { words } = useJob();
  const { t, tCode } = words;
  if (!half) return null;
  const seen = seenFrom(half, face);
  const title = t(`wire.${side}-plug`, { family: half.family });
  return (
    <div className="flex items-center gap-3">
      <ConnectorFace
        rows={half.rows}
        columns={half.columns}
        latch={seen.latch}
        label={t('wire.face-label', { title, face: t(`wire.face-${face}`) })}
        cavities={seen.cavities.map((c) => ({
          ...c,
          filled: filled.includes(c.number),
          marked: marked.includes(c.number),
        }))}
      />
      <p className="text-sm">
        <b>{title}</b>
        <span className="block text-soft">
          {half.locks.length > 0
            ? t('wire.locks', { locks: words.list(half.locks.map((l) => tCode(`plug-check.${l}`))) })
            : t('wire.no-locks')}
        </span>
        <span className="block text-soft">
          {half.kind === 'ring'
            ? t('wire.ring')
            : half.kind === 'leads'
              ? t('wire.leads')
              : half.keyed
                ? t('wire.keyed')
                : t('wire.unkeyed')}
        </span>
      </p>
    </div>
  );
}

/** A cavity of the vehicle that can be dragged onto an input. */
function Grip({ id, on, label, children }: { id: string; on: boolean; label: string; children: ReactNode }) {
  const { setNodeRef, listeners, transform } = useDraggable({ id, disabled: !on });
  if (!on) return <div>{children}</div>;
  return (
    <div
      ref={setNodeRef}
      {...listeners}
      title={label}
      className="cursor-grab touch-none"
      style={
        transform
          ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 5, position: 'relative' }
          : undefined
      }
    >
      {children}
    </div>
  );
}

function Target({ id, on, children }: { id: string; on: boolean; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id, disabled: !on });
  return (
    <li
      ref={setNodeRef}
      style={{ height: ROW }}
      className={`leading-tight ${isOver ? 'bg-petrol-wash' : ''}`}
    >
      {children}
    </li>
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

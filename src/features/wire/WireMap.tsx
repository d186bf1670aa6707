'use client';
import { cavityOf } from '@/core/kernel/ids';
import {
  type ConnectorHalf,
  isFed,
  type LampPlug,
  type MappedInput,
  type PinMap,
  type VehiclePlug,
  isTwoInOne,
  wireText,
} from '@/core/harness';
import type { CavityReading } from '@/core/electric';
import { VerdictMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';
import { INPUT_MARK, InputLine } from './InputLine';
import { Grip, Target } from './PinDrag';
import { PlugFace } from './PlugFace';
import { type DrawnWire, ROW, WireDrawing } from './WireDrawing';

export interface WireMapProps {
  readonly position: string;
  readonly map: PinMap;
  readonly lampPlug: LampPlug;
  /** Plugs of the vehicle that this plug of the lamp is joined to. */
  readonly plugs: readonly VehiclePlug[];
  readonly connectors: Readonly<Record<string, ConnectorHalf>>;
  readonly face: 'wire' | 'mating';
  /** The input that is followed, `plug/cavity`. */
  readonly traced: string | null;
  readonly onTrace: (input: string | null) => void;
  /** Volts and amperes at the lamp's cavities now; null: not asked. */
  readonly live: readonly CavityReading[] | null;
  /** Feeds that are decided, by function, with the place in words. */
  readonly feeds: Readonly<Record<string, string>>;
  /** Circuits that miss the lamp’s load and for which a cure is chosen. */
  readonly cured: ReadonlySet<string>;
  /** Pins a cavity of the vehicle to an input; absent: the map is looked at only. */
  readonly onPin?: (to: string, from: string | null) => void;
}

/** Two faces and the wires between. Each wire is drawn in its own colours, with the code beside it. */
export function WireMap(props: WireMapProps) {
  const { position, map, lampPlug, plugs, connectors, face, traced, onTrace, live, feeds, cured, onPin } =
    props;
  const { words, say } = useJob();
  const { t, tCode } = words;
  const lampHalf = connectors[lampPlug.connector];
  const inputs = map.inputs.filter((i) => i.plug === lampPlug.id);
  const cavities = plugs.flatMap((p) =>
    p.cavities.map((c) => ({ ...c, plug: p.id, key: cavityOf(p.id, c.cavity) })),
  );
  if (!lampHalf) return null;
  // A feed that is decided comes from a place of its own, under the vehicle’s cavities.
  const laid = inputs.flatMap((i) => {
    const place = i.verdict === 'extra-feed' ? feeds[i.input.does] : undefined;
    return place === undefined ? [] : [{ key: `feed:${i.input.does}`, does: i.input.does, place }];
  });
  const rows = Math.max(cavities.length + laid.length, inputs.length);
  const circuitOf = (key: string) => map.circuits.find((c) => cavityOf(c.plug, c.cavity) === key);
  const fromKeys = (i: MappedInput) =>
    i.from
      ? [
          cavityOf(i.from.plug, i.from.cavity),
          ...(i.from.also ? [cavityOf(i.from.also.plug, i.from.also.cavity)] : []),
        ]
      : [];
  const endOf = (i: MappedInput) => cavityOf(i.plug, i.cavity);
  const followed = inputs.filter((i) => endOf(i) === traced);
  const tracedFrom = followed.flatMap(fromKeys);
  const readingOf = (cavity: string) =>
    live?.find((r) => r.plug === lampPlug.id && r.cavity === cavity) ?? null;
  const name = (circuit: string | null) => (circuit === null ? t('wire.empty') : say.circuit(circuit));
  const wires = inputs.flatMap((input, to): readonly DrawnWire[] =>
    [...fromKeys(input), ...(input.verdict === 'extra-feed' ? [`feed:${input.input.does}`] : [])].flatMap(
      (key) => {
        const feed = laid.findIndex((f) => f.key === key);
        if (feed >= 0 && !onPin)
          return [
            {
              input,
              from: cavities.length + feed,
              to,
              wire: undefined,
              dim: traced !== null && traced !== endOf(input),
              traced: traced === endOf(input),
            },
          ];
        const from = cavities.findIndex((c) => c.key === key);
        if (from < 0 || (!isFed(input.verdict) && !onPin)) return [];
        const amp = readingOf(input.cavity)?.amp ?? 0;
        const dark = live !== null && input.input.does !== 'ground' && Math.abs(amp) <= 0.001;
        const follows = traced === endOf(input);
        return [
          {
            input,
            from,
            to,
            wire: cavities[from]?.wire,
            dim: (traced !== null && !follows) || dark,
            traced: follows,
          },
        ];
      },
    ),
  );
  const inputName = (i: MappedInput) =>
    ['ground', 'mode', 'supply'].includes(i.input.does) || isTwoInOne(i.input.does)
      ? tCode(`circuit.${i.input.does}`)
      : say.does(i.input.does);

  return (
    <section
      aria-label={t('wire.map-label', { position: say.position(position), plug: lampPlug.id })}
      data-map={lampPlug.id}
    >
      <div className="relative overflow-x-auto">
        <div className="min-w-[29rem]">
          <div className="flex flex-wrap justify-between gap-6 pb-2">
            {plugs.map((plug) => (
              <PlugFace
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
            <PlugFace
              half={lampHalf}
              side="lamp"
              face={face}
              filled={inputs.map((i) => i.cavity)}
              marked={followed.map((i) => i.cavity)}
            />
          </div>
          <div className="relative border-t border-line pt-2" style={{ height: rows * ROW + 12 }}>
            <WireDrawing
              wires={wires}
              vehicle={[
                ...cavities.map((c) => ({ key: c.key, cavity: c.cavity, empty: c.circuit === null })),
                ...laid.map((f) => ({ key: f.key, cavity: '+', empty: false })),
              ]}
              lamp={inputs.map((i) => i.cavity)}
            />
            <div className="absolute inset-0 mx-auto grid w-full grid-cols-[calc(33.8%-36px)_1fr_calc(36.5%-40px)] pt-2">
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
                          {c.wire && wireText(c.wire)}
                          {row &&
                            row.outcome !== 'used' &&
                            ` · ${tCode(row.outcome === 'loaded' && cured.has(row.circuit) ? 'outcome.cured' : `outcome.${row.outcome}`)}`}
                        </span>
                      </Grip>
                    </li>
                  );
                })}
                {laid.map((f) => (
                  <li key={f.key} style={{ height: ROW }} className="leading-tight" data-laid={f.does}>
                    <span className="line-clamp-2 font-semibold">{f.place}</span>
                  </li>
                ))}
              </ul>
              <span />
              <ul>
                {inputs.map((i) => (
                  <Target
                    key={i.cavity}
                    id={cavityOf(lampPlug.id, i.cavity)}
                    on={onPin !== undefined}
                    height={ROW}
                  >
                    {onPin && i.input.does !== 'mode' ? (
                      <label className="grid gap-0.5 text-sm" data-pin={i.input.does}>
                        <span className="flex justify-between font-semibold">
                          <span className="first-letter:uppercase">{inputName(i)}</span>{' '}
                          <VerdictMark verdict={INPUT_MARK[i.verdict]} />
                        </span>
                        <select
                          className="w-full rounded-sm border border-outline bg-raised px-1 text-[0.82rem]"
                          aria-label={t('wire.pin-from', { input: inputName(i) })}
                          value={i.from ? cavityOf(i.from.plug, i.from.cavity) : ''}
                          onChange={(e) => onPin(cavityOf(lampPlug.id, i.cavity), e.target.value || null)}
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
                        fed={i.verdict === 'extra-feed' && feeds[i.input.does] !== undefined}
                        reading={live ? readingOf(i.cavity) : null}
                        live={live !== null}
                        traced={traced === endOf(i)}
                        onTrace={(on) => onTrace(on ? endOf(i) : null)}
                      />
                    )}
                  </Target>
                ))}
              </ul>
            </div>
          </div>
        </div>
      </div>
    </section>
  );
}

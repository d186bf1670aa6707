'use client';
import { cavityOf, feedOf } from '@/core/kernel/ids';
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useMemo, useState } from 'react';
import type { HandPins, PinMap } from '@/core/harness';
import { liveWiring, mapOtherwise, wireView } from '@/core/job';
import { liveHarness, lostGrounds } from '@/core/electric';
import type { Part } from '@/core/catalogue';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { Controls } from '../job/Controls';
import { useJob, useView } from '../job/JobContext';
import { SweepPanel } from './SweepPanel';
import { TrailerPanel } from './TrailerPanel';
import { WireMap } from './WireMap';
import type { PanelProps } from './wireScope';

const MODES = ['look', 'live', 'pin'] as const;

/** The map: looked at, live under the switches, or re-pinned by hand. */
export function MapPanel({ wiring, swap, data, face }: PanelProps & { face: 'wire' | 'mating' }) {
  const { job, view, words, say, sender, controls, rights } = useJob();
  const wire = useView(wireView);
  const { t } = words;
  const [mode, setMode] = useState<(typeof MODES)[number]>('look');
  const [traced, setTraced] = useState<string | null>(null);
  const [lost, setLost] = useState(false);
  const [pins, setPins] = useState<HandPins | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const live = useMemo(() => {
    if (mode !== 'live') return null;
    const faults = lost && wiring.map ? lostGrounds(wiring.position, wiring.map) : [];
    return wire.systemV && liveHarness(liveWiring(wire, swap, wire.systemV, faults));
  }, [mode, wire, swap, lost, wiring]);
  const read = live?.read(controls);
  const readings = read?.cavities.filter((r) => r.position === wiring.position) ?? null;
  const map = useMemo(() => {
    if (mode !== 'pin' || !pins) return wiring.map;
    return mapOtherwise(job, wiring, data.parts, pins);
  }, [mode, pins, wiring, job, data]);
  if (!map) return null;
  const present = (): HandPins =>
    Object.fromEntries(
      map.inputs
        .filter((i) => i.input.does !== 'mode')
        .map((i) => [cavityOf(i.plug, i.cavity), i.from ? cavityOf(i.from.plug, i.from.cavity) : null]),
    );
  const pin = (to: string, from: string | null) => setPins({ ...(pins ?? present()), [to]: from });
  const drop = ({ active, over }: DragEndEvent) => {
    if (over) pin(String(over.id), String(active.id));
  };
  const save = async (next: HandPins) => {
    if (await sender.send('pins-set', { position: wiring.position, lamp: wiring.lamp.id, pins: next })) {
      setPins(null);
      setMode('look');
    }
  };
  const lampPlugs = (wiring.lamp.plugs ?? []).filter(
    (p) => map.inputs.some((i) => i.plug === p.id) && p.inputs.some((i) => i.does !== 'mode'),
  );
  const byHand = map.joints.some((j) => j.byHand);
  const feeds = Object.fromEntries(
    wiring.feeds.flatMap(({ does }) => {
      const feed = wire.feeds.find((f) => f.at === feedOf(swap.id, does));
      return feed ? [[does, feed.place ? say.place(feed.place) : feed.words]] : [];
    }),
  );
  const cured = new Set(swap.matters.cures.flatMap((c) => (c.chosen ? [c.circuit] : [])));
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <div role="group" aria-label={t('wire.tab-map')} className="flex">
          {MODES.filter((m) => m !== 'pin' || rights.workAtVehicle).map((m) => (
            <button
              key={m}
              aria-pressed={mode === m}
              data-map-mode={m}
              onClick={() => setMode(m)}
              className={`${BUTTON.plain} -ml-px px-3 py-1 text-sm aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper`}
            >
              {m === 'look' ? t('wire.tab-map') : m === 'live' ? t('wire.live') : t('wire.repin')}
            </button>
          ))}
        </div>
        <p className="text-sm text-soft">
          {mode === 'live' ? t('wire.live-about') : mode === 'pin' ? t('wire.repin-about') : ''}
        </p>
      </div>
      {mode === 'live' && (live ? <Controls /> : <p className="text-plum">{t('wire.live-none')}</p>)}
      {read && read.blown.length > 0 && (
        <p role="status" className="font-semibold text-plum" data-blown={read.blown.join(' ')}>
          {t('wire.live-blown', { circuits: words.list(read.blown.map(say.circuit)) })}
        </p>
      )}
      <DndContext sensors={sensors} onDragEnd={drop}>
        {lampPlugs.map((plug) => {
          const joint = map.joints.find((j) => j.plug === plug.id);
          const onto = wiring.vehiclePlugs.filter((p) =>
            mode === 'pin' || !joint ? true : joint.vehicles.includes(p.id),
          );
          return (
            <WireMap
              key={plug.id}
              position={wiring.position}
              map={map}
              lampPlug={plug}
              plugs={onto}
              connectors={data.connectors}
              face={face}
              traced={traced}
              onTrace={setTraced}
              live={readings}
              feeds={feeds}
              cured={cured}
              {...(mode === 'pin' ? { onPin: pin } : {})}
            />
          );
        })}
      </DndContext>
      {traced !== null && mode !== 'pin' && <Trace map={map} input={traced} parts={data.parts} />}
      {view.family.bodyStyle === 'trailer' && mode === 'look' && <TrailerPanel wiring={wiring} />}
      {mode === 'pin' && (
        <div
          className="grid grid-cols-[minmax(0,1fr)] gap-2 border-t border-line pt-2"
          data-pinned={pins !== null}
        >
          <ul aria-live="polite">
            {map.conflicts.length === 0 && <li className="text-sm">{t('wire.pin-clean')}</li>}
            {map.conflicts.map((c, i) => (
              <li key={i} className="flex gap-2 text-sm" data-conflict={c.code}>
                <WarningMark /> {say.reason(c).text}
              </li>
            ))}
          </ul>
          <div className="flex gap-3">
            <button className={BUTTON.main} disabled={!pins} onClick={() => void save(present())}>
              {t('wire.pin-save')}
            </button>
            {(pins !== null || byHand) && (
              <button
                className={BUTTON.plain}
                onClick={() => (byHand && !pins ? void save({}) : setPins(null))}
              >
                {t('wire.pin-undo')}
              </button>
            )}
          </div>
        </div>
      )}
      {mode === 'live' && live && (
        <>
          <label className="flex items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="accent-petrol"
              checked={lost}
              onChange={(e) => setLost(e.target.checked)}
            />
            {t('wire.ground-off')}
          </label>
          <SweepPanel wiring={wiring} swap={swap} data={data} lostGround={lost} />
        </>
      )}
    </div>
  );
}

/** One wire through all its joints, in words: what is followed with the eye can be followed with the ear. */
function Trace({ map, input, parts }: { map: PinMap; input: string; parts: readonly Part[] }) {
  const { prose } = useJob().words;
  const stops = map.inputs.find((i) => cavityOf(i.plug, i.cavity) === input)?.path ?? [];
  if (stops.length === 0) return null;
  const partOf = (id: string) => {
    const part = parts.find((p) => p.id === id);
    return part ? prose(part.name) : id;
  };
  return (
    <p className="text-sm" data-trace={input}>
      {stops
        .map((s) => (s.where === 'adapter' ? `${partOf(s.id)} ${s.end}/${s.cavity}` : `${s.id}/${s.cavity}`))
        .join(' → ')}
    </p>
  );
}

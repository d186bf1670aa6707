'use client';
import { cavityOf } from '@/core/kernel/ids';
import { useState } from 'react';
import { circuitFinder } from '@/core/controls';
import {
  againstStandard,
  TRAILER_CONNECTORS,
  trailerMatch,
  type TrailerPin,
  trailerStopTurn,
  trailerWires,
} from '@/core/harness';
import { type PositionWiring, wireView } from '@/core/job';
import { FIELD } from '@/ui/classes';
import { VerdictMark, WarningMark } from '@/ui/marks';
import { WireSwatch } from '@/ui/WireSwatch';
import { useJob, useView } from '../job/JobContext';

/** The trailer's wires held against the published table of a connector, and the converter that a towing vehicle needs. */
export function TrailerPanel({ wiring }: { wiring: PositionWiring }) {
  const { words } = useJob();
  const wire = useView(wireView);
  const { t, tCode } = words;
  const [id, setId] = useState(TRAILER_CONNECTORS[0]?.id ?? '');
  const connector = TRAILER_CONNECTORS.find((c) => c.id === id);
  const wires = trailerWires(wiring.vehiclePlugs, circuitFinder(wire.circuits));
  const own = trailerStopTurn(wires);
  if (!connector) return null;
  const findings = againstStandard(connector, wires);
  const match = own && trailerMatch(connector.stopTurn, own);
  return (
    <section className="grid gap-2 border-t border-line pt-3" data-trailer={id}>
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h3 className="text-lg">{t('trailer.title')}</h3>
        <label className="grid gap-1 text-sm font-semibold">
          {t('trailer.connector')}
          <select className={FIELD} value={id} onChange={(e) => setId(e.target.value)} data-trailer-connector>
            {TRAILER_CONNECTORS.map((c) => (
              <option key={c.id} value={c.id}>
                {tCode(`trailer.${c.id}`)} · {c.source}
              </option>
            ))}
          </select>
        </label>
      </div>
      {match && (
        <p className="flex gap-2" data-trailer-match={match.kind}>
          {match.kind === 'same' ? <VerdictMark verdict="fits" /> : <WarningMark />}
          {match.kind === 'same'
            ? t('trailer.same', { how: match.how })
            : t('trailer.converter', { direction: match.direction })}
        </p>
      )}
      <table className="w-full border-collapse text-[0.92rem]">
        <thead className="text-left text-sm text-soft">
          <tr className="border-b border-line">
            <th className="py-1 font-semibold">{t('trailer.pin')}</th>
            <th className="font-semibold">{t('wire.col-circuit')}</th>
            <th className="font-semibold">{t('trailer.standard')}</th>
            <th className="font-semibold">{t('trailer.here')}</th>
          </tr>
        </thead>
        <tbody>
          {connector.pins.map((p) => {
            const i = wires.findIndex((w) => sameRole(p.does, w.circuit));
            const wire = wires[i];
            return (
              <tr key={p.pin} className="border-b border-line">
                <td className="py-1 font-mono">{p.pin}</td>
                <td>{tCode(`trailer.does.${p.does}`)}</td>
                <td>
                  <WireSwatch base={p.wire} />
                </td>
                <td>
                  {wire && (
                    <span className="flex items-center gap-2">
                      <WireSwatch base={wire.wire} />
                      {!findings[i]?.agrees && <b className="text-plum">{t('trailer.differs')}</b>}
                    </span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {wires.map((w, i) => {
        const has = connector.pins.some((p) => sameRole(p.does, w.circuit));
        return has ? null : (
          <p key={cavityOf(w.plug, w.cavity)} className="flex gap-2 text-sm" data-trailer-stray={w.circuit}>
            <WarningMark />
            {t('trailer.stray', {
              does: tCode(`trailer.does.${w.circuit}`),
              wire: w.wire,
              standard:
                words.or((findings[i]?.standard ?? []).map((s) => tCode(`trailer.does.${s}`))) || 'none',
            })}
          </p>
        );
      })}
      <p className="text-sm text-soft">{t('trailer.caution')}</p>
    </section>
  );
}

/** One wire for both tail lamps is either of a standard that has two. */
const sameRole = (pin: TrailerPin, wire: TrailerPin) =>
  pin === wire || (wire === 'tail' && pin.startsWith('tail'));

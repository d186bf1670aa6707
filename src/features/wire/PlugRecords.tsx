'use client';
import { plugAt } from '@/core/kernel/ids';
import { type FormEvent, useState } from 'react';
import type { ConnectorHalf, VehiclePlug } from '@/core/harness';
import {
  LOOKED,
  type Looked,
  OWN_PLUG,
  PLUG_CHECKS,
  type PlugCheck,
  plugsAtLamp,
  type PositionWiring,
  wireView,
} from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { useBusy, useJob, useView } from '../job/JobContext';

/** Each plug of the vehicle as it was looked at: mated, locked and right way round are separate facts. */
export function PlugRecords({
  wiring,
  connectors,
}: {
  wiring: PositionWiring;
  connectors: Readonly<Record<string, ConnectorHalf>>;
}) {
  return (
    <>
      {plugsAtLamp(wiring).map((plug) => (
        <PlugForm
          key={plugAt(wiring.position, plug.id)}
          position={wiring.position}
          plug={plug}
          half={connectors[plug.connector]}
        />
      ))}
    </>
  );
}

const NOT_LOOKED = Object.fromEntries(PLUG_CHECKS.map((c) => [c, 'not-looked'])) as Record<PlugCheck, Looked>;

function PlugForm({
  position,
  plug,
  half,
}: {
  position: string;
  plug: Pick<VehiclePlug, 'id'>;
  half: ConnectorHalf | undefined;
}) {
  const { view, words, say, sender } = useJob();
  const sending = useBusy();
  const wire = useView(wireView);
  const zone = useZone();
  const { t, tCode } = words;
  const present = wire.plugRecords.find((r) => r.at === plugAt(position, plug.id));
  const [checks, setChecks] = useState<Readonly<Record<PlugCheck, Looked>>>(present?.checks ?? NOT_LOOKED);
  const asked = PLUG_CHECKS.filter(
    (c) => (c !== 'slide' || half?.locks.includes('slide')) && (c !== 'sealed' || half?.sealed),
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void sender.send('plug-recorded', { position, plug: plug.id, checks });
  };
  return (
    <form onSubmit={submit} noValidate data-plug={plug.id} data-recorded={present !== undefined}>
      <h3 className="text-lg">
        {plug.id === OWN_PLUG ? t('plug.own-title') : t('plug.title', { plug: half?.family ?? plug.id })}
      </h3>
      <p className="text-sm text-soft">
        {present
          ? t('plug.recorded', { by: view.names[present.by] ?? '', when: say.date(present.when, zone) })
          : t('plug.about')}
      </p>
      <div className="mt-2 grid max-w-3xl gap-x-8 gap-y-1 sm:grid-cols-2">
        {asked.map((check) => (
          <fieldset key={check} className="flex items-center justify-between gap-2 border-b border-line py-1">
            <legend className="float-left font-semibold">{tCode(`plug-check.${check}`)}</legend>
            <span className="flex gap-3">
              {LOOKED.map((l) => (
                <label key={l} className="flex items-center gap-1 text-sm">
                  <input
                    type="radio"
                    className="accent-petrol"
                    name={`${position}-${plug.id}-${check}`}
                    checked={checks[check] === l}
                    onChange={() => setChecks({ ...checks, [check]: l })}
                  />
                  {tCode(`looked.${l}`)}
                </label>
              ))}
            </span>
          </fieldset>
        ))}
      </div>
      <button type="submit" className={`${BUTTON.main} mt-2`} disabled={sending}>
        {t('plug.save')}
      </button>
    </form>
  );
}

'use client';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { useState } from 'react';
import type { ConnectorHalf } from '@/core/harness';
import type { PositionWiring } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useJob } from '../job/JobContext';
import { FeedTable } from './FeedTable';
import { PlugRecords } from './PlugRecords';
import { WireBecause } from './WireBecause';
import { WireMap } from './WireMap';

export interface WireData {
  readonly connectors: Readonly<Record<string, ConnectorHalf>>;
}

/** Wire: how the chosen lamp's plugs meet the vehicle's, cavity by cavity, and what is still to be decided. */
export function WireStage({ data }: { data: WireData }) {
  const { view, words, say, focus, swap } = useJob();
  const { t } = words;
  const [face, setFace] = useQueryState(
    'face',
    parseAsStringLiteral(['wire', 'mating'] as const)
      .withDefault('wire')
      .withOptions({ history: 'replace' }),
  );
  const [traced, setTraced] = useState<string | null>(null);
  const wiring = swap?.wiring.find((w) => w.position === focus?.key) ?? swap?.wiring[0] ?? null;
  return (
    <>
      <main className="flex min-w-0 flex-col gap-5 px-6 py-4 lg:overflow-y-auto">
        <header className="flex flex-wrap items-baseline justify-between gap-x-4">
          <div className="flex flex-wrap items-baseline gap-x-3">
            <h2 className="text-2xl first-letter:uppercase">
              {wiring ? say.position(wiring.position) : t('stage.wire')}
            </h2>
            {wiring && (
              <p className="text-soft">
                {wiring.lamp.maker} {wiring.lamp.name}
              </p>
            )}
          </div>
          <div role="group" aria-label={t('wire.seen-from')} className="flex">
            {(['wire', 'mating'] as const).map((f) => (
              <button
                key={f}
                aria-pressed={face === f}
                onClick={() => void setFace(f)}
                className={`${BUTTON.plain} -ml-px aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper`}
              >
                {t(`wire.face-${f}`)}
              </button>
            ))}
          </div>
        </header>
        {wiring ? (
          <Mapped wiring={wiring} data={data} face={face} traced={traced} onTrace={setTraced} />
        ) : (
          <p className="text-soft">{view.swaps.length === 0 ? t('fit.no-swap') : t('wire.no-choice')}</p>
        )}
      </main>
      <WireBecause wiring={wiring} />
    </>
  );
}

function Mapped({
  wiring,
  data,
  face,
  traced,
  onTrace,
}: {
  wiring: PositionWiring;
  data: WireData;
  face: 'wire' | 'mating';
  traced: string | null;
  onTrace: (cavity: string | null) => void;
}) {
  const { words, say } = useJob();
  const { t } = words;
  if (wiring.state === 'plug-unknown')
    return (
      <p className="border border-indigo bg-indigo-wash px-4 py-3">
        {t('wire.plug-unknown', { position: say.position(wiring.position) })}
      </p>
    );
  if (!wiring.map) return <p className="text-soft">{t('wire.unmapped')}</p>;
  return (
    <>
      {wiring.vehiclePlugs.map((plug) => (
        <WireMap
          key={plug.id}
          wiring={wiring}
          map={wiring.map ?? { inputs: [], circuits: [], adapters: [], conflicts: [] }}
          plug={plug}
          connectors={data.connectors}
          face={face}
          traced={traced}
          onTrace={onTrace}
        />
      ))}
      <FeedTable wiring={wiring} />
      <PlugRecords wiring={wiring} connectors={data.connectors} />
    </>
  );
}

'use client';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { Tabs } from 'radix-ui';
import { lazy, type ReactNode, Suspense, useEffect, useState } from 'react';
import { stillToDo, type WireOpen, wireOpen, wireView } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { Loading } from '@/ui/Loading';
import { useJob, useSwapIn, useView } from '../job/JobContext';
import { ChoicesPanel } from './ChoicesPanel';
import { FeedsPanel } from './FeedsPanel';
import { MapPanel } from './MapPanel';
import { PlugAsks } from './PlugAsks';
import { PlugRecords } from './PlugRecords';
import { WireBecause } from './WireBecause';
import type { WireData } from './wireScope';

/** Come when they are opened first, or once the page is at rest. */
const later = { checks: () => import('./ChecksPanel'), lead: () => import('./LeadPanel') };
const ChecksPanel = lazy(() => later.checks().then((m) => ({ default: m.ChecksPanel })));
const LeadPanel = lazy(() => later.lead().then((m) => ({ default: m.LeadPanel })));

const TABS = ['map', 'feeds', 'choices', 'lead', 'checks', 'plugs'] as const;
type Tab = (typeof TABS)[number];

/** Wire: how the chosen lamp's plugs meet the vehicle's, cavity by cavity, and what is still to be decided. */
export function WireStage({ data }: { data: WireData }) {
  const { view, words, say, focus } = useJob();
  const wire = useView(wireView);
  const swap = useSwapIn(wire);
  const { t } = words;
  const [face, setFace] = useQueryState(
    'face',
    parseAsStringLiteral(['wire', 'mating'] as const)
      .withDefault('wire')
      .withOptions({ history: 'replace' }),
  );
  // A decision that is still to be made is what it opens at; else the map, which explains the rest.
  const [first] = useState<Tab>(() => {
    const part = stillToDo('wire', view)[0]?.at.part;
    return part === 'feeds' || part === 'choices' ? part : 'map';
  });
  const [tab, setTab] = useQueryState(
    'show',
    parseAsStringLiteral(TABS).withDefault(first).withOptions({ history: 'replace' }),
  );
  useEffect(() => {
    const idle = requestIdleCallback(() =>
      Object.values(later).forEach((part) => void part().catch(() => undefined)),
    );
    return () => cancelIdleCallback(idle);
  }, []);
  const wiring = swap?.wiring.find((w) => w.position === focus?.key) ?? swap?.wiring[0] ?? null;
  return (
    <>
      <main id="main" tabIndex={-1} className="flex min-w-0 flex-col gap-3 px-6 py-4 lg:overflow-y-auto">
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
          {tab === 'map' && wiring?.map && (
            <div role="group" aria-label={t('wire.seen-from')} className="flex">
              {(['wire', 'mating'] as const).map((f) => (
                <button
                  key={f}
                  aria-pressed={face === f}
                  onClick={() => void setFace(f)}
                  className={`${BUTTON.plain} -ml-px py-1 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper`}
                >
                  {t(`wire.face-${f}`)}
                </button>
              ))}
            </div>
          )}
        </header>
        {wiring && focus && focus.key !== wiring.position && (
          <p className="text-sm text-soft">{t('wire.elsewhere', { position: say.position(focus.key) })}</p>
        )}
        {!wiring || !swap ? (
          <p className="text-soft">{wire.swaps.length === 0 ? t('fit.no-swap') : t('wire.no-choice')}</p>
        ) : wiring.state === 'plug-unknown' ? (
          <div className="border border-indigo bg-indigo-wash px-4 py-3">
            <p>{t('wire.plug-unknown', { position: say.position(wiring.position) })}</p>
            <PlugAsks key={wiring.position} asks={wiring.asks} />
          </div>
        ) : !wiring.map ? (
          <>
            <p className="border border-indigo bg-indigo-wash px-4 py-3" data-unmapped>
              {t('wire.unmapped')}
            </p>
            <PlugRecords key={wiring.position} wiring={wiring} connectors={data.connectors} />
          </>
        ) : (
          <Panels
            tab={tab}
            onTab={(v) => void setTab(v)}
            open={wireOpen(wire, swap, wiring)}
            panels={{
              map: <MapPanel wiring={wiring} swap={swap} data={data} face={face} />,
              feeds: <FeedsPanel wiring={wiring} swap={swap} data={data} />,
              choices: <ChoicesPanel wiring={wiring} swap={swap} data={data} />,
              lead: <LeadPanel wiring={wiring} swap={swap} data={data} />,
              checks: <ChecksPanel key={wiring.position} wiring={wiring} swap={swap} data={data} />,
              plugs: <PlugRecords wiring={wiring} connectors={data.connectors} />,
            }}
          />
        )}
      </main>
      <WireBecause wiring={wiring} parts={data.parts} />
    </>
  );
}

function Panels({
  tab,
  onTab,
  open,
  panels,
}: {
  tab: Tab;
  onTab: (tab: Tab) => void;
  open: WireOpen;
  panels: Readonly<Record<Tab, ReactNode>>;
}) {
  const { t } = useJob().words;
  return (
    <Tabs.Root value={tab} onValueChange={(v) => onTab(v as Tab)} className="min-w-0">
      <Tabs.List aria-label={t('wire.tabs')} className="flex flex-wrap gap-x-4 border-b border-line">
        {TABS.map((k) => (
          <Tabs.Trigger
            key={k}
            value={k}
            data-wire-tab={k}
            className="-mb-px border-b-3 border-transparent pb-1 text-soft data-[state=active]:border-petrol data-[state=active]:font-semibold data-[state=active]:text-ink"
          >
            {k !== 'lead' && open[k] > 0
              ? t('wire.tab-open', { name: t(`wire.tab-${k}`), count: open[k] })
              : t(`wire.tab-${k}`)}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {TABS.map((k) => (
        <Tabs.Content key={k} value={k} tabIndex={-1} className="pt-3" data-wire-panel={k}>
          <Suspense fallback={<Loading />}>{panels[k]}</Suspense>
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}

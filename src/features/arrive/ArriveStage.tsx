'use client';
import { Tabs } from 'radix-ui';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { type ReactNode, useState } from 'react';
import { ItemsPanel } from '../job/ItemsPanel';
import { arriveView, factsView, stillToDo } from '@/core/job';
import { useJob, useView } from '../job/JobContext';
import { ArriveBecause } from './ArriveBecause';
import { AsFoundPanel } from './AsFoundPanel';
import { PhotosPanel } from './PhotosPanel';
import { VehiclePanel } from './VehiclePanel';
import { useAsked } from '../job/useAsked';
import { type EarlierJob, WarrantyPanel } from './WarrantyPanel';
import { WishesPanel } from './WishesPanel';

const TABS = ['vehicle', 'found', 'wishes', 'photos', 'warranty', 'items'] as const;

/** Arrive: what the vehicle is, how its lamps came in, what the customer wants, what is promised. */
export function ArriveStage() {
  const { view, words } = useJob();
  const facts = useView(factsView);
  const arrive = useView(arriveView);
  const { t } = words;
  // It opens where the first thing is to do, and stays there until somebody goes on.
  const [first] = useState(
    () => TABS.find((name) => name === stillToDo('arrive', view)[0]?.at.part) ?? 'vehicle',
  );
  const [tab, setTab] = useQueryState(
    'part',
    parseAsStringLiteral(TABS).withDefault(first).withOptions({ history: 'replace' }),
  );
  const swapped = view.swaps.flatMap((s) => s.positions);
  const looked = view.positions.filter((p) => swapped.includes(p.key) && p.found.length > 0).length;
  const open = view.items.filter((i) => i.closed === null).length;
  const known = facts.filter((f) => f.value !== null).length;
  const names: Record<(typeof TABS)[number], string> = {
    vehicle: t('arrive.tab.vehicle', { known, all: facts.length }),
    found: t('arrive.tab.found', { looked, all: swapped.length }),
    wishes: t('arrive.tab.wishes'),
    photos: t('arrive.tab.photos', { count: arrive.photos.length }),
    warranty: t('arrive.tab.warranty'),
    items: t('arrive.tab.items', { open }),
  };
  const panels: Record<(typeof TABS)[number], ReactNode> = {
    vehicle: <VehiclePanel />,
    found: <AsFoundPanel />,
    wishes: <WishesPanel />,
    photos: <PhotosPanel />,
    warranty: <Warranty />,
    items: <ItemsPanel />,
  };
  return (
    <>
      <main id="main" tabIndex={-1} className="min-w-0 px-6 py-4 lg:overflow-y-auto">
        <h2 className="text-2xl">{t('stage.arrive')}</h2>
        <p className="mb-3 text-soft">“{arrive.words}”</p>
        <Tabs.Root value={tab} onValueChange={(v) => void setTab(v as (typeof TABS)[number])}>
          <Tabs.List aria-label={t('stage.arrive')} className="flex flex-wrap gap-x-5 border-b border-line">
            {TABS.map((name) => (
              <Tabs.Trigger
                key={name}
                value={name}
                className="-mb-px border-b-3 border-transparent pb-1.5 text-soft data-[state=active]:border-petrol data-[state=active]:font-semibold data-[state=active]:text-ink"
              >
                {names[name]}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          {TABS.map((name) => (
            <Tabs.Content key={name} value={name} className="pt-4" tabIndex={-1}>
              {panels[name]}
            </Tabs.Content>
          ))}
        </Tabs.Root>
      </main>
      <ArriveBecause />
    </>
  );
}

/** The earlier jobs of the vehicle are the server’s to know. */
function Warranty() {
  const { view, words } = useJob();
  const asked = useAsked<readonly EarlierJob[]>(`/api/jobs/${view.id}/earlier`, []);
  if (asked.data) return <WarrantyPanel earlier={asked.data} />;
  return <p role="status">{words.t(asked.failed ? 'asked.failed' : 'asked.working')}</p>;
}

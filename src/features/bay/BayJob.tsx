'use client';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type ReactNode, useCallback, useState } from 'react';
import type { ItemPlace, JobPack, Role } from '@/core/job';
import type { Bay, BayState } from '@/device';
import { ItemsPanel } from '../job/ItemsPanel';
import { JobProvider, useJob } from '../job/JobContext';
import { PhotoSource } from '../job/photos/PhotoSource';
import { SendBar } from '../job/SendBar';
import { GoContext, placeHref } from '../job/useGo';
import { BayFindInJob } from './BayFind';
import { NetChip } from './NetChip';
import { StepWork } from './StepWork';
import { ThemeButton } from '@/ui/ThemeButton';
import { WhoButton } from './WhoButton';
import { useAwake } from './useAwake';
import { type BayPlace, type Tab, TABS } from './usePlace';

/** Stages that are worked at the vehicle as they are on the desk. */
export type BayStages = Readonly<Record<'arrive' | 'wire' | 'bench' | 'prove', () => ReactNode>>;

/** One job at the vehicle: what is worked on now, large, and the others a tap away. */
export function BayJob({
  bay,
  state,
  pack,
  role,
  bound,
  place,
  onGo,
  stages,
}: {
  bay: Bay;
  state: BayState;
  pack: JobPack;
  role: Role;
  /** The rights of who is signed in, where that is another: what is written counts as no more. null: nobody else is. */
  bound: Role | null;
  place: BayPlace;
  onGo: (to: BayPlace) => void;
  stages: BayStages;
}) {
  // The job as it was opened: what comes after is the client's.
  const [first] = useState(pack);
  const [queries] = useState(
    () => new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: 0 } } }),
  );
  const { tab, step } = place;
  const onTab = (to: Tab) => onGo({ job: pack.id, tab: to, step: null });
  useAwake();
  const keep = useCallback((told: JobPack) => void bay.keep(told), [bay]);
  return (
    <QueryClientProvider client={queries}>
      <JobProvider pack={first} role={role} bound={bound} onTold={keep}>
        <PhotoSource.Provider value={bay}>
          <GoInBay onTab={onTab}>
            <div className="flex h-dvh flex-col" data-bay="job">
              <BayTop bay={bay} state={state} onGo={onGo} />
              <Tabs tab={tab} onTab={onTab} />
              <div className="min-h-0 flex-1 overflow-y-auto" data-bay-tab={tab}>
                {tab === 'strip' && (
                  <StepWork key={step} way="out" at={step} onOther={() => onTab('mount')} />
                )}
                {tab === 'mount' && (
                  <StepWork key={step} way="back" at={step} onOther={() => onTab('prove')} />
                )}
                {tab === 'items' && (
                  <main className="px-5 py-4">
                    <Heading />
                    <ItemsPanel />
                  </main>
                )}
                {tab !== 'strip' && tab !== 'mount' && tab !== 'items' && stages[tab]()}
              </div>
              <SendBar />
            </div>
          </GoInBay>
        </PhotoSource.Provider>
      </JobProvider>
    </QueryClientProvider>
  );
}

/** A place of the job is a tab here; what is worked on the desk alone is gone to there. */
function GoInBay({ onTab, children }: { onTab: (tab: Tab) => void; children: ReactNode }) {
  const { view, setFocus } = useJob();
  const go = useCallback(
    (to: ItemPlace) => {
      const tab = TABS.find((t) => t === to.stage);
      if (!tab) return window.location.assign(placeHref(view.id, to));
      if (to.position) setFocus(to.position);
      onTab(tab);
    },
    [view.id, setFocus, onTab],
  );
  return <GoContext.Provider value={go}>{children}</GoContext.Provider>;
}

function Heading() {
  return <h2 className="mb-2 text-2xl">{useJob().words.t('tablet.items')}</h2>;
}

function BayTop({ bay, state, onGo }: { bay: Bay; state: BayState; onGo: (to: BayPlace) => void }) {
  const { view, words } = useJob();
  const { t } = words;
  const { family, vehicle } = view;
  return (
    <header className="flex items-center gap-x-3 border-b border-line px-3 py-2">
      <button
        type="button"
        className="min-h-12 shrink-0 rounded-sm border border-outline bg-raised px-3 font-semibold"
        onClick={() => onGo({ job: null, tab: 'strip', step: null })}
        data-bay-back
      >
        ← {t('tablet.jobs')}
      </button>
      <h1 className="min-w-0 flex-1 truncate font-sans text-lg leading-tight font-normal tracking-normal">
        <b className="max-sm:block">
          {family.maker} {family.name}
        </b>{' '}
        <span className="font-mono text-soft">
          {String(view.number).padStart(4, '0')} ·{' '}
          {vehicle.plate ?? vehicle.fleet ?? vehicle.serial ?? vehicle.vin}
        </span>
      </h1>
      <span className="flex shrink-0 items-center gap-2 max-sm:max-w-[9.5rem]">
        <BayFindInJob jobs={state.jobs} onGo={onGo} />
        <NetChip bay={bay} state={state} />
        <WhoButton bay={bay} state={state} short />
        <span className="max-lg:hidden">
          <ThemeButton />
        </span>
      </span>
    </header>
  );
}

function Tabs({ tab, onTab }: { tab: Tab; onTab: (tab: Tab) => void }) {
  const { view, words } = useJob();
  const { t, tCode } = words;
  const open = (s: Tab) =>
    s === 'items'
      ? view.items.filter((i) => i.closed === null).length
      : view.items.filter((i) => i.closed === null && i.stage === s).length;
  return (
    <nav aria-label={t('tablet.tabs')} className="flex overflow-x-auto border-b border-line bg-sunk">
      {TABS.map((s) => (
        <button
          key={s}
          type="button"
          aria-current={s === tab ? 'page' : undefined}
          className="flex min-h-12 shrink-0 items-center gap-1.5 border-b-4 border-transparent px-4 font-semibold aria-[current=page]:border-petrol aria-[current=page]:bg-paper"
          onClick={() => onTab(s)}
          data-bay-go={s}
        >
          {s === 'items' ? t('tablet.items') : tCode(`stage.${s}`)}
          {open(s) > 0 && <span className="font-mono text-sm text-plum">{open(s)}</span>}
        </button>
      ))}
    </nav>
  );
}

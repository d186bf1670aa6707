'use client';
import { type ReactNode, useEffect, useState, useSyncExternalStore } from 'react';
import { askToStay, type Bay, type BayState, openBay, openBayStore } from '@/device';
import { fetchAsLead } from '@/ui/askLead';
import { WholeWords } from '@/ui/WholeWords';
import { WordsProvider } from '@/ui/WordsContext';
import { localeOf } from '@/words';
import { OutboxProvider, useOutbox } from '../outbox/OutboxProvider';
import { BayBoard } from './BayBoard';
import { BayJob, type BayStages } from './BayJob';
import { NobodyYet } from './NobodyYet';
import { usePlace } from './usePlace';

const OPENING: BayState = {
  kind: 'opening',
  me: null,
  signedIn: null,
  lead: null,
  people: [],
  pins: new Set(),
  jobs: [],
  signedOut: false,
  silent: false,
  asking: true,
  heardAt: null,
  full: false,
  photos: 0,
  photosRefused: [],
  lasting: null,
  held: [],
};

/** The bay view: what is on the device, at once; the server where it can be had. */
export function BayApp({ nonce, stages }: { nonce: string; stages: BayStages }) {
  const [bay, setBay] = useState<Bay | null>(null);
  /** Jobs of which entries wait: filled by the outbox once somebody is known. */
  const [waiting] = useState(() => new Set<string>());
  useEffect(() => {
    let gone = false;
    let open: Bay | undefined;
    void openBayStore()
      .then((store) =>
        openBay({
          store,
          fetch: fetchAsLead,
          now: () => new Date().toISOString(),
          waiting: () => waiting,
          stay: askToStay,
        }),
      )
      .then((b) => {
        if (gone) return b.close();
        open = b;
        setBay(b);
        void b.refresh();
      });
    if ('serviceWorker' in navigator)
      navigator.serviceWorker.register('/serwist/sw.js', { scope: '/bay' }).catch(() => undefined);
    const again = () => void open?.refresh();
    window.addEventListener('online', again);
    return () => {
      gone = true;
      window.removeEventListener('online', again);
      open?.close();
    };
  }, [waiting]);
  useEffect(() => {
    document.documentElement.classList.add('bay');
    return () => document.documentElement.classList.remove('bay');
  }, []);
  const state = useSyncExternalStore(
    (listen) => bay?.subscribe(listen) ?? (() => undefined),
    () => bay?.state() ?? OPENING,
    () => OPENING,
  );
  const { me } = state;
  if (!bay || !me) return <NobodyYet state={state} onAgain={() => void bay?.refresh()} />;
  return (
    <WordsProvider locale={localeOf(me.locale)} zone={me.zone} nonce={nonce}>
      <WholeWords>
        <OutboxProvider
          user={me.user}
          name={me.name}
          shop={me.shop}
          others={state.people.map((p) => p.user).filter((u) => u !== me.user)}
          signedIn={state.signedIn?.user ?? null}
          lead={state.lead}
          serverNow={state.heardAt}
        >
          <Waits into={waiting} onHeld={bay.refresh}>
            <Places bay={bay} state={state} stages={stages} />
          </Waits>
        </OutboxProvider>
      </WholeWords>
    </WordsProvider>
  );
}

/** Tells the device which jobs have entries that wait. */
function Waits({
  into,
  onHeld,
  children,
}: {
  into: Set<string>;
  /** The server holds something back that was written here. */
  onHeld: () => Promise<void>;
  children: ReactNode;
}) {
  const { state } = useOutbox();
  const { heldCount } = state;
  useEffect(() => {
    if (heldCount > 0) void onHeld();
  }, [heldCount, onHeld]);
  useEffect(() => {
    into.clear();
    for (const w of state.waiting) into.add(w.entry.job);
  }, [into, state.waiting]);
  return children;
}

function Places({ bay, state, stages }: { bay: Bay; state: BayState; stages: BayStages }) {
  const { place, go } = usePlace();
  const row = state.jobs.find((j) => j.id === place.job);
  if (!row || !state.me)
    return (
      <BayBoard bay={bay} state={state} onOpen={(job) => go({ job, tab: 'strip', step: null })} onGo={go} />
    );
  return (
    <BayJob
      key={`${row.id}/${state.me.user}`}
      bay={bay}
      state={state}
      pack={row.pack}
      role={state.me.role}
      bound={state.signedIn?.user === state.me.user ? null : (state.signedIn?.role ?? 'counter')}
      place={place}
      onGo={go}
      stages={stages}
    />
  );
}

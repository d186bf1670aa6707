'use client';
import { parseAsString, useQueryState } from 'nuqs';
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
} from 'react';
import { ALL_OFF, type Control, type ControlState, withControl } from '@/core/controls';
import {
  type FrameView,
  frameView,
  type Job,
  type JobPack,
  lesserRole,
  packRegistry,
  type PositionView,
  type Role,
  roleNow,
  type ShelfSlice,
  type SwapView,
} from '@/core/job';
import { type JobClient, type News, openJobClient } from '@/device';
import { useWords } from '@/ui/WordsContext';
import { type Words, wording, type Wording } from '@/words';
import { type Rights, rightsOf } from './acts';
import { useLeadGuard } from './useLeadGuard';
import { useLockGuard } from './useLockGuard';
import { useOutbox } from '../outbox/OutboxProvider';
import { useNews } from '../outbox/useNews';
import { type Sender, type Sent, useSend } from './useSend';

export interface JobScope {
  /** The job as it is here; a stage takes its own view of it by `useView`. */
  readonly job: Job;
  readonly view: FrameView;
  readonly words: Words;
  readonly say: Wording;
  readonly rights: Rights;
  readonly sender: Sender;
  /** The controls as they are set on this screen; everything is at rest until somebody throws a switch. */
  readonly controls: ControlState;
  readonly setControl: (control: Control, value: string) => void;
  /** The position in focus: the one picked, else the first of the first swap, else the first of all. */
  readonly focus: PositionView | null;
  readonly setFocus: (key: string) => void;
  /** Lends rows of the shelf that a choice may pin. */
  readonly lend: (rows: ShelfSlice) => void;
  /** Fetches what came into the job since. */
  readonly sync: () => void;
  /** The swap that holds the focus, else the first. */
  readonly swap: SwapView | null;
}

const Context = createContext<JobScope | null>(null);
/** Apart from the rest: what is being written changes often and is shown in few places. */
const SentContext = createContext<Sent>({ state: { kind: 'idle' }, written: [], undoable: [] });

/** What became of what was written last on this screen. */
export const useSent = (): Sent => useContext(SentContext);
/** Whether something is being written: what would write it twice waits. */
export const useBusy = (): boolean => useSent().state.kind === 'sending';

export function JobProvider({
  pack: first,
  role,
  bound = null,
  onTold,
  children,
}: {
  pack: JobPack;
  role: Role;
  /** The rights of who is signed in, where that is another: what is written counts as no more. */
  bound?: Role | null;
  /** Is given the job whenever the server has told more of it. */
  onTold?: (pack: JobPack) => void;
  children: ReactNode;
}) {
  const words = useWords();
  const rights = useMemo(() => rightsOf(role), [role]);
  const client = useJobClient(first, role, bound);
  const job = useSyncExternalStore(client.subscribe, client.state, client.state);
  const told = client.told();
  useEffect(() => onTold?.(told), [onTold, told]);
  const view = frameView(job);
  const { sender: direct, sent } = useSend(view.id, view.lastAt, view.frontiers, client.sync);
  const plain = useLeadGuard(direct, client.state, role, bound);
  const { lock, names } = view;
  const locked = lock?.inForce ? { revision: lock.revision, by: names[lock.by] ?? '' } : null;
  const { sender, dialog } = useLockGuard(plain, { locked, words });
  const [picked, setPicked] = useQueryState(
    'pos',
    parseAsString.withOptions({ history: 'replace', shallow: true }),
  );
  const [controls, setControls] = useState<ControlState>(ALL_OFF);
  const registry = packRegistry(job.pack);
  const say = useMemo(() => {
    return wording(words, {
      label: (id) => registry.find(id)?.label ?? null,
      unit: (id) => {
        const type = registry.find(id)?.type;
        return type?.kind === 'number' ? type.unit : null;
      },
    });
  }, [registry, words]);
  const scope = useMemo<JobScope>(() => {
    const first = view.swaps[0]?.positions[0];
    const at = (key: string | null | undefined) => view.positions.find((p) => p.key === key);
    const focus = at(picked) ?? at(first) ?? view.positions[0] ?? null;
    const swap =
      view.swaps.find((s) => focus !== null && s.positions.includes(focus.key)) ?? view.swaps[0] ?? null;
    return {
      job,
      view,
      words,
      say,
      rights,
      sender,
      focus,
      swap,
      setFocus: (key) => void setPicked(key),
      lend: client.lend,
      sync: () => void client.sync(),
      controls,
      setControl: (c, v) => setControls((now) => withControl(now, c, v)),
    };
  }, [job, view, words, say, rights, sender, picked, setPicked, controls, client]);
  return (
    <Context.Provider value={scope}>
      <SentContext.Provider value={sent}>
        {children}
        {dialog}
      </SentContext.Provider>
    </Context.Provider>
  );
}

/** The job client of this screen: follows the outbox, and asks for news when the screen is looked at again. */
function useJobClient(first: JobPack, role: Role, bound: Role | null): JobClient {
  const { opened } = useOutbox();
  const [client] = useState(() =>
    openJobClient(
      first,
      (mark) => {
        const own = roleNow(role, mark !== undefined && bound === null);
        return bound === null ? own : lesserRole(own, bound);
      },
      (...args) => fetch(...args),
    ),
  );
  useEffect(() => client.take(first), [client, first]);
  useEffect(() => {
    let stop: () => void = () => undefined;
    let gone = false;
    void opened.then((outbox) => {
      if (!gone) stop = client.follow(outbox);
    });
    const look = () => document.visibilityState === 'visible' && void client.sync();
    document.addEventListener('visibilitychange', look);
    return () => {
      gone = true;
      stop();
      document.removeEventListener('visibilitychange', look);
    };
  }, [client, opened]);
  const hear = useCallback(
    (news: News) => {
      const { id, cursor } = client.told();
      if (news === 'again' || (news.job === id && news.cursor > cursor)) void client.sync();
    },
    [client],
  );
  useNews(hear);
  return client;
}

/** The job that the screen is about. */
export function useJob(): JobScope {
  const scope = useContext(Context);
  if (!scope) throw new Error('useJob outside a JobProvider');
  return scope;
}

/** The swap in focus as a stage sees it. */
export function useSwapIn<S extends { readonly id: string }>(view: {
  readonly swaps: readonly S[];
}): S | null {
  const { swap } = useJob();
  return view.swaps.find((s) => s.id === swap?.id) ?? null;
}

/** A view of the job: worked out when a screen first asks for it, and then for as long as the job stays as it is. */
export function useView<V>(lay: (job: Job) => V): V {
  return lay(useJob().job);
}

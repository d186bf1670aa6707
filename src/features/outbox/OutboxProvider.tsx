'use client';
import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
} from 'react';
import type { LeadMark } from '@/core/job';
import {
  askToStay,
  browserPort,
  type Me,
  openBayStore,
  openOutbox,
  type Outbox,
  type OutboxState,
} from '@/device';
import { LeadProof } from './LeadProof';

/** The outbox of this device: still opening, open, or not to be had (then nothing can be written). */
export type OutboxHere =
  | { readonly kind: 'opening' }
  | { readonly kind: 'open'; readonly outbox: Outbox }
  | { readonly kind: 'none' };

interface Here {
  readonly me: Me | null;
  readonly here: OutboxHere;
  /** Resolves once it is open. */
  readonly opened: Promise<Outbox>;
}

const Context = createContext<Here | null>(null);
const NOBODY: readonly string[] = [];
const EMPTY: OutboxState = {
  waiting: [],
  sending: false,
  silentSinceMs: null,
  signedOut: false,
  heldCount: 0,
  lead: null,
};

/** Opens the outbox once for all screens of who is signed in, and sends what waits. */
export function OutboxProvider({
  user,
  name,
  shop,
  others = NOBODY,
  signedIn,
  lead,
  serverNow,
  children,
}: {
  user: string | null;
  name: string;
  shop: string;
  /** Others whose entries are taken from this device as well. */
  others?: readonly string[];
  /** Who is signed in, where that is another; null: nobody is known to be. Absent: the same person. */
  signedIn?: string | null;
  /** A lead's password was given here a short while ago. */
  lead: LeadMark | null;
  /** What the server’s clock says; null: it has not been heard, and what is known of it stands. */
  serverNow: string | null;
  children: ReactNode;
}) {
  const othersText = others.join();
  const me = useMemo<Me | null>(
    () =>
      user === null
        ? null
        : {
            user,
            name,
            shop,
            others: othersText === '' ? [] : othersText.split(','),
            ...(signedIn === undefined ? {} : { signedIn }),
          },
    [user, name, shop, othersText, signedIn],
  );
  const [here, setHere] = useState<OutboxHere>({ kind: 'opening' });
  // One for each person: what somebody writes never goes through another's.
  const opening = useMemo(() => deferred(me), [me]);
  useEffect(() => {
    let gone = false;
    let open: Outbox | undefined;
    const send = () => void open?.send();
    openOutbox(browserPort(), me).then(
      (outbox) => {
        // Whoever waits for it writes to the disk by it, also when somebody else has come meanwhile.
        opening.resolve(outbox);
        if (gone) return outbox.close();
        open = outbox;
        void askToStay();
        setHere({ kind: 'open', outbox });
        void (serverNow === null ? Promise.resolve() : outbox.setClock(serverNow)).then(() =>
          outbox.send(true),
        );
      },
      () => setHere({ kind: 'none' }),
    );
    const forget = () =>
      void openBayStore().then(async (store) => {
        await store.clear();
        store.close();
      });
    window.addEventListener('online', send);
    window.addEventListener('yonder-sign-out', forget);
    return () => {
      gone = true;
      window.removeEventListener('yonder-sign-out', forget);
      window.removeEventListener('online', send);
      open?.close();
    };
    // The clock of the first page is enough: every answer of the server sets it again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [me, opening]);
  const mark = lead?.mark;
  const endsMs = lead?.endsMs;
  const outbox = here.kind === 'open' ? here.outbox : null;
  useEffect(() => {
    outbox?.prove(mark === undefined || endsMs === undefined ? null : { mark, endsMs });
  }, [outbox, mark, endsMs]);
  const value = useMemo<Here>(() => ({ me, here, opened: opening.promise }), [me, here, opening]);
  return (
    <Context.Provider value={value}>
      {children}
      {user !== null && <LeadProof opened={opening.promise} />}
    </Context.Provider>
  );
}

/** A promise that is kept later. @param _of whose it is */
function deferred(_of: Me | null): {
  readonly promise: Promise<Outbox>;
  readonly resolve: (o: Outbox) => void;
} {
  let resolve: (o: Outbox) => void = () => undefined;
  const promise = new Promise<Outbox>((r) => (resolve = r));
  return { promise, resolve };
}

/** The outbox around a screen. */
export function useOutbox(): Here & { readonly state: OutboxState } {
  const found = useContext(Context);
  if (!found) throw new Error('useOutbox outside an OutboxProvider');
  const outbox = found.here.kind === 'open' ? found.here.outbox : null;
  const state = useSyncExternalStore(
    (listen) => outbox?.subscribe(listen) ?? (() => undefined),
    () => outbox?.state() ?? EMPTY,
    () => EMPTY,
  );
  return { ...found, state };
}

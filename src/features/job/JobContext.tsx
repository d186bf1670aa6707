'use client';
import { parseAsString, useQueryState } from 'nuqs';
import { useRouter } from 'next/navigation';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { ALL_OFF, type Control, type ControlState, withControl } from '@/core/controls';
import type { JobView, PositionView, SwapView } from '@/core/job';
import { useWords } from '@/ui/WordsContext';
import { type Words, wording, type Wording } from '@/words';
import type { Rights } from './acts';
import { useFlasher } from './useFlasher';
import { useOutbox } from '../outbox/OutboxProvider';
import { type Sender, useSend } from './useSend';

export interface JobScope {
  readonly view: JobView;
  readonly words: Words;
  readonly say: Wording;
  readonly rights: Rights;
  readonly sender: Sender;
  /** The controls as they are set on this screen; everything is at rest until somebody throws a switch. */
  readonly controls: ControlState;
  readonly setControl: (control: Control, value: string) => void;
  /** Whether flashing lamps are in their lit half now. */
  readonly phaseOn: boolean;
  /** The position in focus: the one picked, else the first of the first swap, else the first of all. */
  readonly focus: PositionView | null;
  readonly setFocus: (key: string) => void;
  /** The swap that holds the focus, else the first. */
  readonly swap: SwapView | null;
}

const Context = createContext<JobScope | null>(null);

export function JobProvider({
  view,
  rights,
  children,
}: {
  view: JobView;
  rights: Rights;
  children: ReactNode;
}) {
  const words = useWords();
  const sender = useSend(view.id, view.lastAt, view.frontiers);
  useFreshView(view.id);
  const [picked, setPicked] = useQueryState(
    'pos',
    parseAsString.withOptions({ history: 'replace', shallow: true }),
  );
  const [controls, setControls] = useState<ControlState>(ALL_OFF);
  const phaseOn = useFlasher(
    controls.left === 'yes' ||
      controls.right === 'yes' ||
      controls.hazard === 'yes' ||
      controls['lock-flash'] === 'yes',
  );
  const say = useMemo(() => {
    const keys = new Map(view.facts.map((f) => [f.key.id, f.key]));
    return wording(words, {
      label: (id) => keys.get(id)?.label ?? null,
      unit: (id) => {
        const type = keys.get(id)?.type;
        return type?.kind === 'number' ? type.unit : null;
      },
    });
  }, [view.facts, words]);
  const scope = useMemo<JobScope>(() => {
    const first = view.swaps[0]?.positions[0];
    const at = (key: string | null | undefined) => view.positions.find((p) => p.key === key);
    const focus = at(picked) ?? at(first) ?? view.positions[0] ?? null;
    const swap =
      view.swaps.find((s) => focus !== null && s.positions.includes(focus.key)) ?? view.swaps[0] ?? null;
    return {
      view,
      words,
      say,
      rights,
      sender,
      focus,
      swap,
      setFocus: (key) => void setPicked(key),
      controls,
      setControl: (c, v) => setControls((now) => withControl(now, c, v)),
      phaseOn,
    };
  }, [view, words, say, rights, sender, picked, setPicked, controls, phaseOn]);
  return <Context.Provider value={scope}>{children}</Context.Provider>;
}

/** Fetches the job anew when entries of it that had to wait have gone out at last. */
function useFreshView(job: string): void {
  const router = useRouter();
  const { state } = useOutbox();
  const count = state.waiting.filter((w) => w.entry.job === job).length;
  const before = useRef(count);
  useEffect(() => {
    if (count < before.current && state.silentSinceMs === null && !state.signedOut) router.refresh();
    before.current = count;
  }, [count, router, state.silentSinceMs, state.signedOut]);
}

/** The job that the screen is about. */
export function useJob(): JobScope {
  const scope = useContext(Context);
  if (!scope) throw new Error('useJob outside a JobProvider');
  return scope;
}

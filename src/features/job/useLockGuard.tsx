'use client';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import { BUTTON } from '@/ui/classes';
import { Sheet } from '@/ui/Sheet';
import type { Words } from '@/words';
import type { Sender } from './useSend';

/** Why a writer has to be asked first. */
export interface Guarded {
  /** The job is locked: what is written now reopens it. */
  readonly locked: { readonly revision: number; readonly by: string } | null;
  readonly words: Words;
}

/**
 * A sender that asks before it writes into a locked job: what comes after a lock reopens it, and a lead has to lock it
 * again. Nobody does that by one click unawares.
 */
export function useLockGuard(
  sender: Sender,
  { locked, words }: Guarded,
): { readonly sender: Sender; readonly dialog: ReactNode } {
  const { t } = words;
  const [asking, setAsking] = useState<{ readonly answer: (go: boolean) => void } | null>(null);
  /** Once somebody said yes, the rest of what belongs to it goes without being asked again. */
  const said = useRef<number | null>(null);
  const lock = locked?.revision ?? null;
  const guarded = useMemo<Sender>(() => {
    const may = async (): Promise<boolean> => {
      if (lock === null || said.current === lock) return true;
      const go = await new Promise<boolean>((answer) => setAsking({ answer }));
      setAsking(null);
      if (go) said.current = lock;
      return go;
    };
    return {
      ...sender,
      send: async (type, body) => (await may()) && sender.send(type, body),
      sendAll: async (all) => (await may()) && sender.sendAll(all),
    };
  }, [sender, lock]);
  const dialog = (
    <Sheet
      open={asking !== null}
      onOpenChange={(open) => !open && asking?.answer(false)}
      title={t('lock-guard.title', { revision: locked?.revision ?? 0 })}
      about={t('lock-guard.about', { by: locked?.by ?? '' })}
      close={t('lock-guard.leave')}
    >
      <div className="flex flex-wrap gap-3" data-lock-guard>
        <button type="button" className={BUTTON.main} onClick={() => asking?.answer(true)}>
          {t('lock-guard.write')}
        </button>
        <button type="button" className={BUTTON.plain} onClick={() => asking?.answer(false)}>
          {t('lock-guard.leave')}
        </button>
      </div>
    </Sheet>
  );
  return { sender: guarded, dialog };
}

'use client';
import { useMemo } from 'react';
import { type AnySaid, type AnySaying, type Job, needsLead, type Role, saidAsLead } from '@/core/job';
import { askLead } from '@/ui/askLead';
import { useOutbox } from '../outbox/OutboxProvider';
import type { Sender } from './useSend';

/**
 * A sender that asks a lead for their password again before it writes what only a lead may. Without it, or under another's
 * sign-in, it is written all the same and waits for a lead.
 * @param bound the rights of who is signed in, where that is somebody else
 */
export function useLeadGuard(sender: Sender, job: () => Job, role: Role, bound: Role | null): Sender {
  const { me, opened } = useOutbox();
  const user = me?.user ?? '';
  return useMemo<Sender>(() => {
    if (role !== 'lead') return sender;
    const asLead = async (said: readonly AnySaid[]): Promise<readonly AnySaid[]> => {
      const { reading, pack } = job();
      const at = { items: reading.items, events: pack.events, user };
      const marked = said.map((s) => {
        const saying = s as unknown as AnySaying;
        return needsLead(saying, at) ? (saidAsLead(saying) as unknown as AnySaid) : s;
      });
      const wanted = said.some((s) => needsLead(s as unknown as AnySaying, at));
      // Without an answer from the server nobody can be asked: it waits.
      const outbox = wanted && bound === null ? await opened : null;
      if (outbox && !outbox.isProven() && outbox.state().silentSinceMs === null && navigator.onLine)
        await askLead();
      return marked;
    };
    return {
      ...sender,
      send: async (type, body) => {
        const [said] = await asLead([{ type, body } as unknown as AnySaid]);
        return said !== undefined && sender.sendAll([said]);
      },
      sendAll: async (all) => sender.sendAll(await asLead(all)),
    };
  }, [sender, job, role, bound, user, opened]);
}

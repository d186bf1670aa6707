import type { JobPack } from '@/core/job';
import { type BayStore, isWaiting, type PackHere } from './bayStore';
import { sendInPieces } from './pieces';

/** *Setting*: pictures of a job that are taken along, the newest of them. */
const TAKEN_ALONG = 40;

/** The pictures of a device: those that wait, and those that are kept to be seen without a network. */
export interface PhotosHere {
  /** One after another, each under its hash: sent twice it is there once, and goes on where the line broke. `again`: also what was refused. */
  readonly send: (shop: string, again: boolean, onEach: (shop: string) => Promise<void>) => Promise<void>;
  /** Takes along what the jobs here show; what none of them names any more goes, unless it still waits. */
  readonly take: (shop: string, jobs: readonly PackHere[]) => Promise<void>;
  readonly picture: (id: string) => Promise<Blob | null>;
}

/** Opens the pictures of a device's store. */
export function openPhotos(store: BayStore, fetch: typeof globalThis.fetch, now: () => string): PhotosHere {
  return {
    send: async (shop, again, onEach) => {
      for (const p of (await store.photos(shop)).filter(isWaiting)) {
        if (p.notTaken !== null && !again) continue;
        const sent = await sendInPieces(fetch, p.id, p.bytes);
        if (sent === 'no-line') break;
        // Whatever is the matter with this one keeps no other back; it is tried again the next time.
        if (sent === 'later') continue;
        // It stays to be seen here; taking jobs along sweeps it out once no job here names it.
        await store.putPhoto(
          sent === 'whole' ? { ...p, sent: true, notTaken: null } : { ...p, notTaken: sent.code },
        );
        await onEach(shop);
      }
    },
    take: async (shop, jobs) => {
      const named = new Set(jobs.flatMap((j) => photosOf(j.pack)));
      const here = await store.photos(shop);
      for (const p of here) if (!isWaiting(p) && !named.has(p.id)) await store.removePhoto(p.id);
      const have = new Set(here.map((p) => p.id));
      for (const id of named) {
        if (have.has(id)) continue;
        try {
          const answer = await fetch(`/api/photos/${id}`);
          // One that is still on its way from another device is asked for the next time.
          if (!answer.ok) continue;
          const bytes = await answer.arrayBuffer();
          await store.putPhoto({ id, shop, bytes, takenAt: now(), notTaken: null, sent: true });
        } catch {
          // No network, or no room: what is here stands, and nothing that waits gives way to a picture.
          return;
        }
      }
    },
    picture: async (id) => {
      const row = await store.photo(id);
      return row ? new Blob([row.bytes], { type: 'image/jpeg' }) : null;
    },
  };
}

/** The newest pictures that a job's entries name. */
const photosOf = (pack: JobPack): readonly string[] =>
  pack.events
    .flatMap((e) => (e.type === 'photo-added' ? [(e.body as { readonly photo: string }).photo] : []))
    .slice(-TAKEN_ALONG);

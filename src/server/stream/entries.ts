import { sql } from 'drizzle-orm';
import { Client } from 'pg';
import type { Transaction } from '../db/connection';

/** That a job has come on: to which place in its order of arrival. */
export interface JobMoved {
  readonly job: string;
  readonly cursor: number;
}

type Listener = (news: JobMoved | 'again') => void;

const CHANNEL = 'yonder_entries';
/** How long a lost line is waited for before it is taken up again, ms. */
const AGAIN_MS = 2_000;

/** Tells every process of the application that a job has come on, once the transaction has ended well. */
export async function tellMoved(tx: Transaction, shop: string, moved: JobMoved): Promise<void> {
  await tx.execute(sql`select pg_notify(${CHANNEL}, ${JSON.stringify({ shop, ...moved })})`);
}

/** *Settings*: open lines of one person (a browser has one, whatever its tabs), and of all of them, in one process. */
const LINES_OF_ONE = 12;
const LINES_MOST = 1500;
const COUNTS = Symbol.for('yonder-bolt.lines.of');
const counts = globalThis as unknown as { [COUNTS]?: Map<string, number> };

/** Takes one of the lines that a person may have open; null: there is none left. */
export function takeLine(who: string): { readonly letGo: () => void } | null {
  const of = (counts[COUNTS] ??= new Map<string, number>());
  const mine = of.get(who) ?? 0;
  const all = [...of.values()].reduce((sum, n) => sum + n, 0);
  if (mine >= LINES_OF_ONE || all >= LINES_MOST) return null;
  of.set(who, mine + 1);
  let held = true;
  return {
    letGo: () => {
      if (!held) return;
      held = false;
      const left = (of.get(who) ?? 1) - 1;
      if (left > 0) of.set(who, left);
      else of.delete(who);
    },
  };
}

/** Lines that are open to browsers: a process that ends lets them go, and they are taken up elsewhere. */
const LINES = Symbol.for('yonder-bolt.lines');
const open = globalThis as unknown as { [LINES]?: Set<() => void> };

/** Keeps the end of a line for when the process ends. @returns forgets it again */
export function lineOpen(end: () => void): () => void {
  const lines: Set<() => void> = (open[LINES] ??= new Set<() => void>());
  lines.add(end);
  return () => lines.delete(end);
}

/** Ends every line: nobody waits for a browser that would listen for ever. */
export function endLines(): void {
  for (const end of [...(open[LINES] ?? [])]) end();
}

interface Ear {
  readonly shops: Map<string, Set<Listener>>;
  client: Client | null;
}

/** Next keeps several copies of a module in one process; the line is one all the same. */
const HELD = Symbol.for('yonder-bolt.stream');
const held = globalThis as unknown as { [HELD]?: Ear };

/**
 * Hears of every entry of a shop, whichever process took it in. After a line that was lost it says `again`: something may
 * have been missed. @returns the end of it
 */
export function hearShop(shop: string, listen: Listener): () => void {
  const ear: Ear = (held[HELD] ??= { shops: new Map<string, Set<Listener>>(), client: null });
  const here = ear.shops.get(shop) ?? new Set<Listener>();
  here.add(listen);
  ear.shops.set(shop, here);
  if (!ear.client) void connect(ear);
  return () => {
    here.delete(listen);
    if (here.size === 0) ear.shops.delete(shop);
    if (ear.shops.size > 0) return;
    const { client } = ear;
    ear.client = null;
    void client?.end().catch(() => undefined);
  };
}

/** A line of its own beside the pool: a pooler in between would not pass notifications on. */
async function connect(ear: Ear): Promise<void> {
  const url = process.env.DATABASE_DIRECT_URL ?? process.env.DATABASE_URL;
  if (!url) return;
  const client = new Client({ connectionString: url, keepAlive: true });
  ear.client = client;
  const lost = () => {
    if (ear.client !== client) return;
    ear.client = null;
    void client.end().catch(() => undefined);
    if (ear.shops.size === 0) return;
    setTimeout(() => {
      if (ear.client === null && ear.shops.size > 0)
        void connect(ear).then(() => {
          for (const listeners of ear.shops.values()) for (const l of listeners) l('again');
        });
    }, AGAIN_MS).unref();
  };
  client.on('error', lost);
  client.on('end', lost);
  client.on('notification', (n) => {
    const { shop, job, cursor } = JSON.parse(n.payload ?? '{}') as JobMoved & { shop: string };
    for (const l of ear.shops.get(shop) ?? []) l({ job, cursor });
  });
  try {
    await client.connect();
    await client.query(`listen ${CHANNEL}`);
  } catch {
    lost();
  }
}

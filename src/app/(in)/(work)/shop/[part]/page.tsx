import type { ReactNode } from 'react';
import { notFound } from 'next/navigation';
import { Bundle } from '@/features/shop/Bundle';
import { Changes } from '@/features/shop/Changes';
import { FigureFields } from '@/features/shop/FigureFields';
import { Keys } from '@/features/shop/Keys';
import { People } from '@/features/shop/People';
import { Settings } from '@/features/shop/Settings';
import { ShopFrame } from '@/features/shop/ShopFrame';
import type { Actor } from '@/server/access';
import { askedNumber, askedOf } from '@/server/asked';
import { auditOf, auditSubjects } from '@/server/audit';
import { calendarToken } from '@/server/board/bookings';
import { database } from '@/server/db/connection';
import { AUDIT_ABOUT, KEY_OPENS } from '@/server/db/schema';
import { pageLead } from '@/server/page';
import { shopFigures } from '@/server/people/figures';
import { keysOf } from '@/server/people/keys';
import { peopleOf } from '@/server/people/people';
import { settingsOf } from '@/server/people/settings';

export const metadata = { title: 'Shop' };

type Asked = Record<string, string | string[] | undefined>;
interface Context {
  readonly params: Promise<{ readonly part: string }>;
  readonly searchParams: Promise<Asked>;
}

/** The shop itself: its people, settings, figures and keys, and who changed what. For leads. */
export default async function Page({ params, searchParams }: Context) {
  const actor = await pageLead();
  const { part } = await params;
  const shown = PARTS.get(part);
  if (!shown) notFound();
  return <ShopFrame part={part}>{await shown(actor, await searchParams)}</ShopFrame>;
}

type Shown = (actor: Actor, asked: Asked) => Promise<ReactNode>;
const PARTS = new Map<string, Shown>([
  [
    'people',
    async (actor: Actor) => <People people={await peopleOf(database(), actor.shopId)} self={actor.userId} />,
  ],
  ['settings', settings],
  ['figures', figures],
  ['keys', keys],
  ['data', () => Promise.resolve(<Bundle />)],
  ['changes', changes],
]);

async function settings(actor: Actor) {
  const kept = await settingsOf(database(), actor.shopId);
  return kept ? <Settings kept={kept} zones={Intl.supportedValuesOf('timeZone')} /> : notFound();
}

async function figures(actor: Actor) {
  const db = database();
  const [own, kept] = await Promise.all([shopFigures(db, actor.shopId), settingsOf(db, actor.shopId)]);
  return <FigureFields figures={own} currency={kept?.currency ?? ''} />;
}

async function keys(actor: Actor) {
  const db = database();
  const [list, token] = await Promise.all([keysOf(db, actor.shopId), calendarToken(db, actor.shopId)]);
  return <Keys keys={list} opens={KEY_OPENS} calendar={`/api/calendar/${token}.ics`} />;
}

async function changes(actor: Actor, asked: Asked) {
  const db = database();
  const about = AUDIT_ABOUT.find((a) => a === askedOf(asked, 'about')) ?? null;
  const before = askedNumber(askedOf(asked, 'before'), 2 ** 31, 0) || null;
  const [page, people] = await Promise.all([
    auditOf(db, actor.shopId, about, before),
    peopleOf(db, actor.shopId),
  ]);
  return (
    <Changes
      zone={actor.zone}
      names={Object.fromEntries(people.map((p) => [p.id, p.name]))}
      subjects={await auditSubjects(db, actor.shopId, page.lines)}
      abouts={AUDIT_ABOUT}
      about={about ?? ''}
      older={page.older}
      lines={page.lines.map(({ at, ...l }) => ({ ...l, at: at.toISOString() }))}
    />
  );
}

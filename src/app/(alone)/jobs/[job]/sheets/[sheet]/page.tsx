import { notFound } from 'next/navigation';
import { CustomerSheet } from '@/features/sheets/CustomerSheet';
import { HarnessSheet } from '@/features/sheets/HarnessSheet';
import { WorkRecord } from '@/features/sheets/WorkRecord';
import { askedNumber, askedOf } from '@/server/asked';
import { database } from '@/server/db/connection';
import { loadRelease } from '@/server/jobs/lockRelease';
import { harnessSheet } from '@/server/jobs/harnessSheet';
import { pageActor, pageJob } from '@/server/page';

/** Revisions of a release that can be asked for. */
const MOST_REVISIONS = 1_000_000;

interface Props {
  readonly params: Promise<{ job: string; sheet: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function Page({ params, searchParams }: Props) {
  const actor = await pageActor();
  const { job, sheet } = await params;
  const asks = await searchParams;
  const pos = askedOf(asks, 'pos', 200);
  const asked = askedOf(asks, 'rev');
  if (sheet === 'harness') {
    const { job: loaded } = await pageJob(job);
    const harness = harnessSheet(actor, loaded, pos || null, new Date());
    if (!harness) notFound();
    return <HarnessSheet doc={harness} back={`/jobs/${job}/wire?pos=${harness.position}&show=lead`} />;
  }
  const rev = askedNumber(asked, MOST_REVISIONS, asked === '' ? 0 : -1);
  const doc = rev < 0 ? null : await loadRelease(database(), actor.shopId, job, rev || undefined);
  if (!doc) notFound();
  const back = `/jobs/${job}/release`;
  if (sheet === 'customer') return <CustomerSheet doc={doc} back={back} />;
  if (sheet === 'record') return <WorkRecord doc={doc} back={back} />;
  notFound();
}

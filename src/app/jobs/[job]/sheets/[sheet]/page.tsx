import { notFound } from 'next/navigation';
import { CustomerSheet } from '@/features/sheets/CustomerSheet';
import { HarnessSheet } from '@/features/sheets/HarnessSheet';
import { WorkRecord } from '@/features/sheets/WorkRecord';
import { database } from '@/server/db/connection';
import { loadRelease } from '@/server/jobs/lockRelease';
import { harnessSheet } from '@/server/jobs/harnessSheet';
import { pageActor, pageJob } from '@/server/page';

interface Props {
  readonly params: Promise<{ job: string; sheet: string }>;
  readonly searchParams: Promise<{ rev?: string; pos?: string }>;
}

export default async function Page({ params, searchParams }: Props) {
  const actor = await pageActor();
  const { job, sheet } = await params;
  const { rev: asked, pos } = await searchParams;
  if (sheet === 'harness') {
    const { job: loaded } = await pageJob(job);
    const harness = harnessSheet(actor, loaded, pos ?? null, new Date());
    if (!harness) notFound();
    return <HarnessSheet doc={harness} back={`/jobs/${job}/wire?pos=${harness.position}&show=lead`} />;
  }
  const rev = Number(asked ?? 0);
  const doc = Number.isInteger(rev)
    ? await loadRelease(database(), actor.shopId, job, rev || undefined)
    : null;
  if (!doc) notFound();
  const back = `/jobs/${job}/release`;
  if (sheet === 'customer') return <CustomerSheet doc={doc} back={back} />;
  if (sheet === 'record') return <WorkRecord doc={doc} back={back} />;
  notFound();
}

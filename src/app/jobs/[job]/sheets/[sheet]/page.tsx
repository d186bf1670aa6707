import { notFound } from 'next/navigation';
import { CustomerSheet } from '@/features/sheets/CustomerSheet';
import { WorkRecord } from '@/features/sheets/WorkRecord';
import { database } from '@/server/db/connection';
import { loadRelease } from '@/server/jobs/lockRelease';
import { pageActor } from '@/server/page';

interface Props {
  readonly params: Promise<{ job: string; sheet: string }>;
  readonly searchParams: Promise<{ rev?: string }>;
}

export default async function Page({ params, searchParams }: Props) {
  const actor = await pageActor();
  const { job, sheet } = await params;
  const rev = Number((await searchParams).rev ?? 0);
  const doc = Number.isInteger(rev)
    ? await loadRelease(database(), actor.shopId, job, rev || undefined)
    : null;
  if (!doc) notFound();
  const back = `/jobs/${job}/release`;
  if (sheet === 'customer') return <CustomerSheet doc={doc} back={back} />;
  if (sheet === 'record') return <WorkRecord doc={doc} back={back} />;
  notFound();
}

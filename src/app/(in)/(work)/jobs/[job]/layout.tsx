import type { ReactNode } from 'react';
import { demandJob } from '@/server/page';

/** Settles that the job is this shop's before anything is sent, so that the answer can still be 404. */
export default async function Layout({
  params,
  children,
}: {
  params: Promise<{ job: string }>;
  children: ReactNode;
}) {
  await demandJob((await params).job);
  return children;
}

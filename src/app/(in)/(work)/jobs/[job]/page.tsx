import { redirect } from 'next/navigation';
import { pageJob } from '@/server/page';

export default async function Page({ params }: { params: Promise<{ job: string }> }) {
  const { job } = await pageJob((await params).job);
  redirect(`/jobs/${job.id}/arrive`);
}

import { notFound } from 'next/navigation';
import { KitNotice, KitPage } from '@/features/kit/KitPage';

/** Asked of the process at each request: the same build serves shops and tests. */
export const dynamic = 'force-dynamic';
export const metadata = { title: 'Kit' };

/** Every piece of the kit in every state, for who builds and for the tests; a shop’s server does not have it. */
export default async function Page({ searchParams }: { searchParams: Promise<{ alone?: string }> }) {
  if (process.env.NODE_ENV === 'production' && process.env.KIT_PAGE !== 'on') notFound();
  return (await searchParams).alone === 'notice' ? <KitNotice /> : <KitPage />;
}

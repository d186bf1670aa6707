import { redirect } from 'next/navigation';
import { Own } from '@/features/shop/Own';
import { currentActor } from '@/server/auth/session';

export const metadata = { title: 'Own sign-in' };

/** One's own password and sessions; whoever has a temporary password changes it here first. */
export default async function Page() {
  const actor = await currentActor();
  if (!actor) redirect('/sign-in');
  return <Own temporary={actor.mustChange === true} />;
}

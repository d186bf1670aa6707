import { serverNow } from '@/server/clock/serverClock';
import { redirect } from 'next/navigation';
import { OutboxProvider } from '@/features/outbox/OutboxProvider';
import { WaitingAuthors } from '@/features/outbox/WaitingAuthors';
import { SignIn } from '@/features/signIn/SignIn';
import { currentActor } from '@/server/auth/session';

export const metadata = { title: 'Sign in' };

export default async function Page() {
  if (await currentActor()) redirect('/');
  return (
    <OutboxProvider user={null} name="" shop="" lead={null} serverNow={serverNow().toISOString()}>
      <SignIn waiting={<WaitingAuthors />} />
    </OutboxProvider>
  );
}

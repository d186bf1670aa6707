import { redirect } from 'next/navigation';
import { SignIn } from '@/features/signIn/SignIn';
import { currentActor } from '@/server/auth/session';

export const metadata = { title: 'Sign in' };

export default async function Page() {
  if (await currentActor()) redirect('/');
  return <SignIn />;
}

import type { ReactNode } from 'react';
import { pageActor } from '@/server/page';
import { TopBar } from '@/ui/TopBar';
import { setLocale, signOut } from './actions';

export default async function Layout({ children }: { children: ReactNode }) {
  const actor = await pageActor();
  return (
    <>
      <TopBar
        shop={actor.shopName}
        person={actor.name}
        role={actor.role}
        onSignOut={signOut}
        onLocale={setLocale}
      />
      {children}
    </>
  );
}

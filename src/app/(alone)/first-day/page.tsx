import { redirect } from 'next/navigation';
import { FirstDay } from '@/features/shop/FirstDay';
import { database } from '@/server/db/connection';
import { isUnopened, opens } from '@/server/firstDay/setupLink';

export const metadata = { title: 'First day', referrer: 'no-referrer' as const };

interface Context {
  readonly searchParams: Promise<{ readonly key?: string | readonly string[] }>;
}

/** The first page of an installation, by the link that the server printed. */
export default async function Page({ searchParams }: Context) {
  if (!(await isUnopened(database()))) redirect('/sign-in');
  const { key } = await searchParams;
  const good = typeof key === 'string' && (await opens(database(), key, new Date()));
  return (
    <FirstDay
      link={good && typeof key === 'string' ? key : null}
      zone={Intl.DateTimeFormat().resolvedOptions().timeZone}
      zones={Intl.supportedValuesOf('timeZone')}
    />
  );
}

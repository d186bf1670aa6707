'use client';
import { useRouter } from 'next/navigation';
import { Link } from './Link';
import { postJson } from './postJson';
import { useWords } from './WordsContext';
import { BoltMark } from './BoltMark';

/** The bar on every screen behind the sign-in. */
export function TopBar({ shop, person, role }: { shop: string; person: string; role: string }) {
  const { t, tCode, locale } = useWords();
  const router = useRouter();
  const signOut = async () => {
    // It goes on when the page is left at once: nobody stays signed in who has signed out.
    await postJson('/api/auth/sign-out', {}, { stays: true });
    // What was taken along goes with the person; what waits to be sent stays.
    window.dispatchEvent(new Event('yonder-sign-out'));
    router.replace('/sign-in');
    // What the browser remembers of pages goes with the session.
    router.refresh();
  };
  const setLocale = async (to: string) => {
    await postJson('/api/locale', { locale: to });
    router.refresh();
  };
  const other = locale === 'en-GB' ? 'en-US' : 'en-GB';
  return (
    <header className="no-print flex min-h-12 flex-wrap items-center gap-x-6 gap-y-1 border-b border-line px-5 max-lg:py-2 lg:h-12">
      <Link href="/" className="flex items-center gap-2.5 font-head text-lg font-bold">
        <BoltMark size={26} /> Yonder Bolt
      </Link>
      <nav aria-label={t('nav.label')} className="flex flex-wrap gap-x-5">
        <Link href="/">{t('nav.board')}</Link>
        <Link href="/shelf/family">{t('nav.shelf')}</Link>
        <Link href="/calculators">{t('nav.calculators')}</Link>
        {/* A client of its own: gone to by a whole page. */}
        <a href="/bay">{t('nav.bay')}</a>
        {role === 'lead' && <Link href="/shop/people">{t('nav.shop')}</Link>}
      </nav>
      <p className="text-sm text-soft lg:ml-auto">
        {shop} ·{' '}
        <Link href="/me" className="text-ink underline decoration-line underline-offset-3">
          {person}
        </Link>
        , {tCode(`role.${role}`)}
      </p>
      <button
        type="button"
        className="text-sm text-petrol underline underline-offset-3"
        lang={other}
        onClick={() => void setLocale(other)}
      >
        {tCode(`locale.${other}`)}
      </button>
      <button
        type="button"
        className="text-sm text-petrol underline underline-offset-3"
        onClick={() => void signOut()}
      >
        {t('sign-out')}
      </button>
    </header>
  );
}

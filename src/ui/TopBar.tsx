'use client';
import { Link } from './Link';
import { useWords } from './WordsContext';
import { BoltMark } from './BoltMark';

/** The bar on every screen behind the sign-in. */
export function TopBar({
  shop,
  person,
  role,
  onSignOut,
  onLocale,
}: {
  shop: string;
  person: string;
  role: string;
  onSignOut: () => Promise<void>;
  onLocale: (locale: string) => Promise<void>;
}) {
  const { t, tCode, locale } = useWords();
  const other = locale === 'en-GB' ? 'en-US' : 'en-GB';
  return (
    <header className="no-print flex h-12 items-center gap-6 border-b border-line px-5">
      <Link href="/" className="flex items-center gap-2.5 font-head text-lg font-bold">
        <BoltMark size={26} /> Yonder Bolt
      </Link>
      <nav aria-label={t('nav.label')} className="flex gap-5">
        <Link href="/">{t('nav.board')}</Link>
        <Link href="/shelf/family">{t('nav.shelf')}</Link>
        <Link href="/calculators">{t('nav.calculators')}</Link>
        {role === 'lead' && <Link href="/shop/people">{t('nav.shop')}</Link>}
      </nav>
      <p className="ml-auto text-sm text-soft">
        {shop} ·{' '}
        <Link href="/me" className="text-ink underline decoration-line underline-offset-3">
          {person}
        </Link>
        , {tCode(`role.${role}`)}
      </p>
      <form action={() => onLocale(other)}>
        <button className="text-sm text-petrol underline underline-offset-3" lang={other}>
          {tCode(`locale.${other}`)}
        </button>
      </form>
      <form action={onSignOut}>
        <button className="text-sm text-petrol underline underline-offset-3">{t('sign-out')}</button>
      </form>
    </header>
  );
}

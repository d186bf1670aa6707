'use client';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { Link } from './Link';
import { postJson } from './postJson';
import { useFrameWords } from './WordsContext';
import { BoltMark } from './BoltMark';
import { ThemeButton } from './ThemeButton';

const LINE = 'w-full px-4 py-2 text-left hover:bg-sunk';
const OPENS = 'rounded-sm px-2 py-1 font-semibold hover:bg-sunk';
const SHEET =
  'fixed inset-auto right-2 top-11 m-0 min-w-56 rounded-sm border border-outline bg-raised py-1 text-ink shadow-md';

/** The bar on every screen behind the sign-in: where to go, and who is here. On a phone both fold into one menu each. */
export function TopBar({
  shop,
  person,
  role,
  find,
}: {
  shop: string;
  person: string;
  role: string;
  /** Finds anything, from every screen. */
  find?: ReactNode;
}) {
  const { t, tCode, locale } = useFrameWords();
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
  const ways = [
    { href: '/', name: t('nav.board') },
    { href: '/shelf/family', name: t('nav.shelf') },
    { href: '/calculators', name: t('nav.calculators') },
    // A client of its own: gone to by a whole page.
    { href: '/bay', name: t('nav.bay'), whole: true },
    ...(role === 'lead' ? [{ href: '/shop/people', name: t('nav.shop') }] : []),
  ];
  const way = (w: (typeof ways)[number], className?: string) =>
    'whole' in w ? (
      <a key={w.href} href={w.href} className={className}>
        {w.name}
      </a>
    ) : (
      <Link key={w.href} href={w.href} className={className}>
        {w.name}
      </Link>
    );
  return (
    <header className="no-print flex h-12 items-center gap-x-5 border-b border-line px-5 max-sm:gap-x-2 max-sm:px-3">
      <SkipLinks />
      <Link href="/" className="flex items-center gap-2.5 font-head text-lg font-bold">
        <BoltMark size={26} /> Yonder Bolt
      </Link>
      <nav aria-label={t('nav.label')} className="flex gap-x-5 max-lg:hidden">
        {ways.map((w) => way(w))}
      </nav>
      <p className="ml-auto truncate text-sm text-soft max-lg:hidden">{shop}</p>
      <span className="max-lg:ml-auto">{find}</span>
      <button type="button" popoverTarget="nav-menu" className={`${OPENS} lg:hidden`} data-opens="nav-menu">
        {t('nav.menu')}
      </button>
      <nav id="nav-menu" popover="auto" aria-label={t('nav.menu')} className={SHEET}>
        <span className="flex flex-col">{ways.map((w) => way(w, LINE))}</span>
      </nav>
      <button
        type="button"
        popoverTarget="person-menu"
        className={`${OPENS} text-sm`}
        aria-label={t('nav.person', { person: `${person}, ${tCode(`role.${role}`)}` })}
        data-opens="person-menu"
      >
        {person}
        <span className="font-normal text-soft max-sm:hidden">, {tCode(`role.${role}`)}</span>
      </button>
      <div id="person-menu" popover="auto" className={SHEET}>
        <span className="flex flex-col">
          <Link href="/me" className={LINE}>
            {t('nav.me')}
          </Link>
          <button type="button" className={LINE} lang={other} onClick={() => void setLocale(other)}>
            {tCode(`locale.${other}`)}
          </button>
          <ThemeButton className={LINE} />
          <button type="button" className={LINE} onClick={() => void signOut()}>
            {t('sign-out')}
          </button>
        </span>
      </div>
    </header>
  );
}

const SKIP =
  'sr-only focus:not-sr-only focus:fixed focus:left-3 focus:top-1.5 focus:z-20 focus:rounded-sm focus:bg-ink focus:px-3.5 focus:py-2 focus:font-semibold focus:text-paper';

/** The first stops of every page: past the bars, to the work itself or to what it waits for. */
function SkipLinks() {
  const { t } = useFrameWords();
  return (
    <>
      <a
        href="#act"
        className={SKIP}
        data-skip="act"
        onClick={(event) => {
          const act = [...document.querySelectorAll<HTMLElement>('[data-act]')].find((e) =>
            e.checkVisibility(),
          );
          if (!act) return;
          event.preventDefault();
          act.focus();
        }}
      >
        {t('nav.skip-act')}
      </a>
      <a href="#main" className={SKIP} data-skip="main">
        {t('nav.skip-main')}
      </a>
    </>
  );
}

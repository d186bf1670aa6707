import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import { NuqsAdapter } from 'nuqs/adapters/next/app';
import type { ReactNode } from 'react';
import { currentActor } from '@/server/auth/session';
import { THEME_FIRST } from '@/ui/theme';
import { WordsProvider } from '@/ui/WordsContext';
import { localeOf } from '@/words';
import './globals.css';

export const metadata: Metadata = { title: { default: 'Yonder Bolt', template: '%s · Yonder Bolt' } };
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const heard = await headers();
  const nonce = heard.get('x-nonce') ?? '';
  // The bay view’s shell is kept on devices: it knows no person and no zone.
  const shell = heard.get('x-path') === '/bay';
  const actor = shell ? null : await currentActor();
  const locale = localeOf(actor?.locale ?? 'en-GB');
  return (
    // The pinned theme is put on before React takes over.
    <html lang={locale} suppressHydrationWarning>
      <head>
        <script nonce={nonce} dangerouslySetInnerHTML={{ __html: THEME_FIRST }} />
      </head>
      <body>
        <NuqsAdapter>
          <WordsProvider locale={locale} zone={actor?.zone ?? 'UTC'} nonce={nonce}>
            {children}
          </WordsProvider>
        </NuqsAdapter>
      </body>
    </html>
  );
}

import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import { NuqsAdapter } from 'nuqs/adapters/next/app';
import type { ReactNode } from 'react';
import { currentActor } from '@/server/auth/session';
import { WordsProvider } from '@/ui/WordsContext';
import { localeOf } from '@/words';
import './globals.css';

export const metadata: Metadata = { title: { default: 'Yonder Bolt', template: '%s · Yonder Bolt' } };
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? '';
  const actor = await currentActor();
  const locale = localeOf(actor?.locale ?? 'en-GB');
  return (
    <html lang={locale}>
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

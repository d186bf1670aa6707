import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import { BayPage } from './BayPage';

export const metadata: Metadata = { title: 'Bay', manifest: '/bay.webmanifest' };
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#15181c' };

/** The shell of the bay view: the same for everybody, so that a device can keep it. */
export default async function Page() {
  return <BayPage nonce={(await headers()).get('x-nonce') ?? ''} />;
}

import { randomUUID } from 'node:crypto';
import { createSerwistRoute } from '@serwist/turbopack';

/** The bay view's service worker with the list of its code, made once by the build. */
export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: 'src/workers/bayWorker.ts',
  useNativeEsbuild: true,
  globPatterns: ['.next/static/**/*.{js,css,woff2}'],
  // A build is a revision of the shell.
  additionalPrecacheEntries: [
    { url: '/bay', revision: randomUUID() },
    { url: '/bay.webmanifest', revision: randomUUID() },
    { url: '/icon.svg', revision: randomUUID() },
  ],
  maximumFileSizeToCacheInBytes: 6_000_000,
});

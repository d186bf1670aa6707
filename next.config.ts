import type { NextConfig } from 'next';

/** Behind a proxy that rewrites the host, actions come from the public one. */
const publicHosts = process.env.PUBLIC_URL ? [new URL(process.env.PUBLIC_URL).host] : [];

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  // Checked by `npm test` (`npm run types`), once, and not again by each build.
  typescript: { ignoreBuildErrors: true },
  // Above the limit of every address of ours: a body that the framework cuts in silence never reaches one. What may be
  // sent at all, and by whom, the door says before (`src/door/bounds.ts`).
  experimental: {
    proxyClientMaxBodySize: '80mb',
    serverActions: { allowedOrigins: publicHosts },
  },
  serverExternalPackages: ['pg', 'pino', 'ajv', '@react-pdf/renderer', 'prom-client'],
};

export default config;

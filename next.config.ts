import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  // Above the limit of every address of ours: a body that the framework cuts in silence never reaches one.
  experimental: { proxyClientMaxBodySize: '80mb' },
  serverExternalPackages: ['pg', 'pino', 'ajv', '@react-pdf/renderer'],
};

export default config;

import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['pg', 'pino', 'ajv', '@react-pdf/renderer'],
};

export default config;

import type { NextConfig } from 'next';

/** Of every answer, whatever it is. Pages have a content policy of their own: src/proxy.ts. */
const always = [
  { key: 'x-content-type-options', value: 'nosniff' },
  { key: 'referrer-policy', value: 'no-referrer' },
  { key: 'cross-origin-opener-policy', value: 'same-origin' },
  { key: 'cross-origin-resource-policy', value: 'same-origin' },
  { key: 'x-frame-options', value: 'DENY' },
];

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite'],
  typedRoutes: true,
  // Types are checked once, by a step of their own (scripts/check.mjs), with the faster compiler.
  typescript: { ignoreBuildErrors: true },
  allowedDevOrigins: ['127.0.0.1'],
  poweredByHeader: false,
  devIndicators: false,
  headers: async () => [
    { source: '/:path*', headers: always },
    {
      source: '/api/:path*',
      headers: [{ key: 'content-security-policy', value: "default-src 'none'; frame-ancestors 'none'" }],
    },
  ],
};

export default config;

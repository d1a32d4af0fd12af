import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite'],
  typedRoutes: true,
  allowedDevOrigins: ['127.0.0.1'],
  poweredByHeader: false,
  devIndicators: false,
};

export default config;

import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'sqlite3', 'umzug'],
  poweredByHeader: false,
  devIndicators: false,
  outputFileTracingRoot: import.meta.dirname,
  // Headers of every answer are set by the server that Next runs in (src/server/process).
  // A pasted table of ten thousand parameters is one edit; files go past the proxy, through routes that limit them themselves.
  experimental: { serverActions: { bodySizeLimit: '20mb' }, proxyClientMaxBodySize: '21mb' },
};

export default config;

import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'sqlite3', 'umzug'],
  poweredByHeader: false,
  devIndicators: false,
  outputFileTracingRoot: import.meta.dirname,
  // A pasted table of ten thousand parameters is one edit.
  // Files have 20 MB at most; the proxy hands on a little more, so that the limit is named by who knows it.
  experimental: { serverActions: { bodySizeLimit: '20mb' }, proxyClientMaxBodySize: '21mb' },
  async headers() {
    return [
      {
        source: '/:path*',
        headers: [
          { key: 'X-Content-Type-Options', value: 'nosniff' },
          { key: 'Referrer-Policy', value: 'same-origin' },
          { key: 'X-Frame-Options', value: 'DENY' },
        ],
      },
    ];
  },
};

export default config;

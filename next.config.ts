import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  compress: false, // scripts/pages compresses
  reactStrictMode: true,
  serverExternalPackages: ['better-sqlite3', 'esbuild', 'pino', 'sharp'],
  typescript: { ignoreBuildErrors: true }, // `npm test` checks types; the demo need not twice
  // no browser has a Buffer, and nothing of ours needs one there
  turbopack: {
    resolveAlias: { 'next/dist/compiled/buffer': { browser: './src/ui/shared/no-buffer.ts' } },
  },
  experimental: { serverActions: { bodySizeLimit: '12mb' } },
  async headers() {
    return [
      {
        source: '/:path*',
        headers: [
          { key: 'X-Content-Type-Options', value: 'nosniff' },
          { key: 'X-Frame-Options', value: 'DENY' },
          { key: 'Referrer-Policy', value: 'no-referrer' },
          { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
          { key: 'Cross-Origin-Resource-Policy', value: 'same-origin' },
          {
            key: 'Permissions-Policy',
            value:
              'camera=(self), microphone=(self), geolocation=(), payment=(), usb=(), serial=(), bluetooth=()',
          },
        ],
      },
    ];
  },
};

export default config;

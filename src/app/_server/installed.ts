import type { MetadataRoute } from 'next';

const icon = (src: string, size: number, purpose: 'any' | 'maskable') => ({
  src,
  sizes: `${size}x${size}`,
  type: 'image/png',
  purpose,
});

/** How a page stands among other apps where it is installed. */
export const installed = (name: string, start: string): MetadataRoute.Manifest => ({
  name,
  short_name: name,
  id: start,
  start_url: start,
  scope: '/',
  display: 'standalone',
  background_color: '#f6f1e7',
  theme_color: '#14213a',
  icons: [
    icon('/icon-192.png', 192, 'any'),
    icon('/icon-512.png', 512, 'any'),
    icon('/icon-maskable-512.png', 512, 'maskable'),
  ],
});

import './globals.css';
import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Providers } from '@/ui/frame/providers';
import { UrlWrites } from '@/ui/place/url-writes';

export const metadata: Metadata = {
  title: { default: 'Keen Dial', template: '%s · Keen Dial' },
  description: 'Plan, simulate, check and write out what every control of a live rig does.',
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  // Each page has a number used once; scripts without it are not run. Reading it makes every page be rendered when it is asked for.
  const nonce = (await headers()).get('x-nonce') ?? '';
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <UrlWrites>
          <Providers nonce={nonce}>{children}</Providers>
        </UrlWrites>
      </body>
    </html>
  );
}

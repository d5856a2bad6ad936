import './globals.css';
import type { Metadata } from 'next';
import { NuqsAdapter } from 'nuqs/adapters/next/app';
import type { ReactNode } from 'react';
import { Providers } from '@/ui/frame/providers';

export const metadata: Metadata = {
  title: { default: 'Keen Dial', template: '%s · Keen Dial' },
  description: 'Plan, simulate, check and write out what every control of a live rig does.',
};

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <NuqsAdapter>
          <Providers>{children}</Providers>
        </NuqsAdapter>
      </body>
    </html>
  );
}

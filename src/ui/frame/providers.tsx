'use client';
import { usePathname } from 'next/navigation';
import { ThemeProvider } from 'next-themes';
import type { ReactNode } from 'react';
import { Toasts } from './toasts';

/** What every screen stands in: light or dark, toasts. */
export function Providers({ nonce, children }: { readonly nonce: string; readonly children: ReactNode }) {
  // Stage is always dark, whatever the surroundings are set to.
  const forced = usePathname().endsWith('/stage') ? { forcedTheme: 'dark' } : {};
  return (
    <ThemeProvider nonce={nonce} attribute="class" defaultTheme="system" disableTransitionOnChange {...forced}>
      {children}
      <Toasts />
    </ThemeProvider>
  );
}

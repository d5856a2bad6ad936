'use client';
import { usePathname } from 'next/navigation';
import { ThemeProvider } from 'next-themes';
import type { ReactNode } from 'react';
import { Toaster } from 'sonner';

/** What every screen stands in: light or dark, toasts. */
export function Providers({ nonce, children }: { readonly nonce: string; readonly children: ReactNode }) {
  // The stand is always dark, whatever the surroundings are set to.
  const forced = usePathname().endsWith('/stage') ? { forcedTheme: 'dark' } : {};
  return (
    <ThemeProvider nonce={nonce} attribute="class" defaultTheme="system" disableTransitionOnChange {...forced}>
      {children}
      <Toaster
        position="bottom-center"
        toastOptions={{
          unstyled: true,
          classNames: {
            toast:
              'flex items-start gap-3 w-[380px] rounded-md border border-control-edge bg-sheet text-ink px-4 py-3 shadow-lg font-sans text-sm',
            error: '!border-stop',
            title: 'font-semibold',
            description: 'text-ink-2',
            content: 'flex-1 min-w-0 break-words',
            actionButton: 'h-7 shrink-0 rounded-sm border border-control-edge px-2 text-xs font-medium text-verdigris',
          },
        }}
      />
    </ThemeProvider>
  );
}

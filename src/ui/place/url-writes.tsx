'use client';
// The query of the URL as the screens keep it: the router's, written one change at a time. It stands inside the adapter of `nuqs` for this router, which
// watches for links and for *Back*.
import { usePathname, useSearchParams } from 'next/navigation';
import { unstable_createAdapterProvider as createAdapterProvider, renderQueryString } from 'nuqs/adapters/custom';
import { NuqsAdapter } from 'nuqs/adapters/next/app';
import { type ReactNode, startTransition, useEffect } from 'react';
import { whenLeaving } from '../primitives/leaving';
import { UrlWriter, useInTurn } from './url-writer';

const writer = new UrlWriter();

/** What a screen keeps replaces its own entry of the history: *Back* leads to the page before, not to the bank before. */
const updateUrl = (search: URLSearchParams) =>
  startTransition(() => history.replaceState(null, '', `${location.pathname}${renderQueryString(search)}${location.hash}`));

const Router = createAdapterProvider(() => {
  const searchParams = new URLSearchParams(useSearchParams());
  // The browser lets a page write its URL a few times a second: this router takes three of them for each change.
  const router = { searchParams, pathname: usePathname(), updateUrl, rateLimitFactor: 3, autoResetQueueOnUpdate: false };
  return useInTurn(router, writer);
});

export function UrlWrites({ children }: { readonly children: ReactNode }) {
  useEffect(() => {
    const forget = () => writer.forget();
    const stays = whenLeaving((leaves) => (leaves ? writer.leave() : writer.forget()));
    window.addEventListener('popstate', forget);
    return () => {
      stays();
      window.removeEventListener('popstate', forget);
    };
  }, []);
  return (
    <NuqsAdapter>
      <Router>{children}</Router>
    </NuqsAdapter>
  );
}

// Who may ask: this program listens to its own machine, so a page of another site must neither read from it nor write to it.

/** Names of this machine; `HOST` may add one where somebody listens on another address on purpose. */
const own = new Set(['localhost', '127.0.0.1', '[::1]']);

/** Names that somebody added on purpose: `HOST`, parted by commas. */
export const allowedHosts = (): readonly string[] =>
  (process.env.HOST ?? '').split(',').filter((h) => h !== '' && h !== '0.0.0.0');

const nameOf = (host: string): string => host.toLowerCase().replace(/:\d+$/, '');

/**
 * Why a request is refused; null when it is welcome. A foreign host name is a page that had its own name point here (DNS rebinding); a foreign
 * origin on anything that may write is a page of another site.
 */
export function refusalOf(
  request: {
    readonly method: string;
    readonly host: string | null;
    readonly origin: string | null;
    readonly site: string | null;
  },
  allowed: readonly string[],
): 'host' | 'origin' | null {
  const { method, host, origin, site } = request;
  if (host === null) return 'host';
  const names = new Set([...own, ...allowed.map(nameOf)]);
  if (!names.has(nameOf(host))) return 'host';
  if (method === 'GET' || method === 'HEAD' || method === 'OPTIONS') return null;
  // A browser that sends neither is none; tools on this machine send no origin.
  if (site !== null && site !== 'same-origin' && site !== 'none') return 'origin';
  if (origin === null) return null;
  try {
    return new URL(origin).host.toLowerCase() === host.toLowerCase() ? null : 'origin';
  } catch {
    return 'origin';
  }
}

/**
 * The Content-Security-Policy of a page: only what comes from here, and only scripts that carry this page's number used once. Styles may be
 * inline, since the virtual lists and drawings place things by style.
 */
export const policyOf = (nonce: string): string =>
  [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

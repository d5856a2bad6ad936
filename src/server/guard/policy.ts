// What a page may load and run.

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

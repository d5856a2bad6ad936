// What a page, and what a worker, may load and run.

/**
 * The policy of a file of the build. A worker is bound by the policy of its own file and not by its page's: scripts of this program, and the compiled
 * layout that the PDF worker brings along inside of its own.
 */
export const filePolicy = [
  "default-src 'none'",
  "script-src 'self' 'wasm-unsafe-eval'",
  "connect-src 'self' data: blob:",
  "img-src 'self' data: blob:",
  "font-src 'self' data:",
  "style-src 'self'",
  "base-uri 'none'",
  "frame-ancestors 'none'",
].join('; ');

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

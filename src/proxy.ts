// Gives each page a number used once: only scripts that carry it are run. Who may ask at all is decided before, by the server itself.
import { type NextRequest, NextResponse } from 'next/server';
import { policyOf } from './server/guard/policy';

export function proxy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const policy = policyOf(nonce);
  const inward = new Headers(request.headers);
  inward.set('x-nonce', nonce);
  inward.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers: inward } });
  response.headers.set('content-security-policy', policy);
  return response;
}

// Only pages have scripts. Routes are left alone: what passes here is kept in memory, and they take in whole backups.
export const config = {
  matcher: ['/((?!_next/|api/|icon\\.svg).*)'],
};

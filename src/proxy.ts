// Stands before every request: turns away other sites, and gives each page its policy.
import { type NextRequest, NextResponse } from 'next/server';
import { allowedHosts, policyOf, refusalOf } from './server/guard/request';

export function proxy(request: NextRequest): NextResponse {
  const { headers, method } = request;
  const refused = refusalOf(
    { method, host: headers.get('host'), origin: headers.get('origin'), site: headers.get('sec-fetch-site') },
    allowedHosts(),
  );
  if (refused)
    return NextResponse.json(
      {
        problems: [
          {
            place: 'the request',
            message:
              refused === 'host'
                ? 'Keen Dial answers on the names of this machine only. Start it with HOST to add another.'
                : 'It comes from another site.',
          },
        ],
      },
      { status: 403 },
    );
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const policy = policyOf(nonce);
  const inward = new Headers(headers);
  inward.set('x-nonce', nonce);
  inward.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers: inward } });
  response.headers.set('content-security-policy', policy);
  return response;
}

export const config = {
  matcher: ['/((?!_next/static|_next/image|icon.svg|api/restore).*)'],
};

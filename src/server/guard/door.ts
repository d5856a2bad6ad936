// The door: every request is judged here before anything else sees it, and denied unless it is on the list.
import type { IncomingMessage } from 'node:http';
import { type Asked, type Intent, type Names, welcomeOf } from './request';
import type { LookUp, Route } from './routes';

export type Judged =
  | { readonly type: 'pass'; readonly route: Route; readonly body: number }
  | { readonly type: 'lead'; readonly to: string }
  | { readonly type: 'refuse'; readonly status: number; readonly message: string; readonly allow?: string };

export interface Incoming {
  readonly method: string;
  /** As it was sent: path and query. */
  readonly url: string;
  /** Header names in small letters; a header that came twice is null where it must not. */
  readonly headers: IncomingMessage['headers'];
  /** How often the header `host` came. */
  readonly hosts: number;
}

const refuse = (status: number, message: string): Judged => ({ type: 'refuse', status, message });

const one = (value: string | readonly string[] | undefined): string | null => (typeof value === 'string' ? value : null);

/** Judges a request by its head alone. */
export function judge(incoming: Incoming, lookUp: LookUp, names: Names): Judged {
  const { method, url, headers, hosts } = incoming;
  if (hosts !== 1) return refuse(400, 'A request names one host.');
  const asked: Asked = {
    method,
    host: one(headers.host),
    origin: one(headers.origin),
    site: one(headers['sec-fetch-site']),
  };
  // The host comes first: a foreign one learns nothing of what is here.
  if (welcomeOf(asked, 'read', names) === 'host')
    return refuse(403, 'Keen Dial answers by the names of this machine only. Start it with HOST to add another.');
  const path = /^(\/[^?#]*)(\?[^#]*)?$/.exec(url)?.[1];
  if (path === undefined || !isPlainPath(path)) return refuse(400, 'The address cannot be read.');
  const route = lookUp(path);
  if (!route) return refuse(404, 'There is nothing at this address.');
  const allowed = allowedOf(route);
  const known = route.methods[method === 'HEAD' ? 'GET' : method];
  if (!known) return { ...refuseMethod, allow: allowed };
  // A page is written to by its actions only.
  if (route.kind === 'page' && method === 'POST' && one(headers['next-action']) === null)
    return { ...refuseMethod, allow: allowed };
  const welcome = welcomeOf(asked, known.intent satisfies Intent, names);
  if (welcome === 'lead') return { type: 'lead', to: `http://${names.first}${url}` };
  if (welcome !== 'welcome') return refuse(403, 'It comes from another site.');
  return judgeBody(route, known.body, headers);
}

const refuseMethod = { type: 'refuse', status: 405, message: 'That cannot be done at this address.' } as const;

const allowedOf = (route: Route): string =>
  Object.keys(route.methods)
    .flatMap((m) => (m === 'GET' ? ['GET', 'HEAD'] : [m]))
    .join(', ');

/** Bodies say how long they are before they come: a browser always does. */
function judgeBody(route: Route, most: number, headers: IncomingMessage['headers']): Judged {
  const declared = one(headers['content-length']);
  if (headers['transfer-encoding'] !== undefined) return refuse(411, 'The request must say how long it is.');
  const bytes = declared === null ? 0 : Number(declared);
  if (!Number.isSafeInteger(bytes) || bytes < 0) return refuse(400, 'The length of the request cannot be read.');
  if (most === 0 && bytes > 0) return refuse(400, 'Nothing is taken in at this address.');
  if (bytes > most) return refuse(413, `It has more than ${Math.floor(most / 1024 / 1024)} MB, the most that is read.`);
  return { type: 'pass', route, body: bytes };
}

/** No doubled slash, no backslash, no control character, and percent signs only before two digits that make text. */
function isPlainPath(path: string): boolean {
  if (path.includes('//') || /[^\x21-\x7e]|\\/.test(path)) return false;
  try {
    const decoded = decodeURIComponent(path);
    return !/[\p{Cc}\p{Cs}]/u.test(decoded);
  } catch {
    return false;
  }
}

/** Headers that only this program may set: a client's are taken off before anything reads them. */
export const inner: readonly string[] = [
  'x-nonce',
  'content-security-policy',
  'x-forwarded-for',
  'x-forwarded-host',
  'x-forwarded-port',
  'x-forwarded-proto',
  'forwarded',
  'x-matched-path',
  'x-invoke-path',
  'x-invoke-query',
  'x-invoke-status',
  'x-invoke-error',
  'x-invoke-output',
  'x-middleware-subrequest',
  'x-middleware-subrequest-id',
  'x-middleware-invoke',
  'x-middleware-next',
  'x-middleware-prefetch',
  'x-middleware-rewrite',
  'x-middleware-redirect',
  'x-middleware-set-cookie',
  'x-middleware-override-headers',
  'x-nextjs-data',
  'x-now-route-matches',
  'x-vercel-id',
];

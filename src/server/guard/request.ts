// Who may ask: this program listens to its own machine, so a page of another site must neither read from it nor write to it.
import { networkInterfaces } from 'node:os';

export interface Asked {
  readonly method: string;
  readonly host: string | null;
  readonly origin: string | null;
  /** The header `sec-fetch-site`. */
  readonly site: string | null;
}

/** Names and port that a server answers by. Each is an origin of its own. */
export interface Names {
  /** Hosts with their port, as a browser sends them: `127.0.0.1:4310`. */
  readonly own: ReadonlySet<string>;
  /** Other names of the same machine: they are led to the first. */
  readonly led: ReadonlySet<string>;
  /** Where those are led to: a host with its port. */
  readonly first: string;
}

/** Addresses that mean "every address of this machine". */
const everywhere: ReadonlySet<string> = new Set(['0.0.0.0', '::', '[::]']);

/** A host as the header `host` has it: version 6 in brackets, small letters, without the port that a browser leaves out. */
function hostOf(name: string, port: number): string {
  const plain = name.toLowerCase();
  if (/^(\[[^\]]+\]|[^:]+):\d+$/.test(plain)) return plain;
  const bare = plain.includes(':') && !plain.startsWith('[') ? `[${plain}]` : plain;
  return port === 80 ? bare : `${bare}:${port}`;
}

/**
 * The names of a server. `hosts`: what `HOST` lists, parted by commas; the first is the address to listen on. Without it 127.0.0.1. `localhost` and `[::1]`
 * lead to 127.0.0.1, since three names would be three origins with a store and permissions each.
 */
export function namesOf(hosts: readonly string[], port: number): Names {
  const listed = hosts.filter((h) => h !== '' && !everywhere.has(h));
  const addresses = hosts.some((h) => everywhere.has(h))
    ? Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map((i) => i.address))
    : [];
  const loopback = ['localhost', '::1'].map((n) => hostOf(n, port));
  const own = new Set(['127.0.0.1', ...listed, ...addresses].map((n) => hostOf(n, port)));
  for (const name of loopback) if (!listed.some((l) => hostOf(l, port) === name)) own.delete(name);
  const [listensOn = ''] = hosts;
  const first = hostOf(listensOn === '' || everywhere.has(listensOn) ? '127.0.0.1' : listensOn, port);
  return { own, led: new Set(loopback.filter((n) => !own.has(n))), first };
}

/** Where and by which names to listen, as `HOST` says: names parted by commas. */
export const hostsOf = (raw: string | undefined): readonly string[] => (raw ?? '').split(',').map((h) => h.trim());

export type Welcome = 'welcome' | 'lead' | 'host' | 'origin';

/** Reading, writing, or reading what costs much and is never asked for by a link on another site. */
export type Intent = 'read' | 'costly' | 'write';

/**
 * Whether a request is welcome. `host`: a name that is none of ours had itself point here (DNS rebinding); `origin`: a page of another site, or for writing
 * anything that does not prove to be a page of this one; `lead`: another name of this machine, to be led to the first.
 */
export function welcomeOf({ host, origin, site }: Asked, intent: Intent, names: Names): Welcome {
  if (host === null) return 'host';
  const name = host.toLowerCase();
  if (names.led.has(name)) return intent === 'read' ? 'lead' : 'host';
  if (!names.own.has(name)) return 'host';
  const same = origin === `http://${name}`;
  switch (intent) {
    case 'read':
      return 'welcome';
    case 'costly':
      // A tool on this machine sends neither header; a typed address says "none".
      if (origin !== null && !same) return 'origin';
      return site === null || site === 'same-origin' || site === 'none' ? 'welcome' : 'origin';
    case 'write':
      if (site !== null && site !== 'same-origin') return 'origin';
      if (origin !== null) return same ? 'welcome' : 'origin';
      return site === 'same-origin' ? 'welcome' : 'origin';
  }
}

/** Headers of every answer, before a page adds its own policy: nothing of another site may read, frame or reach it. */
export const sealed: Readonly<Record<string, string>> = {
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
  'cross-origin-resource-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'x-frame-options': 'DENY',
};

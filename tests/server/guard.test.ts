// The door over a real port: who is turned away and how, that what passes is on the list, and limits on bodies and time.
import { readdirSync, statSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join, relative, resolve } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { judge } from '@/server/guard/door';
import { policyOf } from '@/server/guard/policy';
import { hostsOf, namesOf, sealed, welcomeOf } from '@/server/guard/request';
import { lookUpOf, routes } from '@/server/guard/routes';
import { guarded } from '@/server/process/listen';
import { hostileRequests } from '../kit/hostile-requests';
import { rawRequest } from '../kit/raw-request';

const files = ['/_next/static/chunks/a.js', '/_next/static/media/a [b].woff2'];
const lookUp = lookUpOf(files);

describe('names', () => {
  const names = namesOf(hostsOf(undefined), 4310);
  const asked = { method: 'GET', host: '127.0.0.1:4310', origin: null, site: null };
  it.each([
    ['its own name', {}, 'read', 'welcome'],
    ['its other name', { host: 'localhost:4310' }, 'read', 'lead'],
    ['its name in capitals', { host: 'LOCALHOST:4310' }, 'read', 'lead'],
    ['its address of version 6', { host: '[::1]:4310' }, 'read', 'lead'],
    ['writing by its other name', { host: 'localhost:4310', origin: 'http://localhost:4310' }, 'write', 'host'],
    ['reading from a link on another site', { site: 'cross-site' }, 'read', 'welcome'],
    ['reading much, typed in', { site: 'none' }, 'costly', 'welcome'],
    ['reading much with a tool', {}, 'costly', 'welcome'],
    ['reading much from a link on another site', { site: 'cross-site' }, 'costly', 'origin'],
    ['writing from its own page', { origin: 'http://127.0.0.1:4310', site: 'same-origin' }, 'write', 'welcome'],
    ['writing with only the origin', { origin: 'http://127.0.0.1:4310' }, 'write', 'welcome'],
    ['writing with only the site', { site: 'same-origin' }, 'write', 'welcome'],
    ['writing with neither', {}, 'write', 'origin'],
  ] as const)('%s', (_what, change, intent, expected) => {
    expect(welcomeOf({ ...asked, ...change }, intent, names)).toBe(expected);
  });
  it('that HOST lists are origins of their own, localhost among them; port 80 is left out as a browser does', () => {
    const more = namesOf(hostsOf('0.0.0.0, stage.local,localhost'), 80);
    expect(more.own).toContain('stage.local');
    expect(more.own).toContain('localhost');
    expect(more.own).toContain('127.0.0.1');
    expect([...more.led]).toEqual(['[::1]']);
    expect(namesOf(hostsOf('stage.local:8443'), 4310).own).toContain('stage.local:8443');
  });
  it('nothing but its own names is ever welcome (property)', () => {
    const host = fc.oneof(
      fc.string(),
      fc.webAuthority(),
      fc.constantFrom('127.0.0.1', '127.0.0.1:43100', 'localhost:4310.', '[::1]'),
    );
    fc.assert(
      fc.property(
        host,
        fc.option(fc.string()),
        fc.option(fc.string()),
        fc.constantFrom('read', 'costly', 'write'),
        (h, origin, site, intent) => {
          const welcome = welcomeOf({ method: 'GET', host: h, origin, site }, intent, names);
          if (welcome === 'welcome') expect(h.toLowerCase()).toBe('127.0.0.1:4310');
          if (welcome === 'welcome' && intent === 'write')
            expect(origin === 'http://127.0.0.1:4310' || (origin === null && site === 'same-origin')).toBe(true);
        },
      ),
      { numRuns: 2000 },
    );
  });
});

describe('the list', () => {
  it('names every page and route of the application and no other', () => {
    const app = resolve(import.meta.dirname, '../../src/app');
    const below = (folder: string): readonly string[] =>
      readdirSync(folder).flatMap((name) => {
        const path = join(folder, name);
        return statSync(path).isDirectory() ? below(path) : [relative(app, path)];
      });
    const there = below(app).flatMap((file) => {
      const path = /^(.*?)\/?(page\.tsx|route\.ts)$/.exec(file)?.[1];
      return path === undefined
        ? file.endsWith('.svg')
          ? [`/${file}`]
          : []
        : [`/${path.replace('[id]', ':id').replace(/\/\(work\)(?=\/|$)/, '')}`];
    });
    expect(routes.map((r) => r.path).sort()).toEqual([...there].sort());
  });
  it('finds nothing by a prefix, an ending or another case of what is on it (property)', () => {
    const known = [...routes.map((r) => r.path.replace(':id', 'abc')), ...files];
    fc.assert(
      fc.property(fc.constantFrom(...known), fc.string({ minLength: 1, maxLength: 8 }), (path, more) => {
        const id = (p: string): string => p.replace(/\/(rigs|library)\/[A-Za-z0-9_-]{1,40}/, '/$1/abc');
        for (const other of [`${path}${more}`, `${more}${path}`, path.slice(0, -1)])
          if (!known.includes(id(other)) && !known.includes(decodeURIComponent(encodeURIComponent(id(other)))))
            expect(lookUp(other)).toBeNull();
      }),
      { numRuns: 2000 },
    );
  });
  it('finds the files of the build, also as a browser writes them', () => {
    expect(lookUp('/_next/static/media/a%20%5Bb%5D.woff2')?.kind).toBe('file');
    expect(lookUp('/_next/static/chunks/a.js')?.kind).toBe('file');
  });
  it('the judge never throws, whatever the head (property)', () => {
    const names = namesOf([], 4310);
    const headers = fc.dictionary(
      fc.constantFrom('host', 'origin', 'sec-fetch-site', 'content-length', 'next-action', 'transfer-encoding'),
      fc.string(),
    );
    fc.assert(
      fc.property(fc.string(), fc.string(), headers, fc.nat(3), (method, url, given, hosts) => {
        const judged = judge({ method, url, headers: given, hosts }, lookUp, names);
        expect(judged.type === 'refuse' || given.host?.toLowerCase().endsWith(':4310')).toBe(true);
      }),
      { numRuns: 3000 },
    );
  });
});

describe('over a real port', () => {
  let server: Server;
  let port = 0;
  const passed: string[] = [];
  const seen: (string | undefined)[] = [];
  beforeAll(async () => {
    const names = { own: new Set<string>(), led: new Set<string>(), first: '' };
    server = guarded(
      lookUp,
      names,
      (request, response) => {
        passed.push(`${request.method} ${request.url}`);
        seen.push(
          request.headers['x-nonce'] as string | undefined,
          request.headers['x-middleware-subrequest'] as string | undefined,
        );
        if (request.method === 'POST') request.on('end', () => response.end('{}')).resume();
        else response.end('ok');
      },
      { headMs: 800, idleMs: 300, wholeMs: 5000 },
    );
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    port = (server.address() as AddressInfo).port;
    Object.assign(names, namesOf([], port));
  });
  afterAll(() => {
    server.closeAllConnections();
    server.close();
  });
  const own = (): string => `127.0.0.1:${port}`;
  const sent = (text: string): string => text.replaceAll('{own}', own());

  it('as a check of the check: its own page passes, and an action of it', async () => {
    expect((await rawRequest(port, sent('GET / HTTP/1.1\r\nhost: {own}\r\n\r\n'))).status).toBe(200);
    const action = 'POST / HTTP/1.1\r\nhost: {own}\r\norigin: http://{own}\r\nnext-action: x\r\ncontent-length: 2\r\n\r\n[]';
    expect((await rawRequest(port, sent(action))).status).toBe(200);
    expect(passed.splice(0)).toEqual(['GET /', 'POST /']);
  });
  it('has at least sixty hostile requests', () => {
    expect(new Set(hostileRequests.map((h) => h.name)).size).toBeGreaterThanOrEqual(60);
  });
  it.each(hostileRequests.map((h) => [h.name, h] as const))('%s', async (_name, hostile) => {
    const answer = await rawRequest(port, `${sent(hostile.head)}\r\n\r\n${hostile.body ?? ''}`);
    if (hostile.status.length === 0) expect(answer.status).not.toBe(200);
    else expect(hostile.status).toContain(answer.status);
    expect(passed.splice(0)).toEqual([]);
    if (answer.status !== 0) for (const [name, value] of Object.entries(sealed)) expect(answer.headers.get(name)).toBe(value);
  });
  it('takes off what only the program itself may say of a request', async () => {
    seen.splice(0);
    await rawRequest(port, sent('GET / HTTP/1.1\r\nhost: {own}\r\nx-nonce: mine\r\nx-middleware-subrequest: src/proxy\r\n\r\n'));
    expect(seen).toEqual([undefined, undefined]);
    passed.splice(0);
  });
  it('ends a request whose body is announced and never comes, and one whose head never ends', async () => {
    const begun = performance.now();
    const head = 'POST /api/restore HTTP/1.1\r\nhost: {own}\r\norigin: http://{own}\r\ncontent-length: 1000\r\n\r\n';
    expect((await rawRequest(port, sent(`${head}abc`))).status).toBe(408);
    expect(performance.now() - begun).toBeLessThan(3000);
    const never = await rawRequest(port, 'GET / HTTP/1.1\r\nhost:', 6000);
    expect([0, 408]).toContain(never.status);
    passed.splice(0);
  });
  it('answers 413 to 600 MB that are really sent, without keeping them', async () => {
    const before = process.memoryUsage().rss;
    let most = 0;
    const size = 600 * 1024 * 1024;
    const head = sent(`POST /api/restore HTTP/1.1\r\nhost: {own}\r\norigin: http://{own}\r\ncontent-length: ${size}\r\n\r\n`);
    const { connect } = await import('node:net');
    const status = await new Promise<number>((done) => {
      const socket = connect(port, '127.0.0.1');
      const piece = Buffer.alloc(1024 * 1024, 32);
      let got = '';
      let left = 600;
      const write = (): void => {
        while (left > 0 && !socket.destroyed) {
          left--;
          most = Math.max(most, process.memoryUsage().rss - before);
          if (!socket.write(piece)) {
            socket.once('drain', write);
            return;
          }
        }
      };
      socket.on('connect', () => {
        socket.write(head);
        write();
      });
      socket.on('data', (chunk) => {
        got += chunk.toString('latin1');
      });
      socket.on('error', () => undefined);
      socket.on('close', () => done(Number(/HTTP\/1\.1 (\d+)/.exec(got)?.[1] ?? 0)));
    });
    expect(status).toBe(413);
    expect(most).toBeLessThan(400 * 1024 * 1024);
    expect(passed.splice(0)).toEqual([]);
  }, 60_000);
});

describe('the policy', () => {
  it('lets in no inline script and no script from elsewhere, frames nothing, and begins with nothing allowed', () => {
    const policy = policyOf('abc');
    const scripts = policy.split('; ').find((p) => p.startsWith('script-src')) ?? '';
    expect(scripts).toContain("'nonce-abc'");
    expect(scripts).not.toContain('unsafe');
    expect(policy).toMatch(/^default-src 'none'/);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toContain('*');
  });
});

// Who is turned away, as a table; and a policy without a way for foreign scripts.
import { describe, expect, it } from 'vitest';
import { policyOf, refusalOf } from '@/server/guard/request';

const asks = (change: Partial<Parameters<typeof refusalOf>[0]>) => ({
  method: 'POST',
  host: '127.0.0.1:4310',
  origin: 'http://127.0.0.1:4310',
  site: 'same-origin',
  ...change,
});

describe('a request', () => {
  it.each([
    ['a page of its own', {}, null],
    ['a tool on this machine, without an origin', { origin: null, site: null }, null],
    ['by its other names', { host: 'localhost:4310', origin: 'http://localhost:4310' }, null],
    ['by the name in capitals', { host: 'LOCALHOST:4310', origin: 'http://localhost:4310' }, null],
    ['an address of version 6', { host: '[::1]:4310', origin: 'http://[::1]:4310' }, null],
    ['a page of another site', { origin: 'https://elsewhere.example' }, 'origin'],
    ['a page on another port of this machine', { origin: 'http://127.0.0.1:9999' }, 'origin'],
    ['a page of another site that hides its origin', { origin: null, site: 'cross-site' }, 'origin'],
    ['a sandboxed frame', { origin: 'null' }, 'origin'],
    ['no origin at all that can be read', { origin: '://' }, 'origin'],
    ['another name that points here (DNS rebinding)', { host: 'evil.example:4310', origin: 'http://evil.example:4310' }, 'host'],
    ['another name, only reading', { method: 'GET', host: 'evil.example', origin: null }, 'host'],
    ['no host', { host: null }, 'host'],
    ['reading from a link on another site', { method: 'GET', origin: null, site: 'cross-site' }, null],
  ])('%s', (_what, change, expected) => {
    expect(refusalOf(asks(change), [])).toBe(expected);
  });
  it('by a name that was added on purpose is welcome', () => {
    expect(refusalOf(asks({ host: 'stage.local:4310', origin: 'http://stage.local:4310' }), ['stage.local'])).toBeNull();
  });
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

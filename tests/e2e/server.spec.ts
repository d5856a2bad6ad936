// The whole program as one process, on data folders of its own: how it starts, ends, turns away, and what a player sees where the data cannot be opened.
import { copyFileSync, existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { connect as dial } from 'node:net';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { openDatabase } from '@/server/database/connection';
import { connect } from '@/server/database/sql';
import { listRigs } from '@/server/rigs/rigs';
import { hostileRequests } from '../kit/hostile-requests';
import { rawRequest } from '../kit/raw-request';
import { smallDisk } from '../kit/small-disk';
import { expectAccessible } from './kit';
import { home, type Running, start } from './own-server';

const own = (server: Running) => ({ origin: server.url });
const statusOf = async (url: string, options: RequestInit = {}): Promise<number> =>
  (await fetch(url, { redirect: 'manual', ...options })).status;

for (const streams of [0, 20])
  test(`it ends within two seconds with ${streams} open streams, and everything is in one file`, async () => {
    const folder = home();
    const server = await start(folder);
    const made = await fetch(`${server.url}/api/rigs/lantern-hour/export`);
    const taken = await fetch(`${server.url}/api/rigs/import`, { method: 'POST', headers: own(server), body: await made.text() });
    expect(taken.status).toBe(200);
    const lines = Array.from({ length: streams }, () => dial(server.port, '127.0.0.1'));
    let heard = 0;
    for (const line of lines) {
      line.on('data', (chunk: Buffer) => {
        if (chunk.toString().includes('listening')) heard++;
      });
      line.on('error', () => undefined);
      line.write(`GET /api/rigs/lantern-hour/events HTTP/1.1\r\nhost: 127.0.0.1:${server.port}\r\n\r\n`);
    }
    await expect.poll(() => heard).toBe(streams);
    const { code, ms } = await server.end();
    expect(code).toBe(0);
    expect(ms).toBeLessThan(2000);
    for (const line of lines) line.destroy();
    expect(readdirSync(folder).filter((name) => name.startsWith('keen-dial.sqlite'))).toEqual(['keen-dial.sqlite']);
    const copy = join(home(), 'copy.sqlite');
    copyFileSync(join(folder, 'keen-dial.sqlite'), copy);
    const db = await openDatabase(copy);
    // The two of the demo, and the one that was taken in.
    expect((await listRigs(db)).length).toBe(3);
    await db.close();
  });

test('a second one on the same folder says who has it and ends; a killed one leaves nothing that stops the next', async () => {
  const folder = home();
  const first = await start(folder);
  const second = await start(folder);
  await expect.poll(() => second.child.exitCode).toBe(1);
  expect(second.said()).toContain(`process ${first.child.pid}, serving on ${first.url}`);
  expect(await statusOf(`${first.url}/`)).toBe(200);
  await first.end('SIGKILL');
  const third = await start(folder);
  expect(await statusOf(`${third.url}/`)).toBe(200);
});

test('a port that is taken is said in words', async () => {
  const first = await start(home());
  const second = await start(home(), { PORT: String(first.port) });
  await expect.poll(() => second.child.exitCode).toBe(1);
  expect(second.said()).toContain('Something else listens on this port');
});

test('no hostile request passes, and what is welcome does', async () => {
  const server = await start(home());
  const host = `127.0.0.1:${server.port}`;
  const before = await (await fetch(`${server.url}/api/rigs/lantern-hour/export`)).text();
  for (const hostile of hostileRequests) {
    const answer = await rawRequest(server.port, `${hostile.head.replaceAll('{own}', host)}\r\n\r\n${hostile.body ?? ''}`, 2500);
    expect(answer.status === 200 || answer.status >= 500, `${hostile.name}: ${answer.status}`).toBe(false);
    if (hostile.status.length > 0) expect(hostile.status, hostile.name).toContain(answer.status);
    expect(answer.body, hostile.name).not.toContain('Lantern Hour');
  }
  expect(await (await fetch(`${server.url}/api/rigs/lantern-hour/export`)).text()).toBe(before);
  for (const name of ['localhost', '[::1]']) {
    const led = await fetch(`http://${name}:${server.port}/library?x=1`, { redirect: 'manual' }).catch(() => null);
    // A machine without version 6 has no [::1].
    if (led || name === 'localhost') expect(led?.headers.get('location')).toBe(`${server.url}/library?x=1`);
  }
  const odd = [
    '/rigs/nobody/map',
    '/library/nobody',
    '/api/rigs/nobody/export',
    '/api/rigs/nobody/sheet',
    '/api/rigs/nobody/proofs',
  ];
  for (const path of odd) expect([path, await statusOf(server.url + path)]).toEqual([path, 404]);
  expect(await statusOf(`${server.url}/api/rigs/lantern-hour/files?as=teapot`)).toBe(400);
  for (const path of ['/', '/api/rigs/lantern-hour/export', '/icon.svg']) {
    const { headers } = await fetch(server.url + path);
    expect(headers.get('content-security-policy')).toContain("default-src 'none'");
    expect(headers.get('cross-origin-resource-policy')).toBe('same-origin');
    expect(headers.get('cross-origin-opener-policy')).toBe('same-origin');
  }
});

test('a large body is streamed: 500 MB that are no backup are refused without memory for them', async () => {
  const folder = home();
  const server = await start(folder);
  const rss = (): number =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  await fetch(`${server.url}/`);
  const before = rss();
  let most = before;
  const look = setInterval(() => {
    most = Math.max(most, rss());
  }, 50);
  const piece = Buffer.alloc(1024 * 1024, 0x20);
  const size = 500;
  const status = await new Promise<string>((done) => {
    const socket = dial(server.port, '127.0.0.1');
    let left = size;
    let got = '';
    const write = (): void => {
      while (left > 0) {
        left--;
        if (!socket.write(piece)) {
          socket.once('drain', write);
          return;
        }
      }
    };
    socket.on('connect', () => {
      socket.write(
        `POST /api/restore HTTP/1.1\r\nhost: 127.0.0.1:${server.port}\r\norigin: ${server.url}\r\ncontent-length: ${size * piece.length}\r\nconnection: close\r\n\r\n`,
      );
      write();
    });
    socket.on('data', (chunk: Buffer) => {
      got += chunk.toString('latin1');
    });
    socket.on('error', () => undefined);
    socket.on('close', () => done(got));
  });
  clearInterval(look);
  expect(status).toContain(' 422 ');
  expect(status).toContain('no backup of Keen Dial');
  expect(most - before).toBeLessThan(400);
  expect(readdirSync(join(folder, 'scratch'))).toEqual([]);
});

test.describe('where the data cannot be opened', () => {
  test('a damaged database leads to a page that restores a backup, with the old file kept', async ({ page }) => {
    const folder = home();
    const first = await start(folder);
    const exported = await (await fetch(`${first.url}/api/rigs/lantern-hour/export`)).text();
    await expect.poll(() => (existsSync(join(folder, 'backups')) ? readdirSync(join(folder, 'backups')).length : 0)).toBe(1);
    await first.end();
    const file = join(folder, 'keen-dial.sqlite');
    writeFileSync(file, Buffer.from(readFileSync(file)).fill(0xff, 4096, 20_480));
    const server = await start(folder);
    expect(await statusOf(`${server.url}/api/rigs/lantern-hour/export`)).toBe(503);
    await page.goto(`${server.url}/rigs/lantern-hour/map`);
    await expect(page.getByRole('heading', { name: 'The database is damaged.' })).toBeVisible();
    await expectAccessible(page);
    const list = page.getByRole('list', { name: 'Automatic backups' });
    await expect(list).toContainText('of the day');
    await list.getByRole('button').first().click();
    await page.getByRole('button', { name: 'Replace the database with it' }).click();
    await expect(page.getByRole('heading', { name: 'Your data is open again.' })).toBeVisible();
    await expect(page.getByText(/The old file is kept as kept-/)).toBeVisible();
    await page.getByRole('button', { name: 'See the rigs' }).click();
    await expect(page.getByRole('link', { name: 'Lantern Hour', exact: true })).toBeVisible();
    expect(await (await fetch(`${server.url}/api/rigs/lantern-hour/export`)).text()).toBe(exported);
    expect(readdirSync(folder).some((name) => name.startsWith('kept-'))).toBe(true);
  });

  test('an empty one is no new one; starting anew keeps it', async ({ page }) => {
    const folder = home();
    writeFileSync(join(folder, 'keen-dial.sqlite'), '');
    const server = await start(folder);
    await page.goto(`${server.url}/`);
    await expect(page.getByRole('heading', { name: 'The database is empty.' })).toBeVisible();
    await expect(page.getByText('There are no automatic backups')).toBeVisible();
    await page.getByRole('button', { name: 'Start anew…' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Start anew' }).click();
    await page.getByRole('button', { name: 'See the rigs' }).click();
    await expect(page.getByRole('link', { name: 'Lantern Hour', exact: true })).toBeVisible();
  });

  test('a locked one goes on by itself when the lock ends', async ({ page }) => {
    const folder = home();
    const first = await start(folder);
    await first.end();
    const other = await connect(join(folder, 'keen-dial.sqlite'), { mode: 'write' });
    await other.all('PRAGMA journal_mode = DELETE');
    await other.run('BEGIN EXCLUSIVE');
    const server = await start(folder);
    await page.goto(`${server.url}/`);
    await expect(page.getByRole('heading', { name: 'Another program holds your data.' })).toBeVisible();
    await expect(page.getByText('Waiting for the lock to end')).toBeVisible();
    await other.close();
    await expect(page.getByRole('link', { name: 'Lantern Hour', exact: true })).toBeVisible({ timeout: 15_000 });
  });

  test('a newer one is left alone: there is no way from here that would touch it but moving it aside', async ({ page }) => {
    const folder = home();
    const first = await start(folder);
    await first.end();
    const file = join(folder, 'keen-dial.sqlite');
    const hand = await connect(file, { mode: 'write' });
    await hand.run("INSERT INTO migrations VALUES ('999-of-the-future')");
    await hand.all('PRAGMA journal_mode = DELETE');
    await hand.close();
    const before = readFileSync(file);
    const server = await start(folder);
    await page.goto(`${server.url}/`);
    await expect(page.getByRole('heading', { name: 'A newer Keen Dial wrote this data.' })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Restore a backup' })).toHaveCount(0);
    await server.end();
    expect(readFileSync(file).equals(before)).toBe(true);
  });
});

test('a full disk is said in those words, what was typed is kept, and it is saved when there is room', async ({ page }) => {
  const disk = smallDisk(12);
  try {
    const server = await start(disk.folder);
    await page.goto(`${server.url}/rigs/lantern-hour/map`);
    await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible();
    if (disk.own) disk.fill(0);
    else disk.setReadOnly(true);
    await page.getByRole('button', { name: /^FS 1:/ }).click();
    const clear = page.getByRole('button', { name: 'Clear', exact: true });
    // The log has room for a while; then the disk is full.
    await clear.click();
    for (let i = 0; i < 60 && !(await page.getByText('disk full', { exact: true }).isVisible()); i++) {
      await page.keyboard.press(i % 2 === 0 ? 'Control+z' : 'Control+Shift+z');
      await page.waitForTimeout(60);
    }
    await expect(page.getByText('disk full', { exact: true })).toBeVisible();
    expect(await statusOf(`${server.url}/api/rigs/lantern-hour/export`)).toBe(200);
    const again = await page.context().newPage();
    await again.goto(`${server.url}/`);
    await expect(again.getByRole('alert').filter({ hasText: 'Disk full' })).toBeVisible();
    await again.close();
    disk.empty();
    disk.setReadOnly(false);
    await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible({ timeout: 20_000 });
    await server.end();
  } finally {
    disk.remove();
  }
});

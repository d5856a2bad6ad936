// What the screen says when a disk is full or read-only, a database locked or newer, a folder owned, a clock set back.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { lanternHour } from '@/demo/lantern-hour';
import { makeBackup, prune, sizeOf } from '@/server/backups/automatic';
import { connect } from '@/server/database/sql';
import { databaseFile, stamp, timeOf } from '@/server/folder/paths';
import { openFolder } from '@/server/folder/state';
import { addRig } from '@/server/rigs/rigs';
import { hostileRequests } from '../kit/hostile-requests';
import { rawRequest } from '../kit/raw-request';
import { smallDisk } from '../kit/small-disk';
import type { Line } from './table';

interface Server {
  readonly base: string;
  readonly port: number;
  readonly said: () => string;
  readonly code: () => number | null;
  readonly stop: () => Promise<void>;
}

async function serve(root: string, folder: string, random: () => number): Promise<Server> {
  const port = 20_000 + Math.floor(random() * 20_000);
  let text = '';
  const child = spawn(process.execPath, [join(root, 'scripts/start.mjs')], {
    env: { ...process.env, PORT: String(port), HOST: '', KEEN_DIAL_DATA: folder, KEEN_DIAL_DEMO: '1' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const gone = new Promise<void>((done) => child.on('exit', () => done()));
  await new Promise<void>((ready) => {
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk: Buffer) => {
        text += chunk.toString();
        if (text.includes('Keen Dial: http')) ready();
      });
    child.on('exit', () => ready());
  });
  return {
    base: `http://127.0.0.1:${port}`,
    port,
    said: () => text,
    code: () => child.exitCode,
    stop: async () => {
      child.kill('SIGTERM');
      await gone;
    },
  };
}

/** Whether a page has all of some words; tags are left out of account. */
async function says(url: string, words: readonly string[]): Promise<boolean> {
  const text = (await (await fetch(url)).text()).replace(/<[^>]+>/g, '');
  return words.every((word) => text.includes(word));
}

const line = (what: string, fine: boolean, note: string): Line => ({
  what,
  tries: 1,
  lost: 0,
  damaged: fine ? 0 : 1,
  leftovers: 0,
  note,
});

export async function screens(root: string, random: () => number): Promise<readonly Line[]> {
  const lines: Line[] = [];
  const home = mkdtempSync(join(tmpdir(), 'keen-torture-screens-'));
  const first = await serve(root, home, random);
  const second = await serve(root, home, random);
  lines.push(
    line(
      'two servers on one folder',
      second.code() === 1 && second.said().includes('process'),
      'the second names the first and ends',
    ),
  );
  let turned = 0;
  for (const hostile of hostileRequests) {
    const head = hostile.head.replaceAll('{own}', `127.0.0.1:${first.port}`);
    const answer = await rawRequest(first.port, `${head}\r\n\r\n${hostile.body ?? ''}`, 2500);
    if (answer.status !== 200 && answer.status < 500 && !answer.body.includes('Lantern Hour')) turned++;
  }
  lines.push({
    ...line('hostile requests', turned === hostileRequests.length, `${turned} turned away`),
    tries: hostileRequests.length,
  });
  await first.stop();

  const other = await connect(databaseFile(home), { mode: 'write' });
  await other.all('PRAGMA journal_mode = DELETE');
  await other.run('BEGIN EXCLUSIVE');
  const locked = await serve(root, home, random);
  lines.push(line('locked database', await says(`${locked.base}/`, ['Another program holds your data']), 'says so, and waits'));
  await other.close();
  await fetch(`${locked.base}/api/recovery`);
  lines.push(line('the lock ends', await says(`${locked.base}/`, ['Lantern Hour']), 'goes on by itself'));
  await locked.stop();

  const hand = await connect(databaseFile(home), { mode: 'write' });
  await hand.run("INSERT INTO migrations VALUES ('999-of-the-future')");
  await hand.close();
  const newer = await serve(root, home, random);
  lines.push(line('newer database', await says(`${newer.base}/`, ['A newer Keen Dial wrote this data']), 'is left alone'));
  await newer.stop();
  rmSync(home, { recursive: true, force: true });

  for (const kind of ['disk full', 'read-only'] as const) {
    const disk = smallDisk(12);
    try {
      if (kind === 'disk full' && !disk.own) {
        lines.push(line(kind, true, 'not tried here: only root can make a small disk'));
        continue;
      }
      await (await serve(root, disk.folder, random)).stop();
      if (kind === 'disk full') disk.fill(0);
      else disk.setReadOnly(true);
      const server = await serve(root, disk.folder, random);
      const words = kind === 'disk full' ? 'Disk full' : 'Read-only';
      const listed = await says(`${server.base}/`, [words, 'Lantern Hour']);
      const exported = (await fetch(`${server.base}/api/rigs/lantern-hour/export`)).ok;
      const backedUp = (await fetch(`${server.base}/api/backup`)).ok;
      lines.push(line(kind, listed && exported && backedUp, `says “${words}”; lists, exports and backs up all the same`));
      await server.stop();
    } finally {
      disk.remove();
    }
  }

  const folder = mkdtempSync(join(tmpdir(), 'keen-torture-clock-'));
  const held = await openFolder(folder, { does: 'looking', address: '' });
  const state = held.state();
  if (state.type === 'open') {
    await addRig(state.db, lanternHour(), 'lantern-hour');
    await state.daily.settled();
    const made = await makeBackup(folder, 'daily', state.db.copyTo, sizeOf(state.db.file), 'whole');
    const back = stamp(made.ok ? made.value : null, Date.now() - 365 * 86_400_000);
    prune(folder, made.ok ? made.value : '');
    lines.push(
      line(
        'clock set back by a year',
        made.ok && timeOf(back) > timeOf(made.value),
        'names still sort as files were made; nothing goes',
      ),
    );
  }
  await held.close();
  rmSync(folder, { recursive: true, force: true });
  return lines;
}

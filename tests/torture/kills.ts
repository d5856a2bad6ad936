// Kills at random moments of every kind of work, in a child process on the database layer and through the whole server.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeRig } from '@/core/formats';
import { lanternHour } from '@/demo/lantern-hour';
import { openDatabase } from '@/server/database/connection';
import { backupsFolder, databaseFile, scratchFolder } from '@/server/folder/paths';
import { openFolder } from '@/server/folder/state';
import { loadRig } from '@/server/rigs/rows';
import type { Line } from './table';

export const works = ['edits', 'imports', 'undo', 'backups', 'restores'] as const;
export type Work = (typeof works)[number];

const demo = lanternHour();
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

interface Facts {
  readonly lost: number;
  readonly damaged: number;
  readonly leftovers: number;
}

/** Opens a folder as the next start would, and looks for whatever was acknowledged. */
async function lookAfter(folder: string, log: string): Promise<Facts> {
  const held = await openFolder(folder, { does: 'looking', address: '' });
  const state = held.state();
  if (state.type !== 'open') {
    await held.close();
    return { lost: 0, damaged: 1, leftovers: 0 };
  }
  const { db } = state;
  const lines = existsSync(log) ? readFileSync(log, 'utf8').split('\n').slice(0, -1) : [];
  // What was acknowledged before a restore is in the copy that was kept, or went with an earlier one: only what came after the last one counts here.
  const last = lines.findLastIndex((line) => line.startsWith('restored'));
  const since = lines.slice(last + 1).map((line) => line.split('\t'));
  const facts = await db.read(async ({ all, one }) => {
    const edits = new Set((await all('SELECT "editId" FROM "journal"')).map((row) => String(row.editId)));
    const names = new Set((await all('SELECT "name" FROM "rigs"')).map((row) => String(row.name)));
    const missing = since.filter(([what, name = '']) =>
      what === 'edit' ? !edits.has(name) : what === 'import' ? !names.has(name) : false,
    );
    const sound = (await one('PRAGMA integrity_check'))?.integrity_check === 'ok';
    const dangling = (await all('SELECT * FROM pragma_foreign_key_check')).length;
    let broken = sound && dangling === 0 ? 0 : 1;
    for (const { id } of await all('SELECT "id" FROM "rigs"')) {
      const rig = (await loadRig(db, String(id)).catch(() => null))?.rig;
      if (rig?.controls.length !== demo.controls.length || rig.assignments.length !== demo.assignments.length) broken++;
    }
    return { missing, broken };
  });
  await held.close();
  // An edit may have been acknowledged between the last note of a restore and its kill: then the copy that was kept has it.
  let lost = 0;
  for (const [what = '', name = ''] of facts.missing) if (!(await keptHas(folder, what, name))) lost++;
  const scratch = existsSync(scratchFolder(folder)) ? readdirSync(scratchFolder(folder)).length : 0;
  const temporary = readdirSync(tmpdir()).filter((name) => /^keen-dial-\d+-/.test(name)).length;
  return { lost, damaged: facts.broken, leftovers: scratch + temporary };
}

async function keptHas(folder: string, what: string, name: string): Promise<boolean> {
  const kept = existsSync(backupsFolder(folder)) ? readdirSync(backupsFolder(folder)) : [];
  for (const file of kept
    .filter((f) => f.startsWith('before-restore'))
    .sort()
    .reverse()) {
    const db = await openDatabase(join(backupsFolder(folder), file));
    const found = await db.read(({ one }) =>
      what === 'edit'
        ? one('SELECT 1 AS "there" FROM "journal" WHERE "editId" = $1', [name])
        : one('SELECT 1 AS "there" FROM "rigs" WHERE "name" = $1', [name]),
    );
    await db.close();
    if (found) return true;
  }
  return false;
}

export async function killWorkers(worker: string, work: Work, kills: number, random: () => number): Promise<Line> {
  const folder = mkdtempSync(join(tmpdir(), 'keen-torture-'));
  const log = join(folder, 'acknowledged.txt');
  const total = { lost: 0, damaged: 0, leftovers: 0, acknowledged: 0 };
  for (let i = 0; i < kills; i++) {
    writeFileSync(log, '');
    const seed = String(Math.floor(random() * 1e9));
    await new Promise<void>((done) => {
      const child = spawn(process.execPath, [worker, folder, work, log, String(i), seed], {
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      const after = 2 + random() * (work === 'edits' || work === 'undo' ? 250 : 900);
      child.stdout.once('data', () => setTimeout(() => child.kill('SIGKILL'), after));
      child.on('exit', () => done());
    });
    total.acknowledged += readFileSync(log, 'utf8').split('\n').length - 1;
    const facts = await lookAfter(folder, log);
    total.lost += facts.lost;
    total.damaged += facts.damaged;
    total.leftovers += facts.leftovers;
    // Imports add up: a folder that has grown is begun anew.
    if (work === 'imports' && i % 10 === 9) rmSync(databaseFile(folder), { force: true });
  }
  rmSync(folder, { recursive: true, force: true });
  const { acknowledged, ...facts } = total;
  return { what: `killed during ${work}`, tries: kills, ...facts, note: `${acknowledged} acknowledged` };
}

/** The same through the whole server: requests until it is killed, then started anew. */
export async function killServers(root: string, work: Work, kills: number, random: () => number): Promise<Line> {
  const folder = mkdtempSync(join(tmpdir(), 'keen-torture-server-'));
  const log = join(folder, 'acknowledged.txt');
  const total = { lost: 0, damaged: 0, leftovers: 0, acknowledged: 0 };
  for (let i = 0; i < kills; i++) {
    const port = 20_000 + Math.floor(random() * 20_000);
    const lines: string[] = [];
    const child = spawn(process.execPath, [join(root, 'scripts/start.mjs')], {
      env: { ...process.env, PORT: String(port), HOST: '', KEEN_DIAL_DATA: folder, KEEN_DIAL_DEMO: '1' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    const gone = new Promise<void>((done) => child.on('exit', () => done()));
    await new Promise<void>((ready) => {
      child.stdout.on('data', (chunk: Buffer) => chunk.toString().includes('Keen Dial: http') && ready());
      child.on('exit', () => ready());
    });
    const base = `http://127.0.0.1:${port}`;
    const post = (path: string, body: BodyInit) => fetch(base + path, { method: 'POST', headers: { origin: base }, body });
    let on = true;
    const working = (async () => {
      const [row] = demo.parameters;
      const now = (await (await fetch(`${base}/api/rigs/lantern-hour/export`)).json()) as {
        parameters: readonly { id: string; note: string }[];
      };
      const nothing = { epoch: '', version: 0, newest: null, own: [] };
      const told = await (await post('/api/rigs/lantern-hour/journal', JSON.stringify(nothing))).text();
      const since = { ...nothing, epoch: /"epoch":"(\w+)"/.exec(told)?.[1] ?? '' };
      const posted = async (item: object): Promise<boolean> => {
        const line = JSON.stringify({ item: { label: '', ...item }, since, parts: 0 });
        return (await (await post('/api/rigs/lantern-hour/edits', line)).text()).includes('"ok":true');
      };
      let was = now.parameters.find((p) => p.id === row?.id)?.note ?? '';
      for (let n = 0; on; n++) {
        if (work === 'edits' || work === 'undo') {
          const editId = `${i}-${n}`;
          const edit = { type: 'set', table: 'parameters', id: row?.id, field: 'note', was, to: editId };
          if (await posted({ id: editId, kind: 'edit', edit })) {
            lines.push(`edit\t${editId}`);
            was = editId;
          }
          if (work === 'undo' && (await posted({ id: `${editId}-u`, kind: 'undo', of: editId, edit: null }))) {
            lines.push(`edit\t${editId}-u`);
            was = edit.was;
          }
          continue;
        }
        const name = `Imported ${i} ${n}`;
        if ((await post('/api/rigs/import', writeRig({ ...demo, name }))).ok) lines.push(`import\t${name}`);
        if (work === 'backups') await (await fetch(`${base}/api/backup`)).arrayBuffer();
        if (work === 'restores') {
          const { backups } = (await (await fetch(`${base}/api/backups`)).json()) as { backups: readonly { name: string }[] };
          const [newest] = backups;
          if (newest && (await post('/api/backups', JSON.stringify({ restore: newest.name }))).ok) lines.push('restored');
        }
      }
    })().catch(() => undefined);
    await wait(200 + random() * 2500);
    child.kill('SIGKILL');
    on = false;
    await gone;
    await working;
    writeFileSync(log, lines.map((line) => `${line}\n`).join(''));
    total.acknowledged += lines.length;
    const facts = await lookAfter(folder, log);
    total.lost += facts.lost;
    total.damaged += facts.damaged;
    total.leftovers += facts.leftovers;
  }
  rmSync(folder, { recursive: true, force: true });
  const { acknowledged, ...facts } = total;
  return { what: `server killed during ${work}`, tries: kills, ...facts, note: `${acknowledged} acknowledged` };
}

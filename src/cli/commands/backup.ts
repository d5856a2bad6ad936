import { existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { counted } from '@/core/base';
import { type Command, type Io, oneFile, Unusable } from '../command';
import { tableOf } from '../table';

/** Where the data lies: `--data`, else `KEEN_DIAL_DATA`, else `data` here. */
const folderOf = (flag: string | boolean | undefined): string =>
  resolve(typeof flag === 'string' ? flag : (process.env.KEEN_DIAL_DATA ?? 'data'));

const data = { type: 'string', help: 'the data folder; else KEEN_DIAL_DATA, else data' } as const;

export const backup: Command = {
  name: 'backup',
  summary: 'writes everything, rigs, history and library, to one file; also while Keen Dial runs',
  usage: '',
  options: { data, out: { type: 'string', help: 'the file to write; it must not be there yet' } },
  examples: ['keen backup --out friday.sqlite', 'keen backup --data /srv/keen-dial --out friday.sqlite'],
  run: async ({ files, flags }, io) => {
    if (files.length > 0) throw new Unusable('This command takes no file; name the one to write with --out.');
    const { out } = flags;
    if (typeof out !== 'string') throw new Unusable('Name the file to write with --out.');
    if (existsSync(out)) throw new Unusable(`${out} is there already; name another file.`);
    const file = join(folderOf(flags.data), 'keen-dial.sqlite');
    if (!existsSync(file)) throw new Unusable(`There is no database at ${file}.`);
    // Only here: the other commands start without a database driver.
    const { copyBeside } = await import('@/server/backups/beside');
    const { prove } = await import('@/server/backups/prove');
    const { settle } = await import('@/server/backups/automatic');
    const { BACKUP_LIMIT, tooLarge } = await import('@/server/backups/restore');
    const { withScratch } = await import('@/server/folder/scratch');
    // Made beside where it will lie, under another name, and given its own when it is proved.
    await withScratch(dirname(resolve(out)), async (scratch) => {
      const made = join(scratch, 'backup.sqlite');
      const copied = await copyBeside(file, made);
      if (!copied.ok) throw new Unusable(copied.error);
      if (statSync(made).size > BACKUP_LIMIT) throw new Unusable(`The backup could not be taken back. ${tooLarge}`);
      const proved = await prove(made, scratch);
      if (!proved.ok) throw new Unusable(`The backup was not kept, since it could not be restored. ${proved.error}`);
      await settle(made);
      renameSync(made, out);
    });
    io.err(`Wrote ${out}.`);
    return 0;
  },
};

export const restore: Command = {
  name: 'restore',
  summary: 'replaces everything with a backup; what was there is kept beside it. Stop Keen Dial first',
  usage: 'backup.sqlite',
  options: {
    data,
    list: { type: 'boolean', help: 'lists the backups that were made by themselves, with their size and rigs' },
    from: { type: 'string', help: 'restores one of those, by its name' },
  },
  examples: ['keen restore friday.sqlite', 'keen restore --list', 'keen restore --from daily-2026-11-27T09-30-00-000Z.sqlite'],
  run: async (options, io) => {
    const { flags } = options;
    const folder = folderOf(flags.data);
    if (flags.list === true) return list(folder, flags.json === true, io);
    const file = typeof flags.from === 'string' ? await named(folder, flags.from) : oneFile(options);
    mkdirSync(folder, { recursive: true });
    const { restore: restoreInto, restoreOver } = await import('@/server/backups/restore');
    const { openFolder } = await import('@/server/folder/state');
    const { ownerWords } = await import('@/server/folder/owner');
    const { makeScratch } = await import('@/server/folder/scratch');
    const held = await openFolder(folder, { does: 'restoring a backup', address: '' });
    const scratch = makeScratch();
    try {
      const state = held.state();
      if (state.type === 'owned') throw new Unusable(`${ownerWords(state.owner)} Stop it, or restore from its list of rigs.`);
      const given = file === '-' ? await fromInput(io, join(scratch, 'given.sqlite')) : file;
      if (!existsSync(given)) throw new Unusable(`${given} cannot be read: there is no such file.`);
      const { BACKUP_LIMIT, tooLarge } = await import('@/server/backups/restore');
      if (statSync(given).size > BACKUP_LIMIT) throw new Unusable(tooLarge);
      // A database that cannot be opened is moved aside instead of being written.
      const done = state.type === 'open' ? await restoreInto(state.db, given, folder) : await restoreOver(folder, given);
      if (!done.ok) throw new Unusable(done.error);
      const { rigs, before, notice } = done.value;
      if (notice !== null) io.err(notice);
      io.err(`Restored ${counted(rigs, 'rig')}. What was there is kept as ${before}, in ${folder}.`);
    } finally {
      rmSync(scratch, { recursive: true, force: true });
      await held.close();
    }
    return 0;
  },
};

async function fromInput(io: Io, file: string): Promise<string> {
  const { writeFile } = await import('node:fs/promises');
  await writeFile(file, await io.read('-', 'backup'));
  return file;
}

async function named(folder: string, name: string): Promise<string> {
  const { backupFile } = await import('@/server/backups/automatic');
  const file = backupFile(folder, name);
  if (file === null) throw new Unusable(`There is no backup called ${name.slice(0, 80)}. keen restore --list names them.`);
  return file;
}

async function list(folder: string, json: boolean, io: Io): Promise<0> {
  const { listBackups } = await import('@/server/backups/automatic');
  const backups = await listBackups(folder);
  if (json) io.out(JSON.stringify(backups, null, 2));
  else if (backups.length === 0) io.err(`There are no backups in ${folder} yet.`);
  else
    io.out(
      tableOf([
        ['name', 'made', 'KB', 'rigs'],
        ...backups.map((b) => [
          b.name,
          b.at,
          String(Math.ceil(b.bytes / 1024)),
          b.rigs === null ? 'cannot be read' : String(b.rigs),
        ]),
      ]),
    );
  return 0;
}

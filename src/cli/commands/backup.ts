import { existsSync, mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { type Command, oneFile, Unusable } from '../command';

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
    const { backUpTo } = await import('@/server/database/backup');
    const { openDatabase } = await import('@/server/database/connection');
    const db = await openDatabase(file);
    try {
      await backUpTo(db, out);
    } finally {
      await db.sequelize.close();
    }
    io.err(`Wrote ${out}.`);
    return 0;
  },
};

export const restore: Command = {
  name: 'restore',
  summary: 'puts a backup in the place of everything; what was there is kept beside it. Stop Keen Dial first',
  usage: 'backup.sqlite',
  options: { data },
  examples: ['keen restore friday.sqlite', 'keen restore --data /srv/keen-dial friday.sqlite'],
  run: async (options, io) => {
    const folder = folderOf(options.flags.data);
    const bytes = await io.read(oneFile(options), 'backup');
    const file = join(folder, 'keen-dial.sqlite');
    mkdirSync(folder, { recursive: true });
    const { restore: restoreInto } = await import('@/server/database/backup');
    const { isInUse, openDatabase } = await import('@/server/database/connection');
    if (existsSync(file) && (await isInUse(file)))
      throw new Unusable('Keen Dial is running on this folder. Stop it, or restore from its list of rigs.');
    const db = await openDatabase(file);
    try {
      const done = await restoreInto(db, bytes, folder);
      if (!done.ok) throw new Unusable(done.error);
      io.err(`Restored ${done.value.rigs} rigs and entries. What was there is kept as ${join(folder, done.value.before)}.`);
    } finally {
      await db.sequelize.close();
    }
    return 0;
  },
};

// A process to be killed: does one kind of work on a data folder without end, and notes on disk what was acknowledged before it goes on.
import { appendFileSync, fsyncSync, openSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chance } from '@/core/base';
import { writeRig } from '@/core/formats';
import { set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { backUp } from '@/server/backups/hand-out';
import { restore } from '@/server/backups/restore';
import { scratchFolder } from '@/server/folder/paths';
import { makeScratch } from '@/server/folder/scratch';
import { openFolder } from '@/server/folder/state';
import { takeFile } from '@/server/rigs/import';
import { currentRig } from '@/server/rigs/journal';
import { addRig } from '@/server/rigs/rigs';
import { submit, undo } from '../kit/journal';

const [, , folder = '', kind = 'edits', log = '', round = '0', seed = '1'] = process.argv;
const handle = openSync(log, 'a');
const acknowledge = (...words: readonly string[]): void => {
  appendFileSync(handle, `${words.join('\t')}\n`);
  fsyncSync(handle);
};
const random = chance(Number(seed));

const held = await openFolder(folder, { does: 'being tortured', address: '' });
const opened = held.state();
if (opened.type !== 'open') {
  process.stdout.write(`closed ${JSON.stringify(opened)}\n`);
  process.exit(3);
}
const { db } = opened;
const demo = lanternHour();
const id = 'kept';
if (!(await currentRig(db, id))) {
  await addRig(db, { ...demo, name: 'Kept' }, id);
  acknowledge('rig', id);
}
let edits = 0;
async function edit(): Promise<void> {
  const now = await currentRig(db, id);
  const row = now?.rig.parameters[Math.floor(random() * 20)];
  if (!now || !row) throw new Error('gone');
  const editId = `${round}-${edits++}`;
  const done = await submit(db, id, { editId, baseVersion: now.version, edit: set('parameters', row, 'note', editId) });
  if (done.ok) acknowledge('edit', editId);
}
// What restores go back to: a copy from before this round.
const source = join(folder, 'source.sqlite');
if (kind === 'restores') {
  rmSync(source, { force: true });
  await db.copyTo(source);
}
process.stdout.write('working\n');
for (let i = 0; ; i++) {
  await edit();
  switch (kind) {
    case 'edits':
      break;
    case 'imports': {
      const name = `Imported ${round} ${i}`;
      const taken = await takeFile(db, writeRig({ ...demo, name }), null);
      if (taken.ok) acknowledge('import', name);
      break;
    }
    case 'undo': {
      const now = await currentRig(db, id);
      const editId = `${round}-u${i}`;
      const done = await undo(db, id, editId, now?.version ?? 0);
      if (done.ok) acknowledge('edit', editId);
      break;
    }
    case 'backups': {
      const scratch = makeScratch(scratchFolder(folder));
      const made = await backUp(db, scratch);
      if (!made.ok) throw new Error(made.error);
      rmSync(scratch, { recursive: true, force: true });
      break;
    }
    case 'restores': {
      const done = await restore(db, source, folder);
      if (!done.ok) throw new Error(done.error);
      acknowledge('restored', done.value.before);
      break;
    }
    default:
      throw new Error(`there is no work called ${kind}`);
  }
}

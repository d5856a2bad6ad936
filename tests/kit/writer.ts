// A writer to be killed: edits one rig and imports others without end, and notes each acknowledgement on disk before it goes on.
import { appendFileSync, fsyncSync, openSync } from 'node:fs';
import { writeRig } from '@/core/formats';
import { set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { openDatabase } from '@/server/database/connection';
import { takeFile } from '@/server/rigs/import';
import { currentRig } from '@/server/rigs/journal';
import { addRig } from '@/server/rigs/rigs';
import { submit } from './journal';

const [, , file = '', log = '', round = '0'] = process.argv;
const handle = openSync(log, 'a');
const acknowledge = (line: string): void => {
  appendFileSync(handle, `${line}\n`);
  fsyncSync(handle);
  // One character for each: whoever kills it counts them.
  process.stdout.write('.');
};

const db = await openDatabase(file);
const demo = lanternHour();
const id = `rig${round}`;
await addRig(db, { ...demo, name: `Edited ${round}` }, id);
acknowledge(`rig\tEdited ${round}`);
for (let i = 0; ; i++) {
  const now = await currentRig(db, id);
  const row = now?.rig.parameters[i % 20];
  if (!now || !row) throw new Error('gone');
  const editId = `${round}-${i}`;
  const done = await submit(db, id, { editId, baseVersion: now.version, edit: set('parameters', row, 'name', `Name ${i}`) });
  if (done.ok) acknowledge(`edit\t${id}\t${editId}`);
  if (i % 4 === 3) {
    const name = `Imported ${round} ${i}`;
    const taken = await takeFile(db, writeRig({ ...demo, name }), null);
    if (taken.ok) acknowledge(`rig\t${name}`);
  }
}

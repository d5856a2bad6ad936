// Sheets and history: the sheet, the walk and the difference sheet of 2,000 assignments, and going back over a thousand steps.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { planReturn, returnEdit } from '@/core/commands';
import { writeSheetMarkdown } from '@/core/formats';
import { apply, batch, indexRig, type Rig, set } from '@/core/rig';
import { differenceOf, entrySteps, makeSheet } from '@/core/sheets';
import { openDatabase } from '@/server/database/connection';
import { rigAt } from '@/server/rigs/history';
import { addRig } from '@/server/rigs/rigs';
import { submit } from '../kit/journal';
import { madeRig } from './made-rig';
import { measure, printTable, timed } from './table';

const rig = madeRig(2_000);
const index = indexRig(rig);
measure(
  'sheet of 2,000 assignments',
  timed(() => makeSheet(index)),
  'ms',
  { atMost: 100 },
);
measure(
  'the same as Markdown',
  timed(() => writeSheetMarkdown(rig.name, makeSheet(index))),
  'ms',
  { atMost: 300 },
);
measure(
  'the walk through it',
  timed(() => entrySteps(index)),
  'ms',
  { atMost: 300 },
);

const changed = ((): Rig => {
  const done = apply(
    rig,
    batch(
      'change',
      rig.landings
        .filter((_, i) => i % 3 === 0)
        .map((l) => set('landings', l, 'takeover', l.takeover === 'scale' ? 'jump' : 'scale')),
    ),
  );
  if (!done.ok) throw new Error('not changed');
  return done.value;
})();
const later = indexRig(changed);
measure(
  'difference sheet of two such states',
  timed(() => differenceOf(index, later)),
  'ms',
  { atMost: 600 },
);
measure(
  'what going back would change, and the edit',
  timed(() => returnEdit(changed, rig, planReturn(changed, rig), 'Back')),
  'ms',
  { atMost: 300 },
);

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-bench-history-'));
const db = await openDatabase(join(folder, 'bench.sqlite'));
const id = await addRig(db, rig);
const STEPS = 1_000;
const [parameter] = rig.parameters;
if (!parameter) throw new Error('no parameter');
let was = parameter;
for (let i = 0; i < STEPS; i++) {
  const name = `Name ${i}`;
  const done = await submit(db, id, { editId: `b${i}`, baseVersion: i, edit: set('parameters', was, 'name', name) });
  if (!done.ok) throw new Error('refused');
  was = { ...was, name };
}
const start = performance.now();
const back = await rigAt(db, id, 0);
const ms = performance.now() - start;
if (!back.ok || back.value.parameters[0]?.name !== parameter.name) throw new Error('not what it was');
measure(`the rig as it stood ${STEPS.toLocaleString('en-GB')} steps ago`, ms, 'ms', { atMost: 2_000 });
await db.close();
rmSync(folder, { recursive: true, force: true });
printTable('Sheets and history');

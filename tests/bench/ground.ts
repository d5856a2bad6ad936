// The ground: what an edit costs with a long history behind it, against a short one in the same run; backups and looking a folder through.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { prove } from '@/server/backups/prove';
import { openDatabase } from '@/server/database/connection';
import { addRig } from '@/server/rigs/rigs';
import { redo, submit, undo } from '../kit/journal';
import { measure, percentile, printTable } from './table';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-bench-ground-'));
const db = await openDatabase(join(folder, 'bench.sqlite'));
const demo = lanternHour();
const [first] = demo.parameters;
if (!first) throw new Error('no parameter');
const parameter = first;

/** A rig with so many steps behind it; every tenth of them taken back, and what was taken back ended by an edit, as it is in real histories. */
async function rigWith(steps: number): Promise<string> {
  const id = await addRig(db, demo, `steps${steps}`);
  await db.write(async ({ insert, run }) => {
    const at = new Date(0).toISOString();
    const edit = JSON.stringify(set('parameters', parameter, 'note', 'x'));
    for (let from = 1; from <= steps; from += 1000) {
      const rows = Array.from({ length: Math.min(1000, steps - from + 1) }, (_, i) => {
        const version = from + i;
        const undone = version % 10 === 9;
        return { rigId: id, version, editId: `b${version}`, kind: 'edit', label: 'x', edit, at, undone, discarded: undone };
      });
      await insert('journal', rows);
    }
    await run('UPDATE "rigs" SET "version" = $1 WHERE "id" = $2', [steps, id]);
  });
  return id;
}

interface Written {
  readonly id: string;
  version: number;
  note: string;
  readonly times: { readonly edit: number[]; readonly undo: number[]; readonly redo: number[] };
}

const written = async (steps: number): Promise<Written> => ({
  id: await rigWith(steps),
  version: steps,
  note: parameter.note,
  times: { edit: [], undo: [], redo: [] },
});

async function turn(on: Written, round: number): Promise<void> {
  const time = async (of: keyof Written['times'], work: () => Promise<{ readonly ok: boolean }>): Promise<void> => {
    const start = performance.now();
    const done = await work();
    on.times[of].push(performance.now() - start);
    if (!done.ok) throw new Error('refused');
    on.version++;
  };
  const to = `note ${round}`;
  await time('edit', () =>
    submit(db, on.id, {
      editId: `r${round}`,
      baseVersion: on.version,
      edit: set('parameters', { ...parameter, note: on.note }, 'note', to),
    }),
  );
  await time('undo', () => undo(db, on.id, `u${round}`, on.version));
  await time('redo', () => redo(db, on.id, `d${round}`, on.version));
  on.note = to;
}

const [short, long] = [await written(100), await written(100_000)];
for (let round = 0; round < 60; round++) for (const on of round % 2 === 0 ? [short, long] : [long, short]) await turn(on, round);
for (const of of ['edit', 'undo', 'redo'] as const)
  measure(
    `${of} with 100,000 steps behind it, against 100`,
    percentile(long.times[of], 0.5) / percentile(short.times[of], 0.5),
    'times',
    { atMost: 1.5 },
  );
measure('edit with 100,000 steps behind it, p95', percentile(long.times.edit, 0.95), 'ms', { atMost: 60 });

const copy = join(folder, 'copy.sqlite');
let start = performance.now();
await db.copyTo(copy);
measure('copy of a database with 100,000 steps', performance.now() - start, 'ms', { atMost: 4_000 });
start = performance.now();
const proved = await prove(copy, folder);
if (!proved.ok) throw new Error(proved.error);
measure('proving it, row by row', performance.now() - start, 'ms', { atMost: 30_000 });
await db.close();
rmSync(folder, { recursive: true, force: true });
printTable('The ground');

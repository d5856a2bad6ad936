// An older database is brought up to date without losing a row, and every step can be taken back.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { lanternHour } from '@/demo/lantern-hour';
import { openDatabase } from '@/server/database/connection';
import { migrations } from '@/server/database/migrations';
import { addRig } from '@/server/rigs/rigs';
import { loadRig } from '@/server/rigs/rows';

it('a database from before the library keeps its rigs, and its rows get what is new with its plain value', async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'keen-dial-migrations-')), 'old.sqlite');
  const db = await openDatabase(file);
  const demo = lanternHour();
  await addRig(db, demo, 'old');
  const last = migrations.find((m) => m.name.startsWith('003'));
  if (!last) throw new Error('the step is gone');
  const context = db.sequelize.getQueryInterface();
  await last.down({ context });
  expect(await context.tableExists('templates')).toBe(true);
  expect('origin' in (await context.describeTable('controls'))).toBe(false);
  await db.sequelize.query("DELETE FROM migrations WHERE name LIKE '003%'");
  await db.sequelize.close();

  const again = await openDatabase(file);
  const loaded = await loadRig(again, 'old');
  expect(loaded?.rig.assignments).toEqual(demo.assignments.map((a) => ({ ...a, minimum: false })));
  expect(loaded?.rig.controls).toEqual(demo.controls.map((c) => ({ ...c, factory: [], origin: '' })));
  expect(loaded?.rig.searches).toEqual([]);
  expect(await again.sequelize.getQueryInterface().tableExists('templates')).toBe(false);
  await again.sequelize.close();
});

// Every string that outlives the program, as one list: names in databases, files, tables, addresses and commands. Renaming code changes none of them; one that
// changes on purpose changes in `tests/fixtures/persisted.json` in the same commit, with its migration. KEEN_DIAL_WRITE=1 writes the list anew.
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, it } from 'vitest';
import { keen } from '@/cli/keen';
import { checks } from '@/core/checks';
import {
  parameterColumns,
  rigForms,
  writeBundle,
  writeDifference,
  writeProfile,
  writeProgrammed,
  writeProofs,
  writeRig,
  writeSheet,
  writeTemplate,
} from '@/core/formats';
import { controllerTemplates, targetProfiles } from '@/core/library';
import { causes as faults } from '@/core/proof';
import { indexRig, tableNames } from '@/core/rig';
import { makeSheet } from '@/core/sheets';
import { causes, questions } from '@/core/troubleshooting';
import { lanternHour } from '@/demo/lantern-hour';
import { lanternTrials } from '@/demo/trials';
import { openDatabase } from '@/server/database/connection';
import { routes } from '@/server/guard/routes';

const root = resolve(import.meta.dirname, '../..');
const list = join(root, 'tests/fixtures/persisted.json');

const below = (folder: string): readonly string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? below(path) : /\.(ts|tsx|mjs)$/.test(name) && !name.includes('.test.') ? [path] : [];
  });

/** Words that stand in the code in one form only. */
const scanned = (pattern: RegExp): readonly string[] =>
  [
    ...new Set(
      ['src', 'scripts']
        .flatMap((f) => below(join(root, f)))
        .flatMap((f) => [...readFileSync(f, 'utf8').matchAll(pattern)].map((m) => m[1] ?? '')),
    ),
  ].sort();

const firstLine = (text: string): string => text.split('\n')[0] ?? '';
const keysOf = (text: string): readonly string[] => Object.keys(JSON.parse(text));

async function database(): Promise<object> {
  const folder = mkdtempSync(join(tmpdir(), 'keen-dial-persisted-'));
  const db = await openDatabase(join(folder, 'x.sqlite'));
  const found = await db.read(async ({ all, one }) => {
    const tables = await all("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name");
    const columns: Record<string, readonly string[]> = {};
    for (const { name } of tables)
      columns[String(name)] = (await all('SELECT name FROM pragma_table_xinfo($1) ORDER BY name', [String(name)])).map((c) =>
        String(c.name),
      );
    return {
      columns,
      indexes: (await all("SELECT name FROM sqlite_schema WHERE type = 'index' AND sql IS NOT NULL ORDER BY name")).map(
        (r) => r.name,
      ),
      migrations: (await all('SELECT name FROM migrations ORDER BY name')).map((r) => r.name),
      meta: (await all('SELECT "name" FROM "meta" ORDER BY "name"')).map((r) => r.name),
      mark: (await one('PRAGMA application_id'))?.application_id,
    };
  });
  await db.close();
  rmSync(folder, { recursive: true, force: true });
  return found;
}

async function commandLine(): Promise<object> {
  const said = async (...args: readonly string[]): Promise<string> => {
    let text = '';
    await keen(args, {
      read: () => Promise.reject(new Error('nothing is read')),
      write: () => Promise.reject(new Error('nothing is written')),
      out: (line) => {
        text += `${line}\n`;
      },
      err: () => undefined,
    });
    return text;
  };
  const names = [...(await said('--help')).matchAll(/^ {2}([a-z]+) {2}/gm)].map((m) => m[1] ?? '');
  const flags: Record<string, readonly string[]> = {};
  for (const name of names)
    flags[name] = [...(await said(name, '--help')).matchAll(/^ {2}--([a-z-]+)/gm)].map((m) => m[1] ?? '').sort();
  return flags;
}

it('stays as it is, whatever is renamed in the code', async () => {
  const demo = lanternHour();
  const { rig, records } = lanternTrials(demo);
  const index = indexRig(demo);
  const [template] = controllerTemplates;
  const [profile] = targetProfiles;
  const [unit] = demo.controllers;
  if (!template || !profile || !unit) throw new Error('demo changed');
  const now = {
    database: await database(),
    tables: tableNames,
    files: {
      rig: [keysOf(writeRig(demo)), JSON.parse(writeRig(demo)).format, JSON.parse(writeRig(demo)).formatVersion],
      template: [keysOf(writeTemplate(template)), JSON.parse(writeTemplate(template)).format],
      profile: [keysOf(writeProfile(profile)), JSON.parse(writeProfile(profile)).format],
      bundle: keysOf(writeBundle({ name: 'x', templates: [], profiles: [], rigTemplates: [], rigs: [] })),
      forms: rigForms,
    },
    headings: {
      parameters: parameterColumns,
      programmed: firstLine(writeProgrammed(index, unit).text),
      sheet: firstLine(writeSheet(makeSheet(index))),
      difference: firstLine(writeDifference([])),
      proofs: firstLine(writeProofs(indexRig(rig), records)),
    },
    checks: checks.map((c) => c.id).sort(),
    causes: causes.map((c) => c.id).sort(),
    questions: questions.map((q) => q.id).sort(),
    faults: faults.map((c) => c.id).sort(),
    addresses: routes.map((r) => `${Object.keys(r.methods).join(' ')} ${r.path}`).sort(),
    commandLine: await commandLine(),
    environment: scanned(/process\.env\.([A-Z_]+)/g),
    storage: scanned(/KEY = '(keen-dial[^']*)'/g),
  };
  if (process.env.KEEN_DIAL_WRITE === '1') writeFileSync(list, `${JSON.stringify(now, null, 2)}\n`);
  expect(JSON.parse(JSON.stringify(now))).toEqual(JSON.parse(readFileSync(list, 'utf8')));
});

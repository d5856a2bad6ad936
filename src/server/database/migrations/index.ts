// The schema of the database, step by step, and the one way to bring a file up to it. A step that has shipped is never changed: add the next one.
import { Umzug } from 'umzug';
import type { Connection } from '../sql';
import { first } from './001-rigs-rows-journal';
import { wiresPassOn } from './002-wires-pass-on';
import { libraryEvidenceSearches } from './003-library-evidence-searches';
import { automaticRevisions } from './004-automatic-revisions';
import { trials } from './005-trials';
import { ground } from './006-ground';
import { wants } from './007-wants';
import { ticks } from './008-ticks';
import { lights } from './009-lights';
import { counters } from './010-counters';
import { layers } from './011-layers';
import { chosenBy } from './012-chosen-by';
import { setUp } from './013-set-up';
import { presets } from './014-presets';
import { given } from './015-given';
import { places } from './016-places';
import { outlets } from './017-outlets';
import { countedNotes } from './018-counted-notes';
import { whoFlips } from './019-who-flips';
import { insideTargets } from './020-inside-targets';
import { ticksTold } from './021-ticks-told';
import { translators } from './022-translators';
import { channels } from './023-channels';
import { attempts } from './024-attempts';
import { sets } from './025-sets';
import { eachWay } from './026-each-way';
import { layerSignals } from './027-layer-signals';
import { clocksAndTicks } from './028-clocks-and-ticks';
import { hasTable, type Migration } from './migration';

const migrations: readonly Migration[] = [
  first,
  wiresPassOn,
  libraryEvidenceSearches,
  automaticRevisions,
  trials,
  ground,
  wants,
  ticks,
  lights,
  counters,
  layers,
  chosenBy,
  setUp,
  presets,
  given,
  places,
  outlets,
  countedNotes,
  whoFlips,
  insideTargets,
  ticksTold,
  translators,
  channels,
  attempts,
  sets,
  eachWay,
  layerSignals,
  clocksAndTicks,
];

/** The mark of this program in a database file, from step 006 on: the letters KEEL. */
export const APPLICATION_ID = 1262830924;
/** `user_version` of a file that is up to date: the number of its newest step. */
export const SCHEMA_VERSION = migrations.length;

/** The steps that a database still lacks, by name; null where there is none that could be one of this program. */
export async function pendingSteps(connection: Connection): Promise<readonly string[]> {
  const ran = new Set(await ranSteps(connection));
  return migrations.map((m) => m.name).filter((name) => !ran.has(name));
}

/** Steps that ran on a database and that this program does not know: a newer one wrote it. */
export async function newerSteps(connection: Connection): Promise<readonly string[]> {
  const known = new Set(migrations.map((m) => m.name));
  return (await ranSteps(connection)).filter((name) => !known.has(name));
}

async function ranSteps(connection: Connection): Promise<readonly string[]> {
  if (!(await hasTable(connection, 'migrations'))) return [];
  return (await connection.all('SELECT name FROM migrations ORDER BY name')).map((row) => String(row.name));
}

/** Brings a database up to date. Each step and the note that it ran are one transaction: a step is there whole or not at all. */
export async function migrate(connection: Connection): Promise<void> {
  const { run } = connection;
  await run('CREATE TABLE IF NOT EXISTS migrations (name TEXT PRIMARY KEY)');
  const umzug = new Umzug({
    migrations: migrations.map(({ name, up }) => ({
      name,
      up: async () => {
        await run('BEGIN IMMEDIATE');
        try {
          await up(connection);
          await run('INSERT INTO migrations (name) VALUES ($1)', [name]);
          await run('COMMIT');
        } catch (error) {
          await run('ROLLBACK').catch(() => undefined);
          throw error;
        }
      },
    })),
    storage: {
      executed: async () => [...(await ranSteps(connection))],
      // The note is part of the step's own transaction.
      logMigration: async () => undefined,
      unlogMigration: async () => undefined,
    },
    logger: undefined,
  });
  await umzug.up();
}

// Ground that can be trusted: every table in one shape, whichever version made it; texts without control characters; indexes for undo and redo;
// where a history was folded; the mark of this program in the file. Frozen: a step that has shipped is never changed.
import type { Connection } from '../sql';
import { cleanEdit, cleanJson, cleanLine, cleanText } from './006-clean';
import { hasColumn, type Migration } from './migration';

export const ground: Migration = {
  name: '006-ground',
  up: async (connection) => {
    const { run } = connection;
    for (const table of tables) await rebuild(connection, table);
    await run('CREATE INDEX "proofs_at" ON "proofs" ("rigId", "at")');
    // Undo asks for the newest step that stands, redo for the oldest one that was taken back and can be done again.
    await run('CREATE INDEX "journal_undo" ON "journal" ("rigId", "version") WHERE "kind" = \'edit\' AND "undone" = 0');
    await run('CREATE INDEX "journal_redo" ON "journal" ("rigId", "version") WHERE "undone" = 1 AND "discarded" = 0');
    await run('CREATE TABLE "meta" ("name" TEXT PRIMARY KEY NOT NULL, "value" TEXT NOT NULL)');
    await run(`CREATE TABLE "folds" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "version" INTEGER NOT NULL,
    "held" TEXT NOT NULL,
    "at" TEXT NOT NULL,
    PRIMARY KEY ("rigId"))`);
    // What was deleted before this step came is kept for its thirty days from now on.
    await run('INSERT INTO "meta" ("name", "value") VALUES (\'keptFrom\', strftime(\'%Y-%m-%dT%H:%M:%fZ\', \'now\'))');
    // Names one life of the database: a restore begins another, so that versions of two lives are never taken for each other.
    await run('INSERT INTO "meta" ("name", "value") VALUES (\'epoch\', lower(hex(randomblob(8))))');
    await clean(connection);
    await run('PRAGMA application_id = 1262830924');
    await run('PRAGMA user_version = 6');
  },
};

interface Table {
  readonly name: string;
  readonly sql: string;
  readonly columns: readonly string[];
}

/** What a column holds where an older row has nothing in it. */
const missing: Readonly<Record<string, string>> = {
  templateVersion: '0',
  evidence: `'[]'`,
  factory: `'[]'`,
  origin: `''`,
  profileVersion: '0',
  minimum: '0',
  passesOn: '0',
  who: `''`,
  detents: `CASE "kind" WHEN 'encoder' THEN 24 ELSE 0 END`,
};

/** Makes a table anew in its one shape and carries its rows over: some databases were made with columns that others got later, in another form. */
async function rebuild(connection: Connection, { name, sql, columns }: Table): Promise<void> {
  const { run } = connection;
  const values: string[] = [];
  for (const column of columns) {
    const there = await hasColumn(connection, name, column);
    const instead = missing[column] ?? 'NULL';
    values.push(there ? (instead === 'NULL' ? `"${column}"` : `COALESCE("${column}", ${instead})`) : instead);
  }
  await run(`ALTER TABLE "${name}" RENAME TO "${name}_before_006"`);
  await run(sql);
  await run(
    `INSERT INTO "${name}" (${columns.map((c) => `"${c}"`).join(', ')}) SELECT ${values.join(', ')} FROM "${name}_before_006"`,
  );
  await run(`DROP TABLE "${name}_before_006"`);
}

const tables: readonly Table[] = [
  {
    name: 'controllers',
    columns: [
      'rigId',
      'id',
      'ordinal',
      'name',
      'templateId',
      'templateVersion',
      'port',
      'channel',
      'width',
      'height',
      'bankNames',
      'firmware',
      'evidence',
      'note',
    ],
    sql: `CREATE TABLE "controllers" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "name" TEXT,
    "templateId" TEXT,
    "templateVersion" INTEGER,
    "port" TEXT,
    "channel" INTEGER,
    "width" DOUBLE PRECISION,
    "height" DOUBLE PRECISION,
    "bankNames" TEXT,
    "firmware" TEXT,
    "evidence" TEXT,
    "note" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'controls',
    columns: [
      'rigId',
      'id',
      'ordinal',
      'controllerId',
      'name',
      'kind',
      'x',
      'y',
      'width',
      'height',
      'family',
      'familyOrder',
      'side',
      'subControls',
      'light',
      'ring',
      'motor',
      'detents',
      'display',
      'calibration',
      'factory',
      'origin',
    ],
    sql: `CREATE TABLE "controls" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "controllerId" TEXT,
    "name" TEXT,
    "kind" TEXT,
    "x" DOUBLE PRECISION,
    "y" DOUBLE PRECISION,
    "width" DOUBLE PRECISION,
    "height" DOUBLE PRECISION,
    "family" TEXT,
    "familyOrder" INTEGER,
    "side" TEXT,
    "subControls" TEXT,
    "light" TEXT,
    "ring" TINYINT(1),
    "motor" TINYINT(1),
    "detents" INTEGER,
    "display" TEXT,
    "calibration" TEXT,
    "factory" TEXT,
    "origin" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'counters',
    columns: ['rigId', 'id', 'ordinal', 'controllerId', 'name', 'from', 'to', 'step', 'atEnd', 'start'],
    sql: `CREATE TABLE "counters" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "controllerId" TEXT,
    "name" TEXT,
    "from" INTEGER,
    "to" INTEGER,
    "step" INTEGER,
    "atEnd" TEXT,
    "start" INTEGER,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'targets',
    columns: [
      'rigId',
      'id',
      'ordinal',
      'name',
      'kind',
      'profileId',
      'profileVersion',
      'port',
      'version',
      'reception',
      'evidence',
      'note',
    ],
    sql: `CREATE TABLE "targets" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "name" TEXT,
    "kind" TEXT,
    "profileId" TEXT,
    "profileVersion" INTEGER,
    "port" TEXT,
    "version" TEXT,
    "reception" TEXT,
    "evidence" TEXT,
    "note" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'parameters',
    columns: [
      'rigId',
      'id',
      'ordinal',
      'targetId',
      'name',
      'group',
      'kind',
      'unit',
      'lowest',
      'highest',
      'scale',
      'centre',
      'steps',
      'default',
      'start',
      'role',
      'tags',
      'tolerance',
      'evidence',
      'origin',
      'note',
    ],
    sql: `CREATE TABLE "parameters" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "targetId" TEXT,
    "name" TEXT,
    "group" TEXT,
    "kind" TEXT,
    "unit" TEXT,
    "lowest" DOUBLE PRECISION,
    "highest" DOUBLE PRECISION,
    "scale" TEXT,
    "centre" TEXT,
    "steps" TEXT,
    "default" DOUBLE PRECISION,
    "start" DOUBLE PRECISION,
    "role" TEXT,
    "tags" TEXT,
    "tolerance" DOUBLE PRECISION,
    "evidence" TEXT,
    "origin" TEXT,
    "note" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'wires',
    columns: [
      'rigId',
      'id',
      'ordinal',
      'from',
      'to',
      'transport',
      'channels',
      'types',
      'forNotes',
      'forRemote',
      'passesOn',
      'note',
    ],
    sql: `CREATE TABLE "wires" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "from" TEXT,
    "to" TEXT,
    "transport" TEXT,
    "channels" TEXT,
    "types" TEXT,
    "forNotes" TINYINT(1),
    "forRemote" TINYINT(1),
    "passesOn" TINYINT(1),
    "note" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'layers',
    columns: [
      'rigId',
      'id',
      'ordinal',
      'name',
      'letter',
      'shape',
      'modifierControlId',
      'mode',
      'tap',
      'scope',
      'madeIn',
      'signal',
      'fallsThrough',
    ],
    sql: `CREATE TABLE "layers" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "name" TEXT,
    "letter" TEXT,
    "shape" TEXT,
    "modifierControlId" TEXT,
    "mode" TEXT,
    "tap" TEXT,
    "scope" TEXT,
    "madeIn" TEXT,
    "signal" TEXT,
    "fallsThrough" TINYINT(1),
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'assignments',
    columns: [
      'rigId',
      'id',
      'ordinal',
      'controlId',
      'bank',
      'page',
      'layerId',
      'gesture',
      'actions',
      'textShort',
      'textLong',
      'colour',
      'minimum',
      'entered',
      'saved',
      'proved',
      'why',
      'replaced',
      'note',
    ],
    sql: `CREATE TABLE "assignments" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "controlId" TEXT,
    "bank" INTEGER,
    "page" INTEGER,
    "layerId" TEXT,
    "gesture" TEXT,
    "actions" TEXT,
    "textShort" TEXT,
    "textLong" TEXT,
    "colour" TEXT,
    "minimum" TINYINT(1),
    "entered" TEXT,
    "saved" TEXT,
    "proved" TEXT,
    "why" TEXT,
    "replaced" TEXT,
    "note" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'landings',
    columns: [
      'rigId',
      'id',
      'ordinal',
      'targetId',
      'parameterId',
      'port',
      'address',
      'hostLayerId',
      'mode',
      'coding',
      'from',
      'to',
      'curve',
      'takeover',
      'setValue',
      'entered',
      'proved',
      'note',
    ],
    sql: `CREATE TABLE "landings" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "targetId" TEXT,
    "parameterId" TEXT,
    "port" TEXT,
    "address" TEXT,
    "hostLayerId" TEXT,
    "mode" TEXT,
    "coding" TEXT,
    "from" DOUBLE PRECISION,
    "to" DOUBLE PRECISION,
    "curve" TEXT,
    "takeover" TEXT,
    "setValue" DOUBLE PRECISION,
    "entered" TEXT,
    "proved" TEXT,
    "note" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'scenes',
    columns: ['rigId', 'id', 'ordinal', 'name', 'values', 'assignmentId', 'note'],
    sql: `CREATE TABLE "scenes" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "name" TEXT,
    "values" TEXT,
    "assignmentId" TEXT,
    "note" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'songs',
    columns: ['rigId', 'id', 'ordinal', 'name', 'bpm', 'beatsPerBar', 'sections', 'note'],
    sql: `CREATE TABLE "songs" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "name" TEXT,
    "bpm" DOUBLE PRECISION,
    "beatsPerBar" INTEGER,
    "sections" TEXT,
    "note" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'scripts',
    columns: ['rigId', 'id', 'ordinal', 'name', 'events'],
    sql: `CREATE TABLE "scripts" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "name" TEXT,
    "events" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'accepted',
    columns: ['rigId', 'id', 'ordinal', 'check', 'subjectId', 'reason', 'restsOn', 'at'],
    sql: `CREATE TABLE "accepted" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "check" TEXT,
    "subjectId" TEXT,
    "reason" TEXT,
    "restsOn" TEXT,
    "at" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'searches',
    columns: ['rigId', 'id', 'ordinal', 'at', 'controllerId', 'targetId', 'answers', 'cause', 'note'],
    sql: `CREATE TABLE "searches" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "at" TEXT,
    "controllerId" TEXT,
    "targetId" TEXT,
    "answers" TEXT,
    "cause" TEXT,
    "note" TEXT,
    PRIMARY KEY ("rigId", "id"))`,
  },
  {
    name: 'proofs',
    columns: [
      'rigId',
      'id',
      'assignmentId',
      'at',
      'outcome',
      'by',
      'who',
      'port',
      'versions',
      'plan',
      'asked',
      'heard',
      'causes',
    ],
    sql: `CREATE TABLE "proofs" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "assignmentId" TEXT NOT NULL,
    "at" TEXT NOT NULL,
    "outcome" TEXT NOT NULL,
    "by" TEXT NOT NULL,
    "who" TEXT NOT NULL,
    "port" TEXT NOT NULL,
    "versions" TEXT NOT NULL,
    "plan" TEXT NOT NULL,
    "asked" TEXT NOT NULL,
    "heard" TEXT NOT NULL,
    "causes" TEXT NOT NULL,
    PRIMARY KEY ("rigId", "id"))`,
  },
];

/** Columns of text: of one line, of several, and JSON with texts inside. */
interface Texts {
  readonly table: string;
  readonly line?: readonly string[];
  readonly text?: readonly string[];
  readonly json?: readonly string[];
}

const texts: readonly Texts[] = [
  { table: 'rigs', line: ['name'], text: ['notes'], json: ['about'] },
  { table: 'revisions', line: ['name'] },
  { table: 'snapshots', line: ['label'] },
  { table: 'controllers', line: ['name', 'templateId', 'port'], text: ['note'], json: ['bankNames', 'firmware', 'evidence'] },
  {
    table: 'controls',
    line: ['name', 'kind', 'family', 'side', 'light', 'origin'],
    json: ['subControls', 'display', 'calibration', 'factory'],
  },
  { table: 'counters', line: ['name', 'atEnd'] },
  { table: 'targets', line: ['name', 'kind', 'profileId', 'port', 'version'], text: ['note'], json: ['reception', 'evidence'] },
  {
    table: 'parameters',
    line: ['name', 'group', 'kind', 'unit', 'centre', 'role', 'origin'],
    text: ['note'],
    json: ['scale', 'steps', 'tags', 'evidence'],
  },
  { table: 'wires', line: ['transport'], text: ['note'], json: ['from', 'to', 'channels', 'types'] },
  { table: 'layers', line: ['name', 'letter', 'shape', 'mode', 'madeIn'], json: ['tap', 'scope', 'signal'] },
  {
    table: 'assignments',
    line: ['textShort', 'textLong', 'colour'],
    text: ['why', 'replaced', 'note'],
    json: ['gesture', 'actions', 'entered', 'saved', 'proved'],
  },
  {
    table: 'landings',
    line: ['port', 'mode', 'coding', 'takeover'],
    text: ['note'],
    json: ['address', 'curve', 'entered', 'proved'],
  },
  { table: 'scenes', line: ['name'], text: ['note'], json: ['values'] },
  { table: 'songs', line: ['name'], text: ['note'], json: ['sections'] },
  { table: 'scripts', line: ['name'], json: ['events'] },
  { table: 'accepted', line: ['check', 'restsOn'], text: ['reason'] },
  { table: 'searches', line: ['cause'], text: ['note'], json: ['answers'] },
  { table: 'proofs', line: ['outcome', 'by', 'who', 'port', 'versions', 'plan', 'asked'], json: ['heard', 'causes'] },
];

/** Takes control characters out of every text, in rows, journal, snapshots and trials by one rule, so that undo still finds what it saw. */
async function clean(connection: Connection): Promise<void> {
  for (const { table, line = [], text = [], json = [] } of texts)
    await rewrite(connection, table, [
      ...line.map((column) => [column, cleanLine] as const),
      ...text.map((column) => [column, cleanText] as const),
      ...json.map((column) => [column, (value: string) => cleanJson(value, column)] as const),
    ]);
  await rewrite(connection, 'snapshots', [['body', (value) => cleanJson(value, '', 2)]]);
  await rewrite(connection, 'journal', [
    ['label', cleanLine],
    ['edit', cleanEdit],
  ]);
}

/** Rows at a time. */
const PAGE = 500;

async function rewrite(
  { all, run }: Connection,
  table: string,
  rules: readonly (readonly [column: string, rule: (value: string) => string])[],
): Promise<void> {
  const names = rules.map(([column]) => `"${column}"`);
  for (let after = -1; ; ) {
    const rows = await all(
      `SELECT rowid AS "row", ${names.join(', ')} FROM "${table}" WHERE rowid > $1 ORDER BY rowid LIMIT ${PAGE}`,
      [after],
    );
    for (const row of rows) {
      after = Number(row.row);
      for (const [column, rule] of rules) {
        const value = row[column];
        if (typeof value !== 'string') continue;
        const cleaned = rule(value);
        if (cleaned !== value) await run(`UPDATE "${table}" SET "${column}" = $1 WHERE rowid = $2`, [cleaned, after]);
      }
    }
    if (rows.length < PAGE) return;
  }
}

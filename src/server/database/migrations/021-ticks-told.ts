// Ticks of before have a time alone, so a counter that changed since takes nothing off: they get the facts of the step of the journal at which they were set, or of
// the first state that is known where the journal does not tell. One tick (of one row, of one time) gets the same facts wherever it is written: in its row, in every
// step, and in what is kept of steps that were folded; so undo and history still find what they saw. Trials with a key alone get the facts of the
// state that has that key. A copy of a rig that is open meanwhile is of another life of the database, so the epoch is a new one.
// Frozen: a step that has shipped is never changed.
import type { Connection } from '../sql';
import { factsOf, isLoose, type Loose, planFacts, planKey, type Rows } from './021-facts';
import type { Migration } from './migration';

const ticked = ['assignments', 'landings'] as const;
type Ticked = (typeof ticked)[number];
const isTicked = (table: unknown): table is Ticked => ticked.some((t) => t === table);
const isKept = (table: unknown): table is keyof Rows => isTicked(table) || table === 'counters' || table === 'controls';

/** Columns that hold JSON, of what facts are told from. */
const json = new Set(['gesture', 'actions', 'entered', 'address', 'curve', 'chosenBy', 'settings', 'calibration']);

/** The facts of each old tick, by table, row and time. */
type Told = Map<string, Loose>;
const keyOf = (table: string, id: string, at: string): string => `${table} ${id} ${at}`;

/** When an old tick was set; null for what is none, or keeps its facts. */
const oldTick = (value: unknown): string | null =>
  isLoose(value) && typeof value.at === 'string' && !('facts' in value) ? value.at : null;

function parsed(text: unknown): unknown {
  try {
    return JSON.parse(String(text));
  } catch {
    return null;
  }
}

/** Every edit of a step, batches taken apart. */
const flat = (edit: unknown): readonly Loose[] =>
  !isLoose(edit) ? [] : Array.isArray(edit.edits) ? edit.edits.flatMap(flat) : [edit];

async function rowsOf({ all }: Connection, rigId: string): Promise<Rows> {
  const read = async (table: keyof Rows): Promise<Map<string, Loose>> =>
    new Map(
      (await all(`SELECT * FROM "${table}" WHERE "rigId" = $1`, [rigId])).map((row) => [
        String(row.id),
        Object.fromEntries(Object.entries(row).map(([k, v]) => [k, json.has(k) && v !== null ? parsed(v) : v])),
      ]),
    );
  const [assignments, landings] = [await read('assignments'), await read('landings')];
  return { assignments, landings, counters: await read('counters'), controls: await read('controls') };
}

/** Takes one edit back. */
function takeBack(rows: Rows, { type, table, id, field, was, row }: Loose): void {
  if (!isKept(table)) return;
  if (type === 'insert' && isLoose(row)) rows[table].delete(String(row.id));
  else if (type === 'remove' && isLoose(was)) rows[table].set(String(was.id), was);
  else if (type === 'set') {
    const now = rows[table].get(String(id));
    if (now) rows[table].set(String(id), { ...now, [String(field)]: was });
  }
}

/** Notes what an old tick of a row says, as the rig stands; what a later state told of the same tick is written over. */
function note(told: Told, rows: Rows, table: Ticked, id: string): void {
  const row = rows[table].get(id);
  const at = oldTick(row?.entered);
  if (row && at !== null) told.set(keyOf(table, id, at), factsOf(rows, table, row));
}

/** A trial without facts. `at`: ISO 8601, so that the order of texts is that of times. */
interface Unkept {
  readonly id: string;
  readonly assignmentId: string;
  readonly plan: string;
  readonly at: string;
}

/** Trials whose time has come on the way down: each is told by the first state from there on that has its key. */
class Due {
  readonly plans = new Map<string, Loose>();
  private readonly open = new Map<string, Unkept[]>();
  /** The newest last. */
  private readonly ahead: Unkept[];

  constructor(trials: readonly Unkept[]) {
    this.ahead = [...trials].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  }

  /** Those that were made since a time: the rig stands as it did then. */
  since(rows: Rows, at: string): void {
    for (let next = this.ahead.at(-1); next !== undefined && next.at >= at; next = this.ahead.at(-1)) {
      this.ahead.pop();
      this.open.set(next.assignmentId, [...(this.open.get(next.assignmentId) ?? []), next]);
      this.look(rows, next.assignmentId);
    }
  }

  /** Looks whether a function has the plan of one of its trials now. */
  look(rows: Rows, assignmentId: string): void {
    const trials = this.open.get(assignmentId);
    const row = rows.assignments.get(assignmentId);
    if (!trials || !row) return;
    const key = planKey(rows, row);
    for (const trial of trials) if (trial.plan === key) this.plans.set(trial.id, planFacts(rows, row));
    this.open.set(
      assignmentId,
      trials.filter((t) => t.plan !== key),
    );
  }

  lookAtAll(rows: Rows): void {
    for (const id of this.open.keys()) this.look(rows, id);
  }
}

/** Steps of the journal at a time. */
const PAGE = 200;

/** Whether an edit changes what many functions are told from: a counter, or how a pedal is calibrated. */
const isShared = ({ table, field }: Loose): boolean => table === 'counters' || (table === 'controls' && field === 'calibration');

/** Walks the journal down and tells each old tick and trial as the rig stood when it was set; of what the journal does not tell, as it stood at its beginning. */
async function tell(connection: Connection, rigId: string, trials: readonly Unkept[]) {
  const rows = await rowsOf(connection, rigId);
  const told: Told = new Map();
  const due = new Due(trials);
  const everything = (): void => {
    for (const table of ticked) for (const id of rows[table].keys()) note(told, rows, table, id);
    due.lookAtAll(rows);
  };
  everything();
  const rig = await connection.one('SELECT "version" FROM "rigs" WHERE "id" = $1', [rigId]);
  let version = Number(rig?.version ?? 0);
  for (let followed = true; followed; ) {
    const steps = await connection.all(
      `SELECT "version", "at", "edit" FROM "journal" WHERE "rigId" = $1 AND "version" <= $2 ORDER BY "version" DESC LIMIT ${PAGE}`,
      [rigId, version],
    );
    followed = steps.length > 0;
    for (const step of steps) {
      const edit = parsed(step.edit);
      // A step that is missing or cannot be read: what lies before it is not known.
      if (Number(step.version) !== version || !isLoose(edit)) {
        followed = false;
        break;
      }
      version--;
      due.since(rows, String(step.at));
      const edits = flat(edit);
      for (const edit of [...edits].reverse()) takeBack(rows, edit);
      // What goes by a counter was entered as the counter stood then.
      if (edits.some(isShared)) everything();
      for (const { table, id, row, was } of edits) {
        const of = String(id ?? (isLoose(row) ? row.id : isLoose(was) ? was.id : ''));
        if (isTicked(table)) note(told, rows, table, of);
        if (table === 'assignments') due.look(rows, of);
      }
    }
  }
  due.since(rows, '');
  return { told, plans: due.plans };
}

/** Old ticks of a JSON value with their facts: of a row, of an edit, of what a fold keeps. */
function rewrittenEdit(told: Told, edit: unknown): unknown {
  if (!isLoose(edit)) return edit;
  if (Array.isArray(edit.edits)) return { ...edit, edits: edit.edits.map((e) => rewrittenEdit(told, e)) };
  const { table, type, field, id } = edit;
  if (!isTicked(table)) return edit;
  if (type === 'set') {
    if (field !== 'entered') return edit;
    return { ...edit, was: withFacts(told, table, String(id), edit.was), to: withFacts(told, table, String(id), edit.to) };
  }
  const name = type === 'insert' ? 'row' : 'was';
  return { ...edit, [name]: rewrittenRow(told, table, edit[name]) };
}

const rewrittenRow = (told: Told, table: Ticked, row: unknown): unknown =>
  isLoose(row) ? { ...row, entered: withFacts(told, table, String(row.id), row.entered) } : row;

function withFacts(told: Told, table: Ticked, id: string, tick: unknown): unknown {
  const at = oldTick(tick);
  const facts = at === null ? undefined : told.get(keyOf(table, id, at));
  return isLoose(tick) && facts !== undefined ? { ...tick, facts } : tick;
}

/** What is kept of folded steps: pairs of an id and the row as it was entered. */
function rewrittenHeld(told: Told, held: unknown): unknown {
  if (!isLoose(held)) return held;
  const pairs = (table: Ticked): unknown => {
    const list = held[table];
    return Array.isArray(list)
      ? list.map((pair: unknown) => (Array.isArray(pair) ? [pair[0], rewrittenRow(told, table, pair[1])] : pair))
      : list;
  };
  return { ...held, assignments: pairs('assignments'), landings: pairs('landings') };
}

/** Rows that only a fold still knows are told as they lie there. */
function tellHeld(told: Told, held: unknown): void {
  if (!isLoose(held)) return;
  const alone: Rows = { assignments: new Map(), landings: new Map(), counters: new Map(), controls: new Map() };
  for (const table of ticked)
    for (const pair of Array.isArray(held[table]) ? held[table] : []) {
      const row: unknown = Array.isArray(pair) ? pair[1] : null;
      const at = isLoose(row) ? oldTick(row.entered) : null;
      if (!isLoose(row) || at === null) continue;
      const key = keyOf(table, String(row.id), at);
      if (!told.has(key)) told.set(key, factsOf(alone, table, row));
    }
}

/** Whether something of a rig may be an old tick or a trial without facts; most databases have none. */
const QUESTION = `SELECT "id" FROM "rigs" WHERE
  EXISTS (SELECT 1 FROM "assignments" a WHERE a."rigId" = "rigs"."id" AND a."entered" IS NOT NULL AND a."entered" NOT LIKE '%"facts"%')
  OR EXISTS (SELECT 1 FROM "landings" l WHERE l."rigId" = "rigs"."id" AND l."entered" IS NOT NULL AND l."entered" NOT LIKE '%"facts"%')
  OR EXISTS (SELECT 1 FROM "proofs" p WHERE p."rigId" = "rigs"."id" AND p."facts" IS NULL)
  OR EXISTS (SELECT 1 FROM "folds" f WHERE f."rigId" = "rigs"."id" AND f."held" LIKE '%"entered":{"at":%')
  OR EXISTS (SELECT 1 FROM "journal" j WHERE j."rigId" = "rigs"."id" AND (j."edit" LIKE '%"entered":{"at":%' OR j."edit" LIKE '%"field":"entered"%'))`;

/** Writes a column anew where the rule changes it; how many rows were written. */
async function rewrite(
  { all, run }: Connection,
  table: string,
  column: string,
  rigId: string,
  rule: (value: unknown) => unknown,
): Promise<number> {
  let written = 0;
  for (let after = -1; ; ) {
    const rows = await all(
      `SELECT rowid AS "row", ${isTicked(table) ? '"id", ' : ''}"${column}" AS "text" FROM "${table}"
       WHERE "rigId" = $1 AND rowid > $2 ORDER BY rowid LIMIT ${PAGE}`,
      [rigId, after],
    );
    for (const row of rows) {
      after = Number(row.row);
      if (typeof row.text !== 'string') continue;
      const text = JSON.stringify(rule(isTicked(table) ? { id: row.id, entered: parsed(row.text) } : parsed(row.text)));
      if (text === JSON.stringify(parsed(row.text))) continue;
      await run(`UPDATE "${table}" SET "${column}" = $1 WHERE rowid = $2`, [text, after]);
      written++;
    }
    if (rows.length < PAGE) return written;
  }
}

async function ofRig(connection: Connection, rigId: string): Promise<number> {
  const trials = (
    await connection.all('SELECT "id", "assignmentId", "plan", "at" FROM "proofs" WHERE "rigId" = $1 AND "facts" IS NULL', [
      rigId,
    ])
  ).map((row) => ({ id: String(row.id), assignmentId: String(row.assignmentId), plan: String(row.plan), at: String(row.at) }));
  const { told, plans } = await tell(connection, rigId, trials);
  const fold = await connection.one('SELECT "held" FROM "folds" WHERE "rigId" = $1', [rigId]);
  if (fold) tellHeld(told, parsed(fold.held));
  let written = 0;
  for (const table of ticked)
    written += await rewrite(connection, table, 'entered', rigId, (row) =>
      isLoose(row) ? withFacts(told, table, String(row.id), row.entered) : null,
    );
  written += await rewrite(connection, 'journal', 'edit', rigId, (edit) => rewrittenEdit(told, edit));
  written += await rewrite(connection, 'folds', 'held', rigId, (held) => rewrittenHeld(told, held));
  // What is still to be entered is counted anew.
  if (written > 0) await connection.run('UPDATE "rigs" SET "summary" = NULL WHERE "id" = $1', [rigId]);
  for (const [id, facts] of plans)
    await connection.run('UPDATE "proofs" SET "facts" = $1 WHERE "rigId" = $2 AND "id" = $3', [JSON.stringify(facts), rigId, id]);
  return written;
}

export const ticksTold: Migration = {
  name: '021-ticks-told',
  up: async (connection) => {
    let written = 0;
    for (const { id } of await connection.all(QUESTION)) written += await ofRig(connection, String(id));
    if (written > 0) await connection.run(`UPDATE "meta" SET "value" = lower(hex(randomblob(8))) WHERE "name" = 'epoch'`);
  },
};

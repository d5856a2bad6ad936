// What step 021 says was entered: the facts of a function and of a landing as they were told when it shipped. Its own copy of the rule, frozen with it.

/** A row as it lies in a step of the journal, or put together from its columns. */
export type Loose = Readonly<Record<string, unknown>>;

/** The rows of a rig that facts are told from, by table and id. */
export interface Rows {
  readonly assignments: Map<string, Loose>;
  readonly landings: Map<string, Loose>;
  readonly counters: Map<string, Loose>;
  readonly controls: Map<string, Loose>;
}

export const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Equality of JSON, whatever the order of keys. */
function same(a: unknown, b: unknown): boolean {
  if (Array.isArray(a) || Array.isArray(b))
    return Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((v, i) => same(v, b[i]));
  if (!isLoose(a) || !isLoose(b)) return Object.is(a, b);
  return Object.keys(a).length === Object.keys(b).length && Object.entries(a).every(([key, v]) => key in b && same(v, b[key]));
}

/** Facts that are as usual are left out, and so is what the row did not know yet. */
const unusual = (facts: Loose, usual: Loose): Loose =>
  Object.fromEntries(Object.entries(facts).filter(([name, v]) => v !== undefined && !same(v, usual[name] ?? null)));

function actionFacts(counters: Rows['counters'], action: unknown): unknown {
  if (!isLoose(action) || action.type !== 'send') return action;
  const { message, behaviour, turn, port } = action;
  const more = { ...(turn ? { turn } : {}), ...(port === undefined ? {} : { port }) };
  const plain = { type: 'send', message, behaviour, ...more };
  if (!isLoose(behaviour) || behaviour.type !== 'stepping') return plain;
  const counter = counters.get(String(behaviour.counterId));
  if (!counter) return plain;
  const { step: own, ...counts } = behaviour;
  const { from, to, step, atEnd, start, firstPress } = counter;
  const usual = { from, to, step: own ?? step, atEnd, start };
  const first = firstPress === undefined || firstPress === 'moves-on' ? {} : { firstPress };
  return { type: 'send', message, behaviour: counts, counter: { ...usual, ...first }, ...more };
}

function factsOfAssignment({ counters }: Rows, row: Loose): Loose {
  const actions = Array.isArray(row.actions) ? row.actions : [];
  return unusual(
    {
      control: row.controlId,
      bank: row.bank,
      page: row.page,
      layer: row.layerId,
      gesture: row.gesture,
      actions: actions.map((a) => actionFacts(counters, a)),
      text: row.textShort,
      longText: row.textLong,
      colour: row.colour,
      colourOff: row.colourOff,
      lightBy: row.lightBy,
    },
    { text: '', longText: '', colour: '', colourOff: '', lightBy: 'controller' },
  );
}

/** Modes that set the one value of a landing. */
const setsOne = (mode: unknown): boolean => mode === 'set' || mode === 'preset';

function valuesEntered({ mode, chosenBy }: Loose): unknown {
  if (setsOne(mode)) return chosenBy;
  if (mode !== 'choose' || !isLoose(chosenBy)) return null;
  return typeof chosenBy.from === 'number' && chosenBy.from > 0 ? { ...chosenBy, to: chosenBy.from } : null;
}

function factsOfLanding(row: Loose): Loose {
  return unusual(
    {
      parameter: row.parameterId,
      port: row.port,
      address: row.address,
      layer: row.hostLayerId,
      mode: row.mode,
      coding: row.coding,
      range: [row.from, row.to],
      curve: row.curve,
      takeover: row.takeover,
      sets: setsOne(row.mode) ? row.setValue : null,
      chosenBy: valuesEntered(row),
      by: row.mode === 'increment' || row.mode === 'decrement' ? row.by : 1,
      scope: row.scope,
      settings: row.settings,
    },
    { port: '', curve: { type: 'linear' }, takeover: 'jump', by: 1, scope: 'target', settings: [] },
  );
}

/** What is entered for a row of a table. */
export const factsOf = (rows: Rows, table: 'assignments' | 'landings', row: Loose): Loose =>
  table === 'assignments' ? factsOfAssignment(rows, row) : factsOfLanding(row);

/** What a trial keeps of the plan of a function. */
export function planFacts(rows: Rows, row: Loose): Loose {
  const { text: _text, longText: _long, colour: _colour, colourOff: _off, lightBy: _by, ...sent } = factsOfAssignment(rows, row);
  const calibration = rows.controls.get(String(row.controlId))?.calibration ?? null;
  return calibration === null ? sent : { ...sent, calibration };
}

/** The key of the plan of a function: what trials kept before they kept its facts. Two hashes of 32 bits (FNV-1a), their upper 24 each, to base 36. */
export function planKey(rows: Rows, row: Loose): string {
  const { controlId, bank, page, layerId, gesture, actions } = row;
  const sent = (Array.isArray(actions) ? actions : []).map((a: unknown) =>
    isLoose(a) && a.type === 'send' ? [a.message, a.behaviour] : a,
  );
  const calibration = rows.controls.get(String(controlId))?.calibration ?? null;
  const text = JSON.stringify([controlId, bank, page, layerId, gesture, sent, calibration]);
  let a = 0x811c9dc5;
  let b = 0x01000193;
  for (let i = 0; i < text.length; i++) {
    a = Math.imul(a ^ text.charCodeAt(i), 0x01000193);
    b = Math.imul(b ^ (text.charCodeAt(i) + 0x5b), 0x811c9dc5);
  }
  return (2 ** 50 + ((a >>> 0) >>> 8) * 2 ** 24 + ((b >>> 0) >>> 8)).toString(36);
}

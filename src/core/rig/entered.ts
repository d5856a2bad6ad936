// What was entered and still stands: a tick keeps the facts that were entered, and whether it stands is computed by holding them against the row as it
// is planned now. So a change that is taken back by any way leaves nothing to be entered again.
import * as z from 'zod';
import type { Lookup } from '../base';
import { modeOf } from '../modes';
import { countingOf } from './counting';
import { hearsAll } from './heard-at';
import { beatsOf } from './inside';
import { sameJson } from './json';
import { signalsOf } from './layers';
import {
  type Action,
  type Arrival,
  type Assignment,
  arrivalSchema,
  assignmentSchema,
  type Counter,
  counterSchema,
  groupSchema,
  type Landing,
  type Layer,
  landingSchema,
  layerSchema,
  type Parameter,
  type Preset,
  parameterSchema,
  presetSchema,
  type Rig,
  type SwitchGroup,
  type Tick,
  translatorSchema,
  type Wire,
} from './schema';

/** The form of the sheet that is written now; ticks remember it. */
export const SHEET_FORM = 2;

/** What a tick keeps: facts by name, as the standard and the schema number them, things by their ids. */
export type Entered = NonNullable<Tick['facts']>;

/** Anything that can be ticked as entered. */
export type Tickable = Assignment | Landing | Layer | Parameter | Preset | SwitchGroup | Arrival | Wire;

interface Counters {
  readonly counters: Lookup<string, Counter>;
}

/** A fact that is as usual is left out, so that one which comes later changes no tick that has it as usual. */
const unusual = (facts: Readonly<Record<string, unknown>>, usual: Readonly<Record<string, unknown>>): Entered =>
  Object.fromEntries(Object.entries(facts).filter(([name, value]) => !sameJson(value, usual[name] ?? null))) as Entered; // border: values of rows are JSON

/** What is entered in a controller for a function; counters are part of what counts with them. What it is there for is entered nowhere. */
function factsOfAssignment({ counters }: Counters, row: Assignment): Entered {
  return unusual(
    {
      control: row.controlId,
      bank: row.bank,
      page: row.page,
      layer: row.layerId,
      gesture: row.gesture,
      actions: row.actions.map((a) => actionFacts(counters, a)),
      text: row.textShort,
      longText: row.textLong,
      colour: row.colour,
      colourOff: row.colourOff,
      lightBy: row.lightBy,
    },
    { text: '', longText: '', colour: '', colourOff: '', lightBy: 'controller' },
  );
}

function actionFacts(counters: Lookup<string, Counter>, action: Action): unknown {
  if (action.type !== 'send') return action;
  const { message, behaviour } = action;
  const more = { ...(action.turn ? { turn: action.turn } : {}), ...(action.port === undefined ? {} : { port: action.port }) };
  if (behaviour.type !== 'stepping') return { type: 'send', message, behaviour, ...more };
  const counter = countingOf(counters, behaviour);
  if (!counter) return { type: 'send', message, behaviour, ...more };
  const { from, to, step, atEnd, start, firstPress } = counter;
  // The step by which it counts stands with what is counted, whichever row says it.
  const { step: _own, ...counts } = behaviour;
  const usual = { from, to, step, atEnd, start };
  return {
    type: 'send',
    message,
    behaviour: counts,
    counter: firstPress === 'moves-on' ? usual : { ...usual, firstPress },
    ...more,
  };
}

/** The values that are entered: those that choose its one value, or the first of a row of steps; how long that is, its range tells. */
function valuesEntered({ mode, chosenBy }: Landing): Landing['chosenBy'] {
  const { needs } = modeOf(mode);
  if (needs === 'value') return chosenBy;
  return needs === 'first-value' && chosenBy !== null && chosenBy.from > 0 ? { ...chosenBy, to: chosenBy.from } : null;
}

/** What is entered in a target for a landing. */
function factsOfLanding(row: Landing): Entered {
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
      sets: modeOf(row.mode).needs === 'value' ? row.setValue : null,
      chosenBy: valuesEntered(row),
      by: modeOf(row.mode).steps ? row.by : 1,
      channels: hearsAll(row) ? 'all' : 'one',
      scope: row.scope,
      settings: row.settings,
    },
    { port: '', curve: { type: 'linear' }, takeover: 'jump', by: 1, channels: 'one', scope: 'target', settings: [] },
  );
}

/** What is set up for a layer: its modifier with what a tap of it does, where it is made, and what it turns over. */
function factsOfLayer({ counters }: Counters, row: Layer): Entered {
  return unusual(
    {
      modifier: row.modifierControlId,
      alsoBy: row.alsoOpenedBy,
      together: row.together,
      stays: row.mode,
      tap: row.tap.map((a) => actionFacts(counters, a)),
      reaches: row.scope,
      made: row.madeIn,
      signal: row.madeIn === 'host' ? row.signal : null,
      signalBy: row.madeIn === 'host' && row.signal !== null ? row.signalBy : 'added',
      alsoSignals: signalsOf(row).filter((s) => s.controlId !== null),
      below: row.fallsThrough,
      blinks: row.blinks,
    },
    { tap: [], blinks: 0, alsoBy: [], together: false, signalBy: 'added', alsoSignals: [] },
  );
}

/** What a macro moves along. */
const factsOfMacro = (row: Parameter): Entered => ({
  drives: row.drives.map((d) => {
    const beats = beatsOf(row, d);
    return beats === null ? [d.parameterId, d.from, d.to, d.curve] : [d.parameterId, beats];
  }),
});

/** What is kept under one step in a target. */
function factsOfPreset(row: Preset): Entered {
  return unusual(
    {
      chooses: row.parameterId,
      step: row.step,
      stored: row.stored,
      // An empty one has nothing else to be entered.
      rest: row.stored ? row.rest : 'stays',
      holds: row.stored ? row.values.map((v) => [v.parameterId, v.value]) : [],
    },
    { stored: true, rest: 'stays', holds: [] },
  );
}

/** Switches that release each other, as they are set up. */
function factsOfGroup(row: SwitchGroup): Entered {
  return unusual(
    {
      bank: row.bank,
      page: row.page,
      group: row.name,
      switches: row.controlIds,
      again: row.pressedAgain,
      sendsOff: row.sendsOff,
    },
    { sendsOff: false },
  );
}

/** What is done on arriving somewhere. */
function factsOfArrival({ counters }: Counters, row: Arrival): Entered {
  return unusual(
    {
      bank: row.bank,
      page: row.page,
      arriving: row.actions.map((a) => actionFacts(counters, a)),
      latches: row.latches.map((l) => [l.controlId, l.on]),
      atStart: row.atStart,
    },
    { latches: [], atStart: false },
  );
}

/** What is set up in the translator on a wire; nothing where there is none. What it is called says where it stands, and is entered nowhere. */
const factsOfTranslator = ({ translator }: Wire): Entered =>
  translator === null ? {} : { translates: translator.lines, rest: translator.rest };

/** The facts of anything that can be ticked. */
export function factsOf(index: Counters, row: Tickable): Entered {
  if ('translator' in row) return factsOfTranslator(row);
  if ('step' in row) return factsOfPreset(row);
  if ('controlIds' in row) return factsOfGroup(row);
  if ('latches' in row) return factsOfArrival(index, row);
  if ('drives' in row) return factsOfMacro(row);
  if ('controlId' in row) return factsOfAssignment(index, row);
  return 'parameterId' in row ? factsOfLanding(row) : factsOfLayer(index, row);
}

/** A tick that is set now. `at`: ISO 8601. */
export const tickNow = (index: Counters, row: Tickable, at: string): Tick => ({
  at,
  sheet: SHEET_FORM,
  facts: factsOf(index, row),
});

/** A rig from outside, whose ticks of before keep a time alone: nobody can say how it read then, so they get what it says now. */
export function withTicksTold(rig: Rig): Rig {
  const index: Counters = { counters: new Map(rig.counters.map((c) => [c.id, c])) };
  const told = <T extends Assignment | Landing>(row: T): T =>
    row.entered === null || row.entered.facts !== undefined
      ? row
      : { ...row, entered: { ...row.entered, facts: factsOf(index, row) } };
  return { ...rig, assignments: rig.assignments.map(told), landings: rig.landings.map(told) };
}

/** Whether a row is entered as it is planned now: ticked, and nothing of it has to be entered again. */
export function stands(index: Counters, row: Tickable): boolean {
  const { entered } = row;
  if (entered === null) return false;
  if (entered.facts === undefined) return true;
  const before = known.get(row);
  if (before && before.counters === index.counters) return before.stands;
  // What kind of control a target was told is kept with it, and hangs on other rows: it is held against those where they are known.
  const { kind: _told, ...own } = entered.facts;
  const now = sameJson(own, factsOf(index, row));
  known.set(row, { counters: index.counters, stands: now });
  return now;
}

/** Rows are never changed, and after an edit nearly all are the same: what was found of one is kept with it. */
const known = new WeakMap<Tickable, { readonly counters: unknown; readonly stands: boolean }>();

/** A function as it stands in its device: what was entered, on the row of today; the row itself where nobody kept how. Null where it was never entered. */
export function heldAssignment(row: Assignment): Assignment | null {
  const kept = row.entered?.facts;
  if (kept === undefined) return row.entered === null ? null : row;
  const { control, bank = null, page = null, layer = null, gesture, actions } = kept;
  const { text = '', longText = '', colour = '', colourOff = '', lightBy = 'controller' } = kept;
  const shown = { textShort: text, textLong: longText, colour, colourOff, lightBy };
  const held = { controlId: control, bank, page, layerId: layer, gesture, ...shown };
  const read = assignmentSchema.safeParse({ ...row, ...held, actions: asActions(actions, row.actions) });
  return read.success ? read.data : row;
}

/** A landing as it stands in its target. */
export function heldLanding(row: Landing): Landing | null {
  const kept = row.entered?.facts;
  if (kept === undefined) return row.entered === null ? null : row;
  const {
    parameter,
    port = '',
    address,
    layer = null,
    mode,
    coding = null,
    range,
    curve = { type: 'linear' },
    takeover = 'jump',
    sets,
    chosenBy = null,
    by = 1,
    channels = 'one',
    scope = 'target',
    settings = [],
  } = kept;
  const [from, to] = Array.isArray(range) ? range : [];
  const heard = { parameterId: parameter, port, address, hostLayerId: layer, mode, coding, from, to, curve, takeover, by, scope };
  const held = { ...heard, channels, settings };
  const read = landingSchema.safeParse({ ...row, ...held, setValue: sets ?? row.setValue, chosenBy });
  return read.success ? read.data : row;
}

/** What moves along with a tempo for so many beats. */
const inBeats = z.tuple([z.string(), z.number()]);

/** A macro as its target has it: one that nobody entered moves nothing along. */
export function heldMacro(row: Parameter): Parameter {
  const kept = row.entered?.facts;
  if (kept === undefined) return row.entered === null ? { ...row, drives: [] } : row;
  const rows = z.array(z.union([z.tuple([z.string(), z.number(), z.number(), z.unknown()]), inBeats])).safeParse(kept.drives);
  const drives = (rows.success ? rows.data : []).map(([parameterId, ...over]) => {
    if (over.length === 3) return { parameterId, from: over[0], to: over[1], curve: over[2] };
    const now = row.drives.find((d) => d.parameterId === parameterId);
    return { ...(now ?? { parameterId, from: 0, to: 0, curve: { type: 'linear' } }), beats: over[0] };
  });
  const read = parameterSchema.safeParse({ ...row, drives });
  return read.success ? read.data : row;
}

/** A preset as its target keeps it; null where nobody stored it. What stands on gear that is gone is left out. */
export function heldPreset(row: Preset): Preset | null {
  const kept = row.entered?.facts;
  if (kept === undefined) return row.entered === null ? null : row;
  const { chooses, step, stored = true, rest = 'stays', holds = [] } = kept;
  const pairs = z.array(z.tuple([z.string(), z.number()])).safeParse(holds);
  const values = (pairs.success ? pairs.data : []).map(([parameterId, value]) => ({ parameterId, value }));
  const read = presetSchema.safeParse({ ...row, parameterId: chooses, step, stored, rest, values });
  return read.success ? read.data : row;
}

/** Switches that release each other, as they were set up; null where nobody did. */
export function heldGroup(row: SwitchGroup): SwitchGroup | null {
  const kept = row.entered?.facts;
  if (kept === undefined) return row.entered === null ? null : row;
  const { bank = null, page = null, group, switches, again, sendsOff = false } = kept;
  const read = groupSchema.safeParse({ ...row, bank, page, name: group, controlIds: switches, pressedAgain: again, sendsOff });
  return read.success ? read.data : row;
}

/** A wire with its translator as that is set up; a plain cable where nobody set one up. */
export function heldWire(row: Wire): Wire {
  const kept = row.entered?.facts;
  if (kept === undefined) return row.translator === null ? row : { ...row, translator: null };
  const { translates, rest } = kept;
  if (translates === undefined) return { ...row, translator: null };
  const read = translatorSchema.safeParse({ name: row.translator?.name ?? '', lines: translates, rest });
  return read.success ? { ...row, translator: read.data } : row;
}

/** What is done on arriving somewhere, as it was set up; null where nobody did. */
export function heldArrival(row: Arrival): Arrival | null {
  const kept = row.entered?.facts;
  if (kept === undefined) return row.entered === null ? null : row;
  const { bank = null, page = null, arriving, latches = [], atStart = false } = kept;
  const pairs = z.array(z.tuple([z.string(), z.boolean()])).safeParse(latches);
  const set = (pairs.success ? pairs.data : []).map(([controlId, on]) => ({ controlId, on }));
  const read = arrivalSchema.safeParse({ ...row, bank, page, actions: asActions(arriving, row.actions), latches: set, atStart });
  return read.success ? read.data : row;
}

/** A layer as it is set up; the row itself where nobody kept how, or where nobody set it up. */
export function heldLayer(row: Layer): Layer {
  const kept = row.entered?.facts;
  if (kept === undefined) return row;
  const { alsoBy = [], together = false, signalBy = 'added', alsoSignals = [] } = kept;
  const { modifier = null, stays, tap = [], reaches, made, signal = null, below, blinks = 0 } = kept;
  const held = {
    modifierControlId: modifier,
    alsoOpenedBy: alsoBy,
    together,
    mode: stays,
    tap: asActions(tap, row.tap),
    scope: reaches,
    madeIn: made,
    signal,
    signalBy,
    alsoSignals,
    fallsThrough: below,
    blinks,
  };
  const read = layerSchema.safeParse({ ...row, ...held });
  return read.success ? read.data : row;
}

/** Kept actions as actions: what each is there for is taken from the row, where it has one at that place. */
function asActions(kept: unknown, now: readonly Action[]): unknown {
  if (!Array.isArray(kept)) return kept;
  return kept.map((action: unknown, i) => {
    const own = now[i];
    const rest = own?.type === 'send' ? { pinned: own.pinned, meant: own.meant } : { pinned: false, meant: [] };
    if (typeof action !== 'object' || action === null || !('message' in action)) return action;
    const counting = countingSchema.safeParse(action);
    const behaviour = counting.success ? { behaviour: { ...counting.data.behaviour, step: counting.data.counter.step } } : {};
    return { ...action, ...rest, ...behaviour };
  });
}

/** Counters as they were entered, by their ids: told by what counts with them. */
export function heldCounters(rows: readonly (Assignment | Layer)[], counters: readonly Counter[]): readonly Counter[] {
  const kept = new Map<string, unknown>();
  for (const { entered } of rows) {
    const actions: unknown = entered?.facts?.actions ?? entered?.facts?.tap;
    if (!Array.isArray(actions)) continue;
    for (const action of actions) {
      const read = countingSchema.safeParse(action);
      if (read.success) kept.set(read.data.behaviour.counterId, read.data.counter);
    }
  }
  return counters.map((c) => {
    const read = counterSchema.safeParse({ ...c, firstPress: 'moves-on', ...(kept.get(c.id) ?? c) });
    return read.success ? read.data : c;
  });
}

const countingSchema = z.object({
  behaviour: z.looseObject({ counterId: z.string() }),
  counter: z.looseObject({ step: z.number() }),
});

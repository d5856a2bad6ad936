// What can be heard of a controller, and from where: for each word that it can send the functions that send it, the situations in which they act, and where they lead;
// and the moves of which nothing is heard. Never too little: what the simulator can do is in it.
import { type PackedMessage, type SysexTable, sysexSlot } from '../midi';
import { type Assignment, type Controller, type Layer, type RigIndex, resolve } from '../rig';
import type { Whereabouts } from './automaton';
import { type Destination, spread } from './fire';
import { lookUp } from './look-up';
import { leadsFrom, ownButtons } from './moves';
import type { Armed, CompiledAction, ControllerProgram } from './program';
import type { Situation, Situations } from './situations';
import { groundsOf } from './space';
import { draftOf, startController } from './state';
import { stepController } from './step';
import { startPlace } from './switch-on';
import { wordsOf } from './words-sent';

/** Something that sends: a function, what is done on arriving, the tap or the signal of a layer's modifier. Places are positions in the table. */
export interface Speaker {
  /** Null for what no function holds. */
  readonly assignment: Assignment | null;
  /** Where it acts; null for everywhere. */
  readonly at: ReadonlySet<number> | null;
  /** Whether it also goes out where the controller only just arrives. */
  readonly onArrival: boolean;
  /** Where the controller may be, once something of it was heard, by where it was when its gesture began. */
  readonly leads: (from: number) => readonly number[];
  /** The same where nothing else was done meanwhile. */
  readonly ends: (from: number) => readonly number[];
  /** Other controls that may bring it when they are touched: they share a group or a chord with its own. */
  readonly alongside: ReadonlySet<string>;
}

/** A word as one speaker sends it: how many milliseconds after its gesture began it may be heard at the latest; `Infinity` where a release sends it. */
export interface Said {
  readonly speaker: Speaker;
  readonly lateMs: number;
  /** Of a latching send: whether this word turns it on or off; null for every other, and where both send the same. */
  readonly turns: 'on' | 'off' | null;
  /** Whether its latch can change unheard: then what it said last need not hold. */
  readonly slips: boolean;
  /** Whether it is the first that a gesture brings; else it comes behind others, or ends it. */
  readonly begins: boolean;
  /** Of what is moved over a range: where in its travel the control is, 0–1, in the middle of all that send this word; null for every other. */
  readonly position: number | null;
}

export interface SpeakingTable {
  /** Every situation that can be reached from switching on. */
  readonly places: readonly Whereabouts[];
  /** Those of them in which it may stand when it is switched on: one, or every bank and page where it returns to the last. */
  readonly begins: readonly number[];
  /** By place: where something leads of which nothing need be heard. */
  readonly silent: readonly (readonly number[])[];
  /** By place: where anything leads. */
  readonly leads: readonly (readonly number[])[];
  readonly said: ReadonlyMap<PackedMessage, readonly Said[]>;
}

/** The messages of one gesture are behind each other no longer than this: a hundred of them on a DIN wire. Assumed, no source. */
const BURST_MS = 100;
/** Layers that stay open, of which all orders are looked at. */
const MOST_LASTING = 3;

/** What can be heard of a controller; null where it can be in more situations than `most`, or has more than three layers that stay open. */
export function speakingTable(index: RigIndex, controller: Controller, sysex: SysexTable, most: number): SpeakingTable | null {
  const { program, lasting, situations } = groundsOf(index, controller, sysex);
  if (lasting.length > MOST_LASTING) return null;
  const { encode, decode, placeOf, bankOf, pageOf, layersIn, stackOf } = situations;
  const begins = startPlace(controller.firmware);
  const first = placeOf(begins.bank, begins.page);
  const returns = controller.firmware.startsAt?.type === 'last';
  const starts = (returns ? Array.from({ length: situations.places }, (_, place) => place) : [first]).map((place) =>
    encode({ place, stack: 0, last: null }),
  );

  const acting = actingOf(program, situations, lasting);
  const goes = program.armed.flatMap((armed) => goesOf(armed).map((to) => ({ armed, to })));
  const lead = leadsFrom(index, program, situations);
  const goingTo = (from: number, to: Destination): number =>
    encode(lead(decode(from), { play: (state) => stepController(program, state, { type: 'go', t: 0, to }).state }));
  const sure = surelyHeard(program, situations);

  const reached = [...starts];
  const at = new Map(starts.map((number, i) => [number, i]));
  const placed = (number: number): number => {
    const known = at.get(number);
    if (known !== undefined) return known;
    reached.push(number);
    at.set(number, reached.length - 1);
    return reached.length - 1;
  };
  const silent: Set<number>[] = [];
  const all: Set<number>[] = [];
  for (let i = 0; i < reached.length; i++) {
    if (reached.length > most) return null;
    const from = reached[i] ?? 0;
    const [quiet, any] = [new Set<number>(), new Set<number>()];
    silent.push(quiet);
    all.push(any);
    const go = (to: number, heard: boolean): void => {
      if (to === from) return;
      const place = placed(to);
      any.add(place);
      if (!heard) quiet.add(place);
    };
    const here = decode(from);
    // A layer may be opened and closed at any time: by a press, a hold, or with the next press that it turns.
    for (const { id } of lasting) {
      const open = layersIn(here.stack);
      const stack = stackOf(open.includes(id) ? open.filter((other) => other !== id) : [...open, id]);
      if (stack !== null) go(encode({ ...here, stack }), false);
    }
    for (const { what, by } of ownButtons(controller)) {
      const to = goingTo(from, { type: 'step', what, by });
      go(to, sure.arriving(decode(to).place));
    }
    for (const { armed, to } of goes) {
      const there = goingTo(from, to);
      // What is not done by the press itself may be done long after the controller went elsewhere.
      if (isPrompt(program, armed) && !acting(armed, here)) continue;
      go(there, sure.going(armed.slot) || sure.arriving(decode(there).place));
    }
  }

  const speakers = speakersOf(
    program,
    acting,
    reached.map(decode),
    (from, to) => at.get(goingTo(reached[from] ?? 0, to)) ?? from,
  );
  return {
    places: reached
      .map(decode)
      .map(({ place, stack }) => ({ bank: bankOf(place), page: pageOf(place), layerIds: layersIn(stack) })),
    begins: starts.map((_, i) => i),
    silent: silent.map((s) => [...s]),
    leads: all.map((s) => [...s]),
    said: saidBy(program, speakers),
  };
}

const goesOf = ({ actions }: Armed): readonly Destination[] => actions.flatMap((a) => (a.type === 'go' ? [a.to] : []));

/** Whether what a function does is done by its press, then and there, and nothing else of that press goes anywhere. */
function isPrompt({ firmware, armed, controls }: ControllerProgram, own: Armed): boolean {
  const { gesture, actions, assignment, bank, page, layerId } = own;
  if (!PRESSES.has(gesture)) return false;
  if (assignment === null || actions.some((a) => a.type === 'wait')) return false;
  const released = controls.get(assignment.controlId)?.groups.flatMap((g) => g.members) ?? [];
  const others = armed.filter((a) => a.assignment?.controlId === assignment.controlId);
  const keptBack = firmware.press === 'waits' && others.some((a) => !PROMPT.has(a.gesture));
  const chorded = armed.some((a) => a.chord?.singlesFire === false);
  // Several functions of one press go one after the other, and so does what a switch releases.
  const together = armed.some(
    (a) =>
      a !== own &&
      PRESSES.has(a.gesture) &&
      goesOf(a).length > 0 &&
      (released.includes(a.assignment?.controlId ?? '') ||
        (others.includes(a) && (a.gesture !== gesture || (a.bank === bank && a.page === page && a.layerId === layerId)))),
  );
  return !keptBack && !chorded && !together;
}
const PRESSES: ReadonlySet<Armed['gesture']> = new Set(['press', 'latch-on', 'latch-off']);
const PROMPT: ReadonlySet<Armed['gesture']> = new Set(['move', 'press', 'latch-on', 'latch-off', 'release', 'any-release']);

/** Whether a function acts in a situation, with whatever is held besides. */
function actingOf(program: ControllerProgram, { bankOf, pageOf, layersIn }: Situations, lasting: readonly Layer[]) {
  const begin = draftOf(program, startController(program, 1, 1), 0);
  const stays = new Set(lasting.map((l) => l.id));
  const arrivals = new Map(program.arrivals.map((a) => [a.armed, a]));
  return (armed: Armed, { place, stack }: Situation): boolean => {
    const [bank, page] = [bankOf(place), pageOf(place)];
    const open = layersIn(stack);
    const { assignment, layerId, gesture } = armed;
    if (assignment === null) {
      const arrival = arrivals.get(armed);
      // The tap of a modifier goes out anywhere.
      return !arrival || resolve(program.arrivals, { bank, page, layers: open }, () => null).includes(arrival);
    }
    const control = program.controls.get(assignment.controlId);
    if (!control) return false;
    const layers = layerId === null || stays.has(layerId) ? open : [...open, layerId];
    const acts = (open: readonly string[]): boolean =>
      lookUp(begin, control, gesture, { bank, page, layers: open }).includes(armed);
    // Switches that release each other go off in Base, whatever is open.
    return acts(layers) || (control.groups.length > 0 && acts([]));
  };
}

/** Of which moves something is heard in any case, in the same moment. */
function surelyHeard(program: ControllerProgram, { bankOf, pageOf }: Situations) {
  const sendsAlways = (action: CompiledAction): boolean =>
    action.type === 'send' &&
    action.turn === undefined &&
    (action.emitter.type === 'momentary' ||
      action.emitter.type === 'fixed' ||
      action.emitter.type === 'latching' ||
      action.emitter.type === 'stepping') &&
    isListenedFor(program, action);
  const going = new Set(
    program.armed.flatMap((armed) =>
      isPrompt(program, armed) && goesOf(armed).length > 0 && armed.actions.some(sendsAlways) ? [armed.slot] : [],
    ),
  );
  const first = ({ actions }: Armed): boolean => {
    const wait = actions.findIndex((a) => a.type === 'wait');
    return (wait < 0 ? actions : actions.slice(0, wait)).some(sendsAlways);
  };
  return {
    going: (slot: number): boolean => going.has(slot),
    arriving: (place: number): boolean =>
      resolve(program.arrivals, { bank: bankOf(place), page: pageOf(place), layers: [] }, () => null).some((a) => first(a.armed)),
  };
}

/** Everything that sends, by the slot of what is armed. */
function speakersOf(
  program: ControllerProgram,
  acting: (armed: Armed, situation: Situation) => boolean,
  places: readonly Situation[],
  going: (from: number, to: Destination) => number,
): ReadonlyMap<number, Speaker> {
  const onArrival = new Set(program.arrivals.map((a) => a.armed));
  const alongside = touchedTogether(program);
  return new Map(
    program.armed.map((armed): [number, Speaker] => {
      const goes = goesOf(armed);
      const prompt = isPrompt(program, armed) && armed.turn === null && goes.length < 2;
      const ends = (from: number): readonly number[] =>
        armed.turn === null
          ? [goes.reduce(going, from)]
          : [...new Set([...goes.map((to) => going(from, to)), goes.reduce(going, from)])];
      /** In their order, each with and without those before it: they may take turns, wait, and begin elsewhere. */
      const any = (from: number): readonly number[] => {
        const all = new Set([from]);
        for (const to of goes) for (const end of [...all]) all.add(going(end, to));
        return [...all];
      };
      const tap = armed.assignment === null && !onArrival.has(armed);
      return [
        armed.slot,
        {
          assignment: armed.assignment,
          at: tap ? null : new Set(places.flatMap((situation, i) => (acting(armed, situation) ? [i] : []))),
          onArrival: onArrival.has(armed) || (armed.gesture === 'move' && program.firmware.resendsPositions),
          leads: remembered(goes.length === 0 || prompt ? ends : any),
          ends: remembered(ends),
          alongside: alongside.get(armed.assignment?.controlId ?? '') ?? NOBODY,
        },
      ];
    }),
  );
}

const NOBODY: ReadonlySet<string> = new Set();

/** By control: those that share a group or a chord with it. */
function touchedTogether({ armed, controls }: ControllerProgram): ReadonlyMap<string, ReadonlySet<string>> {
  const together = new Map<string, Set<string>>();
  const share = (ids: readonly string[]): void => {
    for (const id of ids) {
      const others = together.get(id) ?? new Set();
      for (const other of ids) if (other !== id) others.add(other);
      together.set(id, others);
    }
  };
  for (const { groups } of controls.values()) for (const { members } of groups) share(members);
  for (const { assignment, chord } of armed) if (assignment && chord) share([assignment.controlId, chord.with]);
  return together;
}

function remembered(leads: (from: number) => readonly number[]): (from: number) => readonly number[] {
  const known = new Map<number, readonly number[]>();
  return (from) => {
    const found = known.get(from) ?? leads(from);
    known.set(from, found);
    return found;
  };
}

/** What ends a gesture, or stands beside it: it tells nothing of where anything is. */
const atTheEnd: Omit<Said, 'speaker'> = {
  lateMs: Number.POSITIVE_INFINITY,
  turns: null,
  slips: false,
  begins: false,
  position: null,
};

/** Every word, and who says it. */
function saidBy(program: ControllerProgram, speakers: ReadonlyMap<number, Speaker>): ReadonlyMap<PackedMessage, readonly Said[]> {
  const said = new Map<PackedMessage, Said[]>();
  const add = (word: PackedMessage, by: Said): void => {
    const known = said.get(word);
    if (!known) said.set(word, [by]);
    else if (!known.some((s) => s.speaker === by.speaker && s.lateMs >= by.lateMs && s.begins === by.begins)) known.push(by);
  };
  for (const armed of program.armed) {
    const speaker = speakers.get(armed.slot);
    if (!speaker) continue;
    const lateMs = latest(program, armed);
    const sends = armed.actions.flatMap((a) => (a.type === 'send' ? [a] : []));
    for (const action of sends) {
      const { first, begins, ends } = wordsOf(action, armed.gesture === 'move');
      const positions = armed.gesture === 'move' ? positionsOf(action) : null;
      // Of lists that take turns each has a first one.
      const leads = sends.find((a) => a.turn === action.turn || a.turn === undefined) === action;
      const turns = turnedBy(action);
      const slips = changesUnheard(program, armed, action);
      for (const word of begins)
        add(word, {
          speaker,
          lateMs,
          turns: turns(word),
          slips,
          begins: leads && first.has(word),
          position: positions?.get(word) ?? null,
        });
      for (const word of ends) add(word, { ...atTheEnd, speaker });
    }
  }
  for (const { signals } of program.controls.values())
    for (const put of signals) {
      const words: number[] = [];
      for (const value of [127, 0]) put(value, words);
      const stays = (from: number): readonly number[] => [from];
      const speaker: Speaker = { assignment: null, at: null, onArrival: false, leads: stays, ends: stays, alongside: NOBODY };
      for (const word of words) add(word, { ...atTheEnd, speaker });
    }
  return said;
}

/** Whether the latch of a send can change without a word of it: by going elsewhere, by arriving, by another switch, by what comes back, or by a word that is not listened for. */
function changesUnheard(program: ControllerProgram, armed: Armed, action: Extract<CompiledAction, { type: 'send' }>): boolean {
  const { firmware, controls, arrivals } = program;
  const controlId = armed.assignment?.controlId ?? '';
  return (
    (!firmware.togglesSurviveBankChange && firmware.banks * firmware.pages > 1) ||
    firmware.lights === 'feedback' ||
    (controls.get(controlId)?.groups.length ?? 0) > 0 ||
    arrivals.some((a) => a.row.latches.some((l) => l.controlId === controlId)) ||
    !isListenedFor(program, action)
  );
}

/** Whether every word of a send comes by where the controller is heard: system exclusive may not be listened for, and of several ways out one may not be heard. */
const isListenedFor = ({ armed }: ControllerProgram, action: Extract<CompiledAction, { type: 'send' }>): boolean =>
  (action.port === 0 || armed.every((a) => a.actions.every((x) => x.type !== 'send' || x.port === action.port))) &&
  [...wordsOf(action, false).begins].every((word) => sysexSlot(word) < 0);

/** Places of the travel that are looked at to tell where a control is. */
const LOOKED = 256;

/** By the first word that depends on where a control is: the middle of the travel that sends it, 0–1. Nothing for a word that several stretches of it send, where both ends send the same, and for what follows no range. */
function positionsOf({ emitter, put }: Extract<CompiledAction, { type: 'send' }>): ReadonlyMap<PackedMessage, number> {
  const stretches = new Map<PackedMessage, { readonly from: number; readonly to: number; readonly broken: boolean }>();
  if (emitter.type !== 'range') return new Map();
  const wordsAt = (position: number): readonly PackedMessage[] => {
    const words: number[] = [];
    put(spread(emitter, position), words);
    return words;
  };
  const [low, high] = [wordsAt(0), wordsAt(1)];
  const at = low.findIndex((word, i) => word !== high[i]);
  if (at < 0) return new Map();
  for (let i = 0; i <= LOOKED; i++) {
    const word = wordsAt(i / LOOKED)[at];
    const known = word === undefined ? undefined : stretches.get(word);
    if (word !== undefined)
      stretches.set(word, { from: known?.from ?? i, to: i, broken: known !== undefined && (known.broken || known.to !== i - 1) });
  }
  return new Map([...stretches].flatMap(([word, { from, to, broken }]) => (broken ? [] : [[word, (from + to) / 2 / LOOKED]])));
}

/** Whether a word turns a latching send on or off. */
function turnedBy(action: Extract<CompiledAction, { type: 'send' }>): (word: PackedMessage) => 'on' | 'off' | null {
  const { emitter } = action;
  if (emitter.type !== 'latching' || emitter.first === emitter.second) return () => null;
  const [on, off]: [number[], number[]] = [[], []];
  action.put(emitter.first, on);
  action.put(emitter.second, off);
  return (word) => (on.includes(word) === off.includes(word) ? null : on.includes(word) ? 'on' : 'off');
}

/** How many milliseconds after its gesture began something is heard at the latest. */
function latest(program: ControllerProgram, armed: Armed): number {
  const { gesture, actions } = armed;
  if (gesture === 'release' || gesture === 'hold-release' || gesture === 'any-release' || gesture === 'repeat')
    return Number.POSITIVE_INFINITY;
  if ((gesture === 'move' && !actions.some((a) => a.type === 'wait')) || isPrompt(program, armed)) return BURST_MS;
  const { holdMs, doubleTapMs } = program.firmware;
  const chords = program.armed.map((a) => a.chord?.windowMs ?? 0);
  const waits = actions.map((a) => (a.type === 'wait' ? a.ms : 0));
  return BURST_MS + holdMs + 2 * doubleTapMs + Math.max(0, ...chords) + waits.reduce((a, b) => a + b, 0);
}

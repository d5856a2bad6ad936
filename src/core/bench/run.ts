// Runs the whole chain over what happens: gestures in, messages over the wires, parameters, and what is sent back. Simulated time
// halts at each due event before it goes on. Ties go in this order: what arrives, what is due in a controller, launches, the hand.
import { exhaustive } from '../base';
import { type ControllerInput, type ControllerState, stepController } from '../controller';
import { type PackedMessage, packedLength, packedStatus, packedType } from '../midi';
import {
  feedbackOf,
  launchDue,
  look,
  type SentBack,
  setByClock,
  setByMouse,
  stepTargets,
  type TargetState,
  targetsWakeAt,
} from '../receiver';
import type { ScriptEvent } from '../rig';
import { channelOf, type Hop, MOST_COPIES, MOST_HOPS, sendOver, type Timing, type WireState } from '../wires';
import { type Chain, type ChainState, clockTo, type InFlight } from './chain';
import {
  ARRIVED,
  emptyTrace,
  FINGER_AT,
  FINGER_DOWN,
  FINGER_TURN,
  FINGER_UP,
  LOOPED,
  note,
  PASSED,
  SENT,
  SENT_BACK,
  type Trace,
  unheardReasons,
  VALUE,
} from './trace';

/** What can happen to a chain: what a script holds, and words that a real controller (or a file) sends in place of a simulated one. */
export type ChainEvent =
  | ScriptEvent
  | { readonly do: 'words'; readonly atMs: number; readonly on: string; readonly words: readonly PackedMessage[] }
  /** A MIDI clock from outside in place of what a controller sends, in quarters a minute. */
  | { readonly do: 'clock'; readonly atMs: number; readonly on: string; readonly bpm: number };

export interface RunOptions {
  /** What each wire does to time; null lets everything arrive when it is sent. */
  readonly timing: ((wire: number) => Timing) | null;
  /** Whether arrivals are written down too. */
  readonly full: boolean;
  /** Time up to which the chain runs, in milliseconds; what is due later stays due. `Number.MAX_VALUE`: until nothing is due any more, or two minutes after the last event. */
  readonly until: number;
}

/**
 * What goes on by itself for ever (a switch that is held and repeats) is followed for so long after the last event, in milliseconds: longer than any wait of a
 * controller (a double tap and a hold of a minute each), and where a launch is still waiting longer than any bar (32 beats at 10 a minute).
 */
const GOES_ON_MS = 125_000;
const LONGEST_BAR_MS = 192_000;

/** Everything arrives when it is sent, and all that is due is waited for; what never ends is left to go on after two minutes. */
export const untilQuiet: RunOptions = { timing: null, full: false, until: Number.MAX_VALUE };

/** A run under way. */
interface Running {
  readonly chain: Chain;
  readonly timing: RunOptions['timing'];
  readonly full: boolean;
  readonly trace: Trace;
  readonly controllers: ControllerState[];
  readonly wakes: (number | null)[];
  readonly wires: WireState[];
  readonly flying: InFlight[];
  targets: TargetState;
  messages: number;
  edited: ReadonlySet<string>;
  /** How often translators made something of each message, by its number. */
  readonly translated: Map<number, number>;
}

/** A word under way, and what is known of it. */
interface Parcel {
  readonly word: PackedMessage;
  readonly turns: number;
  readonly message: number;
  /** Whether nobody knows its value: a target sent back what no preset says. */
  readonly blind: boolean;
}

/**
 * Runs a chain from a state over events (sorted by time, none before what has been run) and gives the state after it and
 * everything that happened. Events that name what is not in the chain do nothing; `plug` is the caller's, who compiles the
 * network.
 */
export function run(
  chain: Chain,
  state: ChainState,
  events: readonly ChainEvent[],
  options: RunOptions,
): { readonly state: ChainState; readonly trace: Trace } {
  const r: Running = {
    chain,
    timing: options.timing,
    full: options.full,
    trace: emptyTrace(),
    controllers: state.controllers.slice(),
    wakes: state.wakes.slice(),
    wires: state.wires.slice(),
    flying: state.flying.slice(),
    targets: state.targets,
    messages: state.messages,
    edited: state.edited,
    translated: new Map(),
  };
  const NEVER = Number.POSITIVE_INFINITY;
  /** When the hand did something last; without a hand, when the first thing was due. */
  let since: number | null = null;
  for (let next = 0; ; ) {
    const event = events[next];
    const handAt = event === undefined ? NEVER : event.atMs;
    const arrivesAt = r.flying[0]?.at ?? NEVER;
    const launchAt = targetsWakeAt(r.targets) ?? NEVER;
    let dueAt = NEVER;
    let due = -1;
    for (let i = 0; i < r.wakes.length; i++) {
      const at = r.wakes[i] ?? NEVER;
      if (at < dueAt) {
        dueAt = at;
        due = i;
      }
    }
    const t = Math.min(handAt, arrivesAt, launchAt, dueAt);
    if (t > options.until || t === NEVER) break;
    if (event === undefined && options.until === Number.MAX_VALUE) {
      since ??= t;
      if (t > since + GOES_ON_MS + (launchAt === NEVER ? 0 : LONGEST_BAR_MS)) break;
    }
    if (arrivesAt === t) {
      const flown = r.flying.shift();
      if (flown) arrive(r, flown.hop, flown, t);
    } else if (dueAt === t) {
      feed(r, due, { type: 'tick', t });
    } else if (launchAt === t) {
      const launched = launchDue(chain.targets, r.targets, t);
      r.targets = launched.state;
      tellMoved(r, launched.moved, t, 0, -1);
    } else if (event) {
      next++;
      since = t;
      happen(r, event);
    }
  }
  const { controllers, wakes, wires, targets, flying, messages, edited } = r;
  return { state: { controllers, wakes, wires, targets, flying, messages, edited }, trace: r.trace };
}

/** A word leaves over one wire: as what the translator on it makes of it. */
function leave(r: Running, hop: Hop, parcel: Parcel, t: number): void {
  const { network } = r.chain;
  const translate = network.translators[hop.wire];
  if (!translate) {
    carry(r, hop, parcel, t);
    return;
  }
  const { message, turns } = parcel;
  for (const word of translate(parcel.word)) {
    const copies = (r.translated.get(message) ?? 0) + 1;
    // What goes round through it, or doubles there at each turn, is cut.
    if (turns >= MOST_HOPS || copies > MOST_COPIES) {
      note(r.trace, t, LOOPED, word, turns, 0, message);
      return;
    }
    r.translated.set(message, copies);
    const beyond = network.beyond(hop.wire, packedType(word), channelOf(word));
    if (beyond === null) continue;
    if (beyond.plan.looped) note(r.trace, t, LOOPED, word, turns, 0, message);
    carry(r, { ...hop, remote: beyond.remote, next: beyond.plan.hops }, { ...parcel, word, turns: turns + 1 }, t);
  }
}

/** A word goes over one wire. */
function carry(r: Running, hop: Hop, parcel: Parcel, t: number): void {
  if (r.timing === null) {
    arrive(r, hop, parcel, t);
    return;
  }
  const before = r.wires[hop.wire];
  if (!before) return;
  const { word, turns, message, blind } = parcel;
  const sent = sendOver(r.timing(hop.wire), before, t, packedStatus(word), packedLength(word, r.chain.sysex.bytes));
  r.wires[hop.wire] = sent.state;
  queue(r.flying, { at: sent.arrivesAtMs, hop, word, turns, message, blind });
}

/** A unit sends a word out of a port, empty for all: over every wire there that takes it. What was sent back and on again too often is cut. */
function transmit(r: Running, unitId: string, port: string, parcel: Parcel, t: number): void {
  const { word, turns, message } = parcel;
  const plan = r.chain.network.planOf(unitId, packedType(word), channelOf(word), port);
  if (plan.looped || turns >= MOST_HOPS) note(r.trace, t, LOOPED, word, turns, 0, message);
  if (turns >= MOST_HOPS) return;
  for (const hop of plan.hops) leave(r, hop, parcel, t);
}

/** A word arrives: a target hears it, a controller shows it, and the unit passes it on where it does so. */
function arrive(r: Running, hop: Hop, parcel: Parcel, t: number): void {
  const { chain } = r;
  const { word, turns, message, blind } = parcel;
  const port = chain.arrivalPorts[hop.wire] ?? '';
  const unit = chain.targets.receiverOf.get(hop.to);
  if (unit && !blind) {
    const done = stepTargets(chain.targets, r.targets, { unit, word, t, port, remote: hop.remote });
    r.targets = done.state;
    if (r.full) {
      const { why } = done;
      const heard = why === null ? (done.heard[0] ?? 0) : -1 - unheardReasons.indexOf(why);
      note(r.trace, t, ARRIVED, word, unit.index, heard, message);
    }
    if (done.moved.length > 0) tellMoved(r, done.moved, t, turns, message);
  } else if (!unit) {
    const controller = chain.placeOf.get(hop.to);
    if (controller !== undefined) {
      if (r.full) note(r.trace, t, PASSED, word, 0, controller, message);
      feed(r, controller, { type: 'feedback', t, word, sysexKeys: chain.sysex.keys, blind });
    }
  }
  for (const next of hop.next) leave(r, next, parcel, t);
}

/** Parameters moved: that is written down, and sent back by targets that do so. */
function tellMoved(r: Running, moved: readonly number[], t: number, turns: number, message: number): void {
  const { targets } = r.chain;
  const back: SentBack[] = [];
  for (const slot of moved) {
    const value = r.targets.values[slot] ?? 0;
    note(r.trace, t, VALUE, slot, value, 0, message);
    back.push(...feedbackOf(targets, slot, r.targets.values));
  }
  for (const { unit, word, blind } of back) {
    const place = r.chain.targets.receiverOf.get(unit)?.index ?? -1;
    const parcel = { word, turns: turns + 1, message: r.messages++, blind };
    if (!blind) note(r.trace, t, SENT_BACK, word, place, 0, parcel.message);
    transmit(r, unit, '', parcel, t);
  }
}

/** One input of one controller, and what it sends. */
function feed(r: Running, index: number, input: ControllerInput): void {
  const program = r.chain.controllers[index];
  const before = r.controllers[index];
  if (!program || !before) return;
  const { state, output, wakeAt } = stepController(program, before, input);
  r.controllers[index] = state;
  r.wakes[index] = wakeAt;
  for (let i = 0; i < output.length; i += 3) {
    const port = program.ports[output[i + 2] ?? 0] ?? '';
    send(r, program.controllerId, port, output[i] ?? 0, output[i + 1] ?? -1, index, input.t);
  }
  const { clock } = state;
  if (clock !== null && clock.bpm !== before.clock?.bpm)
    for (const slot of r.chain.clocked[index] ?? []) clockOn(r, slot, clock.bpm, input.t);
}

function send(r: Running, unitId: string, port: string, word: PackedMessage, slot: number, index: number, t: number): void {
  const message = r.messages++;
  note(r.trace, t, SENT, word, slot, index, message);
  transmit(r, unitId, port, { word, turns: 0, message, blind: false }, t);
}

function happen(r: Running, event: ChainEvent): void {
  const { chain, trace } = r;
  const t = event.atMs;
  switch (event.do) {
    case 'press':
    case 'release':
    case 'move':
    case 'turn': {
      const control = chain.controls.get(event.on);
      if (!control) return;
      if (event.do === 'move') note(trace, t, FINGER_AT, control.index, event.position);
      else if (event.do === 'turn') note(trace, t, FINGER_TURN, control.index, event.clicks);
      else note(trace, t, event.do === 'press' ? FINGER_DOWN : FINGER_UP, control.index, 0);
      if (!r.edited.has(chain.controllers[control.controller]?.controllerId ?? '')) feed(r, control.controller, handInput(event));
      return;
    }
    case 'go': {
      const place = chain.placeOf.get(event.on);
      if (place !== undefined && !r.edited.has(event.on))
        feed(r, place, { type: 'go', t, to: { type: 'place', bank: event.bank, page: event.page } });
      return;
    }
    case 'set': {
      const slot = chain.targets.slots.get(event.on);
      if (slot !== undefined) put(r, slot, event.value, t);
      return;
    }
    case 'clock': {
      for (const slot of clockTo(chain, event.on)) clockOn(r, slot, event.bpm, t);
      return;
    }
    case 'look': {
      const unit = chain.targets.receiverOf.get(event.on);
      if (unit) r.targets = look(r.targets, unit, event.here);
      return;
    }
    case 'edit': {
      const place = chain.placeOf.get(event.on);
      // Most go on sending; what is said to be silent does nothing by hand for as long.
      if (place === undefined || chain.controllers[place]?.firmware.whileEdited !== 'silent') return;
      const others = [...r.edited].filter((id) => id !== event.on);
      r.edited = new Set(event.connected ? [...others, event.on] : others);
      return;
    }
    case 'words': {
      const place = chain.placeOf.get(event.on) ?? -1;
      for (const word of event.words) send(r, event.on, '', word, -2, place, t);
      return;
    }
    case 'plug':
      return;
    default:
      exhaustive(event);
  }
}

/** Puts a parameter somewhere from outside. */
function put(r: Running, slot: number, value: number, t: number): void {
  if (r.targets.values[slot] === value) return;
  const done = setByMouse(r.chain.targets, r.targets, slot, value);
  r.targets = done.state;
  tellMoved(r, done.moved, t, 0, -1);
}

/** A clock goes so fast from now on, for a tempo that follows it. */
function clockOn(r: Running, slot: number, bpm: number, t: number): void {
  const done = setByClock(r.chain.targets, r.targets, slot, bpm);
  r.targets = done.state;
  tellMoved(r, done.moved, t, 0, -1);
}

function handInput(event: Extract<ScriptEvent, { do: 'press' | 'release' | 'move' | 'turn' }>): ControllerInput {
  const { on: controlId, atMs: t } = event;
  switch (event.do) {
    case 'press':
      return { type: 'press', controlId, t, velocity: event.velocity };
    case 'release':
      return { type: 'release', controlId, t };
    case 'move':
      return { type: 'move', controlId, t, position: event.position };
    case 'turn':
      return { type: 'turn', controlId, t, clicks: event.clicks };
    default:
      return exhaustive(event);
  }
}

/** Puts a word among those that fly, after all that arrive no later: messages on one wire never overtake each other. */
function queue(flying: InFlight[], word: InFlight): void {
  let i = flying.length;
  while (i > 0 && (flying[i - 1]?.at ?? 0) > word.at) i--;
  flying.splice(i, 0, word);
}

// What is played through, as a state machine: words in, words out, and when it wants to be called again.
import { type ControllerInput, type ControllerState, type ControllerStep, stepController, switchOn } from '../controller';
import {
  carriesValue,
  countsAsOn,
  decodeClicks,
  type PackedMessage,
  packedCc,
  packedChannel,
  packedKey,
  packedNote,
  packedNumber,
  packedRealTime,
  packedType,
  packedValue,
  valueMax,
} from '../midi';
import type { RawControl, ThroughProgram } from './program';

/** A word that comes back sooner than this, in milliseconds, and so often in a row without another one, goes round in a loop. Common practice, no source. */
const ECHO_MS = 5;
const ECHOES = 100;

export interface ThroughState {
  /** The controller whose plan is played; null where there is none. */
  readonly unit: ControllerState | null;
  /** When that wants a tick, in milliseconds on the clock of the inputs; null for never. */
  readonly wakeAt: number | null;
  /** Notes that were sent and not ended yet, as channel × 128 + note. */
  readonly held: ReadonlySet<number>;
  /** Channels on which the sustain pedal is down. */
  readonly sustained: ReadonlySet<number>;
  /** What was sent last, with its time. */
  readonly sent: readonly { readonly word: PackedMessage; readonly t: number }[];
  /** How many words in a row came back at once. */
  readonly echoes: number;
  /** The message without a channel that went through last, as text, and when. */
  readonly system: { readonly bytes: string; readonly t: number; readonly again: number } | null;
  /** Whether it has stopped by itself: what goes out comes back in. */
  readonly looped: boolean;
}

export type ThroughInput =
  | { readonly type: 'words'; readonly t: number; readonly words: readonly PackedMessage[] }
  | { readonly type: 'tick'; readonly t: number };

export interface ThroughStep {
  readonly state: ThroughState;
  readonly out: readonly PackedMessage[];
}

/** Before anything came in: the controller as it is switched on. */
export function startThrough({ unit }: ThroughProgram): ThroughState {
  const begun = unit === null ? null : switchOn(unit.program);
  return {
    unit: begun?.state ?? null,
    wakeAt: begun?.wakeAt ?? null,
    held: new Set(),
    sustained: new Set(),
    sent: [],
    echoes: 0,
    system: null,
    looped: false,
  };
}

/** Takes what came in, or a tick; what was due before that happens first. What has stopped by itself sends nothing more. */
export function stepThrough(program: ThroughProgram, state: ThroughState, input: ThroughInput): ThroughStep {
  const { unit } = program;
  let now = state;
  const made: PackedMessage[] = [];
  const plays = (played: ControllerInput): void => {
    if (unit === null || now.unit === null) return;
    const step = stepController(unit.program, now.unit, played);
    now = { ...now, unit: step.state, wakeAt: step.wakeAt };
    made.push(...leaving(program, step));
  };
  if (now.looped) return { state, out: [] };
  for (let at = now.wakeAt; at !== null && at <= input.t; at = now.wakeAt) plays({ type: 'tick', t: at });
  for (const word of input.type === 'words' ? input.words : []) {
    now = echoed(now, word, input.t);
    if (now.looped) return { state: now, out: [] };
    const raw = unit?.raw.get(packedKey(word));
    if (raw === undefined) made.push(word);
    else for (const played of handOf(raw, word, input.t)) plays(played);
  }
  const out = made.flatMap((word) => program.carry(word));
  return { state: remembered(now, out, input.t), out };
}

/** What a byte takes there and back over two DIN cables, in milliseconds: ten bits at 31,250 a second, twice (MIDI 1.0). A SysEx that comes later is no echo. */
const BYTE_AND_BACK_MS = 0.64;

/**
 * Takes a message that has no channel, as its bytes: clock, song position, SysEx. It goes on as it came where the wire lets it through, and is no business of
 * the plan. Active sensing is the sender's own, and never comes here (MIDI 1.0: it says that this very cable is there).
 */
export function passSystem(
  program: ThroughProgram,
  state: ThroughState,
  bytes: readonly number[],
  t: number,
): { readonly state: ThroughState; readonly passes: boolean } {
  const isSysex = bytes[0] === 0xf0;
  const word = packedRealTime(bytes[0] ?? 0);
  const now = isSysex ? sysexEchoed(state, bytes, t) : ticked(state, word, t);
  const passes = !now.looped && (isSysex ? program.passes.sysex : program.passes.common);
  return { state: passes && !isSysex ? remembered(now, [word], t) : now, passes };
}

/** Counts what comes back at once, and forgets nothing of what else does: a clock ticks between everything. */
function ticked(state: ThroughState, word: PackedMessage, t: number): ThroughState {
  const now = echoed(state, word, t);
  return now.echoes === 0 ? { ...now, echoes: state.echoes } : now;
}

/** Counts how often one SysEx comes back in a row. One that a device repeats at its pace, to say that it is there, is none. */
function sysexEchoed(state: ThroughState, bytes: readonly number[], t: number): ThroughState {
  const text = bytes.join(' ');
  const { system } = state;
  const soonest = ECHO_MS + bytes.length * BYTE_AND_BACK_MS;
  const again = system?.bytes === text && t - system.t <= soonest ? system.again + 1 : 0;
  return { ...state, system: { bytes: text, t, again }, looped: state.looped || again >= ECHOES };
}

/** What lets everything go that was sent: notes that sound, and sustain pedals that are down. */
export const endThrough = ({ held, sustained }: ThroughState): readonly PackedMessage[] => [
  ...[...held].map((at) => packedNote(Math.floor(at / 128), at % 128, 0)),
  ...[...sustained].map((channel) => packedCc(channel, 64, 0)),
];

/** What a controller sends over the wire: out of the port that this begins at, or of every port. */
function leaving({ unit, port }: ThroughProgram, { output }: ControllerStep): readonly PackedMessage[] {
  const words: PackedMessage[] = [];
  for (let i = 0; i < output.length; i += 3) {
    const own = unit?.program.ports[output[i + 2] ?? 0] ?? '';
    if (own === '' || own === port) words.push(output[i] ?? 0);
  }
  return words;
}

/** What a hand does when a control sends a word. What carries no value is a press and its release at once. */
function handOf({ control, as }: RawControl, word: PackedMessage, t: number): readonly ControllerInput[] {
  const type = packedType(word);
  const { id: controlId } = control;
  if (as === 'up' || as === 'down') return [{ type: 'turn', controlId, t, clicks: as === 'up' ? 1 : -1 }];
  if (type === 'other' || type === 'sysex' || !carriesValue(type))
    return [
      { type: 'press', controlId, t, velocity: null },
      { type: 'release', controlId, t },
    ];
  const part = packedValue(word) / valueMax(type);
  if (as === 'move') return [{ type: 'move', controlId, t, position: part }];
  if (as !== 'press' && as !== 'release')
    return [{ type: 'turn', controlId, t, clicks: decodeClicks(Math.round(part * 127), as) }];
  if (as === 'release' || !countsAsOn(type, packedValue(word), 64)) return [{ type: 'release', controlId, t }];
  return [{ type: 'press', controlId, t, velocity: control.kind === 'pad' ? part : null }];
}

/** Counts what comes back at once. */
function echoed(state: ThroughState, word: PackedMessage, t: number): ThroughState {
  const at = state.sent.findIndex((s) => s.word === word && t - s.t <= ECHO_MS);
  if (at < 0) return { ...state, echoes: 0 };
  const echoes = state.echoes + 1;
  return { ...state, echoes, looped: echoes >= ECHOES, sent: state.sent.filter((_, i) => i !== at) };
}

/** Notes and pedals that what is sent holds and lets go, and what may come back. */
function remembered(state: ThroughState, out: readonly PackedMessage[], t: number): ThroughState {
  if (out.length === 0) return state;
  const held = new Set(state.held);
  const sustained = new Set(state.sustained);
  for (const word of out) {
    const type = packedType(word);
    const channel = packedChannel(word);
    if (type === 'note') {
      if (packedValue(word) > 0) held.add(channel * 128 + packedNumber(word));
      else held.delete(channel * 128 + packedNumber(word));
    } else if (type === 'cc' && packedNumber(word) === 64) {
      if (packedValue(word) >= 64) sustained.add(channel);
      else sustained.delete(channel);
    }
  }
  const sent = [...state.sent.filter((s) => t - s.t <= ECHO_MS), ...out.map((word) => ({ word, t }))];
  return { ...state, held, sustained, sent };
}

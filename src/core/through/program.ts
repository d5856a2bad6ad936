// What is played through for one wire: the plan of the controller at its start, where that sends only what it sends from the factory, and the translator on it.
import { type ControllerProgram, compileController } from '../controller';
import { addressKey, type Message, packedRealTime, packedSysex, type RelativeCoding, type SysexTable } from '../midi';
import type { Control, Controller, FactorySend, Rig, RigIndex, Wire } from '../rig';
import { compileNetwork, type Translate, wordsOver } from '../wires';

/** What a word says of a control: pressed and let go, let go alone, where it stands, so many clicks in a coding, or one click up or down. */
export interface RawControl {
  readonly control: Control;
  readonly as: 'press' | 'release' | 'move' | 'up' | 'down' | RelativeCoding;
}

export interface ThroughProgram {
  /** The controller whose plan is played here, with what each word that it sends means; null where words go on as they come. */
  readonly unit: { readonly program: ControllerProgram; readonly raw: ReadonlyMap<number, RawControl> } | null;
  /** What leaves at the end of the wire for a word at its start. */
  readonly carry: Translate;
  /** Whether what has no channel goes over it: clock, song position and the like go where start and stop go (MIDI 1.0, system messages), SysEx where SysEx goes. */
  readonly passes: { readonly common: boolean; readonly sysex: boolean };
  /** The bytes of the SysEx messages that the plan sends, by their place in the table. */
  readonly sysex: SysexTable['bytes'];
  /** The port of the unit that the wire begins at; empty for the only one. */
  readonly port: string;
}

/** What tells a controller's own messages: what its controls send as they leave the factory. */
function rawOf(controls: readonly Control[]): ReadonlyMap<number, RawControl> {
  const raw = new Map<number, RawControl>();
  for (const control of controls)
    for (const sent of control.factory)
      for (const [message, as] of saidBy(sent)) if (!raw.has(addressKey(message))) raw.set(addressKey(message), { control, as });
  return raw;
}

/** What the messages say that a control sends on a gesture. */
function saidBy({ gesture, message, clicks, back }: FactorySend): readonly (readonly [Message, RawControl['as']])[] {
  if (gesture === 'press' || gesture === 'release') return [[message, gesture]];
  if (gesture !== 'move') return [];
  if (back)
    return [
      [message, 'up'],
      [back, 'down'],
    ];
  return [[message, clicks ?? 'move']];
}

/**
 * Compiles what is played through for a wire. `plays`: the layers, banks, counters and messages of the controller at its start are made here, out of what its controls
 * send from the factory. `silent`: controls that nobody said that of: those do nothing then. `sendsSysex`: whether that plan holds any SysEx.
 */
export function compileThrough(
  index: RigIndex,
  wire: Wire,
  plays: boolean,
  sysex: SysexTable,
): { readonly program: ThroughProgram; readonly silent: readonly Control[]; readonly sendsSysex: boolean } {
  const controller = index.controllers.get(wire.from.unitId);
  const controls = controller ? (index.controlsOf.get(controller.id) ?? []) : [];
  const unit = plays && controller ? unitOf(index, controller, controls, sysex) : null;
  // One wire by itself: where it leads on to is the affair of what hangs on it.
  const network = compileNetwork({ wires: [wire] }, new Set());
  const carry: Translate = (word) => wordsOver(network, wire.from.unitId, word, wire.from.port).map((w) => w.word);
  const functions = unit === null ? [] : controls.flatMap((c) => index.assignmentsOf.get(c.id) ?? []);
  return {
    sendsSysex: functions.some((f) => f.actions.some((a) => a.type === 'send' && a.message.type === 'sysex')),
    program: {
      unit,
      carry,
      passes: { common: carry(packedRealTime(0xfa)).length > 0, sysex: carry(packedSysex(0)).length > 0 },
      sysex: sysex.bytes,
      port: wire.from.port,
    },
    silent: unit === null ? [] : controls.filter((c) => ![...unit.raw.values()].some((r) => r.control.id === c.id)),
  };
}

/** Tables that what is played here is made of. */
const played = ['controllers', 'controls', 'assignments', 'layers', 'counters', 'groups', 'arrivals'] as const;

/** Whether two states of a rig, one of which came out of the other by edits, play the same: then what is played goes on as it is. */
export const playsTheSame = (a: Rig, b: Rig): boolean => played.every((table) => a[table] === b[table]);

const unitOf = (index: RigIndex, controller: Controller, controls: readonly Control[], sysex: SysexTable) => ({
  program: compileController(index, { controller, controlIds: controls.map((c) => c.id), sysex, place: null }),
  raw: rawOf(controls),
});

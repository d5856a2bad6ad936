// A sweep without the machinery: for the plainest of chains, the trace of a moving control is written down directly. A test holds it equal to
// what the run gives. Everything that has a memory of its own (takeover, sequences, launches, feedback, layers, banks) is left to the run.
import type { ControllerProgram } from '../controller';
import { carriesValue, kindOf, type MessageType, type PackedMessage, packedKey, packedType, packedValue } from '../midi';
import type { Listener } from '../receiver';
import type { ScriptEvent } from '../rig';
import { pedalReading } from '../values';
import { channelOf, type Hop, letsThrough } from '../wires';
import type { Chain } from './chain';
import { emptyTrace, FINGER_AT, note, SENT, type Trace, VALUE } from './trace';

/** The receivers of a message in the order in which it arrives; null where one of them has a memory. */
type Receivers = readonly (readonly Listener[])[];

interface Sender {
  readonly put: (value: number, out: PackedMessage[]) => void;
  readonly from: number;
  readonly to: number;
  readonly curve: (p: number) => number;
  last: number;
  readonly type: MessageType;
  readonly receivers: Receivers;
}

/**
 * The trace of a script of moves of one control, from some parameter values; null where the chain is not plain enough. `slot`: the
 * assignment that the control runs when it is moved.
 */
export function plainSweep(chain: Chain, slot: number, script: readonly ScriptEvent[], values: readonly number[]): Trace | null {
  const [program, more] = chain.controllers;
  if (!program || more || chain.targets.sendingBack.size > 0 || chain.targets.loads.size > 0) return null;
  if (chain.targets.macros.size > 0 || chain.targets.strips.size > 0) return null;
  const senders = sendersOf(chain, program, slot);
  const [control] = program.controls.values();
  if (!senders || !control || program.controls.size !== 1) return null;
  const trace = emptyTrace();
  const now = values.slice();
  let messages = 0;
  const words: PackedMessage[] = [];
  for (const event of script) {
    if (event.do !== 'move' || event.on !== control.control.id) return null;
    const t = event.atMs;
    note(trace, t, FINGER_AT, 0, event.position);
    const place = control.calibrate(pedalReading(control.control.calibration, event.position));
    for (const sender of senders) {
      const value = Math.round(sender.from + (sender.to - sender.from) * sender.curve(place));
      if (value === sender.last) continue;
      sender.last = value;
      words.length = 0;
      sender.put(value, words);
      for (const word of words) {
        const message = messages++;
        note(trace, t, SENT, word, slot, 0, message);
        const heard = packedValue(word);
        for (const listeners of sender.receivers) hearAll(trace, listeners, sender.type, heard, now, t, message);
      }
    }
  }
  return trace;
}

/** One arrival at one target: all listeners hear, then what moved is written down with where it ended. */
function hearAll(
  trace: Trace,
  listeners: readonly Listener[],
  type: MessageType,
  heard: number,
  now: number[],
  t: number,
  message: number,
): void {
  const [only] = listeners;
  if (listeners.length === 1 && only) {
    const next = only.hear.value(type, heard, now[only.slot] ?? 0);
    if (next === now[only.slot]) return;
    now[only.slot] = next;
    note(trace, t, VALUE, only.slot, next, 0, message);
    return;
  }
  const moved: number[] = [];
  for (const listener of listeners) {
    const next = listener.hear.value(type, heard, now[listener.slot] ?? 0);
    if (next === now[listener.slot]) continue;
    now[listener.slot] = next;
    moved.push(listener.slot);
  }
  for (const slot of moved) note(trace, t, VALUE, slot, now[slot] ?? 0, 0, message);
}

/** Kinds of message that are one word with a value, whole in itself. */
const whole = (type: MessageType): boolean => carriesValue(type) && kindOf(type).sequence === null;

/** What the control sends, if it sends nothing but whole messages over its travel, to receivers without a memory. */
function sendersOf(chain: Chain, program: ControllerProgram, slot: number): readonly Sender[] | null {
  const moving = program.armed.filter((a) => a.gesture === 'move');
  const [armed] = moving;
  if (!armed || moving.length !== 1 || armed.slot !== slot || !armed.assignment) return null;
  const senders: Sender[] = [];
  for (const [i, action] of armed.actions.entries()) {
    const source = armed.assignment.actions[i];
    if (action.type !== 'send' || action.emitter.type !== 'range' || source?.type !== 'send' || !whole(source.message.type))
      return null;
    const { put, emitter } = action;
    const probe: PackedMessage[] = [];
    put(0, probe);
    const [word] = probe;
    const type = word === undefined ? 'other' : packedType(word);
    if (word === undefined || type === 'other' || !('channel' in source.message)) return null;
    const port = program.ports[action.port] ?? '';
    const receivers = receiversOf(chain, program.controllerId, port, word, source.message.channel);
    if (!receivers) return null;
    senders.push({ put, type, from: emitter.from, to: emitter.to, curve: emitter.curve, last: -1, receivers });
  }
  return senders;
}

/** Whether what a landing does follows from more than the message and where its parameter stands. */
const remembers = ({ launches, takeover, bank, conditions, taps }: Listener): boolean =>
  launches !== 'none' || takeover !== null || bank !== null || conditions.length > 0 || taps;

function receiversOf(chain: Chain, controllerId: string, port: string, word: PackedMessage, channel: number): Receivers | null {
  const plan = chain.network.planOf(controllerId, packedType(word), channel, port);
  if (plan.looped) return null;
  const key = packedKey(word, chain.sysex.keys);
  const found: (readonly Listener[])[] = [];
  const follow = (hops: readonly Hop[]): boolean =>
    hops.every((planned) => {
      const hop = plainHop(chain, planned, word);
      if (hop === null) return false;
      const unit = chain.targets.receiverOf.get(hop.to);
      if (!unit && chain.placeOf.has(hop.to)) return false;
      if (unit && hop.remote) {
        if (unit.signals.has(key) || unit.selectsBanks || unit.listening !== null) return false;
        if (unit.target.reception.tellsPortsApart) return false;
        const listeners = (unit.listeners.get(key) ?? []).filter((e) => e.landing.hostLayerId === null);
        if (unit.target.reception.actsOn === 'rising-edge' || listeners.some(remembers)) return false;
        if (listeners.length > 0) found.push(listeners);
      }
      return follow(hop.next);
    });
  return follow(plan.hops) ? found : null;
}

/** A hop that lets a word through as it is, with where it goes on from there; null where a translator makes something else of it, for some value. */
function plainHop({ network }: Chain, hop: Hop, word: PackedMessage): Hop | null {
  const translator = network.wires[hop.wire]?.translator ?? null;
  if (translator === null) return hop;
  const beyond = letsThrough(translator, word) ? network.beyond(hop.wire, packedType(word), channelOf(word)) : null;
  return beyond && !beyond.plan.looped ? { ...hop, remote: beyond.remote, next: beyond.plan.hops } : null;
}

// What a target sends back when a parameter moved: its value as a message on the landing's own address.
import { carriesValue, makePut, type PackedMessage, valueMax } from '../midi';
import type { Listener, TargetProgram } from './program';
import { standingThere } from './strips';

/** A word that a target sends back; `blind` where nobody knows its value. */
export interface SentBack {
  readonly unit: string;
  readonly word: PackedMessage;
  readonly blind: boolean;
}

/**
 * Words that a target sends back as a parameter moves, through each landing that says where it stands, on its own channel; where it moves a bank of channels, those of all strips that
 * are under the controller from then on. `values` by slot, NaN where nobody knows.
 */
export function feedbackOf(program: TargetProgram, slot: number, values: readonly number[]): readonly SentBack[] {
  if (program.sendingBack.size === 0) return [];
  const out: SentBack[] = [];
  for (const listener of program.sendingBack.get(slot) ?? []) tell(program, listener, slot, values, out);
  for (const listener of program.strips.get(slot) ?? []) {
    const there = standingThere(listener, values);
    if (there !== null && program.sendingBack.get(there.slot)?.includes(listener))
      tell(program, listener, there.slot, values, out);
  }
  return out;
}

/** One landing says where a slot stands, if that is what is under it now. */
function tell(program: TargetProgram, through: Listener, slot: number, values: readonly number[], out: SentBack[]): void {
  const listener = standingThere(through, values);
  if (listener?.slot !== slot) return;
  const standing = values[slot] ?? 0;
  const blind = Number.isNaN(standing);
  const value = blind ? listener.parameter.lowest : standing;
  const message = listener.sendsBackAt;
  const { type } = message;
  const back = carriesValue(type) ? listener.hear.sentBack(type, value, valueMax(type)) : null;
  if (back === null) return;
  const words: PackedMessage[] = [];
  makePut(message, false, program.sysex)(back, words);
  for (const word of words) out.push({ unit: listener.landing.targetId, word, blind });
}

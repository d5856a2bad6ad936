// What a target sends back when a parameter moved: its value as a message on the landing's own address.
import { carriesValue, makePut, type PackedMessage, valueMax } from '../midi';
import type { TargetProgram } from './program';

/** Words that a target sends back for a parameter's present value, through each landing that says where it stands. */
export function feedbackOf(
  program: TargetProgram,
  slot: number,
  value: number,
): readonly { readonly unit: string; readonly word: PackedMessage }[] {
  const out: { unit: string; word: PackedMessage }[] = [];
  for (const listener of program.sendingBack.get(slot) ?? []) {
    const message = listener.landing.address;
    const { type } = message;
    const back = carriesValue(type) ? listener.hear.sentBack(type, value, valueMax(type)) : null;
    if (back === null) continue;
    const words: PackedMessage[] = [];
    makePut(message, false, program.sysex)(back, words);
    for (const word of words) out.push({ unit: listener.landing.targetId, word });
  }
  return out;
}

// What a target sends back when a parameter moved: its value as a message on the landing's own address.
import { carriesValue, makePut, valueMax, type Word } from '../midi';
import type { Listener, TargetProgram } from './program';

/** Words that a target sends back for a parameter's present value, through each landing that says where it stands. */
export function feedbackOf(program: TargetProgram, slot: number, value: number, out: { unit: string; word: Word }[]): void {
  for (const listener of program.sendingBack.get(slot) ?? []) {
    const message = listener.landing.address;
    const back = messageValue(listener, program.parameters[slot]?.kind ?? 'trigger', value);
    if (back === null) continue;
    const words: Word[] = [];
    makePut(message, false, program.sysex)(back, words);
    for (const word of words) out.push({ unit: listener.landing.targetId, word });
  }
}

/** The message value that stands for a parameter's value; null where a landing tells nothing of it. */
function messageValue(listener: Listener, kind: 'continuous' | 'stepped' | 'toggle' | 'trigger', value: number): number | null {
  const { landing, hear } = listener;
  const { type } = landing.address;
  if (!carriesValue(type)) return null;
  const max = valueMax(type);
  switch (landing.mode) {
    case 'absolute':
      if (kind === 'trigger') return null;
      if (kind === 'toggle') return nearer(value, landing.to, landing.from) ? max : 0;
      return nearest((v) => hear.value(type, v, value), value, max, landing.to >= landing.from);
    case 'gate':
    case 'toggle':
      return nearer(value, landing.to, landing.from) ? max : 0;
    case 'set':
    case 'preset':
      return value === landing.setValue ? max : 0;
    default:
      return null;
  }
}

const nearer = (value: number, to: number, from: number): boolean => Math.abs(value - to) < Math.abs(value - from);

/** The message value 0–max whose reading comes nearest; readings run one way. */
function nearest(read: (v: number) => number, value: number, max: number, rising: boolean): number {
  let low = 0;
  let high = max;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rising ? read(middle) < value : read(middle) > value) low = middle + 1;
    else high = middle;
  }
  const before = Math.max(0, low - 1);
  return Math.abs(read(before) - value) < Math.abs(read(low) - value) ? before : low;
}

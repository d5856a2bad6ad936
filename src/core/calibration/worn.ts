// A worn pedal that ships with the program: short of its ends, bent, and trembling a little. For trying the calibration without a device.
import { chance } from '../base';
import { type HeardMessage, type Message, makePut, noSysex, type PackedMessage, valueMax } from '../midi';

/**
 * What it sends in two sweeps by an uneven hand, as a message, with times in milliseconds; the same for the same seed. The ends, the bend
 * (a logarithmic taper or its inverse) and the trembling come by chance.
 */
export function wornSweeps(message: Message, seed: number): readonly HeardMessage[] {
  const next = chance(seed);
  const max = valueMax(message.type);
  const put = makePut(message, false, noSysex);
  const low = max * (0.04 + 0.12 * next());
  const high = max * (0.97 - 0.14 * next());
  const bend = next() < 0.5 ? (p: number) => Math.log(1 + 6 * p) / Math.log(7) : (p: number) => (7 ** p - 1) / 6;
  const noise = ((next() < 0.5 ? 0 : 1.1) * max) / 127;
  const heard: HeardMessage[] = [];
  let t = 200;
  let last = -1;
  const read = (position: number): void => {
    t += 5;
    const value = Math.min(max, Math.max(0, Math.round(low + (high - low) * bend(position) + noise * (2 * next() - 1))));
    if (value === last) return;
    last = value;
    const words: PackedMessage[] = [];
    put(value, words);
    for (const word of words) heard.push({ atMs: t, word });
  };
  const rest = (position: number): void => {
    for (let i = 0; i < 40; i++) read(position);
  };
  rest(0);
  for (const up of [true, false, true, false]) {
    const phase = 6 * next();
    for (let i = 0; i <= 330; i++) {
      const even = i / 330;
      const place = Math.min(1, Math.max(0, even + 0.03 * Math.sin(2 * Math.PI * even + phase) * Math.sin(Math.PI * even)));
      read(up ? place : 1 - place);
    }
    rest(up ? 1 : 0);
  }
  return heard;
}

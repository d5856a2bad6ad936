// What the simulated unit plays where a controller is to be touched: two switches, a knob, an encoder, a pad and a fader that feels the finger. Invented.
import { encodeClicks, type PackedMessage, packedCc, packedNote } from '@/core/midi';

interface Timed {
  readonly atMs: number;
  readonly word: PackedMessage;
}

/** Between two controls the hand rests, in milliseconds. */
const REST = 1200;

/** One control after another, in milliseconds from now. */
export function madeUpTouches(channel: number): readonly Timed[] {
  const all: Timed[] = [];
  let at = 0;
  const out = (after: number, word: PackedMessage): void => {
    at += after;
    all.push({ atMs: at, word });
  };
  const three = (down: () => void, up: (() => void) | null): void => {
    for (let i = 0; i < 3; i++) {
      at += 320;
      down();
      at += 90;
      up?.();
    }
    at += REST;
  };
  const sweep = (number: number): void => {
    for (let v = 10; v <= 120; v += 5) out(12, packedCc(channel, number, v));
    for (let v = 118; v >= 8; v -= 5) out(12, packedCc(channel, number, v));
  };
  three(
    () => out(0, packedCc(channel, 20, 127)),
    () => out(0, packedCc(channel, 20, 0)),
  );
  let lit = false;
  three(() => {
    lit = !lit;
    out(0, packedCc(channel, 21, lit ? 127 : 0));
  }, null);
  sweep(22);
  at += REST;
  for (const way of [1, 1, 1, 2, 1, -1, -1, -2, -1, -1]) out(40, packedCc(channel, 23, encodeClicks(way, 'twos-complement')));
  at += REST;
  let hard = 50;
  three(
    () => {
      hard += 23;
      out(0, packedNote(channel, 36, hard));
    },
    () => out(0, packedNote(channel, 36, 0)),
  );
  out(0, packedNote(channel, 104, 127));
  sweep(24);
  out(60, packedNote(channel, 104, 0));
  at += REST;
  for (const number of [25, 26]) for (let i = 0; i < 8; i++) out(45, packedCc(channel, number, 127));
  return all;
}

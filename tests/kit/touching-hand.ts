// A made-up controller whose controls are touched one after another by a made-up hand, with what a wire carries besides. It shares nothing with what has to
// recognise it: bytes are written here by hand, from the MIDI 1.0 Detailed Specification, and only a type is imported.
import type { HeardMessage } from '@/core/midi';

/** Numbers from 0 up to 1, the same for a seed. Mulberry32, in the public domain; from memory. */
export function dice(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** What a control of the made-up controller is, as its maker would say it. */
export type MadeKind =
  | 'momentary'
  | 'latching'
  | 'fixed'
  | 'note-button'
  | 'pad'
  | 'pad-pressure'
  | 'knob'
  | 'knob-14'
  | 'fader-touch'
  | 'wheel'
  | 'twos-complement'
  | 'binary-offset'
  | 'sign-magnitude'
  | 'each-way'
  | 'program';

export const madeKinds: readonly MadeKind[] = [
  'momentary',
  'latching',
  'fixed',
  'note-button',
  'pad',
  'pad-pressure',
  'knob',
  'knob-14',
  'fader-touch',
  'wheel',
  'twos-complement',
  'binary-offset',
  'sign-magnitude',
  'each-way',
  'program',
];

export interface MadeControl {
  readonly kind: MadeKind;
  /** From 1. */
  readonly channel: number;
  /** Control, note or program number; 0 where its message has none. What sends a message for each way has the next number for the way down. */
  readonly number: number;
}

type Out = (afterMs: number, status: number, data1: number, data2?: number) => void;

/** A controller of so many controls of kinds by chance, no two on the same address. */
export function madeController(size: number, next: () => number): readonly MadeControl[] {
  const channel = 1 + Math.floor(next() * 16);
  let cc = 1 + Math.floor(next() * 4);
  let note = 24 + Math.floor(next() * 24);
  let program = Math.floor(next() * 20);
  let wheels = 0;
  return Array.from({ length: size }, (): MadeControl => {
    let kind = madeKinds[Math.floor(next() * madeKinds.length)] ?? 'knob';
    // A channel has one bend.
    if (kind === 'wheel' && wheels++ > 0) kind = 'knob';
    switch (kind) {
      case 'note-button':
      case 'pad':
      case 'pad-pressure':
        return { kind, channel, number: note++ };
      case 'program':
        return { kind, channel, number: program++ };
      case 'wheel':
        return { kind, channel, number: 0 };
      case 'each-way': {
        if (cc > 94) return { kind: 'pad', channel, number: note++ };
        // Neither of the two is data entry, bank select or the low byte of a fine knob.
        while (cc === 5 || cc === 6 || (cc >= 31 && cc < 64)) cc++;
        cc += 2;
        return { kind, channel, number: cc - 2 };
      }
      default: {
        // Bank select, data entry and what comes after 95 mean something else; a fine knob has its low byte 32 above.
        const taken = new Set([0, 6, 32, 38]);
        while (taken.has(cc) || (cc >= 32 && cc < 64)) cc++;
        return { kind, channel, number: kind === 'knob-14' || cc < 32 ? cc++ : Math.min(95, cc++) };
      }
    }
  });
}

/** The hand on one control: a switch three times, what moves there and back, what turns a few clicks each way. */
function touch({ kind, channel, number }: MadeControl, next: () => number, out: Out): void {
  const ch = channel - 1;
  const cc = 0xb0 | ch;
  const hold = (): number => 55 + next() * 140;
  const pause = (): number => 260 + next() * 320;
  const some = (least: number, most: number): number => least + Math.floor(next() * (most - least + 1));
  const presses = (down: (again: number) => void, up: (() => void) | null): void => {
    for (let i = 0; i < 3; i++) {
      down(i === 0 ? 0 : pause());
      up?.();
    }
  };
  const clicks = (coded: (by: number) => number): void => {
    for (const way of [1, -1])
      for (let i = some(6, 14); i > 0; i--) {
        const by = next() < 0.75 ? 1 : some(1, 4);
        out(18 + next() * 60, cc, number, coded(way * by));
      }
  };
  const sweep = (top: number, at: (value: number, afterMs: number) => void): void => {
    let value = Math.floor(next() * top * 0.4);
    const step = Math.max(1, Math.floor(top / (30 + next() * 60)));
    const low = Math.floor(next() * top * 0.08);
    const high = top - Math.floor(next() * top * 0.08);
    for (const goal of [high, low])
      while (value !== goal) {
        const by = Math.max(1, Math.floor(step * (0.4 + next())));
        value = goal > value ? Math.min(goal, value + by) : Math.max(goal, value - by);
        at(value, 6 + next() * 22);
      }
  };
  switch (kind) {
    case 'momentary':
      presses(
        (again) => out(again, cc, number, 127),
        () => out(hold(), cc, number, 0),
      );
      return;
    case 'latching':
      for (let i = 0; i < 3; i++) out(i === 0 ? 0 : pause() + hold(), cc, number, i % 2 === 0 ? 127 : 0);
      return;
    case 'fixed':
      for (let i = 0; i < 3; i++) out(i === 0 ? 0 : pause() + hold(), cc, number, 127);
      return;
    case 'note-button':
      presses(
        (again) => out(again, 0x90 | ch, number, 127),
        () => out(hold(), 0x80 | ch, number, 64),
      );
      return;
    case 'pad':
      presses(
        (again) => out(again, 0x90 | ch, number, some(20, 126)),
        () => out(hold(), 0x90 | ch, number, 0),
      );
      return;
    case 'pad-pressure':
      presses(
        (again) => {
          out(again, 0x90 | ch, number, some(20, 126));
          for (let i = some(3, 9); i > 0; i--) out(6 + next() * 12, 0xa0 | ch, number, some(5, 127));
        },
        () => out(hold(), 0x80 | ch, number, 0),
      );
      return;
    case 'knob':
      sweep(127, (value, after) => out(after, cc, number, value));
      return;
    case 'knob-14':
      sweep(16_383, (value, after) => {
        out(after, cc, number, value >> 7);
        out(0.4, cc, number + 32, value & 127);
      });
      return;
    case 'fader-touch':
      // The cap is touched first and let go last, by a note far above.
      out(0, 0x90 | ch, 104, 127);
      sweep(127, (value, after) => out(after, cc, number, value));
      out(60 + next() * 200, 0x90 | ch, 104, 0);
      return;
    case 'wheel':
      sweep(16_383, (value, after) => out(after, 0xe0 | ch, value & 127, value >> 7));
      for (let value = 6000; value < 8192; value = Math.min(8192, value + 700)) out(4, 0xe0 | ch, value & 127, value >> 7);
      out(4, 0xe0 | ch, 0, 64);
      return;
    case 'twos-complement':
      clicks((by) => (by + 128) % 128);
      return;
    case 'binary-offset':
      clicks((by) => 64 + by);
      return;
    case 'sign-magnitude':
      clicks((by) => (by < 0 ? 64 - by : by));
      return;
    case 'each-way':
      for (const way of [0, 1]) for (let i = some(6, 14); i > 0; i--) out(18 + next() * 60, cc, number + way, 127);
      return;
    case 'program':
      for (let i = 0; i < 3; i++) out(i === 0 ? 0 : pause() + hold(), 0xc0 | ch, number);
  }
}

/** The same controls in any order. */
export function shuffled<T>(list: readonly T[], next: () => number): readonly T[] {
  const rest = [...list];
  return Array.from({ length: rest.length }, () => rest.splice(Math.floor(next() * rest.length), 1)).flat();
}

/** What arrives while a hand touches the controls in this order, resting between two; with a clock and active sensing in between where that is wanted. */
export function touched(
  order: readonly MadeControl[],
  next: () => number,
  wire: { readonly clock: boolean; readonly sensing: boolean },
): readonly HeardMessage[] {
  const heard: HeardMessage[] = [];
  let at = 400;
  for (const control of order) {
    touch(control, next, (after, status, data1, data2 = 0) => {
      at += after;
      heard.push({ atMs: at, word: (status << 16) | (data1 << 8) | data2 });
    });
    at += 1300 + next() * 1500;
  }
  // 24 clocks to the quarter at some tempo; active sensing at least every 300 ms. MIDI 1.0, "System real time".
  const clockMs = 60_000 / (70 + next() * 90) / 24;
  if (wire.clock) for (let t = next() * clockMs; t < at; t += clockMs) heard.push({ atMs: t, word: 0xf8 << 16 });
  if (wire.sensing) for (let t = next() * 300; t < at; t += 280) heard.push({ atMs: t, word: 0xfe << 16 });
  return heard.sort((a, b) => a.atMs - b.atMs);
}

// Translators against a second one that works on bytes as MIDI 1.0 lays them out (status and data, table I; note-off for velocity 0), and what the plan takes a message to
// have become against what goes over the wire. No standard says what a translator does: that is common practice, no source.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addressKey, channel, heardKeys, type Message, makePut, noSysex, packedBytes, packedKey, u7, u14 } from '@/core/midi';
import type { Translated, Translator, Wire } from '@/core/rig';
import { compileNetwork, compileTranslator, waysOf, wordsOver } from '@/core/wires';
import { someMessage } from '../kit/rich-rig';
import { smallRig } from '../kit/small-rig';
import { anyTranslator } from '../kit/some-translator';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 300);
const settings = { numRuns: RUNS };

const statuses: Readonly<Record<string, number>> = {
  note: 0x90,
  'poly-pressure': 0xa0,
  cc: 0xb0,
  program: 0xc0,
  'channel-pressure': 0xd0,
  'pitch-bend': 0xe0,
};

/** Bytes of one message in, those that leave out. */
function byBytes(box: Translator, [status = 0, one = 0, two = 0]: readonly number[]): readonly (readonly number[])[] {
  const high = status >> 4 === 8 ? 0x90 : status & 0xf0;
  const kind = Object.keys(statuses).find((k) => statuses[k] === high) ?? '';
  const ch = (status & 15) + 1;
  const bare = kind === 'channel-pressure' || kind === 'pitch-bend';
  const line = box.lines.find(
    ({ from }) => from.type === kind && (from.channel ?? ch) === ch && (bare || (one >= from.lowest && one <= from.highest)),
  );
  if (!line)
    return box.rest === 'passes' ? [kind === 'program' || kind === 'channel-pressure' ? [status, one] : [status, one, two]] : [];
  const most = kind === 'pitch-bend' ? 16383 : 127;
  const came =
    kind === 'pitch-bend'
      ? one + 128 * two
      : kind === 'channel-pressure'
        ? one
        : kind === 'program'
          ? 127
          : status >> 4 === 8
            ? 0
            : two;
  return line.to.flatMap((to) => {
    const n = to.number ?? (bare ? Math.max(0, to.shift) : one + to.shift);
    if (n < 0 || n > 127) return [];
    const top = to.type === 'pitch-bend' ? 16383 : 127;
    const v = kind === 'note' && to.type === 'note' && came === 0 ? 0 : became(to, came, most, top);
    const s = (statuses[to.type] ?? 0) + ((to.channel ?? ch) - 1);
    switch (to.type) {
      case 'program':
        return v === 0 ? [] : [[s, n]];
      case 'channel-pressure':
        return [[s, v]];
      case 'pitch-bend':
        return [[s, v % 128, Math.floor(v / 128)]];
      case 'note':
        return [v === 0 ? [s - 0x10, n, 0] : [s, n, v]];
      default:
        return [[s, n, v]];
    }
  });
}

function became({ values }: Translated, came: number, most: number, top: number): number {
  if (values.type === 'table') {
    let last = 0;
    for (const { upTo, value } of values.steps) {
      last = Math.min(value, top);
      if (came <= upTo) break;
    }
    return last;
  }
  const [from, to] = [Math.min(values.from, top), Math.min(values.to, top)];
  return Math.round(from + (to - from) * bent(values.curve, came / most));
}

function bent(curve: Extract<Translated['values'], { type: 'ends' }>['curve'], x: number): number {
  switch (curve.type) {
    case 'linear':
      return x;
    case 'exponential':
      return (Math.exp(curve.amount * x) - 1) / (Math.exp(curve.amount) - 1);
    case 'logarithmic':
      return 1 - (Math.exp(curve.amount * (1 - x)) - 1) / (Math.exp(curve.amount) - 1);
    case 's': {
      const half = (p: number): number => (Math.exp(curve.amount * p) - 1) / (Math.exp(curve.amount) - 1) / 2;
      return x < 0.5 ? half(2 * x) : 1 - half(2 * (1 - x));
    }
    case 'table': {
      const at = x * (curve.heights.length - 1);
      const i = Math.min(Math.floor(at), curve.heights.length - 2);
      const [a = 0, b = 0] = [curve.heights[i], curve.heights[i + 1]];
      return a + (b - a) * (at - i);
    }
    default:
      throw new Error('no such curve');
  }
}

const box = anyTranslator.filter((t) => t !== null);
const someWord = fc
  .tuple(
    fc.constantFrom(0x80, 0x90, 0xa0, 0xb0, 0xc0, 0xd0, 0xe0),
    fc.constantFrom(0, 4, 5, 15),
    fc.oneof(fc.constantFrom(1, 20, 21, 60), fc.nat(127)),
    fc.nat(127),
  )
  .map(([status, ch, one, two]) => ((status + ch) << 16) | (one << 8) | (status === 0xc0 || status === 0xd0 ? 0 : two));

describe('a translator', () => {
  it('makes the same of every word as one that works on bytes', () => {
    let changed = 0;
    fc.assert(
      fc.property(box, fc.array(someWord, { minLength: 20, maxLength: 20 }), (of, words) => {
        const translate = compileTranslator(of);
        for (const word of words) {
          const made = translate(word).map((w) => [...packedBytes(w)]);
          expect(made).toEqual(byBytes(of, packedBytes(word)).map((b) => [...b]));
          if (made.length !== 1 || made[0]?.join() !== packedBytes(word).join()) changed++;
        }
      }),
      settings,
    );
    expect(changed).toBeGreaterThan(RUNS / 4);
  });

  it('lets clock, start and SysEx through whatever it stops', () => {
    const stops = compileTranslator({ name: '', lines: [], rest: 'stops' });
    expect([0xf8, 0xfa, 0xfe].map((s) => stops(s << 16))).toEqual([[0xf8 << 16], [0xfa << 16], [0xfe << 16]]);
    expect(stops(-1)).toEqual([-1]);
    expect(stops((0xb0 << 16) | (20 << 8) | 5)).toEqual([]);
  });
});

const [cable] = smallRig([]).wires;
if (!cable) throw new Error('the small rig has a wire');
const wire = (translator: Translator): Wire => ({ ...cable, translator });

describe('as what a message is taken to arrive', () => {
  it('every word of it is heard under one of the addresses that it is said to have', () => {
    fc.assert(
      fc.property(box, someMessage, fc.nat(16383), (of, message, value) => {
        fc.pre(message.type !== 'sysex');
        const network = compileNetwork({ wires: [wire(of)] }, new Set());
        const said = new Set(waysOf(network, 'board', message, '').arrived.flatMap((a) => heardKeys(a.message)));
        const words: number[] = [];
        makePut(message, false, noSysex)(value % 128, words);
        for (const word of words)
          for (const out of wordsOver(network, 'board', word, '')) expect([...said]).toContain(packedKey(out.word));
      }),
      settings,
    );
  });

  it('also where it makes a program of the middle of what comes alone', () => {
    const steps = [0, 1, 0].map((v) => ({ upTo: u14(v), value: u14(v) }));
    const to: Translated = { type: 'program', channel: null, number: null, shift: 0, values: { type: 'table', steps } };
    const bend = { type: 'pitch-bend', channel: channel(1) } as const;
    const lines = [{ from: { type: 'pitch-bend' as const, channel: null, lowest: u7(20), highest: u7(20) }, to: [to] }];
    expect(arriving(lines, bend).map(([key]) => key)).toEqual([
      addressKey({ type: 'program', channel: channel(1), number: u7(0), bank: null }),
    ]);
  });

  const arriving = (lines: Translator['lines'], message: Message, rest: 'passes' | 'stops' = 'passes') =>
    waysOf(compileNetwork({ wires: [wire({ name: '', lines, rest })] }, new Set()), 'board', message, '').arrived.map(
      ({ message: m, part, translated }) => [addressKey(m), part, translated],
    );
  const plain = { type: 'ends', from: u14(0), to: u14(127), curve: { type: 'linear' } } as const;
  const all = { type: 'cc', channel: null, lowest: u7(0), highest: u7(127) } as const;
  const moved = (change: Partial<Translated>): Translated => ({
    type: 'cc',
    channel: null,
    number: null,
    shift: 0,
    values: plain,
    ...change,
  });
  const pair = { type: 'cc14', channel: channel(5), number: u7(20) } as const;
  it('what several control changes carry stays whole where only its channel changes', () => {
    const parameter: Message = { type: 'nrpn', channel: channel(5), number: u14(900) };
    expect(arriving([{ from: all, to: [moved({ channel: channel(6) })] }], parameter)).toEqual([
      [addressKey({ ...parameter, channel: channel(6) }), false, true],
    ]);
  });
  it('a 14-bit control stays one where both of its bytes move alike, and falls apart where one of them does', () => {
    expect(arriving([{ from: all, to: [moved({ shift: 1 })] }], pair)).toEqual([
      [addressKey({ ...pair, number: u7(21) }), false, true],
    ]);
    const low = { ...all, lowest: u7(52), highest: u7(52) };
    expect(arriving([{ from: low, to: [] }], pair)).toEqual([
      [addressKey({ type: 'cc', channel: channel(5), number: u7(20) }), true, true],
    ]);
  });
  it('what no line is about is not called translated', () => {
    expect(arriving([], pair)).toEqual([[addressKey(pair), false, false]]);
    expect(arriving([], pair, 'stops')).toEqual([]);
  });
});

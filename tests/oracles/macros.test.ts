// Macros and banks of channels, written a second time from what is said of them, and held against the simulator after every message of hands by chance. Of the
// program it knows the types. What a real host does is common practice, no source: a macro moves its parameters as it moves, wherever they stood; a bank of
// channels never shows less than it is wide, and what is under the controller is what the controller moves.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { run, SENT_BACK, startChain, wholeChain } from '@/core/bench';
import { packedNumber, packedValue } from '@/core/midi';
import { type Drive, indexRig, type Rig, type ScriptEvent } from '@/core/rig';
import { mouse, moveTo, played, tap } from '../kit/hand';
import { assignment, cc, continuous, fixed, landing, parameter, range, smallRig, withFunctions } from '../kit/small-rig';

const linear = { type: 'linear' } as const;

/** A drive of each kind: what is swept, what has four steps, what goes on and off, and a second macro with what it moves. */
interface Driven {
  readonly gain: readonly [number, number] | null;
  readonly wave: readonly [number, number] | null;
  readonly echo: readonly [number, number] | null;
  readonly second: readonly [number, number] | null;
  readonly deep: readonly [number, number] | null;
}

type Hand =
  | { readonly do: 'knob'; readonly position: number }
  | { readonly do: 'mouse'; readonly on: 'macro' | 'gain' | 'wave' | 'echo' | 'second' | 'deep'; readonly value: number };

class SecondMacro {
  readonly at: Record<string, number> = { macro: 0, gain: 0, wave: 0, echo: 0, second: 0, deep: 0 };
  private sent = -1;
  constructor(private readonly driven: Driven) {}

  private along(from: number, part: number): void {
    const of = from === 100 ? this.driven : { deep: this.driven.deep };
    const between = ([a, b]: readonly [number, number]): number => a + (b - a) * part;
    if ('gain' in of && of.gain) this.at.gain = between(of.gain);
    if ('wave' in of && of.wave) {
      const [a, b] = of.wave;
      const many = Math.abs(b - a) + 1;
      this.at.wave = a + Math.sign(b - a) * Math.min(many - 1, Math.floor(part * many));
    }
    if ('echo' in of && of.echo) this.at.echo = of.echo[part < 0.5 ? 0 : 1];
    if ('second' in of && of.second) {
      this.at.second = between(of.second);
      this.along(0, (this.at.second ?? 0) / 127);
    } else if (from === 0 && this.driven.deep) this.at.deep = between(this.driven.deep);
  }

  does(hand: Hand): void {
    if (hand.do === 'knob') {
      const value = Math.round(hand.position * 127);
      const before = this.sent;
      this.sent = value;
      if (value === before || (value / 127) * 100 === this.at.macro) return;
      this.at.macro = (value / 127) * 100;
      this.along(100, value / 127);
      return;
    }
    if (this.at[hand.on] === hand.value) return;
    this.at[hand.on] = hand.value;
    if (hand.on === 'macro') this.along(100, hand.value / 100);
    if (hand.on === 'second') this.along(0, hand.value / 127);
  }
}

function macroRig({ gain, wave, echo, second, deep }: Driven): Rig {
  const drive = (parameterId: string, ends: readonly [number, number] | null): Drive[] =>
    ends === null ? [] : [{ parameterId, from: ends[0], to: ends[1], curve: linear }];
  const rig = smallRig([
    continuous('macro', 0, 100, {
      order: 0,
      drives: [...drive('gain', gain), ...drive('wave', wave), ...drive('echo', echo), ...drive('second', second)],
    }),
    continuous('gain', 0, 127),
    parameter('wave', { kind: 'stepped', highest: 3, steps: ['A', 'B', 'C', 'D'] }),
    parameter('echo'),
    continuous('second', 0, 127, { drives: drive('deep', deep) }),
    continuous('deep', 0, 127),
  ]);
  return withFunctions(
    rig,
    [assignment({ id: 'k', on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: ['macro'] })],
    [landing('macro', { address: cc(20), to: 100 })],
  );
}

const ends = (most: number) => fc.oneof(fc.constant(null), fc.tuple(fc.nat(most), fc.nat(most)));
const someDriven: fc.Arbitrary<Driven> = fc.record({
  gain: ends(127),
  wave: ends(3),
  echo: fc.constantFrom(null, [0, 1] as const, [1, 0] as const),
  second: ends(127),
  deep: ends(127),
});
const someHand: fc.Arbitrary<Hand> = fc.oneof(
  fc.record({ do: fc.constant('knob' as const), position: fc.constantFrom(0, 0.2, 0.5, 64 / 127, 1) }),
  fc.record({ do: fc.constant('mouse' as const), on: fc.constantFrom('macro' as const), value: fc.constantFrom(0, 50, 100) }),
  fc.record({
    do: fc.constant('mouse' as const),
    on: fc.constantFrom('gain' as const, 'second' as const, 'deep' as const),
    value: fc.constantFrom(0, 127),
  }),
  fc.record({ do: fc.constant('mouse' as const), on: fc.constantFrom('wave' as const, 'echo' as const), value: fc.nat(1) }),
);

describe('macros', () => {
  it('leave every parameter where a second reading of their rules says', () => {
    fc.assert(
      fc.property(someDriven, fc.array(someHand, { minLength: 1, maxLength: 10 }), (driven, hands) => {
        const second = new SecondMacro(driven);
        const rig = macroRig(driven);
        const events: ScriptEvent[] = [];
        hands.forEach((hand, i) => {
          second.does(hand);
          events.push(hand.do === 'knob' ? moveTo('k1', i * 2000, hand.position) : mouse(hand.on, i * 2000, hand.value));
          const now = played(rig, events);
          for (const [id, value] of Object.entries(second.at))
            expect([i, id, now.at(id)]).toEqual([i, id, expect.closeTo(value, 9)]);
        });
      }),
      { numRuns: 150 },
    );
  });

  it('that move each other come to an end', () => {
    const rig = macroRig({ gain: null, wave: null, echo: null, second: [0, 127], deep: null });
    const turned: Rig = {
      ...rig,
      parameters: rig.parameters.map((p) =>
        p.id === 'second' ? { ...p, drives: [{ parameterId: 'macro', from: 100, to: 0, curve: linear }] } : p,
      ),
    };
    const now = played(turned, [moveTo('k1', 0, 1)]);
    expect([now.at('macro'), now.at('second')]).toEqual([100, 127]);
  });
});

describe('a preset and a macro', () => {
  it('a preset stands as it says, and moves along what it does not name', () => {
    const rig = macroRig({ gain: [0, 127], wave: null, echo: [0, 1], second: null, deep: null });
    const sound = parameter('sound', { kind: 'stepped', highest: 1, steps: ['A', 'B'], order: 9 });
    const preset = {
      id: 'b',
      order: 1,
      parameterId: 'sound',
      step: 1,
      stored: true,
      rest: 'stays' as const,
      entered: null,
      note: '',
    };
    const values = [
      { parameterId: 'macro', value: 100 },
      { parameterId: 'gain', value: 5 },
    ];
    for (const held of [values, [...values].reverse()]) {
      const loaded: Rig = { ...rig, parameters: [...rig.parameters, sound], presets: [{ ...preset, values: held }] };
      const now = played(loaded, [mouse('sound', 0, 1)]);
      expect([now.at('macro'), now.at('gain'), now.at('echo')]).toEqual([100, 5, 1]);
    }
  });
});

interface Bank {
  readonly width: number;
  readonly stride: number;
  readonly strips: number;
}

type OnBank = { readonly do: 'fader'; readonly at: number; readonly position: number } | { readonly do: 'up' | 'down' };

const bankRig = ({ width, stride, strips }: Bank, feedback: boolean): Rig => {
  const ids = Array.from({ length: strips }, (_, i) => `v${i}`);
  const steps = Math.max(1, Math.ceil((strips - width) / stride)) + 1;
  const bare = smallRig(
    [
      ...ids.map((id, i) => continuous(id, 0, 127, { order: i })),
      parameter('bank', {
        kind: 'stepped',
        order: 99,
        highest: steps - 1,
        steps: Array.from({ length: steps }, (_, i) => `B${i}`),
      }),
    ],
    { reception: { feedback: feedback ? 'same-address' : 'none' } },
  );
  const faders = Array.from({ length: width }, (_, i) => ({
    ...(bare.controls.find((c) => c.id === 'k1') ?? bare.controls[0]),
    id: `f${i}`,
    order: 20 + i,
  }));
  const rig: Rig = {
    ...bare,
    controls: [...bare.controls, ...(faders as Rig['controls'])],
    targets: bare.targets.map((t) => ({
      ...t,
      channelBanks: [{ name: 'Channels', moved: 'bank', width, stride, lanes: [ids] }],
    })),
  };
  return withFunctions(
    rig,
    [
      ...faders.map((f, i) =>
        assignment({ id: `a${i}`, on: f.id, gesture: 'move', message: cc(40 + i), behaviour: range(0, 127), meant: [`v${i}`] }),
      ),
      assignment({ id: 'up', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: ['bank'] }),
      assignment({ id: 'down', on: 'fs2', message: cc(21), behaviour: fixed(127), meant: ['bank'] }),
    ],
    [
      ...faders.map((_, i) => landing(`v${i}`, { id: `l${i}`, address: cc(40 + i), to: 127 })),
      landing('bank', { id: 'lu', address: cc(20), mode: 'increment', to: steps - 1 }),
      landing('bank', { id: 'ld', address: cc(21), mode: 'decrement', to: steps - 1 }),
    ],
  );
};

describe('what a bank of channels sends back', () => {
  it('is where the strips under the controller stand: as one moves, and all of them as the bank does', () => {
    const rig = bankRig({ width: 2, stride: 2, strips: 5 }, true);
    const back = (events: readonly ScriptEvent[]): readonly string[] => {
      const chain = wholeChain(indexRig(rig), new Set());
      const { trace } = run(chain, startChain(chain, 'switched-on'), events, {
        timing: null,
        full: false,
        until: Number.MAX_VALUE,
      });
      return [...trace.kind].flatMap((kind, i) =>
        kind === SENT_BACK ? [`${packedNumber(trace.a[i] ?? 0)} ${packedValue(trace.a[i] ?? 0)}`] : [],
      );
    };
    // The third strip by the mouse: it is under nothing yet, and nothing is sent; then the bank moves on, and both faders are told.
    const moved = [mouse('v2', 0, 100), ...tap('fs1', 1000)];
    expect(back([mouse('v2', 0, 100)])).toEqual([]);
    expect(back(moved).filter((m) => m.startsWith('4'))).toEqual(['40 100', '41 0']);
    // Moved by a fader there, the first strip of the bank by the mouse is still not told, and the one that stands there is.
    expect(back([...moved, mouse('v0', 2000, 7), mouse('v3', 2100, 9)]).slice(-1)).toEqual(['41 9']);
    // At its end it never shows less than two strips.
    expect(back([...moved, ...tap('fs1', 3000), mouse('v4', 4000, 3)]).slice(-1)).toEqual(['41 3']);
  });
});

const someBank: fc.Arbitrary<Bank> = fc
  .record({
    width: fc.integer({ min: 1, max: 3 }),
    stride: fc.integer({ min: 1, max: 3 }),
    strips: fc.integer({ min: 1, max: 9 }),
  })
  .filter(({ width, strips }) => strips >= width);

describe('a bank of channels', () => {
  it('gives each fader the strip that stands there, as a second reading says, and never less than its width', () => {
    fc.assert(
      fc.property(
        someBank,
        fc.array(
          fc.oneof(
            fc.record({ do: fc.constant('fader' as const), at: fc.nat(2), position: fc.constantFrom(0, 0.3, 1) }),
            fc.record({ do: fc.constantFrom('up' as const, 'down' as const) }),
          ),
          { minLength: 1, maxLength: 12 },
        ),
        (bank, hands: readonly OnBank[]) => {
          const rig = bankRig(bank, false);
          const last = Math.max(1, Math.ceil((bank.strips - bank.width) / bank.stride));
          const values = Array.from({ length: bank.strips }, () => 0);
          const sent = new Map<number, number>();
          let stands = 0;
          const events: ScriptEvent[] = [];
          hands.forEach((hand, i) => {
            const t = i * 2000;
            if (hand.do === 'fader') {
              const at = hand.at % bank.width;
              const value = Math.round(hand.position * 127);
              const first = Math.min(stands * bank.stride, bank.strips - bank.width);
              if (sent.get(at) !== value) values[first + at] = value;
              sent.set(at, value);
              events.push(moveTo(`f${at}`, t, hand.position));
            } else {
              stands = Math.max(0, Math.min(last, stands + (hand.do === 'up' ? 1 : -1)));
              events.push(...tap(hand.do === 'up' ? 'fs1' : 'fs2', t));
            }
            const now = played(rig, events);
            expect({ i, values: values.map((_, s) => now.at(`v${s}`)), bank: now.at('bank') }).toEqual({
              i,
              values,
              bank: stands,
            });
          });
        },
      ),
      { numRuns: 150 },
    );
  });
});

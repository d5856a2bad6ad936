// Presets with contents, written a second time from what is said of them, and held against the simulator after every message of hands by chance. Of the
// program it knows the types. What a real unit does on loading is common practice, no source: it puts what it stored, and leaves the rest.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Preset, Rig, ScriptEvent } from '@/core/rig';
import { mouse, moveTo, played, tap } from '../kit/hand';
import { assignment, cc, continuous, fixed, landing, parameter, program, range, smallRig, withFunctions } from '../kit/small-rig';

const STEPS = 5;
/** A value, or null where nobody knows it. */
type Known = number | null;

interface Said {
  readonly presets: readonly {
    readonly step: number;
    readonly stored: boolean;
    readonly rest: 'stays' | 'unknown';
    readonly echo?: number | undefined;
    readonly gain?: number | undefined;
  }[];
  readonly atEnd: 'wrap' | 'stop';
  /** The program of the switch, from 0. */
  readonly program: number;
}

type Hand =
  | { readonly do: 'program' | 'next' | 'previous' | 'flip' }
  | { readonly do: 'gain'; readonly position: number }
  | { readonly do: 'mouse-preset'; readonly step: number }
  | { readonly do: 'mouse-echo'; readonly value: number };

class Second {
  preset: Known = 0;
  echo: Known = 0;
  gain: Known = 0;
  /** What the knob sent last: it says nothing where nothing changed. */
  private sent = -1;
  constructor(private readonly said: Said) {}

  private empty(step: number): boolean {
    return this.said.presets.some((p) => p.step === step && !p.stored);
  }

  private load(step: number): void {
    this.preset = step;
    const preset = this.said.presets.find((p) => p.step === step);
    if (!preset) return;
    if (preset.echo !== undefined) this.echo = preset.echo;
    else if (preset.rest === 'unknown') this.echo = null;
    if (preset.gain !== undefined) this.gain = preset.gain;
    else if (preset.rest === 'unknown') this.gain = null;
  }

  private walk(by: number): void {
    let at = this.preset ?? 0;
    for (let i = 0; i < STEPS; i++) {
      at += by;
      if (at < 0 || at >= STEPS) {
        if (this.said.atEnd === 'stop') return;
        at = at < 0 ? STEPS - 1 : 0;
      }
      if (this.empty(at)) continue;
      // The only one that is stored, come round to: it is not another one.
      if (at !== this.preset) this.load(at);
      return;
    }
  }

  does(hand: Hand): void {
    switch (hand.do) {
      case 'program':
        if (!this.empty(this.said.program)) this.load(this.said.program);
        return;
      case 'next':
        this.walk(1);
        return;
      case 'previous':
        this.walk(-1);
        return;
      case 'flip':
        this.echo = this.echo === null ? null : 1 - this.echo;
        return;
      case 'gain': {
        const value = Math.round(hand.position * 127);
        if (value !== this.sent) this.gain = value;
        this.sent = value;
        return;
      }
      case 'mouse-preset':
        // Choosing what is chosen already does nothing.
        if (hand.step !== this.preset && !this.empty(hand.step)) this.load(hand.step);
        return;
      case 'mouse-echo':
        this.echo = hand.value;
    }
  }
}

function rigOf(said: Said): Rig {
  const presets = said.presets.map(
    (p): Preset => ({
      id: `preset-${p.step}`,
      order: p.step,
      parameterId: 'sound',
      step: p.step,
      stored: p.stored,
      rest: p.rest,
      values: [
        ...(p.echo === undefined ? [] : [{ parameterId: 'echo', value: p.echo }]),
        ...(p.gain === undefined ? [] : [{ parameterId: 'gain', value: p.gain }]),
      ],
      entered: null,
      note: '',
    }),
  );
  const sound = parameter('sound', {
    kind: 'stepped',
    highest: STEPS - 1,
    steps: Array.from({ length: STEPS }, (_, i) => `Sound ${i}`),
    atEnd: said.atEnd,
  });
  const bare = smallRig([sound, parameter('echo'), continuous('gain', 0, 127)]);
  const pad = bare.controls.slice(0, 1).map((c) => ({ ...c, id: 'pad', order: 9 }));
  const rig = { ...bare, controls: [...bare.controls, ...pad], presets };
  return withFunctions(
    rig,
    [
      assignment({ id: 'p', on: 'fs1', message: program(said.program), behaviour: fixed(0), meant: ['sound'] }),
      assignment({ id: 'n', on: 'fs2', message: cc(21), behaviour: fixed(127), meant: ['sound'] }),
      assignment({ id: 'b', on: 'mod', message: cc(22), behaviour: fixed(127), meant: ['sound'] }),
      assignment({ id: 'f', on: 'pad', message: cc(23), behaviour: fixed(127), meant: ['echo'] }),
      assignment({ id: 'k', on: 'k1', gesture: 'move', message: cc(24), behaviour: range(0, 127), meant: ['gain'] }),
    ],
    [
      landing('sound', { id: 'l1', address: program(said.program), mode: 'preset', setValue: said.program, to: STEPS - 1 }),
      landing('sound', { id: 'l2', address: cc(21), mode: 'next-preset', to: STEPS - 1 }),
      landing('sound', { id: 'l3', address: cc(22), mode: 'previous-preset', to: STEPS - 1 }),
      landing('echo', { address: cc(23), mode: 'toggle' }),
      landing('gain', { address: cc(24), to: 127 }),
    ],
  );
}

/** The events of a hand at a time. */
function eventsOf(hand: Hand, t: number): readonly ScriptEvent[] {
  switch (hand.do) {
    case 'program':
      return tap('fs1', t);
    case 'next':
      return tap('fs2', t);
    case 'previous':
      return tap('mod', t);
    case 'gain':
      return [moveTo('k1', t, hand.position)];
    case 'mouse-preset':
      return [mouse('sound', t, hand.step)];
    case 'mouse-echo':
      return [mouse('echo', t, hand.value)];
    case 'flip':
      return tap('pad', t);
  }
}

const someSaid: fc.Arbitrary<Said> = fc.record({
  presets: fc.uniqueArray(
    fc.record({
      step: fc.nat(STEPS - 1),
      stored: fc.oneof({ weight: 3, arbitrary: fc.constant(true) }, { weight: 1, arbitrary: fc.constant(false) }),
      rest: fc.constantFrom('stays' as const, 'unknown' as const),
      echo: fc.constantFrom(undefined, 0, 1),
      gain: fc.constantFrom(undefined, 0, 64, 127),
    }),
    { selector: (p) => p.step, maxLength: STEPS },
  ),
  atEnd: fc.constantFrom('wrap' as const, 'stop' as const),
  program: fc.nat(STEPS - 1),
});

const someHand: fc.Arbitrary<Hand> = fc.oneof(
  fc.record({ do: fc.constantFrom('program' as const, 'next' as const, 'previous' as const, 'flip' as const) }),
  fc.record({ do: fc.constant('gain' as const), position: fc.constantFrom(0, 0.3, 1) }),
  fc.record({ do: fc.constant('mouse-preset' as const), step: fc.nat(STEPS - 1) }),
  fc.record({ do: fc.constant('mouse-echo' as const), value: fc.nat(1) }),
);

describe('presets with contents', () => {
  it('leave every parameter where a second reading of their rules says, or unknown where that says so', () => {
    fc.assert(
      fc.property(someSaid, fc.array(someHand, { minLength: 1, maxLength: 14 }), (said, hands) => {
        const second = new Second(said);
        const rig = rigOf(said);
        const events: ScriptEvent[] = [];
        hands.forEach((hand, i) => {
          second.does(hand);
          events.push(...eventsOf(hand, i * 2000));
          const now = played(rig, events);
          const known = (id: string): Known => (Number.isNaN(now.at(id)) ? null : now.at(id));
          expect({ hand: i, sound: known('sound'), echo: known('echo'), gain: known('gain') }).toEqual({
            hand: i,
            sound: second.preset,
            echo: second.echo,
            gain: second.gain,
          });
        });
      }),
      { numRuns: 300 },
    );
  });
});

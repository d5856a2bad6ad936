// The whole chain in time: what wires do to it, loops that go through a target, and a hand that is played in pieces.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { down, goTo, mouse, moveTo, played, tap, turn, up } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  layer,
  momentary,
  noteOn,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { indexRig, type Rig, type ScriptEvent } from '../rig';
import { type Timing, type Transport, usualTiming } from '../wires';
import { ARRIVED, LOOPED, run, SENT, startChain, type Trace, unheardReasons, untilQuiet, VALUE, wholeChain } from './index';

const over =
  (transport: Transport, change: Partial<Timing> = {}) =>
  (): Timing => ({ ...usualTiming, transport, ...change });

const trace = (rig: Rig, events: Parameters<typeof played>[1], timing: (() => Timing) | null): Trace => {
  const chain = wholeChain(indexRig(rig), new Set());
  const options = { timing, full: true, until: Number.MAX_VALUE };
  return run(chain, startChain(chain, { bank: 1, page: 1 }), events, options).trace;
};

const of = (t: Trace, kind: number): number[] => t.t.filter((_, i) => t.kind[i] === kind);

describe('time on the wire (sums of MIDI 1.0 and of the USB and Bluetooth papers, see wires/timing)', () => {
  const sixteen = (): Rig => {
    const rig = withFunctions(
      smallRig([parameter('freeze')]),
      [assignment({ behaviour: fixed(127), meant: [] })],
      [landing('freeze')],
    );
    const [first] = rig.assignments;
    const [action] = first?.actions ?? [];
    if (!first || !action) throw new Error('no action');
    return { ...rig, assignments: [{ ...first, actions: Array.from({ length: 16 }, () => action) }] };
  };
  it('sixteen messages from one switch take 15.4 ms on DIN, 10.6 ms in running status', () => {
    const last = (runningStatus: boolean) =>
      of(trace(sixteen(), [down('fs1', 0)], over('din', { runningStatus })), ARRIVED).at(-1);
    expect(last(false)).toBeCloseTo(15.36, 9);
    expect(last(true)).toBeCloseTo(10.56, 9);
  });
  it('a pedal that sends three control changes at 200 positions a second keeps DIN busy for 58 % of the time', () => {
    const rig = withFunctions(
      smallRig([]),
      [1, 2, 3].map((n) =>
        assignment({ id: `a${n}`, on: 'k1', gesture: 'move', message: cc(n), behaviour: range(0, 127), meant: [] }),
      ),
      [],
    );
    const one: Rig = {
      ...rig,
      assignments: [
        {
          ...(rig.assignments[0] ?? assignment({ behaviour: fixed(1), meant: [] })),
          actions: rig.assignments.flatMap((a) => a.actions),
        },
      ],
    };
    const hand = Array.from({ length: 200 }, (_, i) => moveTo('k1', i * 5, (i % 2) / 2));
    const arrived = of(trace(one, hand, over('din')), ARRIVED);
    expect(arrived).toHaveLength(600);
    expect((arrived.length * 3 * 0.32) / 1000).toBeCloseTo(0.576, 9);
    // The wire keeps up: the last of each three arrives before the next position.
    hand.forEach((event, i) => {
      expect(arrived[i * 3 + 2]).toBeCloseTo(event.atMs + 2.88, 6);
    });
  });
  it('USB arrives within the next millisecond, Bluetooth at the next connection event, virtual at once', () => {
    const rig = sixteen();
    const all = (transport: Transport) => of(trace(rig, [down('fs1', 3.4)], over(transport)), ARRIVED);
    expect(new Set(all('usb'))).toEqual(new Set([4]));
    // 19 bytes of payload a packet, 4 bytes a message with its stamp: four messages in each event of 11.25 ms.
    expect(all('bluetooth')).toEqual([11.25, 22.5, 33.75, 45].flatMap((t) => [t, t, t, t]));
    expect(new Set(all('virtual'))).toEqual(new Set([3.4]));
  });
});

describe('what arrives', () => {
  it('twice when two ways lead there: a toggle flips and flips back', () => {
    const rig = withFunctions(
      smallRig([parameter('freeze')]),
      [assignment({ behaviour: fixed(127), meant: ['freeze'] })],
      [landing('freeze', { mode: 'toggle' })],
    );
    const [wire] = rig.wires;
    if (!wire) throw new Error('no wire');
    expect(played(rig, tap('fs1', 0)).values).toEqual(['0 freeze 1']);
    expect(played({ ...rig, wires: [wire, { ...wire, id: 'second' }] }, tap('fs1', 0)).values).toEqual([
      '0 freeze 1',
      '0 freeze 0',
    ]);
  });
  it('says why nothing moved', () => {
    const why = (rig: Rig, events: Parameters<typeof played>[1]): string[] => {
      const t = trace(rig, events, null);
      return t.kind.flatMap((kind, i) =>
        kind === ARRIVED && (t.c[i] ?? 0) < 0 ? [unheardReasons[-1 - (t.c[i] ?? 0)] ?? '?'] : [],
      );
    };
    const base = withFunctions(
      smallRig([parameter('freeze')], { layers: [layer({ madeIn: 'host', signal: cc(119) })] }),
      [
        assignment({ behaviour: fixed(127), meant: ['freeze'] }),
        assignment({ id: 'a2', on: 'fs2', message: cc(7), behaviour: fixed(1), meant: [] }),
      ],
      [landing('freeze')],
    );
    expect(why(base, [down('fs2', 0)])).toEqual(['nobody']);
    expect(why(base, [...tap('fs1', 0), ...tap('fs1', 500)])).toEqual(['unchanged']);
    expect(why({ ...base, landings: [landing('freeze', { hostLayerId: 'heel' })] }, tap('fs1', 0))).toEqual(['other-layer']);
    expect(why({ ...base, wires: base.wires.map((w) => ({ ...w, forRemote: false })) }, tap('fs1', 0))).toEqual([]);
    const note = withFunctions(
      smallRig([parameter('freeze')]),
      [assignment({ message: noteOn(36), behaviour: fixed(1), meant: [] })],
      [],
    );
    expect(why({ ...note, wires: note.wires.map((w) => ({ ...w, forRemote: false })) }, tap('fs1', 0))).toEqual(['notes-only']);
  });
});

describe('feedback that comes back', () => {
  it('through a controller that echoes into a toggle never ends: it is cut and reported', () => {
    const rig = withFunctions(
      smallRig([parameter('freeze')], { reception: { feedback: 'same-address', actsOn: 'any-message' } }),
      [assignment({ behaviour: fixed(127), meant: ['freeze'] })],
      [landing('freeze', { mode: 'toggle' })],
    );
    const [wire] = rig.wires;
    if (!wire) throw new Error('no wire');
    const echo = { ...wire, id: 'back', from: wire.to, to: wire.from };
    const loop: Rig = { ...rig, wires: [{ ...wire, passesOn: true }, echo] };
    const t = trace(loop, [down('fs1', 0)], over('usb'));
    expect(of(t, LOOPED).length).toBeGreaterThan(0);
    expect(of(t, VALUE).length).toBeLessThan(200);
    expect(of(trace({ ...rig, wires: [wire, echo] }, [down('fs1', 0)], over('usb')), LOOPED)).toEqual([]);
  });
});

describe('laws', () => {
  const rig = lanternHour();
  const ids = rig.controls.map((c) => c.id);
  const boards = rig.controllers.map((c) => c.id);
  const event: fc.Arbitrary<ScriptEvent> = fc
    .tuple(fc.constantFrom(...ids), fc.constantFrom(...boards), fc.nat(4000), fc.integer({ min: 0, max: 127 }), fc.nat(5))
    .map(([on, board, atMs, n, kind]) =>
      kind === 0
        ? moveTo(on, atMs, n / 127)
        : kind === 1
          ? turn(on, atMs, (n % 7) - 3)
          : kind === 2
            ? goTo(atMs, (n % 4) + 1, board)
            : kind === 3
              ? up(on, atMs)
              : down(on, atMs, n % 2 === 0 ? null : n / 127),
    );
  const hands = fc.array(event, { maxLength: 60 }).map((events) => events.sort((a, b) => a.atMs - b.atMs));
  const chain = wholeChain(indexRig(rig), new Set());
  const start = startChain(chain, { bank: 1, page: 1 });
  const all = { full: true, until: Number.MAX_VALUE };

  it('without time and over virtual wires the same happens', () => {
    fc.assert(
      fc.property(hands, (events) => {
        const plain = run(chain, start, events, { ...all, timing: null });
        const virtual = run(chain, start, events, { ...all, timing: over('virtual') });
        expect(virtual.state.targets.values).toEqual(plain.state.targets.values);
        const columns = (t: Trace) =>
          t.kind.flatMap((kind, i) => (kind === SENT || kind === VALUE ? [[t.t[i], kind, t.a[i], t.b[i]]] : []));
        const sorted = (t: Trace) => columns(t).map(String).sort();
        expect(sorted(virtual.trace)).toEqual(sorted(plain.trace));
      }),
      { numRuns: 60 },
    );
  });
  it('a hand played in two pieces is the hand played at once', () => {
    fc.assert(
      fc.property(
        hands,
        fc.nat(4000),
        fc.constantFrom<Transport>('din', 'usb', 'bluetooth', 'network'),
        (events, cut, transport) => {
          const timing = over(transport);
          const whole = run(chain, start, events, { ...all, timing });
          const first = run(
            chain,
            start,
            events.filter((e) => e.atMs <= cut),
            { ...all, timing, until: cut },
          );
          const second = run(
            chain,
            first.state,
            events.filter((e) => e.atMs > cut),
            { ...all, timing },
          );
          expect(second.state).toEqual(whole.state);
          expect([...first.trace.a, ...second.trace.a]).toEqual(whole.trace.a);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('nothing arrives before it is sent, and messages on one wire never overtake each other', () => {
    fc.assert(
      fc.property(hands, fc.constantFrom<Transport>('din', 'usb', 'bluetooth', 'network'), (events, transport) => {
        const { trace: t } = run(chain, start, events, { ...all, timing: over(transport) });
        for (let i = 1; i < t.t.length; i++) expect(t.t[i]).toBeGreaterThanOrEqual(t.t[i - 1] ?? 0);
        expect(of(t, ARRIVED).length).toBeGreaterThanOrEqual(of(t, VALUE).length > 0 ? 1 : 0);
      }),
      { numRuns: 40 },
    );
  });
});

describe('a mouse in between', () => {
  it('makes knob and value differ: the next message of the knob jumps', () => {
    const rig = withFunctions(
      smallRig([continuous('level', 0, 127)]),
      [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['level'] })],
      [landing('level', { to: 127 })],
    );
    expect(played(rig, [moveTo('k1', 0, 10 / 127), mouse('level', 10, 100), moveTo('k1', 20, 11 / 127)]).values).toEqual([
      '0 level 10',
      '10 level 100',
      '20 level 11',
    ]);
  });
  it('makes a latch and its parameter disagree: the first press after it does nothing', () => {
    const rig = withFunctions(
      smallRig([parameter('freeze')]),
      [assignment({ behaviour: latching(127, 0), meant: ['freeze'] })],
      [landing('freeze')],
    );
    expect(played(rig, [mouse('freeze', 0, 1), ...tap('fs1', 10), ...tap('fs1', 1000)]).values).toEqual([
      '0 freeze 1',
      '1000 freeze 0',
    ]);
  });
  it('a gate that is held through a bank change is let go by the same function', () => {
    const rig = withFunctions(
      smallRig([parameter('swell')]),
      [assignment({ bank: 1, behaviour: momentary(127, 0), meant: ['swell'] })],
      [landing('swell', { mode: 'gate' })],
    );
    expect(played(rig, [down('fs1', 0), goTo(100, 2), up('fs1', 200)]).values).toEqual(['0 swell 1', '200 swell 0']);
  });
});

describe('what never ends', () => {
  // Found by the law of what nobody stated: a check that plays one press under a held modifier, which repeats, went on until memory ran out.
  const rig = withFunctions(
    smallRig([parameter('freeze', { launch: 'bar' })], { firmware: { gestures: ['press', 'repeat'] } }),
    [
      assignment({ id: 'a1', on: 'fs1', gesture: 'repeat', message: cc(20), behaviour: fixed(127), meant: [] }),
      assignment({ id: 'a2', on: 'fs2', gesture: 'press', message: cc(21), behaviour: fixed(127), meant: ['freeze'] }),
    ],
    [landing('freeze', { address: cc(21), mode: 'toggle' })],
  );
  it('is followed for two minutes after the hand, and stays due', () => {
    const chain = wholeChain(indexRig(rig), new Set());
    const { state, trace: t } = run(chain, startChain(chain, { bank: 1, page: 1 }), [down('fs1', 100)], untilQuiet);
    const sent = of(t, SENT);
    expect(sent.at(-1)).toBeGreaterThan(120_000);
    expect(sent.at(-1)).toBeLessThan(130_000);
    expect(state.wakes[0]).toBeGreaterThan(120_000);
  });
  it('does not keep a launch from coming, however long its bar', () => {
    const chain = wholeChain(indexRig(rig), new Set(), { bpm: 10, beatsPerBar: 32 });
    const { trace: t } = run(chain, startChain(chain, { bank: 1, page: 1 }), [down('fs1', 100), down('fs2', 200)], untilQuiet);
    expect(of(t, VALUE)).toEqual([192_000]);
    expect(of(t, SENT).at(-1)).toBeLessThan(320_000);
  });
});

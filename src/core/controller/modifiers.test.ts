// Chords and modifiers at their limits: windows to the millisecond, both orders of the two hands, layers that are spent, and what a tap is.
// Common practice, no source.
import { describe, expect, it } from 'vitest';
import { down, goTo, played, tap, up } from '../../../tests/kit/hand';
import { assignment, cc, type Function_, fixed, layer, momentary, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import type { Action, Assignment, Firmware, Gesture, Layer, Rig } from '../rig';

type Chord = Extract<Gesture, { type: 'chord' }>;
const firmware = (change: Partial<Firmware> = {}): Partial<Firmware> => ({
  gestures: ['move', 'press', 'release', 'hold', 'double-tap', 'repeat', 'chord'],
  doubleTapMs: 300,
  holdMs: 600,
  repeatMs: 100,
  banks: 3,
  ...change,
});
const fn = (number: number, gesture: Gesture['type'], on = 'fs1', rest: Partial<Function_> = {}): Function_ => ({
  id: `a${number}`,
  gesture,
  on,
  message: cc(number),
  behaviour: momentary(127, 0),
  meant: [],
  ...rest,
});
const board = (
  functions: readonly Function_[],
  chord: Partial<Chord> = {},
  layers: readonly Layer[] = [],
  more: Partial<Firmware> = {},
): Rig =>
  withFunctions(
    smallRig([], { firmware: firmware(more), layers }),
    functions.map((f): Assignment => {
      const row = assignment(f);
      return row.gesture.type === 'chord' ? { ...row, gesture: { ...row.gesture, ...chord } } : row;
    }),
    [],
  );
const sent = (rig: Rig, ...events: Parameters<typeof played>[1][number][]): readonly string[] => played(rig, events).sent;

describe('a chord', () => {
  const alone = board([fn(3, 'chord')]);
  it('is made by either control coming second, up to the very end of its window', () => {
    expect(sent(alone, down('fs2', 0), down('fs1', 50), up('fs2', 90), up('fs1', 95))).toEqual(['50 CC 3 127', '90 CC 3 0']);
    expect(sent(alone, down('fs1', 0), down('fs2', 50), up('fs1', 90), up('fs2', 95))).toEqual(['50 CC 3 127', '90 CC 3 0']);
    expect(sent(alone, down('fs1', 0), down('fs2', 51), up('fs1', 90), up('fs2', 95))).toEqual([]);
    expect(sent(alone, down('fs2', 1000), down('fs1', 1051), up('fs2', 1090), up('fs1', 1095))).toEqual([]);
  });
  it('needs both down: one that was let go again is not there', () => {
    expect(sent(alone, ...tap('fs2', 0, 10), down('fs1', 20), up('fs1', 90))).toEqual([]);
  });
  it('of another bank is none here', () => {
    const rig = board([fn(3, 'chord', 'fs1', { bank: 2 })]);
    const hands = (t: number) => [down('fs1', t), down('fs2', t + 20), up('fs1', t + 90), up('fs2', t + 95)];
    expect(sent(rig, ...hands(0))).toEqual([]);
    expect(sent(rig, goTo(0, 2), ...hands(100))).toEqual(['120 CC 3 127', '190 CC 3 0']);
    const other = board([fn(1, 'press', 'fs2'), fn(3, 'chord', 'fs1', { bank: 2 })]);
    // Nor does it keep anything back here.
    expect(sent(other, ...tap('fs2', 0))).toEqual(['0 CC 1 127', '50 CC 1 0']);
    expect(sent(other, goTo(0, 2), ...tap('fs2', 100, 200))).toEqual(['150 CC 1 127', '300 CC 1 0']);
  });
  it('that keeps singles back silences press and release of both, and only then', () => {
    const functions = [fn(1, 'press'), fn(2, 'press', 'fs2'), fn(4, 'release'), fn(5, 'release', 'fs2'), fn(3, 'chord')];
    const hands = [down('fs1', 0), down('fs2', 30), up('fs2', 100), up('fs1', 120)];
    expect(sent(board(functions), ...hands)).toEqual(['30 CC 3 127', '100 CC 3 0']);
    expect([...sent(board(functions, { singlesFire: true }), ...hands)].sort()).toEqual(
      [
        '0 CC 1 127',
        '30 CC 2 127',
        '30 CC 3 127',
        '100 CC 2 0',
        '100 CC 3 0',
        '100 CC 5 127',
        '100 CC 5 0',
        '120 CC 1 0',
        '120 CC 4 127',
        '120 CC 4 0',
      ].sort(),
    );
  });
  it('a single press that was kept back goes out at the end of the longest window, or with its own release after it', () => {
    const rig = board([fn(1, 'press'), fn(3, 'chord')], { windowMs: 80 });
    expect(sent(rig, ...tap('fs1', 0, 200))).toEqual(['80 CC 1 127', '200 CC 1 0']);
    expect(sent(rig, ...tap('fs1', 0, 30))).toEqual(['80 CC 1 127', '80 CC 1 0']);
  });
  it('of two that share a control, each ends with the first of its own two that comes up', () => {
    const rig = withFunctions(
      smallRig([], { firmware: firmware() }),
      [
        { ...assignment(fn(3, 'chord')), gesture: { type: 'chord', with: 'fs2', windowMs: 50, singlesFire: false } },
        { ...assignment(fn(4, 'chord')), gesture: { type: 'chord', with: 'mod', windowMs: 50, singlesFire: false } },
      ],
      [],
    );
    const hands = [down('fs1', 0), down('fs2', 10), down('mod', 20)];
    expect(sent(rig, ...hands, up('fs2', 100), up('fs1', 200), up('mod', 300))).toEqual([
      '10 CC 3 127',
      '20 CC 4 127',
      '100 CC 3 0',
      '200 CC 4 0',
    ]);
  });
});

describe('a modifier', () => {
  const cue: Action = { type: 'send', message: cc(50), behaviour: fixed(127), pinned: false, meant: [] };
  const functions = [fn(1, 'press'), fn(2, 'press', 'fs1', { id: 'a2', layerId: 'heel' })];
  const first = (rig: Rig, ...events: Parameters<typeof played>[1][number][]) =>
    sent(rig, ...events).filter((s) => s.endsWith('127'));
  it('is tapped up to the hold time, and not at it', () => {
    const rig = board([], {}, [layer({ tap: [cue] })]);
    expect(sent(rig, ...tap('mod', 0, 599))).toEqual(['599 CC 50 127']);
    expect(sent(rig, ...tap('mod', 0, 600))).toEqual([]);
    expect(sent(rig, ...tap('mod', 5000, 599))).toEqual(['5599 CC 50 127']);
  });
  it('is no tap where another control did something meanwhile, whichever went down first', () => {
    const rig = board(functions, {}, [layer({ tap: [cue] })]);
    expect(sent(rig, down('mod', 0), ...tap('fs1', 10), up('mod', 100))).toEqual(['10 CC 2 127', '60 CC 2 0']);
    expect(sent(rig, down('fs1', 0), ...tap('mod', 10), up('fs1', 100))).toEqual(['0 CC 1 127', '60 CC 50 127', '100 CC 1 0']);
  });
  it.each([
    ['toggled', ['2', '2']],
    ['next-press', ['2', '1']],
  ] as const)('with a tap function is switched by a hold: %s', (mode, numbers) => {
    const rig = board(functions, {}, [layer({ mode, tap: [cue] })]);
    const two = [...tap('fs1', 2000), ...tap('fs1', 3000)];
    expect(first(rig, ...tap('mod', 0, 700), ...two).map((s) => s.split(' ')[2])).toEqual(numbers);
    expect(first(rig, ...tap('mod', 0, 100), ...two).map((s) => s.split(' ')[2])).toEqual(['50', '1', '1']);
    // A second hold takes it back.
    expect(first(rig, ...tap('mod', 0, 700), ...tap('mod', 1000, 700), ...two).map((s) => s.split(' ')[2])).toEqual(['1', '1']);
  });
  it('of a held layer with a tap function opens at once, and its hold switches nothing', () => {
    const rig = board(functions, {}, [layer({ tap: [cue] })]);
    expect(first(rig, down('mod', 0), ...tap('fs1', 10), up('mod', 900), ...tap('fs1', 1000))).toEqual([
      '10 CC 2 127',
      '1000 CC 1 127',
    ]);
  });
  it('closes only its own layer when it is let go', () => {
    const second = layer({ id: 'toe', order: 2, modifierControlId: 'fs2' });
    const rig = board([...functions, fn(3, 'press', 'fs1', { id: 'a3', layerId: 'toe' })], {}, [layer(), second]);
    expect(
      first(rig, down('mod', 0), down('fs2', 10), up('mod', 20), ...tap('fs1', 100), up('fs2', 200), ...tap('fs1', 300)),
    ).toEqual(['100 CC 3 127', '300 CC 1 127']);
  });
});

describe('a layer for the next press', () => {
  const functions = [fn(1, 'press'), fn(2, 'press', 'fs1', { id: 'a2', layerId: 'heel' }), fn(9, 'press', 'fs2')];
  const numbers = (rig: Rig, ...events: Parameters<typeof played>[1][number][]) =>
    sent(rig, ...events)
      .filter((s) => s.endsWith('127'))
      .map((s) => s.split(' ')[2]);
  it('is spent by the press of any control that it reaches, with a function in it or not', () => {
    const rig = board(functions, {}, [layer({ mode: 'next-press' })]);
    expect(numbers(rig, ...tap('mod', 0), ...tap('fs2', 100), ...tap('fs1', 200))).toEqual(['9', '1']);
    expect(numbers(rig, ...tap('mod', 0), ...tap('fs1', 100), ...tap('fs1', 200))).toEqual(['2', '1']);
  });
  it('outlives the press of a control that it does not reach', () => {
    const sided: Layer = layer({ mode: 'next-press', scope: { type: 'side', controllerId: 'board', side: 'left' } });
    const rig = board(functions, {}, [sided]);
    const left: Rig = {
      ...rig,
      controls: rig.controls.map((c) => ({ ...c, side: c.id === 'fs2' ? ('right' as const) : ('left' as const) })),
    };
    expect(numbers(left, ...tap('mod', 0), ...tap('fs2', 100), ...tap('fs1', 200), ...tap('fs1', 300))).toEqual(['9', '2', '1']);
  });
  it('takes no other layer along when it is spent', () => {
    const toggled = layer({ id: 'toe', order: 2, modifierControlId: 'fs2', mode: 'toggled' });
    const rig = board([...functions.slice(0, 2), fn(3, 'press', 'fs1', { id: 'a3', layerId: 'toe' })], {}, [
      layer({ mode: 'next-press' }),
      toggled,
    ]);
    expect(numbers(rig, ...tap('fs2', 0), ...tap('mod', 100), ...tap('fs1', 200), ...tap('fs1', 300))).toEqual(['2', '3']);
  });
});

describe('going down twice', () => {
  it('without coming up is one press', () => {
    expect(sent(board([fn(1, 'press')]), down('fs1', 0), down('fs1', 10), up('fs1', 20), up('fs1', 30))).toEqual([
      '0 CC 1 127',
      '20 CC 1 0',
    ]);
  });
});

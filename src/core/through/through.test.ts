// Playing through, by example: a layer that software lacks, a loop that stops by itself, what is held, what belongs to no control.
import { describe, expect, it } from 'vitest';
import { assignment, fixed, layer, momentary, smallRig } from '../../../tests/kit/small-rig';
import { channel, type Message, noSysex, packedCc, packedNote, packedProgram, u7, u14 } from '../midi';
import { type Control, indexRig, type Rig, type Translator, type Wire } from '../rig';
import { compileThrough, endThrough, passSystem, startThrough, stepThrough, type ThroughState } from './index';

const cc = (number: number, ch = 1): Message => ({ type: 'cc', channel: channel(ch), number: u7(number) });
const says = (message: Message): Control['factory'] => [{ gesture: 'press', message }];

/** A board of two switches that send CC 80 and 81 as it leaves the factory; the second one opens a layer in which the first does something else. */
function board(translator: Translator | null = null): { readonly rig: Rig; readonly wire: Wire } {
  const rig = smallRig([], { layers: [layer({ modifierControlId: 'fs2' })] });
  const own: Readonly<Record<string, Message>> = { fs1: cc(80), fs2: cc(81) };
  const press = { on: 'fs1', gesture: 'press' as const, meant: [] };
  const [wire] = rig.wires;
  if (!wire) throw new Error('the small rig has a wire');
  return {
    rig: {
      ...rig,
      controls: rig.controls.map((c) => {
        const message = own[c.id];
        return message ? { ...c, factory: says(message) } : c;
      }),
      assignments: [
        assignment({ ...press, id: 'a', message: cc(20, 5), behaviour: momentary(127, 0) }),
        { ...assignment({ ...press, id: 'b', message: cc(21, 5), behaviour: fixed(99) }), layerId: rig.layers[0]?.id ?? null },
      ],
    },
    wire: { ...wire, translator },
  };
}

function playing(of: { readonly rig: Rig; readonly wire: Wire }, plays = true) {
  const { program, silent } = compileThrough(indexRig(of.rig), of.wire, plays, noSysex);
  let state: ThroughState = startThrough(program);
  return {
    silent: silent.map((c) => c.id),
    now: () => state,
    hears: (t: number, ...words: readonly number[]): readonly number[] => {
      const step = stepThrough(program, state, { type: 'words', t, words });
      state = step.state;
      return step.out;
    },
  };
}

describe('a board that can nothing', () => {
  it('has its layer here: held, the other switch does something else', () => {
    const { hears, silent } = playing(board());
    expect(hears(0, packedCc(1, 80, 127))).toEqual([packedCc(5, 20, 127)]);
    expect(hears(10, packedCc(1, 80, 0))).toEqual([packedCc(5, 20, 0)]);
    expect(hears(20, packedCc(1, 81, 127))).toEqual([]);
    expect(hears(30, packedCc(1, 80, 127))).toEqual([packedCc(5, 21, 99)]);
    expect(hears(40, packedCc(1, 80, 0), packedCc(1, 81, 0))).toEqual([]);
    expect(hears(50, packedCc(1, 80, 127))).toEqual([packedCc(5, 20, 127)]);
    expect(silent).toEqual(['k1', 'mod', 'k2']);
  });
  it('lets through what belongs to none of its controls, and everything where its plan is not played', () => {
    const key = packedNote(1, 60, 90);
    expect(playing(board()).hears(0, key)).toEqual([key]);
    expect(playing(board(), false).hears(0, packedCc(1, 80, 127))).toEqual([packedCc(1, 80, 127)]);
  });
  it('is pressed and let go at once by what carries no value', () => {
    const { rig, wire } = board();
    const message: Message = { type: 'program', channel: channel(1), number: u7(3), bank: null };
    const { hears } = playing({
      wire,
      rig: { ...rig, controls: rig.controls.map((c) => (c.id === 'fs1' ? { ...c, factory: says(message) } : c)) },
    });
    expect(hears(0, packedProgram(1, 3))).toEqual([packedCc(5, 20, 127), packedCc(5, 20, 0)]);
  });
});

describe('what goes out', () => {
  const toNotes: Translator = {
    name: '',
    lines: [
      {
        from: { type: 'cc', channel: null, lowest: u7(20), highest: u7(20) },
        to: [
          {
            type: 'note',
            channel: channel(2),
            number: u7(60),
            shift: 0,
            values: { type: 'ends', from: u14(0), to: u14(100), curve: { type: 'linear' } },
          },
          {
            type: 'cc',
            channel: channel(3),
            number: u7(64),
            shift: 0,
            values: { type: 'ends', from: u14(0), to: u14(127), curve: { type: 'linear' } },
          },
        ],
      },
    ],
    rest: 'stops',
  };
  it('is translated after it was layered', () => {
    const { hears } = playing(board(toNotes));
    expect(hears(0, packedCc(1, 80, 127))).toEqual([packedNote(2, 60, 100), packedCc(3, 64, 127)]);
    expect(hears(1, packedCc(1, 81, 127), packedCc(1, 80, 127))).toEqual([]);
  });
  it('is let go in the end: notes that sound and pedals that are down, and nothing else', () => {
    const played = playing(board(toNotes));
    expect(endThrough(played.now())).toEqual([]);
    played.hears(0, packedCc(1, 80, 127));
    expect(endThrough(played.now())).toEqual([packedNote(2, 60, 0), packedCc(3, 64, 0)]);
    played.hears(10, packedCc(1, 80, 0));
    expect(endThrough(played.now())).toEqual([]);
  });
  it('stops by itself where it comes back in, and not for a hand that repeats itself', () => {
    const { hears, now } = playing(board(), false);
    let word = packedCc(1, 80, 5);
    for (let t = 0; t < 1000 && !now().looped; t++) [word = word] = hears(t, word);
    expect(now().looped).toBe(true);
    expect(hears(2000, packedCc(1, 80, 6))).toEqual([]);
    const hand = playing(board(), false);
    for (let t = 0; t < 4000; t += 10) hand.hears(t, packedCc(1, 80, 5));
    expect(hand.now().looped).toBe(false);
  });
});

describe('what has no channel', () => {
  const over = (wire: Partial<Wire>) => {
    const made = board();
    const { program } = compileThrough(indexRig(made.rig), { ...made.wire, ...wire }, false, noSysex);
    return (bytes: readonly number[]): boolean => passSystem(program, startThrough(program), bytes, 0).passes;
  };
  const clock = [0xf8];
  const dump = [0xf0, 0x7d, 1, 0xf7];
  it('goes where start and stop go, and SysEx where SysEx goes', () => {
    expect([clock, dump].map(over({}))).toEqual([true, true]);
    expect([clock, dump].map(over({ types: ['cc'] }))).toEqual([false, false]);
    expect([clock, dump].map(over({ types: ['start', 'stop'] }))).toEqual([true, false]);
    expect([clock, dump].map(over({ types: ['sysex'] }))).toEqual([false, true]);
    // A translator is about what has a channel, as in the simulation.
    expect([clock, dump].map(over({ translator: { name: '', lines: [], rest: 'stops' } }))).toEqual([true, true]);
  });
  it('stops by itself where it comes back in, and not for a clock at its pace', () => {
    const made = board();
    const { program } = compileThrough(indexRig(made.rig), made.wire, false, noSysex);
    const goesRound = (bytes: readonly number[], everyMs: number): boolean => {
      let state = startThrough(program);
      for (let i = 0; i < 400; i++) state = passSystem(program, state, bytes, i * everyMs).state;
      return state.looped;
    };
    // 300 beats a minute tick every 8.3 ms.
    expect([goesRound(clock, 8.3), goesRound(clock, 2), goesRound(dump, 3)]).toEqual([false, true, true]);
    // A device that says twice a second that it is there goes on for hours.
    expect([goesRound(dump, 500), goesRound(dump, 50)]).toEqual([false, false]);
  });
  it('does not hide that words go round: a clock ticks in between', () => {
    const made = board();
    const { program } = compileThrough(indexRig(made.rig), made.wire, false, noSysex);
    let state = startThrough(program);
    let words: readonly number[] = [packedCc(1, 80, 5)];
    for (let t = 0; t < 1000 && !state.looped; t += 2) {
      const step = stepThrough(program, state, { type: 'words', t, words });
      words = step.out;
      state = t % 20 === 0 ? passSystem(program, step.state, clock, t + 1).state : step.state;
    }
    expect(state.looped).toBe(true);
  });
});

it('says where the plan that is played here holds SysEx, and not where nothing of it is played', () => {
  const made = board();
  const sysex: Message = { type: 'sysex', bytes: [u7(0x7d), u7(1)] };
  const holds = (rig: Rig, plays: boolean): boolean => compileThrough(indexRig(rig), made.wire, plays, noSysex).sendsSysex;
  const assignments = [assignment({ id: 'x', on: 'fs1', message: sysex, behaviour: fixed(127), meant: [] })];
  expect([holds(made.rig, true), holds({ ...made.rig, assignments }, true), holds({ ...made.rig, assignments }, false)]).toEqual([
    false,
    true,
    false,
  ]);
});

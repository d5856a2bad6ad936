// Why a message that arrives moves nothing, reason by reason, and what a target remembers from one message to the next.
// MIDI 1.0 where it is named, else common practice without a published source.
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  landing,
  layer,
  parameter,
  program,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import {
  addressKey,
  channel,
  type Message,
  noSysex,
  packedBend,
  packedCc,
  packedChannel,
  packedNote,
  packedNumber,
  packedProgram,
  packedValue,
  u7,
  u14,
} from '../midi';
import { indexRig, type Landing, type Layer, type Parameter, type Reception } from '../rig';
import {
  compileTargets,
  feedbackOf,
  launchDue,
  look,
  openInHost,
  setByMouse,
  startTargets,
  stepTargets,
  type TargetState,
  targetsWakeAt,
} from './index';
import { usualTempo } from './program';

interface Given {
  readonly parameters?: readonly Parameter[];
  readonly landings?: readonly Landing[];
  readonly reception?: Partial<Reception>;
  readonly layers?: readonly Layer[];
}

const freeze = parameter('freeze');
const level = continuous('level', 0, 127);

/** A target that takes words one by one and says why nothing moved, what it heard and what it holds now. */
function target({
  parameters = [freeze],
  landings = [landing('freeze', { mode: 'toggle' })],
  reception = {},
  layers = [],
}: Given = {}) {
  const index = indexRig(withFunctions(smallRig(parameters, { reception, layers }), [], landings));
  const compiled = compileTargets(index, {
    keys: null,
    reaches: () => true,
    parameterIds: null,
    sysex: noSysex,
    tempo: usualTempo,
  });
  const [unit] = compiled.receivers;
  if (!unit) throw new Error('no target');
  let state: TargetState = startTargets(compiled);
  const take = (word: number, { t = 0, port = 'port 1', remote = true } = {}) => {
    const done = stepTargets(compiled, state, { unit, word, t, port, remote });
    state = done.state;
    return done;
  };
  return {
    program: compiled,
    unit,
    take,
    why: (word: number, how: { t?: number; port?: string; remote?: boolean } = {}) => take(word, how).why,
    value: (id: string) => state.values[compiled.slots.get(id) ?? -1],
    state: () => state,
    set: (next: TargetState) => {
      state = next;
    },
  };
}
const press = packedCc(5, 104, 127);

describe('what hears every channel', () => {
  it('sends back once, on its own', () => {
    const rig = withFunctions(
      smallRig([continuous('p', 0, 127)], { reception: { feedback: 'same-address' } }),
      [assignment({ id: 'a', on: 'k1', gesture: 'move', message: cc(20, 9), behaviour: range(0, 127), meant: ['p'] })],
      [landing('p', { address: cc(20, 5), channels: 'all', from: 0, to: 127 })],
    );
    const index = indexRig(rig);
    for (const keys of [null, new Set([addressKey(cc(20, 9))])]) {
      const program = compileTargets(index, {
        keys,
        reaches: () => true,
        parameterIds: null,
        sysex: noSysex,
        tempo: usualTempo,
      });
      const told = feedbackOf(program, program.slots.get('p') ?? -1, [40]);
      expect(told.map(({ word }) => [packedChannel(word), packedNumber(word), packedValue(word)])).toEqual([[5, 20, 40]]);
    }
  });
});

describe('why nothing moves', () => {
  it('nobody listens there, or the wire is for notes only; else it moves and there is no reason', () => {
    const t = target();
    expect([t.why(packedCc(5, 103, 127)), t.why(packedCc(6, 104, 127)), t.why(packedNote(5, 104, 127))]).toEqual([
      'nobody',
      'nobody',
      'nobody',
    ]);
    expect(t.why(press, { remote: false })).toBe('notes-only');
    expect(t.value('freeze')).toBe(0);
    expect([t.why(press), t.value('freeze')]).toEqual([null, 1]);
  });
  it('it is heard and stays where it is', () => {
    const t = target({ landings: [landing('freeze')] });
    expect([t.why(packedCc(5, 104, 0)), t.take(packedCc(5, 104, 0)).heard]).toEqual(['unchanged', [0]]);
  });
  it('the target looks elsewhere, and hears again when it is looked at', () => {
    const t = target({ reception: { scope: 'focused-window' } });
    t.set(look(t.state(), t.unit, false));
    expect([t.why(press), t.value('freeze')]).toEqual(['elsewhere', 0]);
    t.set(look(t.state(), t.unit, true));
    expect(t.why(press)).toBeNull();
  });
  it('it comes from another port than the landing names, where the target tells them apart', () => {
    const t = (tellsPortsApart: boolean, port: string) =>
      target({ landings: [landing('freeze', { mode: 'toggle', port })], reception: { tellsPortsApart } });
    expect(t(true, 'port 2').why(press)).toBe('other-port');
    expect(t(true, '').why(press)).toBeNull();
    expect(t(false, 'port 2').why(press)).toBeNull();
  });
  it('another bank is selected (MIDI 1.0, bank select): a high byte alone means low byte 0, and a channel has its own', () => {
    const banked: Message = { type: 'program', channel: channel(5), number: u7(4), bank: { msb: u7(1), lsb: u7(2) } };
    const t = target({ landings: [landing('freeze', { mode: 'toggle', address: banked })] });
    const call = packedProgram(5, 4);
    expect([t.why(call), t.why(packedCc(5, 0, 1)), t.why(call), t.why(packedCc(5, 32, 2)), t.why(call)]).toEqual([
      'other-bank',
      'part',
      'other-bank',
      'part',
      null,
    ]);
    expect([t.why(packedCc(5, 0, 1)), t.why(call)]).toEqual(['part', 'other-bank']);
    t.take(packedCc(5, 32, 2));
    t.take(packedCc(6, 0, 9));
    t.take(packedCc(5, 7, 3));
    expect(t.why(call)).toBeNull();
    // A low byte that comes again takes the place of the one before.
    expect([t.why(packedCc(5, 32, 5)), t.why(call), t.why(packedCc(5, 32, 2)), t.why(call)]).toEqual([
      'part',
      'other-bank',
      'part',
      null,
    ]);
  });
  it('a target that knows no banks takes bank select for what it is not', () => {
    expect(target().why(packedCc(5, 0, 1))).toBe('nobody');
  });
  it('it is a part of a sequence that is not whole', () => {
    const nrpn: Message = { type: 'nrpn', channel: channel(5), number: u14(300) };
    const t = target({
      parameters: [level],
      landings: [landing('level', { address: nrpn, to: 127 })],
      reception: { fourteenBit: 'wait-for-low-byte' },
    });
    // NRPN (MIDI 1.0): 99 and 98 choose the number, 6 and 38 carry the value; 96 and 97 step it.
    expect(
      [
        [99, 2],
        [98, 44],
        [6, 64],
      ].map(([n, v]) => t.why(packedCc(5, n ?? 0, v ?? 0))),
    ).toEqual(['part', 'part', 'part']);
    expect([t.why(packedCc(5, 38, 0)), Math.round(t.value('level') ?? 0)]).toEqual([null, 64]);
    const before = t.value('level') ?? 0;
    expect([t.why(packedCc(5, 96, 0)), (t.value('level') ?? 0) > before]).toEqual([null, true]);
    expect([t.why(packedCc(5, 97, 0)), t.value('level')]).toEqual([null, before]);
    expect([t.why(packedCc(5, 98, 45)), t.why(packedCc(5, 6, 1)), t.why(packedCc(5, 38, 1)), t.value('level')]).toEqual([
      'part',
      'part',
      'nobody',
      before,
    ]);
  });
  it('the knob has not come by the value', () => {
    const t = target({ parameters: [{ ...level, start: 100 }], landings: [landing('level', { to: 127, takeover: 'pickup' })] });
    expect([t.why(packedCc(5, 104, 10)), t.why(packedCc(5, 104, 60))]).toEqual(['waits', 'waits']);
    expect([t.why(packedCc(5, 104, 110)), t.value('level')]).toEqual([null, 110]);
    expect(t.why(packedCc(5, 104, 110))).toBe('unchanged');
    // Moved by hand meanwhile: it lets go.
    t.set(setByMouse(t.program, t.state(), 0, 20).state);
    expect([t.why(packedCc(5, 104, 109)), t.value('level')]).toEqual(['waits', 20]);
  });
  it('it starts at the next beat, counted from the last start', () => {
    const cue = parameter('cue', { kind: 'trigger', highest: 1000 });
    const t = target({
      parameters: [cue],
      landings: [landing('cue', { mode: 'trigger' })],
      reception: { launchQuantisation: 'beat' },
    });
    expect([t.why(press, { t: 100 }), targetsWakeAt(t.state())]).toEqual(['launch', 500]);
    t.take(0xfa0000, { t: 130 });
    expect([t.why(press, { t: 200 }), targetsWakeAt(t.state())]).toEqual(['launch', 500]);
    const due = launchDue(t.program, t.state(), 500);
    expect([due.moved, due.state.launches.map((l) => l.at)]).toEqual([[0], [630]]);
    expect(launchDue(t.program, due.state, 629)).toEqual({ state: due.state, moved: [] });
    expect(launchDue(t.program, due.state, 630).state).toMatchObject({ launches: [], values: [2] });
    expect(targetsWakeAt(startTargets(t.program))).toBeNull();
  });
});

describe('layers made in the host', () => {
  const veil = parameter('veil', { order: 2 });
  const layered = (change: Partial<Layer> = {}, more: Given = {}) =>
    target({
      parameters: [freeze, veil],
      landings: [landing('freeze', { mode: 'toggle' }), landing('veil', { mode: 'toggle', hostLayerId: 'heel' })],
      layers: [layer({ madeIn: 'host', signal: cc(119), ...change })],
      ...more,
    });
  const signal = (value: number) => packedCc(5, 119, value);
  it('open from 64 on and close below it (MIDI 1.0, switches), which is the reason that is given', () => {
    const t = layered();
    expect([t.why(signal(63)), openInHost(t.state())]).toEqual(['layer', []]);
    expect([t.why(signal(64)), openInHost(t.state())]).toEqual(['layer', ['heel']]);
    expect([t.why(press), t.value('veil'), t.value('freeze')]).toEqual([null, 1, 0]);
    expect([t.why(signal(63)), openInHost(t.state()), t.why(press), t.value('freeze')]).toEqual(['layer', [], null, 1]);
  });
  it('a toggled one is not closed by the release of its switch', () => {
    const t = layered({ mode: 'toggled' });
    t.take(signal(127));
    t.take(signal(0));
    expect(openInHost(t.state())).toEqual(['heel']);
    t.take(signal(127));
    expect(openInHost(t.state())).toEqual([]);
  });
  it('the one opened last hears, and where it has nothing what lies under it, unless it is silent', () => {
    const toe = (fallsThrough: boolean) =>
      layer({ id: 'toe', order: 2, modifierControlId: 'fs2', madeIn: 'host', signal: cc(118), fallsThrough });
    const t = (fallsThrough: boolean) => {
      const made = layered({}, { layers: [layer({ madeIn: 'host', signal: cc(119) }), toe(fallsThrough)] });
      made.take(signal(127));
      made.take(packedCc(5, 118, 127));
      return made;
    };
    expect([t(true).why(press), t(false).why(press)]).toEqual([null, 'other-layer']);
    const fallen = t(true);
    fallen.take(press);
    expect([fallen.value('veil'), fallen.value('freeze')]).toEqual([1, 0]);
    // Opened again it is the last one.
    const again = t(false);
    again.take(signal(127));
    expect(again.why(press)).toBeNull();
  });
  it('for the next press only: spent by what it hears, not by what nobody hears', () => {
    const t = layered({ mode: 'next-press' });
    t.take(signal(127));
    expect([t.why(packedCc(5, 7, 127)), openInHost(t.state())]).toEqual(['nobody', ['heel']]);
    expect([t.why(press), openInHost(t.state())]).toEqual([null, []]);
  });
  it('a signal that somebody listens to as well both opens and moves', () => {
    const t = layered(
      {},
      {
        landings: [
          landing('freeze', { mode: 'toggle', address: cc(119) }),
          landing('veil', { mode: 'toggle', hostLayerId: 'heel' }),
        ],
      },
    );
    expect([t.why(signal(127)), t.value('freeze'), openInHost(t.state())]).toEqual([null, 1, ['heel']]);
  });
  it('a layer that stays open is not spent', () => {
    const t = layered({ mode: 'toggled' });
    t.take(signal(127));
    t.take(press);
    expect(openInHost(t.state())).toEqual(['heel']);
  });
});

describe('what one message does to several', () => {
  it('all landings at an address hear it, each by its own rule, and each that moved is named', () => {
    const veil = parameter('veil', { order: 2 });
    const t = target({ parameters: [freeze, veil], landings: [landing('freeze', { mode: 'toggle' }), landing('veil')] });
    expect(t.take(press)).toMatchObject({ heard: [0, 1], moved: [0, 1], why: null });
    expect(t.take(packedCc(5, 104, 0))).toMatchObject({ heard: [0, 1], moved: [1], why: null });
    expect([t.value('freeze'), t.value('veil')]).toEqual([1, 0]);
  });
  it('a preset lets go only the knobs of its own target that take over', () => {
    const preset = parameter('preset', { kind: 'stepped', highest: 1, steps: ['A', 'B'], order: 2 });
    const t = target({
      parameters: [{ ...level, start: 50 }, preset],
      landings: [
        landing('level', { to: 127, takeover: 'pickup' }),
        landing('preset', { mode: 'preset', address: program(1), setValue: 1 }),
      ],
    });
    t.take(packedCc(5, 104, 50));
    expect([t.why(packedCc(5, 104, 60)), t.value('level')]).toEqual([null, 60]);
    expect(t.why(packedProgram(5, 1))).toBeNull();
    expect([t.why(packedCc(5, 104, 90)), t.value('level')]).toEqual(['waits', 60]);
  });
  it('what carries no value cannot take over, and moves at once', () => {
    const t = target({
      parameters: [{ ...level, start: 100 }],
      landings: [landing('level', { mode: 'set', setValue: 5, address: program(9), takeover: 'pickup' })],
    });
    expect([t.why(packedProgram(5, 9)), t.value('level')]).toEqual([null, 5]);
  });
  it('pitch bend counts in its 14 bits for takeover too', () => {
    const bend: Message = { type: 'pitch-bend', channel: channel(5) };
    const t = target({
      parameters: [{ ...level, start: 64 }],
      landings: [landing('level', { address: bend, to: 127, takeover: 'pickup' })],
    });
    expect(t.why(packedBend(5, 100))).toBe('waits');
    expect([t.why(packedBend(5, 16383)), t.value('level')]).toEqual([null, 127]);
  });
});

describe('several landings at one address', () => {
  it('found by the law of the sheet: what puts another sound in place acts first, whatever the order of rows', () => {
    const sound = parameter('sound', { kind: 'stepped', lowest: 0, highest: 1, steps: ['A', 'B'], order: 2 });
    const lands = [
      landing('level', { takeover: 'scale', from: 0, to: 127, order: 1 }),
      landing('sound', { mode: 'preset', setValue: 1, order: 2 }),
    ];
    const heard = (landings: readonly Landing[]) => {
      const t = target({ parameters: [level, sound], landings, reception: { actsOn: 'any-message' } });
      return [10, 20, 30].map((v) => {
        t.take(packedCc(5, 104, v));
        return t.value('level');
      });
    };
    expect(heard(lands)).toEqual(heard([...lands].reverse()));
  });
});

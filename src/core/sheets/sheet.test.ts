// What a line says, thing by thing, and whose message a landing hears. Sources: MIDI 1.0 for numbers of control changes; the rest is how devices count.
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  layer,
  parameter,
  range,
  smallRig,
} from '../../../tests/kit/small-rig';
import { channel, type Message, u7, u14 } from '../midi';
import { type Action, type Assignment, indexRig, type Rig } from '../rig';
import { type FactName, textOf } from './index';
import { isEntered } from './line';
import { makeSheet } from './sheet';
import { entrySteps } from './steps';

const mix = continuous('Mix', 0, 100, { unit: '%' });
const doing = (actions: readonly Action[], change: Partial<Assignment> = {}): Rig => ({
  ...smallRig([mix], { firmware: { banks: 40, pages: 4, shows: { channelBase: 0, programBase: 1, notes: 'name', middleC: 3 } } }),
  assignments: [{ ...assignment({ behaviour: fixed(127), meant: [] }), actions: [...actions], ...change }],
});
const send = (message: Message, behaviour = fixed(127)): Action => ({
  type: 'send',
  message,
  behaviour,
  pinned: false,
  meant: ['Mix'],
});
const said = (rig: Rig, ...names: readonly FactName[]): string[] =>
  (makeSheet(indexRig(rig)).controllers[0]?.lines ?? []).map((l) => names.map((n) => textOf(l, n)).join(' | '));

describe('a line in a controller', () => {
  it('says where a switch goes, what it waits for, which keys it presses, and in which order', () => {
    const rig = doing([
      { type: 'go', to: { type: 'bank', bank: 30 } },
      { type: 'go', to: { type: 'bank', bank: 2 } },
      { type: 'go', to: { type: 'page', page: 3 } },
      { type: 'go', to: { type: 'step', what: 'bank', by: -1 } },
      { type: 'go', to: { type: 'last-used' } },
      { type: 'wait', ms: 12.5 },
      { type: 'keystroke', keys: 'Ctrl+S' },
    ]);
    expect(said(rig, 'part', 'type', 'values')).toEqual([
      '1 of 7 | Go | to bank 30',
      '2 of 7 | Go | to bank 2 (Two)',
      '3 of 7 | Go | to page 3',
      '4 of 7 | Go | bank −1',
      '5 of 7 | Go | to where it was last',
      '6 of 7 | Wait | 12.5 ms',
      '7 of 7 | Keys | Ctrl+S',
    ]);
  });
  it('has the pair that an NRPN and an RPN are sent as, the bank before a program, the bytes of a SysEx, and no value where there is none', () => {
    const rig = doing([
      send({ type: 'nrpn', channel: channel(5), number: u14(261) }),
      send({ type: 'rpn', channel: channel(1), number: u14(1) }),
      send({ type: 'program', channel: channel(5), number: u7(0), bank: { msb: u7(1), lsb: u7(2) } }, fixed(0)),
      send({ type: 'program', channel: channel(5), number: u7(3), bank: { msb: u7(1), lsb: null } }, fixed(0)),
      send({ type: 'sysex', bytes: [u7(0x7d), u7(1)] }, fixed(0)),
      send({ type: 'start' }, fixed(0)),
    ]);
    expect(said(rig, 'number', 'channel', 'sentAs', 'bankBefore', 'bytes', 'values')).toEqual([
      '261 | 4 | CC 99/98 = 2/5, data on 6/38 |  |  | 127 on every press',
      '1 | 0 | CC 101/100 = 0/1, data on 6/38 |  |  | 127 on every press',
      '1 | 4 |  | 1/2 (CC 0 and 32) |  | ',
      '4 | 4 |  | 1 (CC 0) |  | ',
      ' |  |  |  | F0 7D 01 F7 | ',
      ' |  |  |  |  | ',
    ]);
  });
  it('counts programs of a counter from where the device does, and what is no program from 0', () => {
    const stepping = { type: 'stepping' as const, counterId: 'n' };
    const rig: Rig = {
      ...doing([
        send({ type: 'program', channel: channel(5), number: u7(0), bank: null }, stepping as never),
        send(cc(20), stepping as never),
      ]),
      counters: [
        {
          id: 'n',
          order: 1,
          controllerId: 'board',
          name: 'Scenes',
          from: 0,
          to: 9,
          step: 1,
          atEnd: 'wrap',
          start: 2,
          firstPress: 'moves-on' as const,
        },
      ],
    };
    expect(said(rig, 'number', 'values')).toEqual([
      ' | counter Scenes: 1 to 10 by 1, wraps, starts at 3',
      '20 | counter Scenes: 0 to 9 by 1, wraps, starts at 2',
    ]);
  });
  it('names the partner of a chord, its window and what each does alone', () => {
    const chord = { type: 'chord' as const, with: 'fs2', windowMs: 40, singlesFire: false };
    expect(said(doing([send(cc(20))], { gesture: chord }), 'with', 'within', 'singles')).toEqual([
      'FS2 | 40 ms | waits for the other',
    ]);
  });
  it('tells two controls of one name apart, and shows a curve with how strongly it bends', () => {
    const bent = { type: 'range' as const, from: u14(0), to: u14(127), curve: { type: 'exponential' as const, amount: 2.25 } };
    const rig = doing([send(cc(20), bent)], { controlId: 'k2', gesture: { type: 'move' } });
    const named = { ...rig, controls: rig.controls.map((c) => (c.kind === 'knob' ? { ...c, name: 'Drive' } : c)) };
    expect(said(named, 'control', 'curve')).toEqual(['Drive (2 of 2) | slow, then fast, bent by 2.25']);
  });
  it('has the modifier of a layer, what its tap does, and the signal where the host makes it', () => {
    const rig = {
      ...doing([send(cc(20))]),
      layers: [
        layer({ id: 'a', name: 'Heel', tap: [send(cc(30))] }),
        layer({ id: 'b', name: 'Veil', madeIn: 'host', signal: cc(119), modifierControlId: 'fs2', order: 2 }),
      ],
    };
    expect(said(rig, 'control', 'opens', 'gesture', 'stays', 'made', 'number', 'values').slice(0, 3)).toEqual([
      'MOD | Heel |  | while held | the controller |  | ',
      'MOD | Heel | tap |  |  | 30 | 127 on every press',
      'FS2 | Veil |  | while held | the host | 119 | 127 on, 0 off',
    ]);
  });
});

describe('what a landing hears', () => {
  const two: Rig = {
    ...smallRig([mix]),
    assignments: [
      { ...assignment({ id: 'one', on: 'fs1', message: cc(20), behaviour: fixed(1), meant: ['Mix'] }), order: 1 },
      { ...assignment({ id: 'three', on: 'fs2', message: cc(21), behaviour: fixed(1), meant: ['Mix'] }), order: 2 },
    ],
    landings: [landing('Mix', { address: cc(21), from: 0, to: 33.3333333333 })],
  };
  const target = (rig: Rig) => makeSheet(indexRig(rig)).targets[0];
  it('comes from the switch that sends its number, not from another that is meant for the same parameter', () => {
    const [line] = target(two)?.lines ?? [];
    expect(line && textOf(line, 'from')).toBe('FS2 press');
    const step = entrySteps(indexRig(two)).find((s) => s.type === 'parameter');
    expect(step?.type === 'parameter' && step.by?.control).toBe('FS2');
  });
  it('has its range to the last digit that counts', () => {
    const [line] = target(two)?.lines ?? [];
    expect(line && textOf(line, 'range')).toBe('0 % to 33.3333333333 %');
  });
  it('is listed for clearing where nothing sends it, and never to be entered', () => {
    const left = landing('Mix', { id: 'left', order: 9, address: cc(90), entered: { at: '2031-03-04T05:06:07.000Z' } });
    const rig = { ...two, landings: [...two.landings, left] };
    expect(target(rig)?.lines.map((l) => l.key)).toEqual(['l-Mix']);
    expect(target(rig)?.clear.map((l) => [l.key, isEntered(l)])).toEqual([['left', true]]);
    expect(makeSheet(indexRig(rig))).toMatchObject({ lines: 3, toEnter: 3 });
    expect(
      entrySteps(indexRig(rig))
        .filter((s) => s.type === 'clear')
        .map((s) => s.key),
    ).toEqual(['clear hall']);
    expect(
      entrySteps(indexRig({ ...rig, landings: [...two.landings, { ...left, entered: null }] })).some((s) => s.type === 'clear'),
    ).toBe(false);
  });
  it('found by the law: every number that a counter can send on the tap of a modifier counts as sent', () => {
    const counter = {
      id: 'n',
      order: 1,
      controllerId: 'board',
      name: 'S',
      from: 0,
      to: 3,
      step: 1,
      atEnd: 'wrap' as const,
      start: 0,
      firstPress: 'moves-on' as const,
    };
    const program = (number: number): Message => ({ type: 'program', channel: channel(5), number: u7(number), bank: null });
    const rig: Rig = {
      ...two,
      counters: [counter],
      layers: [layer({ tap: [send(program(20), { type: 'stepping', counterId: 'n' } as never)] })],
      landings: [landing('Mix', { address: program(2) })],
    };
    expect(target(rig)?.clear).toEqual([]);
  });
  it('found by the law: a layer made in the controller sends no signal, whatever was left written there', () => {
    const rig = (madeIn: 'controller' | 'host'): Rig => ({
      ...two,
      layers: [layer({ madeIn, signal: cc(40) })],
      landings: [landing('Mix', { address: cc(40) })],
    });
    expect(target(rig('host'))?.clear).toEqual([]);
    expect(target(rig('controller'))?.clear).toHaveLength(1);
  });
  it('a plain control change may be a byte of a 14-bit one, and sends put together by hand an RPN', () => {
    const rig: Rig = {
      ...two,
      assignments: [
        assignment({ message: cc(7), behaviour: range(0, 127), meant: [] }),
        { ...assignment({ id: 'a2', message: cc(6), behaviour: fixed(1), meant: [] }), order: 2 },
      ],
      landings: [
        landing('Mix', { address: { type: 'cc14', channel: channel(5), number: u7(7) } }),
        landing('Mix', { id: 'rpn', address: { type: 'rpn', channel: channel(5), number: u14(0) } }),
        landing('Mix', { id: 'far', address: { type: 'rpn', channel: channel(6), number: u14(0) } }),
      ],
    };
    expect(target(rig)?.clear.map((l) => l.key)).toEqual(['far']);
  });
});

describe('learning', () => {
  it('of what only a layer of the host hears is typed, and a function that the hardware does not hold is asked for nowhere', () => {
    const rig: Rig = {
      ...smallRig([mix], { layers: [layer({ madeIn: 'host', signal: cc(119) })] }),
      assignments: [
        assignment({ id: 'base', on: 'fs1', message: cc(20), behaviour: fixed(1), meant: [] }),
        {
          ...assignment({ id: 'hosted', on: 'fs1', message: cc(21), behaviour: fixed(1), meant: ['Mix'], layerId: 'heel' }),
          order: 2,
        },
      ],
      landings: [landing('Mix', { address: cc(20), hostLayerId: 'heel' })],
    };
    const step = entrySteps(indexRig(rig)).find((s) => s.type === 'parameter');
    expect(step).toMatchObject({
      how: 'type',
      why: expect.stringContaining('only in a layer of the host'),
      by: { functionId: 'base' },
    });
    const own = { ...rig, landings: [landing('Mix', { address: cc(21), hostLayerId: 'heel' })] };
    const [line] = makeSheet(indexRig(own)).targets[0]?.lines.filter((l) => l.of.type === 'landing') ?? [];
    expect(line && textOf(line, 'from')).toBe('');
  });
  it('of what one message moves in a target is done once, for all of it', () => {
    const cut = continuous('Cut', 0, 1, { order: 2 });
    const rig: Rig = {
      ...smallRig([mix, cut]),
      assignments: [assignment({ on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: ['Mix', 'Cut'] })],
      landings: [landing('Mix', { address: cc(20) }), landing('Cut', { address: cc(20) })],
    };
    const steps = entrySteps(indexRig(rig)).filter((s) => s.type === 'parameter');
    expect(steps.map((s) => s.landings.map((l) => l.id))).toEqual([['l-Mix', 'l-Cut']]);
  });
  it('names what may be caught instead: the same control otherwise, and its neighbours', () => {
    const rig: Rig = {
      ...smallRig([parameter('Loom')]),
      assignments: [
        assignment({ id: 'own', on: 'fs1', message: cc(20), behaviour: latching(127, 0), meant: ['Loom'] }),
        { ...assignment({ id: 'held', on: 'fs1', gesture: 'hold', message: cc(21), behaviour: fixed(1), meant: [] }), order: 2 },
        { ...assignment({ id: 'near', on: 'fs2', message: cc(22), behaviour: fixed(1), meant: [] }), order: 3 },
      ],
      landings: [landing('Loom', { address: cc(20) })],
    };
    const step = entrySteps(indexRig(rig)).find((s) => s.type === 'parameter');
    expect(step?.type === 'parameter' && step.caught).toEqual(['21: FS1 hold', '22: FS2']);
  });
});

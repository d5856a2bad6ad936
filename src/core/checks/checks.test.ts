// For each check: a rig that has it, its twin that has not, and every fix applied. Fixes never raise the number of stops.
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  type Function_,
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
import { channel, type Message, u7, u14 } from '../midi';
import { apply, type Landing, type Rig, set } from '../rig';
import { type CheckId, countClashes, type Finding, judge, offeredFixes } from './index';

let n = 0;
const newId = (): string => `n${++n}`;

const all = (rig: Rig): readonly Finding[] => [...judge(rig).findings.values()].flat();
const ids = (rig: Rig): readonly string[] => all(rig).map((f) => f.check);

const one = (f: Partial<Function_> & Pick<Function_, 'behaviour'>, change: Partial<Landing> = {}, start = 0): Rig =>
  withFunctions(
    smallRig([parameter('freeze', { start })]),
    [assignment({ meant: ['freeze'], ...f })],
    [landing('freeze', { address: f.message ?? cc(104), ...change })],
  );

const two = (first: Partial<Function_>, second: Partial<Function_>, secondLanding: Partial<Landing> = {}): Rig =>
  withFunctions(
    smallRig([parameter('freeze'), parameter('gate')], { layers: [layer({ madeIn: 'host', signal: cc(119) })] }),
    [
      assignment({ behaviour: latching(127, 0), meant: ['freeze'], ...first }),
      assignment({ id: 'a2', on: 'fs2', behaviour: latching(127, 0), meant: ['gate'], ...second }),
    ],
    [
      landing('freeze', { address: first.message ?? cc(104) }),
      landing('gate', { id: 'l2', address: second.message ?? cc(104), ...secondLanding }),
    ],
  );

interface Case {
  readonly check: string;
  readonly ill: Rig;
  readonly well: Rig;
  readonly fixes: readonly string[];
}

const cases: readonly Case[] = [
  { check: 'address-clash', ill: two({}, {}), well: two({}, { message: cc(105) }), fixes: ['Send CC 102 instead'] },
  {
    check: 'channel-mode-number',
    ill: one({ behaviour: latching(127, 0), message: cc(121) }),
    well: one({ behaviour: latching(127, 0), message: cc(119) }),
    fixes: ['Send CC 102 instead'],
  },
  {
    check: 'first-press-does-nothing',
    ill: one({ behaviour: latching(0, 127) }),
    well: one({ behaviour: latching(127, 0) }),
    fixes: ['Send 127 first', 'Start with freeze On'],
  },
  {
    check: 'every-second-press',
    ill: one({ behaviour: latching(127, 0) }, { mode: 'toggle' }),
    well: one({ behaviour: fixed(127) }, { mode: 'toggle' }),
    fixes: ['Hear it as absolute', 'Send 127 on every press', 'Send 127 on press, 0 on release'],
  },
  {
    check: 'never-off',
    ill: one({ behaviour: fixed(127) }),
    well: one({ behaviour: fixed(127) }, { mode: 'toggle' }),
    fixes: ['Alternate 127 and 0', 'Hear it as toggle', 'On while held'],
  },
  {
    check: 'never-registers',
    ill: one({ behaviour: fixed(40) }, { mode: 'toggle' }),
    well: one({ behaviour: fixed(64) }, { mode: 'toggle' }),
    fixes: ['Send 127 on every press'],
  },
  {
    check: 'press-before-hold',
    ill: two({}, { on: 'fs1', gesture: 'hold', behaviour: momentary(127, 0), message: cc(105) }),
    well: two({ gesture: 'release' }, { on: 'fs1', gesture: 'hold', behaviour: momentary(127, 0), message: cc(105) }),
    fixes: ['Move freeze to release', 'Take the hold off this switch'],
  },
  {
    check: 'unreachable-place',
    ill: one({ behaviour: latching(127, 0), bank: 3 }),
    well: one({ behaviour: latching(127, 0), bank: 2 }),
    fixes: ['Put it in every bank'],
  },
];

describe.each(cases)('$check', ({ check, ill, well, fixes }) => {
  it('is found where it is, and not in the twin', () => {
    expect(ids(ill)).toContain(check);
    expect(ids(well)).not.toContain(check);
  });
  it('offers changes, each of which takes it away and adds no stop', () => {
    const judgement = judge(ill);
    const finding = all(ill).find((f) => f.check === check);
    if (!finding) throw new Error('not found');
    const offered = offeredFixes(judgement, finding, newId);
    expect(offered.map((f) => f.label)).toEqual(fixes);
    for (const fix of offered) {
      const after = apply(ill, fix.edit);
      if (!after.ok) throw new Error(JSON.stringify(after.error));
      expect(ids(after.value)).not.toContain(check);
      expect(all(after.value).filter((f) => f.severity === 'stop').length).toBeLessThanOrEqual(
        all(ill).filter((f) => f.severity === 'stop').length,
      );
    }
  });
});

describe('what is no clash', () => {
  it('the same function repeated in other banks', () => {
    const rig = one({ behaviour: latching(127, 0), bank: 1 });
    expect(
      countClashesOf({
        ...rig,
        assignments: [...rig.assignments, assignment({ id: 'a2', bank: 2, behaviour: latching(127, 0), meant: ['freeze'] })],
      }),
    ).toBe(0);
  });
  it('a radio group: switches that send other values to one parameter', () => {
    const mode = parameter('mode', { kind: 'stepped', highest: 2, steps: ['A', 'B', 'C'] });
    const rig = withFunctions(
      smallRig([mode]),
      [
        assignment({ behaviour: fixed(10), meant: ['mode'] }),
        assignment({ id: 'a2', on: 'fs2', behaviour: fixed(100), meant: ['mode'] }),
      ],
      [landing('mode', { to: 2 })],
    );
    expect(countClashesOf(rig)).toBe(0);
  });
  it('a macro: one address, several parameters, all meant', () => {
    const rig = withFunctions(
      smallRig([continuous('a', 0, 1), continuous('b', 0, 1)]),
      [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['a', 'b'] })],
      [landing('a'), landing('b')],
    );
    expect(countClashesOf(rig)).toBe(0);
    // The same landing left over from somebody else is one.
    const [only] = rig.assignments;
    const left = only ? [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['a'] })] : [];
    expect(countClashesOf({ ...rig, assignments: left })).toBe(1);
  });
  it('one number in Base and in a layer made in the host', () => {
    expect(countClashesOf(two({}, { on: 'fs1', layerId: 'heel' }, { hostLayerId: 'heel' }))).toBe(0);
  });
  it('a note and a control with the same number', () => {
    expect(countClashesOf(two({}, { message: noteOn(104) }))).toBe(0);
  });
  it('two controllers that nobody hears together', () => {
    const rig = two({}, {});
    const [board] = rig.controllers;
    const [hall] = rig.targets;
    const [wire] = rig.wires;
    if (!board || !hall || !wire) throw new Error('small rig changed');
    const apart: Rig = {
      ...rig,
      controllers: [board, { ...board, id: 'other', name: 'Other', port: 'port 2' }],
      controls: rig.controls.map((c) => (c.id === 'fs2' ? { ...c, controllerId: 'other' } : c)),
      targets: [hall, { ...hall, id: 'choir', name: 'Choir' }],
      parameters: rig.parameters.map((p) => (p.id === 'gate' ? { ...p, targetId: 'choir' } : p)),
      landings: rig.landings.map((l) => (l.parameterId === 'gate' ? { ...l, targetId: 'choir' } : l)),
      wires: [wire, { ...wire, id: 'w2', from: { unitId: 'other', port: '' }, to: { unitId: 'choir', port: '' } }],
    };
    expect(countClashesOf(apart)).toBe(0);
    const together = { ...apart, wires: [...apart.wires, { ...wire, id: 'w3', from: { unitId: 'other', port: '' } }] };
    // The one that is heard by both moves both; the other moves what it is meant for and nothing else.
    expect(countClashesOf(together)).toBe(1);
    const [t0, t1] = together.targets;
    if (!t0 || !t1) throw new Error('targets');
    // Told apart by their ports, as long as what listens says by which: on any port it hears both.
    const apartByPort = { ...together, targets: [{ ...t0, reception: { ...t0.reception, tellsPortsApart: true } }, t1] };
    const named = apartByPort.landings.map((l) => (l.targetId === 'hall' ? { ...l, port: 'port 1' } : l));
    expect([countClashesOf(apartByPort), countClashesOf({ ...apartByPort, landings: named })]).toEqual([1, 0]);
  });
});

function countClashesOf(rig: Rig): number {
  return countClashes(judge(rig).index);
}

describe('what is no fault', () => {
  const found = (rig: Rig, check: CheckId): boolean => ids(rig).includes(check);
  const knob = (change: Partial<Function_> = {}): Rig =>
    withFunctions(
      smallRig([continuous('mix', 0, 1)]),
      [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['mix'], ...change })],
      [landing('mix', change.message ? { address: change.message } : {})],
    );
  it('one program in two banks', () => {
    const programOf = (msb: number) => ({
      type: 'program' as const,
      channel: channel(5),
      number: u7(3),
      bank: { msb: u7(msb), lsb: null },
    });
    const rig = withFunctions(
      smallRig([parameter('a', { kind: 'trigger' }), parameter('b', { kind: 'trigger' })]),
      [
        assignment({ id: 'a1', message: programOf(0), behaviour: fixed(0), meant: ['a'] }),
        assignment({ id: 'a2', on: 'fs2', message: programOf(1), behaviour: fixed(0), meant: ['b'] }),
      ],
      [landing('a', { address: programOf(0), mode: 'trigger' }), landing('b', { address: programOf(1), mode: 'trigger' })],
    );
    expect(countClashesOf(rig)).toBe(0);
  });
  it('a note over a second wire that is on for notes only', () => {
    const rig = withFunctions(
      smallRig([parameter('freeze')]),
      [assignment({ message: noteOn(60), behaviour: latching(127, 0), meant: ['freeze'] })],
      [landing('freeze', { address: noteOn(60) })],
    );
    const [wire] = rig.wires;
    if (!wire) throw new Error('small rig changed');
    const twice = (forRemote: boolean): Rig => ({ ...rig, wires: [wire, { ...wire, id: 'w2', order: 2, forRemote }] });
    expect([found(twice(false), 'heard-twice'), found(twice(true), 'heard-twice')]).toEqual([false, true]);
  });
  it('a stream on a wire that filters it; and one behind a hub is', () => {
    const rig = knob({ message: { type: 'nrpn', channel: channel(5), number: u14(300) }, behaviour: range(0, 16383) });
    const [wire] = rig.wires;
    const [hall] = rig.targets;
    if (!wire || !hall) throw new Error('small rig changed');
    const din = { ...wire, id: 'din', order: 2, transport: 'din' as const };
    const beside = (types: Rig['wires'][number]['types']): Rig => ({ ...rig, wires: [wire, { ...din, types }] });
    expect([found(beside(['note']), 'heavy-stream'), found(beside(null), 'heavy-stream')]).toEqual([false, true]);
    const hub: Rig = {
      ...rig,
      targets: [hall, { ...hall, id: 'hub', name: 'Hub', order: 2 }],
      wires: [
        { ...wire, to: { unitId: 'hub', port: '' } },
        { ...din, from: { unitId: 'hub', port: '' }, to: { unitId: 'hall', port: '' }, passesOn: true },
      ],
    };
    expect(found(hub, 'heavy-stream')).toBe(true);
  });
  it('a reserved number that the software lists among its own', () => {
    const rig = knob({ message: cc(6) });
    const listed: Rig = {
      ...rig,
      targets: rig.targets.map((t) => ({
        ...t,
        reception: { ...t.reception, windows: [{ type: 'cc' as const, channels: null, from: 0, to: 119 }] },
      })),
    };
    expect([found(rig, 'reserved-number'), found(listed, 'reserved-number')]).toEqual([true, false]);
  });
});

describe('standard meanings', () => {
  const keeps = (rig: Rig): Rig => ({
    ...rig,
    targets: rig.targets.map((t) => ({ ...t, reception: { ...t.reception, keepsStandardMeanings: true } })),
  });
  const kinds: readonly (readonly [string, Message])[] = [
    ['pitch bend', { type: 'pitch-bend', channel: channel(5) }],
    ['pitch bend range', { type: 'rpn', channel: channel(5), number: u14(0) }],
    ['channel volume', { type: 'cc14', channel: channel(5), number: u7(7) }],
    ['aftertouch', { type: 'channel-pressure', channel: channel(5) }],
  ];
  const moved = (message: Message): Rig =>
    withFunctions(
      smallRig([continuous('mix', 0, 1)]),
      [assignment({ on: 'k1', gesture: 'move', message, behaviour: range(0, 127), meant: ['mix'] })],
      [landing('mix', { address: message })],
    );
  it.each(kinds)('of %s are in the way of what is meant, and heard by others', (meaning, message) => {
    const told = all(keeps(moved(message))).find((f) => f.check === 'standard-meaning');
    expect(told?.title.toLowerCase()).toContain(meaning);
    expect(ids(moved(message))).not.toContain('standard-meaning');
    const rig = moved(message);
    const [hall] = rig.targets;
    const [wire] = rig.wires;
    if (!hall || !wire) throw new Error('small rig changed');
    const organ: Rig = {
      ...rig,
      targets: [
        hall,
        { ...hall, id: 'organ', name: 'Organ', order: 2, reception: { ...hall.reception, keepsStandardMeanings: true } },
      ],
      wires: [wire, { ...wire, id: 'w2', order: 2, to: { unitId: 'organ', port: '' } }],
    };
    expect(
      all(organ)
        .find((f) => f.check === 'heard-by-other')
        ?.title.toLowerCase(),
    ).toBe(`organ hears it as ${meaning}.`);
  });
});

describe('a change', () => {
  it('sends the most that the message has: 16383 over fourteen bits', () => {
    const message = { type: 'cc14' as const, channel: channel(5), number: u7(9) };
    const rig = one({ message, behaviour: fixed(16383) }, {});
    const judgement = judge(rig);
    const finding = [...judgement.findings.values()].flat().find((f) => f.check === 'never-off');
    if (!finding) throw new Error('not found');
    const labels = offeredFixes(judgement, finding, newId).map((f) => f.label);
    expect(labels).toContain('Alternate 16383 and 0');
    expect(labels.join(' ')).not.toContain('127');
  });
});

describe('coarse steps', () => {
  it('are told also where the knob picks the value up first', () => {
    const rig = withFunctions(
      smallRig([continuous('head', 0, 240, { start: 100, unit: 's', tolerance: 0.5 })]),
      [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['head'] })],
      [landing('head', { to: 240, takeover: 'pickup' })],
    );
    expect(ids(rig)).toContain('coarse-steps');
  });
});

describe('never off', () => {
  it('is no finding where another switch takes it back', () => {
    const rig = withFunctions(
      smallRig([parameter('freeze')]),
      [
        assignment({ behaviour: fixed(127), meant: ['freeze'] }),
        assignment({ id: 'a2', on: 'fs2', behaviour: fixed(0), meant: ['freeze'] }),
      ],
      [landing('freeze')],
    );
    expect(ids(rig)).not.toContain('never-off');
  });
});

describe('the demo', () => {
  const demo = lanternHour();
  it('has the mistakes that were put into it, and no others that must be fixed or looked at', () => {
    const count = new Map<string, number>();
    for (const f of all(demo)) if (f.severity !== 'note') count.set(f.check, (count.get(f.check) ?? 0) + 1);
    expect(Object.fromEntries(count)).toEqual({
      'address-clash': 2,
      'channel-mode-number': 1,
      'first-press-does-nothing': 1,
      'every-second-press': 1,
      'never-off': 1,
      'never-registers': 1,
      'preset-lies': 1,
      'press-before-hold': 2,
      // Honest cautions of any rig with plain pedals and a cue in one bank only.
      'loud-jump': 3,
      'far-urgent': 1,
      'light-disagrees': 2,
    });
  });
  it('can be mended to nothing that must be fixed or looked at by taking the first change offered, one after the other', () => {
    let rig = demo;
    for (let i = 0; i < 40; i++) {
      const judgement = judge(rig);
      const finding = [...judgement.findings.values()].flat().find((f) => f.severity !== 'note');
      if (!finding) break;
      const [fix] = offeredFixes(judgement, finding, newId);
      if (!fix) throw new Error(`nothing mends ${finding.check}: ${finding.title}`);
      const done = apply(rig, fix.edit);
      if (!done.ok) throw new Error('fix does not apply');
      rig = done.value;
    }
    expect(all(rig).filter((f) => f.severity !== 'note')).toEqual([]);
  });
});

describe('judging again after an edit', () => {
  it('gives the same as judging anew, for every field that matters of every kind of row', () => {
    const demo = lanternHour();
    const before = judge(demo);
    const edits = [
      ...demo.parameters.map((p) => set('parameters', p, 'start', p.start === p.highest ? p.lowest : p.highest)),
      ...demo.landings.map((l) => set('landings', l, 'mode', l.mode === 'toggle' ? ('absolute' as const) : ('toggle' as const))),
      ...demo.landings.map((l) => set('landings', l, 'address', cc(7, 9))),
      ...demo.assignments.map((a) => set('assignments', a, 'bank', a.bank === 2 ? 3 : 2)),
      ...demo.wires.map((w) => set('wires', w, 'forRemote', false)),
      ...demo.layers.map((l) => set('layers', l, 'modifierControlId', null)),
      ...demo.controllers.map((c) => set('controllers', c, 'firmware', { ...c.firmware, press: 'waits' as const })),
    ];
    for (const edit of edits) {
      const done = apply(demo, edit);
      if (!done.ok) throw new Error(JSON.stringify(done.error));
      const again = judge(done.value, before);
      const anew = judge(done.value);
      expect(new Map([...again.outcomes].sort())).toEqual(new Map([...anew.outcomes].sort()));
      expect(new Map([...again.findings].sort())).toEqual(new Map([...anew.findings].sort()));
    }
  }, 120_000);
});

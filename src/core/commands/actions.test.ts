// More than one message on a gesture, kinds of message, chords, counting programs, and modifiers with a tap of their own.
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { played, tap } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  continuous,
  did,
  fixed,
  landing,
  latching,
  layer,
  parameter,
  program,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { channel, type MessageType, messageTypeSchema, u7 } from '../midi';
import { indexRig, type Rig } from '../rig';
import {
  addAction,
  addMessage,
  assignAction,
  behaviourOf,
  behavioursFor,
  changeMessage,
  countThrough,
  gestureOf,
  messageFor,
  messageOf,
  moveAction,
  removeAction,
  removeLayer,
  setTap,
  typesFor,
} from './index';

let n = 0;
const newId = (): string => `x${++n}`;
const first = (rig: Rig) => {
  const [row] = rig.assignments;
  if (!row) throw new Error('no assignment');
  return row;
};

const base = withFunctions(
  smallRig([
    parameter('freeze'),
    parameter('gate'),
    parameter('chord', { kind: 'stepped', highest: 3, steps: ['A', 'B', 'C', 'D'] }),
    continuous('mix', 0, 100),
  ]),
  [assignment({ behaviour: latching(127, 0), meant: ['freeze'] })],
  [landing('freeze')],
);
const board = base.controllers[0];
const control = (id: string) => {
  const found = base.controls.find((c) => c.id === id);
  if (!found || !board) throw new Error(id);
  return found;
};

describe('kinds of message', () => {
  it('every kind can be changed to and back, and its values fit its bits', () => {
    for (const type of messageTypeSchema.options) {
      const to = messageOf(type, cc(104));
      const changed = done(base, changeMessage(indexRig(base), first(base), 0, to, newId));
      const back = done(changed, changeMessage(indexRig(changed), first(changed), 0, cc(104), newId));
      expect(first(changed).actions[0]).toMatchObject({ message: { type } });
      expect(changed.landings[0]?.address).toEqual(to);
      expect(back.landings[0]?.address).toEqual(cc(104));
    }
  });
  it('a program is the first one that is free, not the number of the control before it', () => {
    const [a] = base.assignments;
    const [send] = a?.actions ?? [];
    if (!board || send?.type !== 'send') throw new Error('rig changed');
    expect(messageFor(indexRig(base), board, send, 'program')).toMatchObject({ type: 'program', number: 0 });
    const taken = {
      ...base,
      assignments: [...base.assignments, assignment({ id: 'p', on: 'fs2', message: program(0), behaviour: fixed(0), meant: [] })],
    };
    expect(messageFor(indexRig(taken), board, send, 'program')).toMatchObject({ number: 1 });
    expect(messageFor(indexRig(base), board, send, 'note')).toMatchObject({ type: 'note', number: 104 });
  });
  it('what covered seven bits covers fourteen, and the other way round', () => {
    const knob = withFunctions(
      smallRig([continuous('mix', 0, 100)]),
      [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['mix'] })],
      [landing('mix', { to: 100 })],
    );
    const wide = done(
      knob,
      changeMessage(indexRig(knob), first(knob), 0, { type: 'cc14', channel: channel(5), number: u7(1) }, newId),
    );
    expect(first(wide).actions[0]).toMatchObject({ behaviour: { from: 0, to: 16383 } });
    expect(did(wide, 'mix')).toMatchObject({ from: 0, to: 100 });
    const narrow = done(wide, changeMessage(indexRig(wide), first(wide), 0, cc(20), newId));
    expect(first(narrow).actions[0]).toMatchObject({ behaviour: { from: 0, to: 127 } });
  });
  it('only kinds that the controller sends are offered, and none without a value for what moves', () => {
    if (!board) throw new Error('no board');
    const all = { ...board, firmware: { ...board.firmware, messages: [...messageTypeSchema.options] } };
    expect(typesFor(board, 'press')).toEqual(['cc', 'note', 'program']);
    const moving: readonly MessageType[] = typesFor(all, 'move');
    for (const type of ['program', 'sysex', 'start', 'stop', 'continue'] as const) expect(moving).not.toContain(type);
    expect(behavioursFor(all, control('fs1'), 'press', { type: 'start' })).toEqual(['fixed']);
    expect(behaviourOf('latching', all, { type: 'pitch-bend', channel: channel(1) })).toEqual({
      type: 'latching',
      first: 16383,
      second: 0,
    });
  });
});

describe('gestures', () => {
  it('a chord goes with the nearest switch of its kind', () => {
    expect(gestureOf(indexRig(base), control('fs1'), 'chord')).toEqual({
      type: 'chord',
      with: 'fs2',
      windowMs: 50,
      singlesFire: false,
    });
    const alone: Rig = { ...base, controls: base.controls.filter((c) => c.id === 'fs1') };
    expect(gestureOf(indexRig(alone), control('fs1'), 'chord')).toBeNull();
  });
});

describe('more actions on one gesture', () => {
  it('a second message has a number and landing of its own, and both are sent', () => {
    const gate = base.parameters.find((p) => p.id === 'gate');
    if (!gate) throw new Error('no gate');
    const both = done(base, must(addMessage(indexRig(base), first(base), gate, newId)));
    expect(first(both).actions).toHaveLength(2);
    expect(played(both, tap('fs1', 0)).values).toEqual(['0 freeze 1', '0 gate 1']);
    expect(did(both, 'gate')).toMatchObject({ type: 'flips-once-per-press' });
  });
  it('is refused beyond what the firmware sends on one gesture', () => {
    const one: Rig = {
      ...base,
      controllers: base.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, messagesPerGesture: 1 } })),
    };
    const gate = one.parameters.find((p) => p.id === 'gate');
    expect(gate && addMessage(indexRig(one), first(one), gate, newId)).toMatchObject({
      ok: false,
      error: { code: 'too-many-messages' },
    });
  });
  it('waits and destinations are added, moved and taken away; the last one takes the assignment along', () => {
    const made = assignAction(
      indexRig(base),
      { controlId: 'fs2', place: { bank: null, page: null, layerId: null }, gesture: { type: 'press' } },
      { type: 'go', to: { type: 'bank', bank: 2 } },
      newId,
    );
    let rig = done(base, made.edit);
    const row = () => {
      const found = rig.assignments.find((a) => a.id === made.assignmentId);
      if (!found) throw new Error('gone');
      return found;
    };
    rig = done(rig, addAction(row(), { type: 'wait', ms: 100 }));
    rig = done(rig, moveAction(row(), 1, -1));
    expect(row().actions.map((a) => a.type)).toEqual(['wait', 'go']);
    expect(played(rig, tap('fs2', 0)).state.controllers[0]?.bank).toBe(2);
    expect(moveAction(row(), 1, 1)).toBeNull();
    rig = done(rig, removeAction(row(), 0));
    rig = done(rig, removeAction(row(), 0));
    expect(rig.assignments).toHaveLength(1);
  });
});

describe('a program that counts through steps', () => {
  const counting = withFunctions(
    base,
    [assignment({ message: program(10), behaviour: { type: 'fixed', value: 0 as never }, meant: ['chord'] })],
    [landing('chord', { address: program(10), mode: 'set', to: 3 })],
  );
  it('gets a counter and a landing for each number', () => {
    const chord = counting.parameters.find((p) => p.id === 'chord');
    const rig = done(counting, chord ? must(countThrough(indexRig(counting), first(counting), 0, chord, newId)) : null);
    expect(rig.counters).toMatchObject([{ from: 10, to: 13, start: 10 }]);
    expect(rig.landings.map((l) => l.setValue)).toEqual([0, 1, 2, 3]);
    expect(did(rig, 'chord')).toMatchObject({ type: 'steps', count: 4, end: 'wraps' });
  });
  it('is refused where there are no steps, or no programs left', () => {
    const [mix, chord] = ['mix', 'chord'].map((id) => counting.parameters.find((p) => p.id === id));
    if (!mix || !chord) throw new Error('no parameter');
    expect(countThrough(indexRig(counting), first(counting), 0, mix, newId)).toMatchObject({
      ok: false,
      error: { code: 'no-steps' },
    });
    const late = withFunctions(
      counting,
      [assignment({ message: program(126), behaviour: { type: 'fixed', value: 0 as never }, meant: ['chord'] })],
      [],
    );
    expect(countThrough(indexRig(late), first(late), 0, chord, newId)).toMatchObject({
      ok: false,
      error: { code: 'too-few-numbers' },
    });
  });
});

describe('a modifier with a tap of its own', () => {
  const held: Rig = { ...base, layers: [layer()] };
  const gate = held.parameters.find((p) => p.id === 'gate');
  it('flips its parameter when tapped, and loses it again with its landing', () => {
    if (!gate || !held.layers[0]) throw new Error('no gate');
    const tapped = done(held, must(setTap(indexRig(held), held.layers[0], gate, newId)));
    expect(played(tapped, [...tap('mod', 0), ...tap('mod', 1000)]).values).toEqual(['50 gate 1', '1050 gate 0']);
    const [now] = tapped.layers;
    if (!now) throw new Error('no layer');
    expect(done(tapped, must(setTap(indexRig(tapped), now, null, newId))).landings).toEqual(held.landings);
    expect(done(tapped, removeLayer(indexRig(tapped), now)).landings).toEqual(held.landings);
  });
  it('is refused for a layer made in the host', () => {
    const host: Rig = { ...held, layers: [layer({ madeIn: 'host', signal: cc(119) })] };
    expect(gate && host.layers[0] && setTap(indexRig(host), host.layers[0], gate, newId)).toMatchObject({
      ok: false,
      error: { code: 'no-tap-in-host' },
    });
  });
});

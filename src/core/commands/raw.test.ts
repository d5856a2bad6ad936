// Functions without a parameter: planned before a target is known, for a device that is not on the rig, and named later.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { randomRig } from '../../../tests/kit/random-rig';
import {
  assignment,
  cc,
  continuous,
  did,
  fixed,
  landing,
  layer,
  parameter,
  program,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { addressKey } from '../midi';
import { planNumbers } from '../numbers';
import { type Assignment, indexRig, type Rig } from '../rig';
import { makeSheet, textOf } from '../sheets';
import { addMessage, addRaw, assign, assignRaw, isRaw, nameParameter, removeParameter } from './index';

let n = 0;
const newId = (): string => `raw${++n}`;
const everywhere = { bank: null, page: null, layerId: null };
const rowOf = (rig: Rig, id: string): Assignment => {
  const row = rig.assignments.find((a) => a.id === id);
  if (!row) throw new Error('no such function');
  return row;
};
const rawOn = (rig: Rig, controlId: string, type: 'press' | 'move' = 'press') => {
  const made = must(assignRaw(indexRig(rig), { controlId, place: everywhere, gesture: { type } }, newId));
  return { rig: done(rig, made.edit), id: made.assignmentId };
};

const bare = smallRig([parameter('freeze'), continuous('level', 0, 1)]);

describe('a function without a parameter', () => {
  it('sends the first free number, on and off, pinned', () => {
    const { rig, id } = rawOn(bare, 'fs1');
    const row = rowOf(rig, id);
    expect(isRaw(row)).toBe(true);
    expect(row.actions).toMatchObject([
      { type: 'send', behaviour: { type: 'momentary', down: 127, up: 0 }, pinned: true, meant: [] },
    ]);
    expect(rig.landings).toEqual([]);
  });
  it('sends one value on every press where the controller can do no more', () => {
    const { rig, id } = rawOn(smallRig([], { firmware: { switchModes: ['fixed'] } }), 'fs1');
    expect(rowOf(rig, id).actions).toMatchObject([{ behaviour: fixed(127) }]);
  });
  it('on what moves sends all of its range', () => {
    const { rig, id } = rawOn(bare, 'k1', 'move');
    expect(rowOf(rig, id).actions).toMatchObject([{ behaviour: { type: 'range', from: 0, to: 127 } }]);
  });
  it('takes what the control leaves the factory with, where nothing sends that yet', () => {
    const factory = {
      ...bare,
      controls: bare.controls.map((c) => ({ ...c, factory: [{ gesture: 'press' as const, message: program(9) }] })),
    };
    const one = rawOn(factory, 'fs1');
    expect(rowOf(one.rig, one.id).actions).toMatchObject([
      { message: { type: 'program', number: 9 }, behaviour: { type: 'fixed' } },
    ]);
    const two = rawOn(one.rig, 'fs2');
    expect(rowOf(two.rig, two.id).actions).not.toMatchObject([{ message: { type: 'program', number: 9 } }]);
  });
  it('stands on the sheet with its message, and the planner leaves its number', () => {
    const { rig, id } = rawOn(bare, 'fs1');
    const index = indexRig(rig);
    const line = makeSheet(index).controllers[0]?.lines.find((l) => l.key.startsWith(id));
    expect(line && textOf(line, 'number')).toMatch(/^\d+$/);
    expect(line && textOf(line, 'purpose')).toBe('');
    const plan = planNumbers(index, { school: 'counting-runs', channels: 'any', notes: true, anew: true });
    expect(plan).toMatchObject({ type: 'plan', moves: [] });
  });
  it('is refused on the modifier of the layer, and in a layer made in the host, where Base sends', () => {
    const held = {
      ...bare,
      layers: [
        layer({ id: 'L', modifierControlId: 'fs1' }),
        layer({ id: 'H', modifierControlId: 'fs2', madeIn: 'host', signal: cc(90) }),
      ],
    };
    const at = (layerId: string) =>
      assignRaw(indexRig(held), { controlId: 'fs1', place: { ...everywhere, layerId }, gesture: { type: 'press' } }, newId);
    expect(at('L')).toMatchObject({ ok: false, error: { code: 'own-modifier' } });
    expect(at('H')).toMatchObject({ ok: false, error: { code: 'sends-as-base' } });
  });
});

describe('naming what a message is for', () => {
  it('keeps the message and its values, and makes the target hear it as it is sent', () => {
    const { rig, id } = rawOn(bare, 'fs1');
    const before = rowOf(rig, id).actions[0];
    const index = indexRig(rig);
    const freeze = index.parameters.get('freeze');
    if (!freeze) throw new Error('no parameter');
    const after = done(rig, must(nameParameter(index, rowOf(rig, id), 0, freeze, newId)));
    expect(rowOf(after, id).actions).toEqual([{ ...before, meant: ['freeze'] }]);
    expect(did(after, 'freeze', id)?.type).toBe('flips-once-per-press');
  });
  it('is what assigning a parameter to it does', () => {
    const { rig, id } = rawOn(bare, 'fs1');
    const made = must(
      assign(indexRig(rig), { parameterId: 'freeze', controlId: 'fs1', place: everywhere, onTaken: 'replace' }, newId),
    );
    expect(made).toMatchObject({ assignmentId: id, replaced: null });
    const after = done(rig, made.edit);
    expect(after.assignments).toHaveLength(1);
    expect(isRaw(rowOf(after, id))).toBe(false);
  });
  it('takes a landing that is there already', () => {
    const rig = withFunctions(
      bare,
      [assignment({ id: 'a', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: [] })],
      [landing('freeze', { address: cc(20), mode: 'toggle' })],
    );
    const index = indexRig(rig);
    const freeze = index.parameters.get('freeze');
    if (!freeze) throw new Error('no parameter');
    expect(done(rig, must(nameParameter(index, rowOf(rig, 'a'), 0, freeze, newId))).landings).toEqual(rig.landings);
  });
});

describe('several messages', () => {
  it('for nothing and for something stand beside each other, and one goes without the other', () => {
    const { rig, id } = rawOn(bare, 'k1', 'move');
    const level = indexRig(rig).parameters.get('level');
    if (!level) throw new Error('no parameter');
    const two = done(rig, must(addMessage(indexRig(rig), rowOf(rig, id), level, newId)));
    const three = done(two, must(addRaw(indexRig(two), rowOf(two, id))));
    const sent = rowOf(three, id).actions.flatMap((a) => (a.type === 'send' ? [addressKey(a.message)] : []));
    expect(new Set(sent).size).toBe(3);
    expect(did(three, 'level', id)?.type).toBe('sweeps');
    const left = done(three, removeParameter(indexRig(three), rowOf(three, id), 'level'));
    expect(rowOf(left, id).actions.map((a) => a.type === 'send' && a.meant)).toEqual([[], []]);
    expect(left.landings).toEqual([]);
  });
  it('are refused past what the controller sends on one gesture', () => {
    const tight = smallRig([], { firmware: { messagesPerGesture: 1 } });
    const { rig, id } = rawOn(tight, 'fs1');
    expect(addRaw(indexRig(rig), rowOf(rig, id))).toMatchObject({ ok: false, error: { code: 'too-many-messages', most: 1 } });
  });
});

describe('on any rig', () => {
  it('a free number is one that nothing sends, and naming a parameter changes no message', () => {
    fc.assert(
      fc.property(fc.nat(), fc.nat(), (seed, pick) => {
        const rig = randomRig(seed);
        const index = indexRig(rig);
        const control = rig.controls[pick % rig.controls.length];
        if (!control) return;
        const type = control.kind === 'knob' || control.kind === 'encoder' ? 'move' : 'press';
        const made = assignRaw(
          index,
          { controlId: control.id, place: { bank: 1, page: null, layerId: null }, gesture: { type } },
          newId,
        );
        if (!made.ok) return;
        const after = done(rig, made.value.edit);
        const row = rowOf(after, made.value.assignmentId);
        const [send] = row.actions;
        if (send?.type !== 'send') throw new Error('sends nothing');
        expect(index.sendsAt.has(addressKey(send.message))).toBe(false);
        const parameter = rig.parameters[pick % rig.parameters.length];
        if (!parameter) return;
        const named = done(after, must(nameParameter(indexRig(after), row, 0, parameter, newId)));
        expect(rowOf(named, row.id).actions).toEqual([{ ...send, meant: [parameter.id] }]);
        expect(named.landings.length - after.landings.length).toBe(1);
      }),
      { numRuns: 60 },
    );
  });
});

// What findings about presets rest on: what the rig can load, what it holds, and where it is heard. Common practice, no source.
import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import {
  arrival,
  assignment,
  cc,
  fixed,
  landing,
  latching,
  parameter,
  program,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { assign, changeCells, changePreset, giveTable } from '../commands';
import type { Message } from '../midi';
import { type Behaviour, indexRig, type Landing, type Preset, type Rig, set } from '../rig';
import { accept, type Finding, judge } from './index';

let n = 0;
const newId = (): string => `n${++n}`;
const sound = parameter('sound', { order: 2, kind: 'stepped', highest: 2, steps: ['Dark', 'Bright', 'Blaze'] });
const echo = parameter('echo', { order: 1 });
const holding = (step: number, value: number): Preset => ({
  id: `preset${step}`,
  order: step,
  parameterId: 'sound',
  step,
  stored: true,
  rest: 'stays',
  values: [{ parameterId: 'echo', value }],
  entered: null,
  note: '',
});

/** A switch with a light for the echo, and one that sends the program of the second sound; the target hears a program for each. */
const bare = smallRig([echo, sound]);
const rig: Rig = {
  ...withFunctions(
    {
      ...bare,
      controls: bare.controls.map((c) => ({ ...c, light: 'on-off' as const })),
      presets: [holding(1, 1), holding(2, 1)],
    },
    [
      assignment({ id: 'e', on: 'fs1', behaviour: latching(127, 0), meant: ['echo'] }),
      assignment({ id: 's', on: 'fs2', message: program(1), behaviour: fixed(0), meant: ['sound'] }),
    ],
    [
      landing('echo'),
      ...[0, 1, 2].map((step) =>
        landing('sound', { id: `l${step}`, address: program(step), mode: 'preset', setValue: step, given: 'manual' }),
      ),
    ],
  ),
};
const found = (of: Rig, check: string): readonly Finding[] =>
  [...judge(of).findings.values()].flat().filter((f) => f.check === check);

describe('findings about presets', () => {
  it('speak of what something on the rig sends, and not of all that the target came with', () => {
    expect(found(rig, 'preset-lies').map((f) => f.facts.presets)).toEqual([['Bright']]);
    const none = { ...rig, assignments: rig.assignments.filter((a) => a.id !== 's') };
    expect(found(none, 'preset-lies')).toEqual([]);
  });
  it.each<readonly [string, Partial<Landing>, Behaviour, Message, readonly (readonly string[])[]]>([
    ['a value', { address: cc(30), mode: 'choose', from: 0, to: 2 }, fixed(2), cc(30), [['Blaze']]],
    ['either of two values', { address: cc(30), mode: 'choose', from: 0, to: 2 }, latching(0, 1), cc(30), [['Bright']]],
    ['a place on the travel', { address: cc(30), mode: 'absolute', from: 0, to: 2 }, fixed(127), cc(30), [['Blaze']]],
    ['a number of a run', { address: program(0), mode: 'run', from: 0, to: 2 }, fixed(0), program(2), [['Blaze']]],
    ['a value that chooses nothing', { address: cc(30), mode: 'choose', from: 0, to: 2 }, fixed(9), cc(30), []],
    [
      'one step after another',
      { address: cc(30), mode: 'next-preset', from: 0, to: 2 },
      fixed(127),
      cc(30),
      [['Bright', 'Blaze']],
    ],
  ])('speak of the sound that is chosen by %s, on a switch and on arriving', (_by, change, behaviour, message, presets) => {
    const heard: Rig = { ...rig, landings: [landing('echo'), landing('sound', { id: 'l', ...change })] };
    const send = assignment({ id: 's', on: 'fs2', message, behaviour, meant: ['sound'] });
    const others = rig.assignments.filter((a) => a.id !== 's');
    const pressed: Rig = { ...heard, assignments: [...others, send] };
    expect(found(pressed, 'preset-lies').map((f) => f.facts.presets)).toEqual(presets);
    if (behaviour.type !== 'fixed') return;
    const arriving: Rig = { ...heard, assignments: others, arrivals: [arrival({ actions: send.actions })] };
    expect(found(arriving, 'preset-lies').map((f) => f.facts.presets)).toEqual(presets);
  });
  it('are open again once the preset holds something else, though they were accepted', () => {
    const [finding] = found(rig, 'preset-lies');
    if (!finding) throw new Error('not found');
    const accepted = done(rig, accept(indexRig(rig), finding, 'fine', '2031-03-04T05:06:07.000Z', 'acc'));
    expect(found(accepted, 'preset-lies').map((f) => f.accepted?.reason)).toEqual(['fine']);
    const more = changePreset(indexRig(accepted), sound, 1, { rest: 'unknown' }, newId);
    const again = done(accepted, more);
    expect(found(again, 'preset-lies').every((f) => f.accepted === null)).toBe(true);
  });
  it('say what is chosen only in front, where the rest of the target always listens', () => {
    expect(found(rig, 'only-in-front')).toEqual([]);
    const front = done(rig, set('parameters', sound, 'needsFront', true));
    expect(found(front, 'only-in-front').map((f) => f.title)).toEqual(['sound of Hall hears only while its window is in front.']);
  });
  it('go with the steps of what chose among them', () => {
    const changed = changeCells(rig, 'hall', [{ parameterId: 'sound', line: 0, cell: 'kind', text: 'continuous' }], newId);
    expect(changed.refused).toEqual([]);
    expect(changed.edit && done(rig, changed.edit).presets).toEqual([]);
  });
});

it('a number that came with it is sent as a target needs it: a program carries no value', () => {
  const [hall] = bare.targets;
  if (!hall) throw new Error('no target');
  const given = done(bare, giveTable(bare, hall, [{ parameterId: 'sound', address: program(3), given: 'manual' }], newId));
  const made = assign(
    indexRig(given),
    { parameterId: 'sound', controlId: 'fs1', place: { bank: null, page: null, layerId: null }, onTaken: 'replace' },
    newId,
  );
  if (!made.ok) throw new Error('refused');
  expect(done(given, made.value.edit).assignments[0]?.actions[0]).toMatchObject({
    message: program(3),
    behaviour: { type: 'fixed', value: 0 },
  });
});

it('programs that a target came with for one parameter are one step after another', () => {
  const [hall] = bare.targets;
  if (!hall) throw new Error('no target');
  const one = done(bare, giveTable(bare, hall, [{ parameterId: 'sound', address: program(7), given: 'manual' }], newId));
  const rows = [8, 9, 10].map((number) => ({ parameterId: 'sound', address: program(number), given: 'manual' as const }));
  const all = done(one, giveTable(one, hall, rows, newId)).landings;
  expect(all.map((l) => [l.mode, l.setValue])).toEqual([
    ['set', 0],
    ['set', 1],
    ['set', 2],
    ['set', 2],
  ]);
});

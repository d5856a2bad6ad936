import { describe, expect, it } from 'vitest';
import { cc, landing, noteOn, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { apply, firstBroken, indexRig } from '../rig';
import { namedEdit, namedParameter, parametersEdit, planNamed, planParameters } from './named';

let count = 0;
const newId = (): string => `n${++count}`;
const rig = withFunctions(
  smallRig([parameter('mix', { name: 'Mix', kind: 'continuous' }), parameter('size', { name: 'Size' })]),
  [],
  [landing('mix')],
);
const index = indexRig(rig);
const [hall] = rig.targets;
if (!hall) throw new Error('the small rig changed');

describe('names onto a target', () => {
  const list = [
    { message: cc(104), name: 'Blend' },
    { message: cc(20), name: 'Cutoff' },
    { message: noteOn(36), name: 'Size' },
  ];
  it('are seen for what they would do, and taken over one by one', () => {
    const plan = planNamed(index, hall, list);
    expect(plan.map((p) => p.state)).toEqual(['rename', 'new', 'name-taken']);
    const edit = namedEdit(index, hall, plan, newId);
    const done = edit && apply(rig, edit);
    if (!done?.ok) throw new Error('not applied');
    expect(firstBroken(done.value)).toBeNull();
    expect(done.value.parameters.map((p) => p.name)).toEqual(['Blend', 'Size', 'Cutoff', 'Size (note 36)']);
    expect(done.value.landings.at(-1)?.address).toEqual(noteOn(36));
    const again = planNamed(indexRig(done.value), hall, list.slice(0, 2));
    expect(again.map((p) => p.state)).toEqual(['same', 'same']);
    expect(namedEdit(indexRig(done.value), hall, again, newId)).toBeNull();
  });
});

describe('a list onto a target', () => {
  it('adds what is new, changes what differs, leaves what is the same', () => {
    const { id: _id, order: _order, targetId: _target, ...mix } = rig.parameters[0] ?? parameter('x');
    const drafts = [
      mix,
      { ...namedParameter({ message: cc(1), name: 'Size' }), lowest: 5, highest: 9, start: 6, default: 6 },
      namedParameter({ message: cc(2), name: 'Width' }),
    ];
    const plan = planParameters(index, 'hall', drafts, ['kind', 'lowest', 'highest', 'start', 'default']);
    expect(planParameters(index, 'hall', drafts, ['unit'])[1]?.state).toBe('same');
    expect(plan.map((p) => p.state)).toEqual(['same', 'change', 'new']);
    expect(plan[1]?.fields).toEqual(expect.arrayContaining(['kind', 'lowest', 'highest', 'start']));
    const edit = parametersEdit(index, 'hall', plan, newId);
    const done = edit && apply(rig, edit);
    if (!done?.ok) throw new Error('not applied');
    expect(done.value.parameters.find((p) => p.name === 'Size')).toMatchObject({ id: 'size', lowest: 5, highest: 9, start: 6 });
    expect(done.value.parameters).toHaveLength(3);
    expect(parametersEdit(index, 'hall', plan.slice(0, 1), newId)).toBeNull();
  });
});

// What is wanted: what can be, what is assumed, and how far each outcome falls short. Every example is common practice without a published source.
import { describe, expect, it } from 'vitest';
import {
  assignment,
  continuous,
  did,
  fixed,
  landing,
  latching,
  momentary,
  outcomeOf,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { judge } from '../checks';
import { removeAction, removeGear, removeParameter } from '../commands';
import { apply, type Behaviour, indexRig, type Landing, type Parameter, type Reception, type Rig, type Want } from '../rig';
import { possibleWants, sayWant, shortfallOf, wantedOf } from './index';

const played = (rig: Rig) => {
  const done = outcomeOf(rig);
  return done.type === 'played' ? done.effects : [];
};

interface Made {
  readonly behaviour: Behaviour;
  readonly mode?: Landing['mode'];
  readonly parameter?: Parameter;
  readonly gesture?: 'press' | 'move';
  readonly said?: Want;
  readonly reception?: Partial<Reception>;
}

function made({
  behaviour,
  mode = 'absolute',
  parameter: p = parameter('x'),
  gesture = 'press',
  said,
  reception = {},
}: Made): Rig {
  return withFunctions(
    smallRig([p], { reception }),
    [
      assignment({
        on: gesture === 'move' ? 'k1' : 'fs1',
        gesture,
        behaviour,
        meant: ['x'],
        wants: said ? [{ parameterId: 'x', want: said }] : [],
      }),
    ],
    [landing('x', { mode, from: p.lowest, to: p.highest })],
  );
}

function wanted(m: Made) {
  const index = indexRig(made(m));
  const [a] = index.rig.assignments;
  const p = index.parameters.get('x');
  if (!a || !p) throw new Error('no function');
  return wantedOf(index, a, p);
}

const stepped = parameter('x', { kind: 'stepped', lowest: 0, highest: 4, steps: [...'abcde'] });
const trigger = parameter('x', { kind: 'trigger' });

describe('what is wanted', () => {
  it.each<[string, Made, Want]>([
    ['a toggle stays', { behaviour: latching(127, 0) }, 'stays'],
    ['also where the switch is momentary: a mix', { behaviour: momentary(127, 0) }, 'stays'],
    [
      'what is heard as on while held lasts while held: a cough switch',
      { behaviour: momentary(127, 0), mode: 'gate' },
      'while-held',
    ],
    ['a value that is set is one value', { behaviour: fixed(127), mode: 'set' }, 'sets'],
    ['all off is one value', { behaviour: fixed(0), parameter: parameter('x', { tags: ['panic'] }) }, 'sets'],
    ['steps are stepped through', { behaviour: fixed(127), mode: 'increment', parameter: stepped }, 'steps'],
    ['one of the steps is one value', { behaviour: fixed(127), parameter: stepped }, 'sets'],
    ['two values in turn stay', { behaviour: latching(127, 0), parameter: continuous('x', 0, 10) }, 'stays'],
    ['one value and back lasts while held', { behaviour: momentary(127, 0), parameter: continuous('x', 0, 10) }, 'while-held'],
  ])('%s, as long as nobody said', (_name, m, want) => {
    expect(wanted(m)).toEqual({ want, assumed: true });
    expect(wanted({ ...m, said: 'while-held' })).toEqual({ want: 'while-held', assumed: false });
  });
  it('is nothing to choose where one thing can be: what moves is followed, what fires fires', () => {
    expect(wanted({ behaviour: range(0, 127), gesture: 'move' })).toEqual({ want: 'sweep', assumed: false });
    expect(wanted({ behaviour: fixed(127), parameter: trigger })).toEqual({ want: 'once', assumed: false });
    expect(wanted({ behaviour: fixed(127), parameter: trigger, said: 'stays' })).toEqual({ want: 'once', assumed: false });
    expect(possibleWants('trigger', 'repeat')).toEqual(['steps']);
  });
  it('goes with the parameter, and is taken back by undo', () => {
    const rig = made({ behaviour: latching(127, 0), said: 'stays' });
    const two: Rig = {
      ...rig,
      parameters: [...rig.parameters, parameter('y', { order: 2 })],
      assignments: rig.assignments.map((a) => ({
        ...a,
        actions: a.actions.map((s) => (s.type === 'send' ? { ...s, meant: ['x', 'y'] } : s)),
      })),
    };
    const [a] = two.assignments;
    if (!a) throw new Error('no function');
    const twoSends = {
      ...two,
      assignments: two.assignments.map((b) => ({ ...b, actions: [...b.actions, { type: 'wait' as const, ms: 5 }] })),
    };
    const [b] = twoSends.assignments;
    const taken = b && apply(twoSends, removeAction(b, 0));
    expect(taken?.ok && taken.value.assignments.map((x) => x.wants)).toEqual([[]]);
    for (const edit of [removeGear(two, 'parameters', 'x'), removeParameter(indexRig(two), a, 'x')]) {
      const after = apply(two, edit);
      if (!after.ok) throw new Error(JSON.stringify(after.error));
      expect(after.value.assignments.map((x) => x.wants)).toEqual([[]]);
    }
  });
  it('takes no tick off', () => {
    const rig = made({ behaviour: latching(127, 0) });
    const entered = { at: '2026-09-01T10:00:00.000Z' };
    const [a] = rig.assignments;
    const [p] = rig.parameters;
    if (!a || !p) throw new Error('no function');
    const ticked = { ...rig, assignments: [{ ...a, entered }] };
    const after = apply(ticked, sayWant({ ...a, entered }, p, 'while-held'));
    expect(after.ok && after.value.assignments[0]).toMatchObject({ entered, wants: [{ parameterId: 'x', want: 'while-held' }] });
    const back = after.ok && after.value.assignments[0] ? apply(after.value, sayWant(after.value.assignments[0], p, null)) : null;
    expect(back?.ok && back.value.assignments[0]?.wants).toEqual([]);
  });
});

describe('how far an outcome falls short', () => {
  const short = (m: Made, want: Want): number => {
    const [effect] = played(made(m));
    if (!effect) throw new Error('not played');
    return shortfallOf(want, effect.did);
  };
  it('a momentary switch on a mute is right for coughing and wrong for a mix', () => {
    const cough = { behaviour: momentary(127, 0) };
    expect([short(cough, 'while-held'), short(cough, 'stays')]).toEqual([0, 3]);
  });
  it('a first press that is lost is less bad than every second one, and that less than none at all', () => {
    const order = [
      short({ behaviour: latching(127, 0) }, 'stays'),
      short({ behaviour: latching(0, 127) }, 'stays'),
      short({ behaviour: latching(127, 0), mode: 'toggle' }, 'stays'),
      short({ behaviour: fixed(40), mode: 'toggle' }, 'stays'),
    ];
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(new Set(order).size).toBe(4);
  });
  it('a preset switch that acts on any message goes two with a momentary one, and a trigger fires twice', () => {
    const any = { reception: { actsOn: 'any-message' as const, modes: ['increment', 'trigger'] satisfies Landing['mode'][] } };
    const next = { behaviour: momentary(127, 0), mode: 'increment' as const, parameter: stepped, ...any };
    expect(did(made(next), 'x')).toMatchObject({ type: 'steps', twice: true });
    expect(short(next, 'steps')).toBe(2);
    expect(short({ ...next, behaviour: fixed(127) }, 'steps')).toBe(0);
    const twice = { behaviour: momentary(127, 0), mode: 'trigger' as const, parameter: trigger, ...any };
    expect(did(made(twice), 'x')).toEqual({ type: 'fires', times: 8, gestures: 4 });
    for (const rig of [made(next), made(twice)])
      expect((judge(rig).findings.get('a1') ?? []).map((f) => f.check)).toContain('not-as-wanted');
  });
});

// Encoders that send a message for each way: what a click does, from the panel to the parameter, and what is made of it by commands.
import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { played } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  continuous,
  landing,
  outcomeOf,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { effectWords } from '../bench';
import { judge } from '../checks';
import { type Assignment, type Firmware, indexRig, type Parameter, type Rig } from '../rig';
import { sendBothWays, sendEachWay } from './index';

let ids = 0;
const newId = (): string => `new${ids++}`;
const knobs = (p: Parameter, firmware: Partial<Firmware> = {}): Rig => {
  const rig = smallRig([p], { firmware: { encoderModes: ['absolute', 'each-way', 'twos-complement'], ...firmware } });
  return withFunctions(
    { ...rig, controls: rig.controls.map((c) => (c.id === 'k1' ? { ...c, kind: 'encoder', detents: 24 } : c)) },
    [assignment({ id: 'a', on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: ['p'] })],
    [landing('p', { address: cc(20), from: p.lowest, to: p.highest })],
  );
};
const first = (rig: Rig): Assignment => {
  const [row] = rig.assignments;
  if (!row) throw new Error('no function');
  return row;
};
const eachWay = (rig: Rig): Rig => {
  const made = sendEachWay(indexRig(rig), first(rig), 0, newId);
  if (!made.ok) throw new Error(made.error.code);
  return done(rig, made.value);
};
const findings = (rig: Rig) => [...judge(rig).findings.values()].flat();
const turn = (clicks: number, t: number) => ({ atMs: t, on: 'k1', do: 'turn', clicks }) as const;

describe('a message for each way', () => {
  it('steps up by one and down by the other, as many times as it clicks', () => {
    const steps = [...'abcdef'];
    const rig = eachWay(knobs(parameter('p', { kind: 'stepped', lowest: 0, highest: 5, start: 2, steps })));
    expect(first(rig).actions).toMatchObject([
      { message: cc(20), behaviour: { type: 'click', way: 'up', value: 127 } },
      { message: { type: 'cc' }, behaviour: { type: 'click', way: 'down', value: 127 } },
    ]);
    expect(rig.landings.map((l) => l.mode)).toEqual(['increment', 'decrement']);
    expect(played(rig, [turn(2, 0)]).at('p')).toBe(4);
    expect(played(rig, [turn(2, 0), turn(-3, 1000)]).at('p')).toBe(1);
    expect(played(rig, [turn(1, 0), turn(-1, 1000)]).at('p')).toBe(2);
  });

  it('follows clicks as one coding does, and nothing is wrong with it', () => {
    const p = continuous('p', 0, 127, { start: 64 });
    const rig = eachWay(knobs(p));
    const outcome = outcomeOf(rig, 'a');
    const did = outcome.type === 'played' ? outcome.effects.map((e) => e.did) : [];
    expect(did).toMatchObject([{ type: 'clicks', backwards: false, left: { backwards: false } }]);
    expect(did.map((d) => effectWords(d, p))).toHaveLength(1);
    expect(findings(rig).filter((f) => f.severity !== 'note')).toEqual([]);
  });

  it('puts what goes on and off on one way and off the other', () => {
    const rig = eachWay(knobs(parameter('p')));
    expect(played(rig, [turn(1, 0)]).at('p')).toBe(1);
    expect(played(rig, [turn(1, 0), turn(-1, 1000)]).at('p')).toBe(0);
  });

  it('is one message again when it is asked for, with what heard the other way gone', () => {
    const rig = knobs(continuous('p', 0, 127));
    const both = eachWay(rig);
    const made = sendBothWays(indexRig(both), first(both), 0, range(0, 127));
    const back = made ? done(both, made) : both;
    expect(first(back).actions).toEqual(first(rig).actions);
    expect(back.landings).toEqual(rig.landings);
  });

  it('is refused where a controller cannot send it, and nothing goes out', () => {
    const rig = eachWay(knobs(continuous('p', 0, 127)));
    const plain: Rig = {
      ...rig,
      controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, encoderModes: ['absolute'] } })),
    };
    expect(outcomeOf(plain, 'a')).toMatchObject({ type: 'cannot' });
    // Nobody said that it cannot: only what is stated is sure.
    expect(findings(plain).map((f) => [f.check, f.severity])).toContainEqual(['cannot-send', 'caution']);
    const stated: Rig = {
      ...plain,
      controllers: plain.controllers.map((c) => ({
        ...c,
        evidence: [{ fact: 'encoderModes', grade: 'manual' as const, at: null, version: '', limit: '' }],
      })),
    };
    expect(findings(stated).map((f) => [f.check, f.severity])).toContainEqual(['cannot-send', 'stop']);
  });

  it('tells of one that has a message for one way only', () => {
    const both = eachWay(knobs(continuous('p', 0, 127, { start: 64 })));
    const one: Rig = { ...both, assignments: both.assignments.map((a) => ({ ...a, actions: a.actions.slice(0, 1) })) };
    expect(findings(one).filter((f) => f.check === 'not-as-wanted')).toMatchObject([
      { severity: 'caution', facts: { didWords: 'to the right moves by 1 a click; to the left does nothing' } },
    ]);
  });
});

import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { assignment, fixed, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { indexRig, type Rig } from '../rig';
import { changePort, namePort } from './index';

function ported(): Rig {
  const rig = smallRig([]);
  const made = assignment({ behaviour: fixed(127), meant: [] });
  return {
    ...withFunctions(rig, [{ ...made, actions: made.actions.map((a) => (a.type === 'send' ? { ...a, port: 'Keys' } : a)) }], []),
    controls: rig.controls.map((c) => (c.id === 'k1' ? { ...c, port: 'Keys' } : c)),
    wires: rig.wires.map((w) => ({ ...w, from: { ...w.from, port: 'Keys' } })),
  };
}
const portsIn = (rig: Rig) => [
  rig.wires.map((w) => w.from.port),
  rig.controls.find((c) => c.id === 'k1')?.port,
  rig.assignments.map((a) => a.actions.map((x) => (x.type === 'send' ? x.port : null))),
];
const named = (rig: Rig, name: string): Rig => {
  const [wire] = rig.wires;
  const edit = wire && namePort(indexRig(rig), wire, name);
  return edit ? done(rig, edit) : rig;
};

describe('the port of a wire', () => {
  it('takes what goes out of it along to its new name', () =>
    expect(portsIn(named(ported(), 'DIN'))).toEqual([['DIN'], 'DIN', [['DIN']]]));
  it('leaves it where another wire still begins there', () => {
    const rig = ported();
    const two = { ...rig, wires: [...rig.wires, ...rig.wires.map((w) => ({ ...w, id: 'again' }))] };
    expect(portsIn(named(two, 'DIN'))).toEqual([['DIN', 'Keys'], 'Keys', [['Keys']]]);
  });
  it('is not changed by the same name', () => expect(portsIn(named(ported(), 'Keys'))).toEqual(portsIn(ported())));
});

it('a message is sent out of a port, out of all, or out of that of its control', () => {
  const [first] = ported().assignments;
  if (!first) throw new Error('no function');
  const after = (port: string | null) => {
    const edit = changePort(first, 0, port);
    return edit && portsIn(done(ported(), edit))[2];
  };
  expect([after('DIN'), after(''), after(null), after('Keys')]).toEqual([[['DIN']], [['']], [[undefined]], null]);
});

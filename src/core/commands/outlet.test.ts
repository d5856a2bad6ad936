import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { assignment, fixed, layer, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { indexRig, type Layer, type Rig } from '../rig';
import { changePort, changeTapPort, namePort, setTap } from './index';

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

it('what a modifier does when tapped goes out of a port, and stays there when it does something else', () => {
  let rig = smallRig([parameter('freeze'), parameter('loop', { order: 1 })], { layers: [layer({ id: 'L' })] });
  const first = (): Layer => {
    const [row] = rig.layers;
    if (!row) throw new Error('no layer');
    return row;
  };
  const tapped = (at: number): void => {
    rig = done(rig, must(setTap(indexRig(rig), first(), rig.parameters[at] ?? null, () => `tap${at}`)));
  };
  const ports = () => first().tap.map((a) => (a.type === 'send' ? a.port : null));
  tapped(0);
  expect(ports()).toEqual([undefined]);
  rig = done(rig, changeTapPort(first(), 'Keys'));
  expect(ports()).toEqual(['Keys']);
  tapped(1);
  expect(ports()).toEqual(['Keys']);
  expect(changeTapPort(first(), 'Keys')).toBeNull();
  rig = done(rig, changeTapPort(first(), null));
  expect(ports()).toEqual([undefined]);
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

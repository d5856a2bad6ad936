// Out of which port of a unit a message goes: of its own, of its control, of all. By plain logic.
import { describe, expect, it } from 'vitest';
import { played, tap } from '../../../tests/kit/hand';
import { assignment, cc, fixed, landing, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import type { Arrival, Rig, Wire } from '../rig';

/** A board whose ports A and B lead to Hall and Loom; the same number lets both move. */
function twoPorts(port: string | undefined, ofControl = ''): Rig {
  const rig = smallRig([parameter('freeze'), parameter('tape', { targetId: 'loom' })]);
  const [hall] = rig.targets;
  const [first] = rig.wires;
  if (!hall || !first) throw new Error('small rig changed');
  const made = assignment({ behaviour: fixed(127), meant: ['freeze'] });
  const wire = (name: string, to: string): Wire => ({
    ...first,
    id: `w${name}`,
    from: { unitId: 'board', port: name },
    to: { unitId: to, port: '' },
  });
  return {
    ...withFunctions(
      { ...rig, targets: [hall, { ...hall, id: 'loom', name: 'Loom' }] },
      [{ ...made, actions: made.actions.map((a) => (a.type === 'send' && port !== undefined ? { ...a, port } : a)) }],
      [landing('freeze', { address: cc(104) }), landing('tape', { id: 'l2', targetId: 'loom', address: cc(104) })],
    ),
    controls: rig.controls.map((c) => ({ ...c, port: ofControl })),
    wires: [wire('A', 'hall'), wire('B', 'loom')],
  };
}
const moved = (rig: Rig): readonly number[] => {
  const told = played(rig, tap('fs1', 0));
  return [told.at('freeze'), told.at('tape')];
};

describe('a message goes out of', () => {
  it('every port where nothing is said', () => expect(moved(twoPorts(undefined))).toEqual([1, 1]));
  it('the port that it names', () => {
    expect(moved(twoPorts('A'))).toEqual([1, 0]);
    expect(moved(twoPorts('B'))).toEqual([0, 1]);
  });
  it('the port of its control where it names none, and every port where it names all', () => {
    expect(moved(twoPorts(undefined, 'B'))).toEqual([0, 1]);
    expect(moved(twoPorts('A', 'B'))).toEqual([1, 0]);
    expect(moved(twoPorts('', 'B'))).toEqual([1, 1]);
  });
  it('nowhere where no wire begins at its port', () => expect(moved(twoPorts('C'))).toEqual([0, 0]));
  it('the port that it names on arriving, whatever the controls of the unit do', () => {
    const rig = twoPorts(undefined, 'B');
    const [made] = rig.assignments;
    const send = made?.actions[0];
    if (send?.type !== 'send') throw new Error('small rig changed');
    const arriving = (port: string | undefined): Rig => ({
      ...rig,
      assignments: [],
      arrivals: [{ ...plainArrival, actions: [port === undefined ? send : { ...send, port }] }],
    });
    const at = (port: string | undefined) => {
      const told = played(arriving(port), [{ do: 'go', on: 'board', atMs: 0, bank: 2, page: 1 }]);
      return [told.at('freeze'), told.at('tape')];
    };
    expect([at('A'), at('B'), at(undefined)]).toEqual([
      [1, 0],
      [0, 1],
      [1, 1],
    ]);
  });
});

const plainArrival: Arrival = {
  id: 'arrival',
  order: 1,
  controllerId: 'board',
  bank: 2,
  page: null,
  actions: [],
  latches: [],
  atStart: false,
  entered: null,
  note: '',
};

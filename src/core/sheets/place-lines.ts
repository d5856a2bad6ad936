// The lines of what holds at a place of a controller: switches that release each other, and what is done on arriving there.
import { type Arrival, type Controller, type RigIndex, type SwitchGroup, stands } from '../rig';
import { type Fact, fact, inOrder } from './fact';
import { actionFacts, listed, partFact, placeFacts, purposeFact } from './function-lines';
import type { SheetLine } from './line';
import type { Naming } from './naming';

/** The groups of a controller, then what it does on arriving anywhere; bank by bank. */
export const placeLines = (index: RigIndex, naming: Naming, controller: Controller): readonly SheetLine[] => [
  ...byPlace(index.groupsOf.get(controller.id) ?? []).map((g) => groupLine(index, naming, controller, g)),
  ...byPlace(index.arrivalsOf.get(controller.id) ?? []).flatMap((a) => arrivalLines(index, naming, controller, a)),
];

const byPlace = <T extends { readonly bank: number | null; readonly page: number | null }>(rows: readonly T[]): readonly T[] =>
  [...rows].sort((a, b) => (a.bank ?? 0) - (b.bank ?? 0) || (a.page ?? 0) - (b.page ?? 0));

const again = { 'turns-off': 'goes off', 'stays-on': 'stays on and sends again' } as const;

const whereOf = (naming: Naming, controller: Controller, at: Pick<Arrival, 'bank' | 'page'>): readonly Fact[] =>
  placeFacts(naming, controller, { ...at, layerId: null }).filter((f) => f.name !== 'layer');

function groupLine(index: RigIndex, naming: Naming, controller: Controller, group: SwitchGroup): SheetLine {
  return {
    key: group.id,
    of: { type: 'group', group },
    facts: inOrder([
      ...whereOf(naming, controller, group),
      fact('group', group.name, group.name),
      fact('switches', group.controlIds, group.controlIds.map((id) => listed(naming.control(id))).join(', ')),
      fact('again', group.pressedAgain, again[group.pressedAgain]),
      fact('released', group.sendsOff, group.sendsOff ? 'sends that it is off' : 'sends nothing'),
      fact('type', 'group', 'Release each other'),
    ]),
    limits: [],
    entered: stands(index, group),
    fresh: [],
  };
}

function arrivalLines(index: RigIndex, naming: Naming, controller: Controller, arrival: Arrival): readonly SheetLine[] {
  const place = [...whereOf(naming, controller, arrival), fact('gesture', 'arriving', 'arriving')];
  const entered = stands(index, arrival);
  const { actions, latches, atStart } = arrival;
  const set = latches.map(({ controlId, on }) => listed(`${naming.control(controlId)} ${on ? 'on' : 'off'}`));
  const head: SheetLine = {
    key: arrival.id,
    of: { type: 'arrival', arrival, action: null },
    facts: inOrder([
      ...place,
      fact(
        'latches',
        latches.map((l) => [l.controlId, l.on]),
        set.join(', '),
      ),
      fact('atStart', atStart, atStart ? 'too, where it starts there' : ''),
      fact('type', 'arrival', 'On arriving'),
    ]),
    limits: [],
    entered,
    fresh: [],
  };
  return [
    head,
    ...actions.map(
      (action, i): SheetLine => ({
        key: `${arrival.id} ${i}`,
        of: { type: 'arrival', arrival, action: i },
        facts: inOrder([
          ...place,
          partFact(i, actions.length),
          ...actionFacts(naming, controller, action),
          action.type === 'send' ? purposeFact(index, naming, action.meant) : null,
        ]),
        limits: [],
        entered,
        fresh: [],
      }),
    ),
  ];
}

// Random rigs on which ways are looked for: two switches and a modifier, three parameters, two banks.
import fc from 'fast-check';
import type { Assignment, Landing, Rig } from '../../src/core/rig';
import type { Wish } from '../../src/core/stage';
import { assignment, cc, fixed, landing, latching, layer, momentary, parameter, smallRig, withFunctions } from './small-rig';

const SWITCHES = ['fs1', 'fs2'] as const;
export const WAY_PARAMETERS = ['p1', 'p2', 'p3'] as const;

/** One function of a random rig: where it stands, and what it does. */
const someOne = fc.record({
  on: fc.constantFrom(...SWITCHES),
  bank: fc.constantFrom(1, 2, null),
  held: fc.constantFrom(false, false, true),
  gesture: fc.constantFrom('press', 'press', 'hold', 'double-tap'),
  does: fc.constantFrom('latch', 'latch', 'latch-reversed', 'fixed', 'fixed', 'momentary', 'bank 1', 'bank 2', 'on'),
  moves: fc.constantFrom(0, 1, 2),
  /** Whether it moves the third parameter as well. */
  also: fc.constantFrom(false, false, true),
});
export const someWayRig = fc.record({
  functions: fc.array(someOne, { minLength: 2, maxLength: 6 }),
  modes: fc.tuple(...WAY_PARAMETERS.map(() => fc.constantFrom('absolute' as const, 'toggle' as const, 'set' as const))),
  hazard: fc.boolean(),
  buttons: fc.boolean(),
  layer: fc.constantFrom('while-held' as const, 'while-held' as const, 'toggled' as const, 'next-press' as const),
  fallsThrough: fc.boolean(),
  feedback: fc.constantFrom('none' as const, 'same-address' as const),
  survive: fc.boolean(),
  /** Whether the two switches release each other, and what a second press of one does. */
  group: fc.constantFrom(null, null, 'turns-off' as const, 'stays-on' as const),
  wishes: fc.tuple(...WAY_PARAMETERS.map(() => fc.constantFrom(null, 0, 1))),
  bank: fc.constantFrom(null, null, 1, 2),
  /** Whether the layer should be open in the end. */
  open: fc.constantFrom(null, null, null, true, false),
});
export type SomeWayRig = typeof someWayRig extends fc.Arbitrary<infer T> ? T : never;

export function wayRig({
  functions,
  modes,
  hazard,
  buttons,
  layer: mode,
  fallsThrough,
  feedback,
  survive,
  group,
}: SomeWayRig): Rig {
  const parameters = WAY_PARAMETERS.map((id, i) => parameter(id, { order: i + 1, tags: hazard && i === 2 ? ['hazard'] : [] }));
  const landings = WAY_PARAMETERS.map(
    (id, i): Landing => landing(id, { id: `l${i}`, address: cc(20 + i), mode: modes[i] ?? 'absolute', setValue: 1 }),
  );
  const made = functions.flatMap(({ on, bank, held, gesture, does, moves, also }, i): readonly Assignment[] => {
    const row = assignment({
      id: `a${i}`,
      on,
      bank,
      message: cc(20 + moves),
      behaviour:
        does === 'latch'
          ? latching(127, 0)
          : does === 'latch-reversed'
            ? latching(0, 127)
            : does === 'momentary'
              ? momentary(127, 0)
              : fixed(does === 'fixed' ? 0 : 127),
      gesture: gesture as 'press',
      meant: [],
      ...(held ? { layerId: 'heel' } : {}),
    });
    return does === 'bank 1' || does === 'bank 2'
      ? [{ ...row, actions: [{ type: 'go', to: { type: 'bank', bank: does === 'bank 1' ? 1 : 2 } }] }]
      : [
          {
            ...row,
            actions: also ? row.actions.flatMap((a) => (a.type === 'send' ? [a, { ...a, message: cc(22) }] : [])) : row.actions,
          },
        ];
  });
  const rig = smallRig(parameters, {
    firmware: { bankButtons: buttons, togglesSurviveBankChange: survive },
    reception: { feedback },
    layers: [layer({ id: 'heel', modifierControlId: 'mod', mode, fallsThrough })],
  });
  const { wires } = rig;
  const [wire] = wires;
  // What a target sends back needs a way back.
  const back = wire ? [{ ...wire, id: 'back', from: wire.to, to: wire.from }] : [];
  const row = {
    id: 'g',
    order: 0,
    controllerId: 'board',
    name: 'Group 1',
    bank: null,
    page: null,
    controlIds: ['fs1', 'fs2'],
    pressedAgain: group ?? 'stays-on',
    sendsOff: survive,
    entered: null,
    note: '',
  };
  return {
    ...withFunctions(rig, made, landings),
    wires: feedback === 'none' ? wires : [...wires, ...back],
    groups: group === null ? [] : [row],
  };
}

/** What such a rig wishes for: values, and where it stands in the end. */
export const wishOf = ({ wishes, bank, open }: SomeWayRig): Wish => ({
  values: WAY_PARAMETERS.flatMap((parameterId, i) => {
    const value = wishes[i];
    return value == null ? [] : [{ parameterId, value }];
  }),
  stand:
    bank === null && open === null
      ? []
      : [{ controllerId: 'board', bank, page: null, layerIds: open === null ? null : open ? ['heel'] : [] }],
});

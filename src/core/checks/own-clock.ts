// What sets the tempo of a clock that its controller does not send, where no function of a control does it: on arriving somewhere, or by the tap of a modifier.
import { isTapped, modifiersOf } from '../rig';
import { type ControllerCheck, noFixes } from './finding';

export const noClockToSet: ControllerCheck<'no-clock-to-set', { readonly controller: string }> = {
  scope: 'controller',
  id: 'no-clock-to-set',
  group: 'movement',
  name: 'A tempo for no clock',
  severities: ['caution'],
  guide: 'Arriving at a bank or page, or the tap of a modifier, sets the tempo of a clock that its controller does not send.',
  say: ({ controller }) => ({
    title: `${controller} sends no clock, and something sets its tempo.`,
    reason:
      'Arriving at a bank or page, or the tap of a modifier, is to set it: nothing comes of that. Let it send a clock in Gear, or take that out.',
  }),
  find: ({ index }, { id, name, clock }) => {
    const taps = index.rig.layers.filter(
      (l) => isTapped(l) && modifiersOf(l).some((m) => index.controls.get(m)?.controllerId === id),
    );
    const actions = [...(index.arrivalsOf.get(id) ?? []).flatMap((a) => a.actions), ...taps.flatMap((l) => l.tap)];
    if (clock !== null || !actions.some((a) => a.type === 'tempo')) return [];
    return [{ severity: 'caution', about: 'controllers', subjectId: id, parameterId: null, facts: { controller: name } }];
  },
  fixes: noFixes,
};

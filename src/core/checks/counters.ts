// Counters that the firmware has no room for.
import { counted } from '../base';
import type { Controller, RigIndex } from '../rig';
import { type ControllerCheck, noFixes } from './finding';

export const tooManyCounters: ControllerCheck<
  'too-many-counters',
  { readonly controller: string; readonly used: number; readonly most: number }
> = {
  scope: 'controller',
  id: 'too-many-counters',
  group: 'gestures',
  name: 'More counters than the firmware has',
  severities: ['stop'],
  guide: 'Its functions count with more counters than the firmware has.',
  say: ({ controller, used, most }) => ({
    title: `${controller} has ${counted(most, 'counter')}, and its functions use ${used}.`,
    reason: 'What counts with the others cannot be entered. Let some functions share a counter, or send fixed values.',
  }),
  find: ({ index }, controller) => {
    const used = usedCounters(index, controller).size;
    const most = controller.firmware.counters;
    return used > most ? [{ severity: 'stop', facts: { controller: controller.name, used, most } }] : [];
  },
  fixes: noFixes,
};

/** The counters that the functions of a controller count with. */
const usedCounters = (index: RigIndex, controller: Controller): ReadonlySet<string> =>
  new Set(
    (index.controlsOf.get(controller.id) ?? []).flatMap((control) =>
      (index.assignmentsOf.get(control.id) ?? []).flatMap((a) =>
        a.actions.flatMap((x) => (x.type === 'send' && x.behaviour.type === 'stepping' ? [x.behaviour.counterId] : [])),
      ),
    ),
  );

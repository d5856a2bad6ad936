// A loop of wires beside the way to the target: what is sent goes round in it for ever, and fills it.
import type { RigIndex } from '../rig';
import { type Arrived, type Network, outletFor, waysOf } from '../wires';
import type { ControllerCheck, Fix } from './finding';
import { wireFix } from './fix-parts';

export const goesRound: ControllerCheck<'goes-round', { readonly controller: string; readonly units: readonly string[] }> = {
  scope: 'controller',
  id: 'goes-round',
  group: 'addresses',
  name: 'Goes round in a loop',
  severities: ['stop'],
  guide: 'Units pass messages on to each other in a ring, so each message goes round for ever.',
  say: ({ controller, units }) => ({
    title: `What ${controller} sends goes round: ${units.join(' → ')}.`,
    reason: 'Each of them passes on what arrives, so one message comes round again and again until the wires are full.',
  }),
  find: ({ index, around }, controller) => {
    const loop = loopFrom(index, around.network, controller.id);
    return loop === null
      ? []
      : [{ severity: 'stop', facts: { controller: controller.name, units: loop.map((id) => unitName(index, id)) } }];
  },
  fixes: ({ index, around }, finding) => {
    const loop = loopFrom(index, around.network, finding.subjectId);
    if (loop === null) return [];
    return loop.slice(1).flatMap((to, at): Fix[] => {
      const from = loop[at];
      return index.rig.wires
        .filter((w) => w.passesOn && w.from.unitId === from && w.to.unitId === to)
        .map((w) =>
          wireFix(w, `${unitName(index, w.from.unitId)} does not pass on to ${unitName(index, to)}`, { passesOn: false }),
        );
    });
  },
};

const unitName = (index: RigIndex, id: string): string => index.controllers.get(id)?.name ?? index.targets.get(id)?.name ?? '?';

/**
 * The units of a loop that a message of a controller goes round in, the first again at the end; null where there is none, or where a target hears it
 * more than once: that is told at each function.
 */
function loopFrom(index: RigIndex, network: Network, controllerId: string): readonly string[] | null {
  for (const control of index.controlsOf.get(controllerId) ?? [])
    for (const assignment of index.assignmentsOf.get(control.id) ?? [])
      for (const action of assignment.actions) {
        if (action.type !== 'send') continue;
        const { message, meant } = action;
        const { unitId, port } = outletFor(index, control.id, action);
        const { arrived, looped } = waysOf(network, unitId, message, port);
        if (!looped) continue;
        const times = (targetId: string): number => arrived.filter((a) => a.to === targetId).length;
        const told = meant.some((id) => times(index.parameters.get(id)?.targetId ?? '') > 1);
        const loop = told ? null : firstRound(arrived);
        if (loop) return loop;
      }
  return null;
}

/** The first unit that a way comes to twice, and the units in between. */
function firstRound(arrived: readonly Arrived[]): readonly string[] | null {
  for (const { by, to } of arrived) {
    const at = by.indexOf(to);
    if (at >= 0) return [...by.slice(at), to];
  }
  return null;
}

// Which assignments the list under the panel shows.
import { type Finding, gravest } from '@/core/checks';
import type { Place } from '@/core/commands';
import type { Assignment, Control, Controller, RigIndex } from '@/core/rig';
import type { Where } from '../place/use-place';

export function listOf(index: RigIndex, where: Where, findings: ReadonlyMap<string, readonly Finding[]>): readonly Assignment[] {
  const { controller, place, show } = where;
  if (show === 'rig') return index.rig.assignments;
  if (show === 'findings') return index.rig.assignments.filter((a) => gravest(findings.get(a.id)) !== null);
  const order = new Map((index.controlsOf.get(controller?.id ?? '') ?? []).map((c) => [c.id, c.familyOrder + familyRank(c)]));
  return index.rig.assignments
    .filter((a) => {
      if (index.controls.get(a.controlId)?.controllerId !== controller?.id) return false;
      return show === 'controller' || (actsAt(a.bank, place.bank) && actsAt(a.page, place.page) && a.layerId === place.layerId);
    })
    .sort((a, b) => (order.get(a.controlId) ?? 0) - (order.get(b.controlId) ?? 0));
}

/** Functions that the panel shows something of: those that act at a place of a controller, in any layer. */
export const panelFunctions = (index: RigIndex, controller: Controller, place: Place): readonly string[] =>
  (index.controlsOf.get(controller.id) ?? []).flatMap((control) =>
    (index.assignmentsOf.get(control.id) ?? []).flatMap((a) =>
      actsAt(a.bank, place.bank) && actsAt(a.page, place.page) ? [a.id] : [],
    ),
  );

/** Whether what stands in a bank or page, null for every one, stands in another as well. */
const actsAt = (own: number | null, at: number | null): boolean => own === null || own === at;

const familyRank = (c: Control): number => (c.kind === 'expression' || c.kind === 'pad' ? 1000 : 0);

// If a controller dies: the rig played without it and its wires.
import { outcome, surroundingsOf, withoutWires } from '../bench';
import type { Assignment, Controller, Parameter, RigIndex, Wire } from '../rig';

/** What nobody moves any more, and what others still do. */
export interface IfGone {
  readonly controller: Controller;
  /** What no control of any other unit moves, urgent things first. */
  readonly lost: readonly Parameter[];
  /** Urgent things that it moved and others still do, with the functions that do, in the order of the rig. */
  readonly still: ReadonlyArray<{ readonly parameter: Parameter; readonly by: readonly Assignment[] }>;
  /** Units that move nothing any more because what they send went through it. */
  readonly silenced: readonly Controller[];
  /** Its links by radio: where the cable for each lies stands in the note of the wire. */
  readonly radio: readonly Wire[];
}

/** Whether something has to go on whatever happens: it is tagged *urgent* or *panic*, or a function for it is of the least that has to work. */
const isUrgent = (index: RigIndex, { id, tags }: Parameter): boolean =>
  tags.includes('urgent') ||
  tags.includes('panic') ||
  index.rig.assignments.some((a) => a.minimum && a.actions.some((x) => x.type === 'send' && x.meant.includes(id)));

/** What becomes of a rig when one of its controllers dies, for each of them in their order. */
export function ifGone(index: RigIndex): readonly IfGone[] {
  const before = movedBy(index, new Set());
  return index.rig.controllers.map((controller) => goneWith(index, controller, before));
}

function goneWith(index: RigIndex, controller: Controller, before: ReadonlyMap<string, readonly Assignment[]>): IfGone {
  const own = index.rig.wires.filter((w) => w.from.unitId === controller.id || w.to.unitId === controller.id);
  const after = movedBy(index, new Set(own.map((w) => w.id)));
  const ownerOf = (a: Assignment): string | undefined => index.controls.get(a.controlId)?.controllerId;
  const moved = index.rig.parameters.filter((p) => before.get(p.id)?.some((a) => ownerOf(a) === controller.id));
  const gone = index.rig.parameters.filter((p) => before.has(p.id) && !after.has(p.id));
  const movers = (by: ReadonlyMap<string, readonly Assignment[]>) => new Set([...by.values()].flat().map(ownerOf));
  const [were, are] = [movers(before), movers(after)];
  return {
    controller,
    lost: gone.toSorted((a, b) => Number(isUrgent(index, b)) - Number(isUrgent(index, a))),
    still: moved.flatMap((parameter) => {
      const by = after.get(parameter.id);
      return by && isUrgent(index, parameter) ? [{ parameter, by }] : [];
    }),
    silenced: index.rig.controllers.filter((c) => c.id !== controller.id && were.has(c.id) && !are.has(c.id)),
    radio: own.filter((w) => w.transport === 'bluetooth'),
  };
}

/** Every function that moves each parameter and is there for it, or for nothing, played with some wires pulled. */
function movedBy(index: RigIndex, unplugged: ReadonlySet<string>): ReadonlyMap<string, readonly Assignment[]> {
  const around = surroundingsOf(index, unplugged);
  const there = withoutWires(index, unplugged);
  const found = new Map<string, Assignment[]>();
  for (const assignment of index.rig.assignments) {
    const played = outcome(there, assignment, around);
    if (played.type !== 'played') continue;
    const free = assignment.actions.every((a) => a.type !== 'send' || a.meant.length === 0);
    for (const { parameterId, meant, did } of played.effects)
      if (did.type !== 'nothing-lands' && (meant || free))
        found.set(parameterId, [...(found.get(parameterId) ?? []), assignment]);
  }
  return found;
}

// Which port of its unit a message goes out of.
import { type Action, type Assignment, batch, type Edit, type Layer, type RigIndex, sameJson, set, type Wire } from '../rig';
import { patch, withAction } from './shared';

/** Sends a message out of a port, empty for all of them; null: out of that of its control. Null where there is no such message, or nothing changes. */
export function changePort(assignment: Assignment, at: number, port: string | null): Edit | null {
  const action = assignment.actions[at];
  if (action?.type !== 'send' || (action.port ?? null) === port) return null;
  const { port: _before, ...plain } = action;
  return batch('Change where it goes out', withAction(assignment, at, port === null ? plain : { ...plain, port }));
}

/** Sends what a layer's modifier does when tapped out of a port, empty for all of them; null: out of that of the modifier. Null where nothing changes. */
export function changeTapPort(layer: Layer, port: string | null): Edit | null {
  const tap = layer.tap.map((action): Action => {
    if (action.type !== 'send') return action;
    const { port: _before, ...plain } = action;
    return port === null ? plain : { ...plain, port };
  });
  return sameJson(tap, layer.tap) ? null : batch('Change where it goes out', [set('layers', layer, 'tap', tap)]);
}

/**
 * Names the port that a wire begins at. Where no other wire begins there, what went out of it goes out of the port by its new name: controls, functions, taps and
 * arrivals of the unit. Null where the name is the same.
 */
export function namePort(index: RigIndex, wire: Wire, name: string): Edit | null {
  const { unitId, port: before } = wire.from;
  if (before === name) return null;
  const edits: Edit[] = [...patch('wires', wire, { from: { unitId, port: name } })];
  const shared = index.rig.wires.some((w) => w.id !== wire.id && w.from.unitId === unitId && w.from.port === before);
  if (before !== '' && !shared) {
    const follows = (actions: readonly Action[]): Action[] | null =>
      actions.some((a) => a.type === 'send' && a.port === before)
        ? actions.map((a) => (a.type === 'send' && a.port === before ? { ...a, port: name } : a))
        : null;
    const own = new Set((index.controlsOf.get(unitId) ?? []).map((c) => c.id));
    for (const control of index.controlsOf.get(unitId) ?? [])
      if (control.port === before) edits.push(set('controls', control, 'port', name));
    for (const row of index.rig.assignments) {
      const actions = own.has(row.controlId) ? follows(row.actions) : null;
      if (actions) edits.push(set('assignments', row, 'actions', actions));
    }
    for (const row of index.rig.layers) {
      const tap = own.has(row.modifierControlId ?? '') ? follows(row.tap) : null;
      if (tap) edits.push(set('layers', row, 'tap', tap));
    }
    for (const row of index.rig.arrivals) {
      const actions = row.controllerId === unitId ? follows(row.actions) : null;
      if (actions) edits.push(set('arrivals', row, 'actions', actions));
    }
  }
  return batch('Name the port', edits);
}

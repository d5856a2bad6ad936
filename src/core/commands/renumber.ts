// Moving numbers in one edit: every send at an address, what listens for it, and modifiers of layers made in the host.
import { type Message, shortName } from '../midi';
import type { Move } from '../numbers';
import { type Assignment, batch, type Edit, isRun, type Layer, type RigIndex, set } from '../rig';
import { fitted, widened } from './kinds';
import { patch, staleAssignment, staleLanding } from './shared';
import { signalsFollowing, signalsMoved } from './signals';

/** The edit that makes moves; marks of what moves become stale. Moves may trade places: all of them happen at once. */
export function renumber(index: RigIndex, moves: readonly Move[], label: string): Edit {
  const actions = new Map<string, Map<number, Message>>();
  const edits: Edit[] = [];
  const seen = new Set<string>();
  const signals = new Map<Layer, { readonly by: string | null; readonly to: Message }[]>();
  for (const { demand, to } of moves) {
    for (const { assignment, actionIndex } of demand.sends) {
      const there = actions.get(assignment.id) ?? new Map<number, Message>();
      actions.set(assignment.id, there.set(actionIndex, to));
    }
    for (const landing of demand.landings) {
      if (seen.has(landing.id) || landing.given !== null || isRun(landing)) continue;
      seen.add(landing.id);
      edits.push(set('landings', landing, 'address', to), ...staleLanding(landing));
    }
    if (demand.layer) signals.set(demand.layer, [...(signals.get(demand.layer) ?? []), { by: demand.sentBy, to }]);
  }
  for (const [layer, moved] of signals) edits.push(...signalsMoved(layer, moved));
  for (const [id, changes] of actions) {
    const assignment = index.assignments.get(id);
    if (!assignment) continue;
    edits.push(...sendsMoved(assignment, changes), ...whyMoved(assignment, changes, label));
    for (const [at, to] of changes) {
      const action = assignment.actions[at];
      if (action?.type === 'send') edits.push(...signalsFollowing(index, assignment, action.message, to));
    }
  }
  return batch(label, edits);
}

function sendsMoved(assignment: Assignment, changes: ReadonlyMap<number, Message>): Edit[] {
  const actions = assignment.actions.map((action, i) => {
    const to = changes.get(i);
    return action.type === 'send' && to ? fitted(widened({ ...action, message: to }, action.message.type)) : action;
  });
  return [set('assignments', assignment, 'actions', actions), ...staleAssignment(assignment)];
}

const BEFORE = ' before';

/** Why a number is what it is, unless somebody wrote a reason: what moved it, and what it was. */
function whyMoved(assignment: Assignment, changes: ReadonlyMap<number, Message>, label: string): Edit[] {
  if (assignment.why !== '' && !assignment.why.endsWith(BEFORE)) return [];
  const was = assignment.actions.flatMap((a, i) =>
    a.type === 'send' && changes.has(i)
      ? [`${shortName(a.message)}${'channel' in a.message ? `, ch ${a.message.channel}` : ''}`]
      : [],
  );
  return patch('assignments', assignment, { why: `${label}; ${[...new Set(was)].join(' and ')}${BEFORE}` });
}

/** Pins or frees the number of every send of some demands. */
export function pinNumbers(index: RigIndex, demands: readonly Move['demand'][], pinned: boolean): Edit {
  const actions = new Map<string, Set<number>>();
  for (const demand of demands)
    for (const { assignment, actionIndex } of demand.sends)
      actions.set(assignment.id, (actions.get(assignment.id) ?? new Set()).add(actionIndex));
  const edits = [...actions].flatMap(([id, places]): Edit[] => {
    const assignment = index.assignments.get(id);
    if (!assignment) return [];
    return [
      set(
        'assignments',
        assignment,
        'actions',
        assignment.actions.map((a, i) => (a.type === 'send' && places.has(i) ? { ...a, pinned } : a)),
      ),
    ];
  });
  return batch(pinned ? 'Pin the number' : 'Let the number move', edits);
}

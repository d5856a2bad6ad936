// What a function is called where there is little room: on tape, on labels, in lists.
import { exhaustive } from '../base';
import { shortName } from '../midi';
import type { RigIndex } from './index-rig';
import type { Action, Assignment, Controller } from './schema';

type Named = Pick<RigIndex, 'parameters' | 'controls' | 'controllers'>;

/** The text that the player gave it, else what it is for, where it goes, which keys it presses, what it sends; empty where it does none of these. */
export const functionWords = (index: Named, assignment: Assignment): string =>
  assignment.textShort.trim() || doingWords(index, assignment);

/** What it is for, else what it does: where it goes says more than what it presses or sends on the way. */
export function doingWords(index: Named, { actions, controlId }: Assignment): string {
  const meant = actions.flatMap((x) => (x.type === 'send' ? x.meant : []));
  const names = [...new Set(meant.map((id) => index.parameters.get(id)?.name ?? ''))].filter((n) => n !== '');
  if (names.length > 0) return names.join(' + ');
  const controller = index.controllers.get(index.controls.get(controlId)?.controllerId ?? '');
  for (const type of ['go', 'tempo', 'keystroke', 'send'] as const) {
    const action = actions.find((x) => x.type === type);
    if (action) return actionWords(controller, action);
  }
  return '';
}

/** One thing that a gesture does, in a word or two. */
export function actionWords(controller: Controller | undefined, action: Action): string {
  switch (action.type) {
    case 'send':
      return shortName(action.message);
    case 'go':
      return goWords(controller, action.to);
    case 'keystroke':
      return action.back === undefined ? action.keys : `${action.keys} / ${action.back}`;
    case 'wait':
      return `wait ${action.ms} ms`;
    case 'tempo':
      return action.bpm === null ? 'tap tempo' : `${action.bpm} BPM`;
    default:
      return exhaustive(action);
  }
}

/** Where a switch leads: the bank by its name, or how far on. */
function goWords(controller: Controller | undefined, to: (Action & { readonly type: 'go' })['to']): string {
  switch (to.type) {
    case 'bank':
      return controller?.bankNames[to.bank - 1] || `Bank ${to.bank}`;
    case 'page':
      return `Page ${to.page}`;
    case 'step':
      return `${to.what === 'bank' ? 'Bank' : 'Page'} ${to.by < 0 ? '−' : '+'}${Math.abs(to.by) === 1 ? '' : Math.abs(to.by)}`;
    case 'last-used':
      return 'Back';
    default:
      return exhaustive(to);
  }
}

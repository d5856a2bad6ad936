// Two states of a rig side by side: what each parameter is moved by, and which numbers changed hands.
import { addressKey, type Message, shortName } from '../midi';
import { type Assignment, messagesOf, type RigIndex } from '../rig';
import { placeWords } from './place-words';

/** A line that reads otherwise in the two states; null where there is nothing. */
export interface Compared {
  readonly what: string;
  readonly was: string | null;
  readonly now: string | null;
}

/** What moves each parameter, where that differs: controls with their gestures and places. Parameters in the order of the later state. */
export function compareMaps(before: RigIndex, after: RigIndex): readonly Compared[] {
  const ids = [...after.rig.parameters, ...before.rig.parameters.filter((p) => !after.parameters.has(p.id))].map((p) => p.id);
  return ids.flatMap((id): Compared[] => {
    const was = moversOf(before, id);
    const now = moversOf(after, id);
    return was === now ? [] : [{ what: parameterName(after.parameters.has(id) ? after : before, id), was, now }];
  });
}

function moversOf(index: RigIndex, parameterId: string): string | null {
  const names = (index.sendsFor.get(parameterId) ?? []).map(({ assignment }) => functionName(index, assignment));
  return names.length === 0 ? null : [...new Set(names)].sort().join('; ');
}

function parameterName(index: RigIndex, id: string): string {
  const parameter = index.parameters.get(id);
  return parameter ? `${index.targets.get(parameter.targetId)?.name ?? '?'}: ${parameter.name}` : '?';
}

/** `FS 1 press, Overture · Base`. */
function functionName(index: RigIndex, a: Assignment): string {
  const control = index.controls.get(a.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  return `${control?.name ?? '?'} ${a.gesture.type}${controller ? `, ${placeWords(index, controller, a)}` : ''}`;
}

/** Who sends on each address, where that differs; addresses in order of channel and number. */
export function compareNumbers(before: RigIndex, after: RigIndex): readonly Compared[] {
  const a = sendersByAddress(before);
  const b = sendersByAddress(after);
  return [...new Set([...a.keys(), ...b.keys()])]
    .sort((x, y) => x - y)
    .flatMap((key): Compared[] => {
      const was = a.get(key);
      const now = b.get(key);
      const message = now?.message ?? was?.message;
      return !message || was?.names === now?.names
        ? []
        : [{ what: addressName(message), was: was?.names ?? null, now: now?.names ?? null }];
    });
}

function sendersByAddress(index: RigIndex): ReadonlyMap<number, { readonly message: Message; readonly names: string }> {
  const found = new Map<number, { message: Message; names: Set<string> }>();
  for (const assignment of index.rig.assignments) {
    for (const action of assignment.actions) {
      if (action.type !== 'send') continue;
      for (const message of messagesOf(action, index.counters)) {
        const key = addressKey(message);
        const at = found.get(key) ?? { message, names: new Set<string>() };
        at.names.add(functionName(index, assignment));
        found.set(key, at);
      }
    }
  }
  return new Map([...found].map(([key, { message, names }]) => [key, { message, names: [...names].sort().join('; ') }]));
}

const addressName = (message: Message): string => `${shortName(message)}${'channel' in message ? `, ch ${message.channel}` : ''}`;

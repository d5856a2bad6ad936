// What a message makes of a parameter that nobody knows the value of.
import type { MessageType } from '../midi';
import type { Hear } from '../modes';
import type { Parameter } from '../rig';

/**
 * The value after a message, where it is the same from wherever the parameter stood before: then it is known, whatever was. Steps are all tried; of what is
 * continuous both ends, since everything that depends on where it stood moves them differently.
 */
export const settledBy =
  ({ value: hear }: Hear, { kind, lowest, highest }: Parameter) =>
  (type: MessageType, value: number): number | null => {
    const first = hear(type, value, lowest);
    if (kind !== 'stepped') return hear(type, value, highest) === first ? first : null;
    for (let now = lowest + 1; now <= highest; now++) if (hear(type, value, now) !== first) return null;
    return first;
  };

// Controls that turn without an end: what of their turning can be sent at all.
import type { Behaviour, Control, Firmware } from './schema';

/** Whether a control turns without an end, click by click: an encoder or a jog wheel. */
export const isEndless = ({ kind }: Pick<Control, 'kind'>): boolean => kind === 'encoder' || kind === 'jog';

/**
 * Whether the firmware can send these values as a control is moved: of an encoder or a jog wheel where it stands, its clicks in a coding, or a message for
 * each way, as far as it is said to; of what has ends where it stands.
 */
export function sendsMoves(
  control: Pick<Control, 'kind'> | undefined,
  { encoderModes }: Firmware,
  behaviour: Behaviour,
): boolean {
  switch (behaviour.type) {
    case 'range':
      return control === undefined || !isEndless(control) || encoderModes.includes('absolute');
    case 'relative':
      return encoderModes.includes(behaviour.coding);
    case 'click':
      return encoderModes.includes('each-way');
    default:
      return true;
  }
}

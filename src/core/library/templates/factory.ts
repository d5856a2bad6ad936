// Short words for the factory numbers of templates.
import { channel, u7 } from '../../midi';
import type { PanelControl } from '../../rig';

type FactorySend = PanelControl['factory'][number];

/** A control change on a move, on a channel from 1 to 16. */
export const move = (number: number, ch: number): FactorySend => ({
  gesture: 'move',
  message: { type: 'cc', channel: channel(ch), number: u7(number) },
});
/** A control change on a press. */
export const press = (number: number, ch: number): FactorySend => ({ ...move(number, ch), gesture: 'press' });
/** A note on a press. */
export const note = (number: number, ch: number): FactorySend => ({
  gesture: 'press',
  message: { type: 'note', channel: channel(ch), number: u7(number) },
});

// Which gestures a control can make by what it is, whatever its controller makes of them.
import type { Control, Gesture, GestureType } from './schema';

const movers: ReadonlySet<Control['kind']> = new Set(['knob', 'encoder', 'fader', 'ribbon', 'jog', 'expression']);
/** What is pressed, and pressed harder: pressure moves. */
const pressedHarder: ReadonlySet<Control['kind']> = new Set(['pad', 'key-range']);

/** Whether a control is there to be moved: not a switch, not keys. */
export const isMover = (control: Pick<Control, 'kind'>): boolean => movers.has(control.kind);

/** Whether a control can be pressed: a switch, a pad, keys, and what is moved where it can be pushed or feels a touch. */
export const canBePressed = (control: Pick<Control, 'kind' | 'subControls'>): boolean =>
  !isMover(control) || control.subControls.length > 0;

/** Whether a control can make a gesture: what is moved moves, and pads and keys by their pressure; all else takes a press. */
export const canMake = (control: Pick<Control, 'kind' | 'subControls'>, gesture: GestureType): boolean =>
  gesture === 'move' ? isMover(control) || pressedHarder.has(control.kind) : canBePressed(control);

/** Whether a control can be pressed together with the one that a chord names: another one of its controller. */
export const canMeet = (
  control: Pick<Control, 'id' | 'controllerId'>,
  gesture: Extract<Gesture, { type: 'chord' }>,
  partner: Pick<Control, 'id' | 'controllerId' | 'kind' | 'subControls'> | undefined,
): boolean =>
  partner !== undefined && gesture.with !== control.id && partner.controllerId === control.controllerId && canBePressed(partner);

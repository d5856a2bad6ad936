// The calibration of a pedal, fader or knob: it is entered in the unit like a function, so it un-ticks what the control does.
import { batch, type Control, type Edit, type RigIndex } from '../rig';
import { patch, staleAssignment } from './shared';

/** What a control does when it is moved has to be entered and proved again. */
export const staleMoves = (index: RigIndex, control: Control): Edit[] =>
  (index.assignmentsOf.get(control.id) ?? []).filter((a) => a.gesture.type === 'move').flatMap(staleAssignment);

/** Keeps a calibration with a control, or takes it off. */
export const calibrate = (index: RigIndex, control: Control, calibration: Control['calibration']): Edit =>
  batch(calibration ? `Calibrate ${control.name}` : `Take the calibration off ${control.name}`, [
    ...patch('controls', control, { calibration }),
    ...staleMoves(index, control),
  ]);

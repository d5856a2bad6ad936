// Plays a script through controller, wires and targets. Simulated time halts at each due event before going on.
import { type ControllerProgram, type ControllerState, stepController } from '../controller';
import { stepTargets, type TargetProgram, type TargetState } from '../target';
import type { ScriptEvent } from './script';
import { emptyTrace, FINGER_AT, FINGER_DOWN, FINGER_UP, note, SENT, type Trace, VALUE } from './trace';

export interface Chain {
  readonly controller: ControllerProgram;
  readonly targets: TargetProgram;
  /** The control that the script is about; others in it are modifiers. */
  readonly controlId: string;
}

/**
 * Runs the whole chain over a script and writes down everything. Messages arrive when they are sent: what wires do to time
 * is not simulated here. Ties go in this order: a due hold, then the finger.
 */
export function play(chain: Chain, script: readonly ScriptEvent[], controller: ControllerState, targets: TargetState): Trace {
  const trace = emptyTrace();
  let hardware = controller;
  let software = targets;
  let wakeAt: number | null = null;

  const deliver = (t: number, output: readonly number[]): void => {
    for (let i = 0; i < output.length; i += 2) {
      const word = output[i] ?? 0;
      note(trace, t, SENT, word, output[i + 1] ?? -1);
      const next = stepTargets(chain.targets, software, word);
      if (next.values !== software.values) {
        for (let slot = 0; slot < next.values.length; slot++) {
          const value = next.values[slot] ?? 0;
          if (value !== software.values[slot]) note(trace, t, VALUE, slot, value);
        }
      }
      software = next;
    }
  };

  for (const event of script) {
    while (wakeAt !== null && wakeAt <= event.t) {
      const t: number = wakeAt;
      const due = stepController(chain.controller, hardware, { type: 'tick', t });
      deliver(t, due.output);
      hardware = due.state;
      wakeAt = due.wakeAt;
    }
    const other = event.controlId === chain.controlId ? 0 : 1;
    if (event.do === 'move') note(trace, event.t, FINGER_AT, other, event.position);
    else note(trace, event.t, event.do === 'press' ? FINGER_DOWN : FINGER_UP, other, 0);
    const done =
      event.do === 'move'
        ? stepController(chain.controller, hardware, {
            type: 'move',
            controlId: event.controlId,
            t: event.t,
            position: event.position,
          })
        : stepController(chain.controller, hardware, { type: event.do, controlId: event.controlId, t: event.t });
    deliver(event.t, done.output);
    hardware = done.state;
    wakeAt = done.wakeAt;
  }
  return trace;
}

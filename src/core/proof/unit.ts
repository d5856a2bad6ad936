// The hardware under one gesture: a unit that holds one function only, as it was entered, and what it sends when a hand plays it.
import { groupBy } from '../base';
import { type ControllerInput, compileController, startController, stepController } from '../controller';
import { type HeardMessage, noSysex } from '../midi';
import {
  type Action,
  type Assignment,
  type Control,
  type Controller,
  type Counter,
  firmwareSchema,
  gestureTypeSchema,
  type SwitchGroup,
} from '../rig';

/** What a function stands on: enough of a rig to play it. */
export interface TestSetup {
  readonly assignment: Assignment;
  readonly control: Control;
  readonly controller: Controller;
  /** The other control of a chord; null for every other gesture. */
  readonly partner: Control | null;
  readonly counters: readonly Counter[];
  /** The group of switches that its press turns; null for none. */
  readonly group: SwitchGroup | null;
}

/**
 * What the unit sends for some inputs (times in milliseconds, in order) if it holds `actions` on this gesture, and nothing else than
 * what is `beside` it on the same controls. What inputs before time 0 bring out is not told. It can do every gesture and coding, since what was entered is not what was planned. The
 * pedal is not calibrated: the reading is its place.
 */
export function unitSends(
  testSetup: TestSetup,
  actions: readonly Action[],
  inputs: readonly ControllerInput[],
  beside: readonly Assignment[] = [],
): readonly HeardMessage[] {
  const { assignment, control, controller, partner, group } = testSetup;
  const unit: Controller = {
    ...controller,
    firmware: {
      ...controller.firmware,
      gestures: [...gestureTypeSchema.options],
      encoderModes: [...firmwareSchema.shape.encoderModes.element.options],
    },
  };
  const controls = [{ ...control, calibration: null }, ...(partner ? [partner] : [])];
  const held = [{ ...assignment, actions: [...actions] }, ...beside].map((a) => ({
    ...a,
    bank: null,
    page: null,
    layerId: null,
  }));
  const program = compileController(
    {
      controls: new Map(controls.map((c) => [c.id, c])),
      counters: new Map(testSetup.counters.map((c) => [c.id, c])),
      layers: new Map(),
      layersByModifier: new Map(),
      assignmentsOf: groupBy(held, (a) => a.controlId),
      groupsOf: new Map(group ? [[controller.id, [{ ...group, bank: null, page: null }]]] : []),
      arrivalsOf: new Map(),
    },
    { controller: unit, controlIds: controls.map((c) => c.id), sysex: noSysex, place: null },
  );
  const heard: HeardMessage[] = [];
  let state = startController(program, 1, 1);
  let wake: number | null = null;
  const feed = (input: ControllerInput): void => {
    const step = stepController(program, state, input);
    state = step.state;
    wake = step.wakeAt;
    for (let i = 0; i < step.output.length; i += 3) if (input.t >= 0) heard.push({ atMs: input.t, word: step.output[i] ?? 0 });
  };
  for (const input of inputs) {
    while (wake !== null && wake <= input.t) {
      const due: number = wake;
      feed({ type: 'tick', t: due });
      if (wake !== null && wake <= due) wake = null;
    }
    feed(input);
  }
  return heard;
}

// The hand: what is asked of it as inputs of the controller, evenly for the plan, and as people do it for evidence.
import { exhaustive } from '../base';
import type { ControllerInput } from '../controller';
import { isEndless } from '../rig';
import type { TestSetup } from './unit';

/** How a function is tried: some presses; a move from one end to the other and back; clicks one way and back. */
export type How = 'taps' | 'travel' | 'clicks';

/** Presses that are asked for. With three, a latch ends on its first value and a momentary switch on its release. */
export const TAPS = 3;
/** Clicks that are asked for, each way. */
export const CLICKS = 10;
/** Places of an even travel, each way. */
const PLACES = 32;

/** How a hand differs from an even one; all parts are of the even time or way. */
export interface Manner {
  readonly next: () => number;
  readonly taps: number;
  /** The place 0–1 at which the control stands first. */
  readonly start: number;
  /** How far the reading wanders by itself, in parts of the way; 0 for a quiet pedal. */
  readonly noise: number;
}

/** Inputs for one function: gestures `pace` ms apart; without a manner each one is the same. */
export function handInputs(testSetup: TestSetup, how: How, manner: Manner | null, taps = TAPS): readonly ControllerInput[] {
  switch (how) {
    case 'taps':
      return tapInputs(testSetup, manner, manner?.taps ?? taps);
    case 'travel':
      return travelInputs(testSetup, manner);
    case 'clicks':
      return clickInputs(testSetup, manner);
    default:
      return exhaustive(how);
  }
}

function tapInputs(
  { assignment, control, controller, partner }: TestSetup,
  manner: Manner | null,
  taps: number,
): ControllerInput[] {
  const { holdMs, doubleTapMs, repeatMs } = controller.firmware;
  const { gesture } = assignment;
  const vary = (ms: number, by: number): number => (manner ? ms * (1 + by * (2 * manner.next() - 1)) : ms);
  const velocity = (): number | null => (manner && control.kind === 'pad' ? 0.25 + 0.75 * manner.next() : null);
  const inputs: ControllerInput[] = [];
  let t = 100;
  const down = (id: string): void => void inputs.push({ type: 'press', controlId: id, t, velocity: velocity() });
  const up = (id: string): void => void inputs.push({ type: 'release', controlId: id, t });
  const short = Math.min(120, holdMs / 3, doubleTapMs / 3);
  for (let i = 0; i < taps; i++) {
    if (gesture.type === 'chord' && partner) {
      down(partner.id);
      t += Math.min(vary(8, 0.8), gesture.windowMs / 2);
      down(control.id);
      t += vary(short, 0.4);
      up(control.id);
      t += vary(10, 0.8);
      up(partner.id);
    } else if (gesture.type === 'double-tap') {
      const quick = Math.min(60, doubleTapMs / 6);
      for (let j = 0; j < 2; j++) {
        down(control.id);
        t += vary(quick, 0.3);
        up(control.id);
        t += vary(quick, 0.3);
      }
    } else if (gesture.type === 'tap-hold') {
      const quick = Math.min(60, doubleTapMs / 6);
      down(control.id);
      t += vary(quick, 0.3);
      up(control.id);
      t += vary(quick, 0.3);
      down(control.id);
      t += holdMs + vary(250, 0.6);
      up(control.id);
    } else {
      down(control.id);
      t +=
        gesture.type === 'hold' || gesture.type === 'hold-release'
          ? holdMs + vary(250, 0.6)
          : gesture.type === 'repeat'
            ? holdMs + repeatMs * 2.5
            : vary(short, 0.5);
      up(control.id);
    }
    t += doubleTapMs + vary(400, 0.6);
  }
  // Waits between two messages are a minute long at most.
  inputs.push({ type: 'tick', t: t + 120_000 });
  return inputs;
}

/** Samples at each end, where a hand rests for a moment. */
const REST = 3;

function travelInputs(testSetup: TestSetup, manner: Manner | null): ControllerInput[] {
  const { control } = testSetup;
  if (isEndless(control)) return turnInputs(testSetup, manner);
  const places: number[] = [];
  const start = manner?.start ?? 0;
  const leg = (from: number, to: number): void => {
    const steps = Math.max(3, Math.round(PLACES * (manner ? 0.7 + 1.6 * manner.next() : 1) * Math.abs(to - from)));
    for (let i = 1; i <= steps; i++) {
      const even = from + ((to - from) * i) / steps;
      // People are never quite even.
      const uneven = manner ? even + ((to - from) * 0.4 * manner.next()) / steps : even;
      places.push(i === steps ? to : Math.min(1, Math.max(0, uneven)));
    }
    for (let i = 0; i < REST; i++) places.push(to);
  };
  const { springsTo } = control;
  places.push(springsTo ?? start);
  if (springsTo !== null && springsTo < 1) leg(springsTo, 1);
  else if (springsTo === null) {
    if (start > 0) leg(start, 0);
    leg(0, 1);
  }
  leg(1, 0);
  // What trembles goes on while the hand rests, near the end but not at it.
  const rest = manner && manner.noise > 0 && springsTo === null ? 40 : 0;
  for (let i = 0; i < rest; i++) places.push(0.03);
  let t = 100;
  const moves = places.map((place): ControllerInput => {
    t += manner ? 6 + 20 * manner.next() : 12;
    const wander = manner && manner.noise > 0 ? manner.noise * (2 * manner.next() - 1) : 0;
    return { type: 'move', controlId: control.id, t, position: Math.min(1, Math.max(0, place + wander)) };
  });
  return springsTo === null ? moves : [...moves, { type: 'release', controlId: control.id, t: t + 12 }];
}

/** Whether a control has no ends of its own: its travel is what it counts. */

/** An encoder up to the end of what it counts and back, a few clicks over at each end. Before time 0 it is brought to where it stands. */
function turnInputs({ control }: TestSetup, manner: Manner | null): ControllerInput[] {
  const inputs: ControllerInput[] = [];
  let t = 100;
  const turn = (way: 1 | -1, clicks: number): void => {
    for (let left = clicks; left > 0; ) {
      const now = Math.min(left, manner ? 1 + Math.floor(3 * manner.next()) : 2);
      inputs.push({ type: 'turn', controlId: control.id, t, clicks: way * now });
      left -= now;
      t += manner ? 20 + 30 * manner.next() : 30;
    }
  };
  const start = Math.round((manner?.start ?? 0) * 100);
  if (start > 0) inputs.push({ type: 'turn', controlId: control.id, t: -1, clicks: start });
  turn(1, 134 - start);
  turn(-1, 134);
  return inputs;
}

function clickInputs({ control }: TestSetup, manner: Manner | null): ControllerInput[] {
  const count = (): number => (manner ? CLICKS - 2 + Math.floor(5 * manner.next()) : CLICKS);
  const inputs: ControllerInput[] = [];
  let t = 100;
  for (const clicks of [1, -1]) {
    for (let i = count(); i > 0; i--) {
      inputs.push({ type: 'turn', controlId: control.id, t, clicks });
      t += manner ? 50 + 120 * manner.next() : 90;
    }
    t += 200;
  }
  return inputs;
}

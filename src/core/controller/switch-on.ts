// A controller as it is switched on.
import type { Firmware } from '../rig';
import { arriveAtStart } from './fire';
import { wakeAt } from './gestures';
import type { ControllerProgram } from './program';
import { type ControllerState, draftOf, startController, stateOf } from './state';

/**
 * Where a controller stands after switching on, counted from 1: what is stated, as far as it has that; its first bank and page also where it returns to the last one,
 * which nobody here knows.
 */
export function startPlace({ startsAt, banks, pages }: Firmware): { readonly bank: number; readonly page: number } {
  if (startsAt?.type !== 'stated') return { bank: 1, page: 1 };
  return { bank: startsAt.bank <= banks ? startsAt.bank : 1, page: startsAt.page <= pages ? startsAt.page : 1 };
}

/** A controller after switching on at time 0 in milliseconds, and when it wants its first tick: what it sends on arriving where it starts is due at once. */
export function switchOn(program: ControllerProgram): { readonly state: ControllerState; readonly wakeAt: number | null } {
  const { bank, page } = startPlace(program.firmware);
  const d = draftOf(program, startController(program, bank, page), 0);
  arriveAtStart(d);
  return { state: stateOf(d), wakeAt: wakeAt(d) };
}

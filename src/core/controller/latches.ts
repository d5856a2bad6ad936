// Latches of switches: whether each stands on or off, and switches that release each other.
import { resolve } from '../rig';
import { lookUp } from './look-up';
import type { Armed, ArmedGroup, ProgramControl } from './program';
import { type Draft, recall, remember, type Where } from './state';

/** What a slot of a latch holds: 0 where nothing turned it yet, 1 on, 2 off. */
const ON = 1;
const OFF = 2;

/** Whether something stands on: a latching value whose first was sent last, or a list whose first ran last. */
export function standsOn(d: Draft, armed: Armed): boolean {
  if (armed.turn !== null) return recall(d, armed.turn) === ON;
  return armed.actions.some((a) => a.type === 'send' && a.emitter.type === 'latching' && recall(d, a.emitter.phase) === ON);
}

/** Lets what latches or takes turns stand on or off; nothing is sent. The next press sends what comes after that. */
function stand(d: Draft, rows: readonly Armed[], on: boolean): void {
  const value = on ? ON : OFF;
  for (const { turn, actions } of rows) {
    if (turn !== null) remember(d, turn, value);
    for (const a of actions) if (a.type === 'send' && a.emitter.type === 'latching') remember(d, a.emitter.phase, value);
  }
}

/** The slot of the latch that functions on turning on and off at a place share: that of the most exact of them; null for none. */
export function latchAt(d: Draft, control: ProgramControl, where: Where): number | null {
  const on = lookUp(d, control, 'latch-on', where);
  const off = lookUp(d, control, 'latch-off', where);
  return resolve([...on, ...off], where, (id) => d.program.layers.get(id) ?? null)[0]?.latch ?? null;
}

/** The group that a press at a place turns; none where what is pressed stands in a layer. */
export function groupAt(d: Draft, control: ProgramControl, where: Where): ArmedGroup | null {
  if (control.groups.length === 0) return null;
  const rows = (['press', 'latch-on', 'latch-off'] as const).flatMap((g) => lookUp(d, control, g, where));
  if (rows.some((a) => a.layerId !== null)) return null;
  return resolve(control.groups, { ...where, layers: [] }, () => null)[0] ?? null;
}

/** Whether a control is the one that is on in a group. */
export const isOnIn = (d: Draft, group: ArmedGroup, controlId: string): boolean =>
  recall(d, group.slot) === group.members.indexOf(controlId) + 1;

/** Which control is on in a group; null for none. */
export const onIn = (d: Draft, group: ArmedGroup): string | null => group.members[recall(d, group.slot) - 1] ?? null;

/** Which control is on in a group from now on; null for none. */
export const nowOnIn = (d: Draft, group: ArmedGroup, controlId: string | null): void =>
  remember(d, group.slot, controlId === null ? 0 : group.members.indexOf(controlId) + 1);

/** Lets a switch stand on or off at a place, with its latch and what its press sends next; nothing is sent. */
export function letStand(d: Draft, control: ProgramControl, where: Where, on: boolean): void {
  stand(d, lookUp(d, control, 'press', where), on);
  const latch = latchAt(d, control, where);
  if (latch !== null) remember(d, latch, on ? ON : OFF);
}

/** A switch set on or off by its controller itself, in its group too. */
export function setLatch(d: Draft, control: ProgramControl, where: Where, on: boolean): void {
  const { id } = control.control;
  const group = groupAt(d, control, where);
  if (group && on) {
    const other = d.program.controls.get(onIn(d, group) ?? '');
    if (other && other !== control) letStand(d, other, where, false);
    nowOnIn(d, group, id);
  } else if (group && isOnIn(d, group, id)) nowOnIn(d, group, null);
  letStand(d, control, where, on);
}

/** Turns a latch over, or as it is said; whether it is on now. */
export function turnLatch(d: Draft, slot: number, on: boolean | null): boolean {
  const now = on ?? recall(d, slot) !== ON;
  remember(d, slot, now ? ON : OFF);
  return now;
}

/** Whether a latch stands on. */
export const isLatched = (d: Draft, slot: number): boolean => recall(d, slot) === ON;

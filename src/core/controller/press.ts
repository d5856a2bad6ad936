// The press of a switch that goes out: what it sends, its latch, and the switches that it releases.
import { run, runAll, sendOff, struck, tapOnce } from './fire';
import { groupAt, isLatched, isOnIn, latchAt, letStand, nowOnIn, onIn, standsOn, turnLatch } from './latches';
import { lookUp } from './look-up';
import type { ArmedGroup, ProgramControl } from './program';
import { type Draft, recall, type Where } from './state';

/**
 * What a press does at a place. In a group the switch that was on goes off first; then the press itself is sent, then what stands on its latch. Pressing the one that is on
 * turns it off, or sends the same again. Common practice, no source.
 */
export function sendPress(d: Draft, control: ProgramControl, where: Where, velocity: number | null): void {
  const group = groupAt(d, control, where);
  const turned = group === null ? null : turnGroup(d, control, group, where);
  runAll(d, lookUp(d, control, 'press', where), struck(velocity));
  const latch = latchAt(d, control, where);
  if (latch === null || turned === 'again') return;
  const on = turnLatch(d, latch, turned === null ? null : turned === 'on');
  tapOnce(d, lookUp(d, control, on ? 'latch-on' : 'latch-off', where));
}

/** What becomes of a member of a group by its press; what latches with it is set so that this is what it sends. */
function turnGroup(d: Draft, control: ProgramControl, group: ArmedGroup, where: Where): 'on' | 'off' | 'again' {
  const { id } = control.control;
  if (isOnIn(d, group, id)) {
    const again = group.row.pressedAgain === 'stays-on';
    if (!again) nowOnIn(d, group, null);
    letPressesSend(d, control, where, again);
    return again ? 'again' : 'off';
  }
  const other = d.program.controls.get(onIn(d, group) ?? '');
  if (other) letGoOf(d, other, group);
  nowOnIn(d, group, id);
  letPressesSend(d, control, where, true);
  return 'on';
}

/** Lets the press send what it sends when the switch goes on, or off; its latch stays for `sendPress` to turn. */
function letPressesSend(d: Draft, control: ProgramControl, where: Where, on: boolean): void {
  const latch = latchAt(d, control, where);
  const was = latch === null ? 0 : recall(d, latch);
  letStand(d, control, where, !on);
  if (latch !== null && was !== 0) turnLatch(d, latch, was === 1);
}

/** Another switch of the group took over: this one goes off, and says so where the group does. */
function letGoOf(d: Draft, control: ProgramControl, group: ArmedGroup): void {
  const where: Where = { bank: d.bank, page: d.page, layers: [] };
  const latch = latchAt(d, control, where);
  const latched = latch !== null && isLatched(d, latch);
  if (group.row.sendsOff) {
    for (const armed of lookUp(d, control, 'press', where)) {
      if (!standsOn(d, armed)) continue;
      if (armed.turn === null) sendOff(d, armed);
      else run(d, armed, struck(null));
    }
    letStand(d, control, where, false);
    if (latched) tapOnce(d, lookUp(d, control, 'latch-off', where));
  } else letStand(d, control, where, false);
}

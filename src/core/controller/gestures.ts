// From down and up to gestures: press, release, hold, double tap, repeat, chord — on firmware that always fires the press, and on
// firmware that waits to see what it becomes. Times and windows are the firmware's; common practice, no source.
import { reaches } from '../rig';
import { run, runAll } from './fire';
import { lookUp, whereNow } from './look-up';
import type { Armed, ProgramControl } from './program';
import { type Down, type Draft, type Hold, type PlainPress, type Tap, type Where, withEntry, withoutEntry } from './state';

/** A control goes down. One that is down already does nothing. */
export function press(d: Draft, control: ProgramControl, velocity: number | null): void {
  const id = control.control.id;
  if (d.downs[id]) return;
  const { firmware } = d.program;
  const { t } = d;
  for (const signal of control.signals) putSignal(d, signal, 127);
  noteOthers(d, id);
  const where = whereNow(d);
  const holds = lookUp(d, control, 'hold', where);
  const doubles = lookUp(d, control, 'double-tap', where);
  const repeats = lookUp(d, control, 'repeat', where);
  const tap = d.taps[id];
  const second = doubles.length > 0 && tap !== undefined && t <= tap.firstAt + firmware.doubleTapMs;
  if (tap && !second) flush(d, control, tap);
  d.taps = withoutEntry(d.taps, id);

  const waits = firmware.press === 'waits';
  const met = meetings(d, control, where);
  const swallowed = met.some((m) => m.armed.chord?.singlesFire === false);
  const plain = second
    ? waits
      ? GIVEN_UP
      : SENT
    : swallowed
      ? GIVEN_UP
      : pressPlan(d, control, where, holds.length > 0, doubles.length > 0);

  const hasTapHold = control.opens.some((m) => m.tap !== null && m.layer.mode !== 'while-held');
  const down: Down = {
    at: t,
    velocity,
    where,
    press: plain,
    hold: holds.length > 0 || hasTapHold ? { type: 'waits', until: t + firmware.holdMs } : NO_HOLD,
    repeatAt: repeats.length > 0 ? t + firmware.holdMs : null,
    second,
    chords: met.map((m) => m.armed.slot),
    swallowed,
    others: false,
  };
  d.downs = withEntry(d.downs, id, down);
  if (plain.type === 'sent') runAll(d, lookUp(d, control, 'press', where), 'down', velocity);
  if (second) runAll(d, doubles, 'down', velocity);
  else if (doubles.length > 0) d.taps = withEntry(d.taps, id, plainTap(down));
  runAll(d, repeats, 'down', velocity);
  for (const { armed, partnerId } of met) {
    run(d, armed, 'down', velocity);
    joinChord(d, partnerId, armed);
  }
  openOnPress(d, control);
  spendNextPress(d, control, where);
}

const plainTap = (down: Down): Tap => ({
  firstAt: down.at,
  where: down.where,
  velocity: down.velocity,
  keptBack: null,
});

const SENT: PlainPress = { type: 'sent' };
const GIVEN_UP: PlainPress = { type: 'given-up' };
const NO_HOLD: Hold = { type: 'none' };

/** Whether the plain press has not gone out yet and still may. */
const isKeptBack = ({ type }: PlainPress): boolean => type === 'waits' || type === 'waits-for-release';

/** When the plain press goes out: now, at the end of a window, or at the release. */
function pressPlan(d: Draft, control: ProgramControl, where: Where, holds: boolean, doubles: boolean): PlainPress {
  const { firmware } = d.program;
  const chordMs = chordWindow(d, control, where);
  if (firmware.press === 'waits' && holds) return { type: 'waits-for-release' };
  const ms = Math.max(chordMs, firmware.press === 'waits' && doubles ? firmware.doubleTapMs : 0);
  return ms > 0 ? { type: 'waits', until: d.t + ms } : SENT;
}

/** The longest window of chords that keep this control's single press back. */
function chordWindow(d: Draft, control: ProgramControl, where: Where): number {
  let longest = 0;
  for (const armed of lookUp(d, control, 'chord', where))
    if (armed.chord?.singlesFire === false) longest = Math.max(longest, armed.chord.windowMs);
  for (const { controlId, armed } of control.partnerOf) {
    const owner = d.program.controls.get(controlId);
    if (owner && armed.chord?.singlesFire === false && lookUp(d, owner, 'chord', where).includes(armed))
      longest = Math.max(longest, armed.chord.windowMs);
  }
  return longest;
}

interface Meeting {
  readonly armed: Armed;
  readonly partnerId: string;
}

/** Chords that this press completes: the other control is down, and went down within the window. */
function meetings(d: Draft, control: ProgramControl, where: Where): readonly Meeting[] {
  if (control.partnerOf.length === 0 && control.byGesture.chord.length === 0) return [];
  const down = (id: string, windowMs: number): boolean => {
    const other = d.downs[id];
    return other !== undefined && d.t - other.at <= windowMs;
  };
  const own = lookUp(d, control, 'chord', where).flatMap((armed) =>
    armed.chord && down(armed.chord.with, armed.chord.windowMs) ? [{ armed, partnerId: armed.chord.with }] : [],
  );
  const others = control.partnerOf.flatMap(({ controlId, armed }) => {
    const owner = d.program.controls.get(controlId);
    if (!owner || !armed.chord || !down(controlId, armed.chord.windowMs)) return [];
    return lookUp(d, owner, 'chord', where).includes(armed) ? [{ armed, partnerId: controlId }] : [];
  });
  return [...own, ...others];
}

function joinChord(d: Draft, partnerId: string, armed: Armed): void {
  const partner = d.downs[partnerId];
  if (!partner) return;
  const keptBack = armed.chord?.singlesFire === false;
  d.downs = withEntry(d.downs, partnerId, {
    ...partner,
    chords: [...partner.chords, armed.slot],
    swallowed: partner.swallowed || keptBack,
    press: keptBack && isKeptBack(partner.press) ? GIVEN_UP : partner.press,
  });
}

/** A control comes up. */
export function release(d: Draft, control: ProgramControl): void {
  const id = control.control.id;
  const down = d.downs[id];
  if (!down) return;
  const { firmware } = d.program;
  const where = firmware.releaseLookup === 'press-layer' ? down.where : whereNow(d);
  d.downs = withoutEntry(d.downs, id);
  const held = down.hold.type === 'held';
  const presses = lookUp(d, control, 'press', where);
  const windowEnd = down.at + firmware.doubleTapMs;
  const doubles = lookUp(d, control, 'double-tap', where).length > 0;
  const stillOpen = firmware.press === 'waits' && doubles && !down.second && !held && d.t < windowEnd;

  // The press that was kept back: it goes out now, or at the end of its window.
  const dueAt =
    down.press.type === 'waits' ? down.press.until : down.press.type === 'waits-for-release' && stillOpen ? windowEnd : null;
  if (down.press.type === 'sent') runAll(d, presses, 'up', null);
  else if (down.press.type === 'waits-for-release' && dueAt === null) {
    runAll(d, presses, 'down', down.velocity);
    runAll(d, presses, 'up', null);
  }
  if (held) runAll(d, lookUp(d, control, 'hold', where), 'up', null);
  if (down.second) runAll(d, lookUp(d, control, 'double-tap', where), 'up', null);
  if (down.repeatAt !== null) runAll(d, lookUp(d, control, 'repeat', where), 'up', null);
  endChords(d, down);

  const suppressed =
    (held && firmware.releaseAfterHold === 'suppressed') ||
    (down.second && firmware.releaseAfterDoubleTap === 'suppressed') ||
    down.swallowed;
  const releases = suppressed ? [] : lookUp(d, control, 'release', where);
  const releaseWaits = releases.length > 0 && (stillOpen || dueAt !== null);
  if (!releaseWaits) tapOnce(d, releases);
  if (dueAt !== null || releaseWaits)
    d.taps = withEntry(d.taps, id, {
      ...plainTap(down),
      where,
      keptBack: { until: dueAt ?? windowEnd, what: dueAt === null ? 'release' : releaseWaits ? 'both' : 'press' },
    });

  closeOnRelease(d, control, down);
  for (const signal of control.signals) putSignal(d, signal, 0);
}

/** Down and up at once: what a function does whose moment is the release, or a time after it. */
function tapOnce(d: Draft, all: readonly Armed[]): void {
  runAll(d, all, 'down', null);
  runAll(d, all, 'up', null);
}

/** A chord is over with the first of its controls that comes up. */
function endChords(d: Draft, down: Down): void {
  for (const slot of down.chords) {
    const armed = d.program.armed[slot];
    if (!armed) continue;
    run(d, armed, 'up', null);
    for (const [id, other] of Object.entries(d.downs))
      if (other.chords.includes(slot))
        d.downs = withEntry(d.downs, id, { ...other, chords: other.chords.filter((s) => s !== slot) });
  }
}

/** Sends what was kept back after a press that turned out to be alone. */
function flush(d: Draft, control: ProgramControl, tap: Tap): void {
  d.taps = withoutEntry(d.taps, control.control.id);
  const what = tap.keptBack?.what;
  if (what === 'press' || what === 'both') {
    const presses = lookUp(d, control, 'press', tap.where);
    runAll(d, presses, 'down', tap.velocity);
    runAll(d, presses, 'up', null);
  }
  if (what === 'release' || what === 'both') tapOnce(d, lookUp(d, control, 'release', tap.where));
}

/** When something is due next; null when nothing is. */
export function wakeAt(d: Draft): number | null {
  let next = Number.POSITIVE_INFINITY;
  for (const later of d.later) if (later.at < next) next = later.at;
  for (const id in d.downs) {
    const down = d.downs[id];
    if (!down) continue;
    if (down.press.type === 'waits' && down.press.until < next) next = down.press.until;
    if (down.hold.type === 'waits' && down.hold.until < next) next = down.hold.until;
    if (down.repeatAt !== null && down.repeatAt < next) next = down.repeatAt;
  }
  for (const id in d.taps) {
    const dueAt = d.taps[id]?.keptBack?.until;
    if (dueAt !== undefined && dueAt < next) next = dueAt;
  }
  return next === Number.POSITIVE_INFINITY ? null : next;
}

/**
 * Does what is due at `d.t`. Ties go in this order: the rest of lists of actions, presses that were kept back, holds, repeats.
 */
export function fireDue(d: Draft): void {
  const { t } = d;
  for (const later of d.later.filter((l) => l.at <= t)) {
    d.later = d.later.filter((l) => l !== later);
    const armed = d.program.armed[later.slot];
    if (armed) run(d, armed, later.phase, later.velocity, later.from);
  }
  for (const [id, tap] of Object.entries(d.taps)) {
    const control = d.program.controls.get(id);
    if (control && tap.keptBack !== null && tap.keptBack.until <= t) flush(d, control, tap);
  }
  for (const [id, down] of Object.entries(d.downs)) {
    const control = d.program.controls.get(id);
    if (!control) continue;
    let now = down;
    if (now.press.type === 'waits' && now.press.until <= t) {
      runAll(d, lookUp(d, control, 'press', now.where), 'down', now.velocity);
      now = { ...now, press: SENT };
    }
    if (now.hold.type === 'waits' && now.hold.until <= t) {
      now = { ...now, hold: { type: 'held' }, press: isKeptBack(now.press) ? GIVEN_UP : now.press };
      runAll(d, lookUp(d, control, 'hold', now.where), 'down', now.velocity);
      switchOnHold(d, control);
    }
    if (now.repeatAt !== null && now.repeatAt <= t) {
      const repeats = lookUp(d, control, 'repeat', now.where);
      runAll(d, repeats, 'up', null);
      runAll(d, repeats, 'down', now.velocity);
      // A rate of nothing would never let time pass.
      now = { ...now, repeatAt: now.repeatAt + Math.max(1, d.program.firmware.repeatMs) };
    }
    if (now !== down) d.downs = withEntry(d.downs, id, now);
  }
}

// — modifiers —

/** Tells controls that are down that another one did something. */
export function noteOthers(d: Draft, id: string): void {
  for (const [other, down] of Object.entries(d.downs))
    if (other !== id && !down.others) d.downs = withEntry(d.downs, other, { ...down, others: true });
}

/** A modifier with a tap function of its own switches its layer by a hold, one without by the press; held ones open at once. */
function openOnPress(d: Draft, control: ProgramControl): void {
  for (const { layer, tap } of control.opens) {
    if (layer.mode === 'while-held') open(d, layer.id, 'release');
    else if (tap === null) toggle(d, layer.id, layer.mode === 'toggled' ? 'toggled' : 'next-press');
  }
}

function switchOnHold(d: Draft, control: ProgramControl): void {
  for (const { layer, tap } of control.opens)
    if (tap !== null && layer.mode !== 'while-held') toggle(d, layer.id, layer.mode === 'toggled' ? 'toggled' : 'next-press');
}

/** Letting go closes what was held open; a short press that nothing else used runs the tap function. */
function closeOnRelease(d: Draft, control: ProgramControl, down: Down): void {
  for (const { layer, tap } of control.opens) {
    if (layer.mode === 'while-held') close(d, layer.id);
    const tapped = tap !== null && !down.others && down.hold.type !== 'held' && d.t - down.at < d.program.firmware.holdMs;
    if (tapped) tapOnce(d, [tap]);
  }
}

const close = (d: Draft, id: string): void => {
  d.open = d.open.filter((o) => o.id !== id);
};

function open(d: Draft, id: string, until: Draft['open'][number]['until']): void {
  d.open = [...d.open.filter((o) => o.id !== id), { id, until }];
}

function toggle(d: Draft, id: string, until: 'toggled' | 'next-press'): void {
  if (d.open.some((o) => o.id === id)) close(d, id);
  else open(d, id, until);
}

/** A layer for the next press only is spent by the press of a control that it reaches. */
function spendNextPress(d: Draft, control: ProgramControl, where: Where): void {
  if (!d.open.some((o) => o.until === 'next-press')) return;
  d.open = d.open.filter((o) => {
    const layer = d.program.layers.get(o.id);
    return o.until !== 'next-press' || !where.layers.includes(o.id) || !layer || !reaches(layer, control.control);
  });
}

function putSignal(d: Draft, signal: (value: number, out: number[]) => void, value: number): void {
  const words: number[] = [];
  signal(value, words);
  for (const word of words) d.output.push(word, -1);
}

/** Whether a layer is open, for lights. */
export const standsOpen = (state: { readonly open: readonly { readonly id: string }[] }, layerId: string): boolean =>
  state.open.some((o) => o.id === layerId);

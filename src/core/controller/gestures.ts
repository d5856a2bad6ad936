// From down and up to gestures: press, release, hold, double tap, repeat, chord — on firmware that always fires the press, and on
// firmware that waits to see what it becomes. Times and windows are the firmware's; common practice, no source.
import { LET_GO, run, runAll, struck, tapOnce } from './fire';
import { lookUp, whereNow } from './look-up';
import { closeOnRelease, noteOthers, openOnPress, spendNextPress, switchOnHold } from './modifiers';
import { sendPress } from './press';
import type { Armed, ProgramControl } from './program';
import {
  type Down,
  type Draft,
  type Hold,
  type KeptBack,
  type PlainPress,
  type Tap,
  type Where,
  withEntry,
  withoutEntry,
} from './state';

/** A control goes down. One that is down already does nothing. */
export function press(d: Draft, control: ProgramControl, velocity: number | null): void {
  const id = control.control.id;
  if (d.downs[id]) return;
  const { firmware } = d.program;
  const { t } = d;
  for (const signal of control.signals) putSignal(d, signal, 127, control.port);
  noteOthers(d, id);
  const where = whereNow(d);
  const holds = lookUp(d, control, 'hold', where);
  const doubles = lookUp(d, control, 'double-tap', where);
  // A switch that is closed at rest would repeat for as long as the rig is on: that is not played, and the checks tell that it is the wrong way round.
  const repeats = control.reversed ? [] : lookUp(d, control, 'repeat', where);
  const tap = d.taps[id];
  const tapHolds = lookUp(d, control, 'tap-hold', where);
  const holdReleases = lookUp(d, control, 'hold-release', where);
  const twice = doubles.length > 0 || tapHolds.length > 0;
  const second = twice && tap !== undefined && t <= tap.firstAt + firmware.doubleTapMs;

  const met = meetings(d, control, where);
  const swallowed = met.some((m) => m.armed.chord?.singlesFire === false);
  // A chord that silences single presses silences all that a press alone does: until its window is over, all of that waits.
  const chordMs = swallowed ? 0 : chordWindow(d, control, where);
  const doubled = second && !swallowed;
  const first = tap ? giveUp(d, control, tap, doubled && firmware.press === 'waits') : null;
  d.taps = withoutEntry(d.taps, id);
  // On firmware that waits, a second tap that may be held keeps back what two taps do without it: their double tap, or both presses.
  const mayHold = doubled && tapHolds.length > 0 && firmware.press === 'waits';
  const longer = holds.length > 0 || holdReleases.length > 0;
  const also = mayHold && doubles.length === 0 ? BOTH_PRESSES : { second, holds: longer, doubles: twice };
  const plain = swallowed ? GIVEN_UP : pressPlan(d, chordMs, also);
  const kept = [
    ...(doubled && doubles.length > 0 && !mayHold ? (['double-tap'] as const) : []),
    ...(repeats.length > 0 && !swallowed ? (['repeat'] as const) : []),
  ];

  const hasTapHold = control.opens.some((m) => m.tap !== null && m.layer.mode !== 'while-held');
  const down: Down = {
    at: t,
    velocity,
    where,
    press: plain,
    hold:
      ((longer || (doubled && tapHolds.length > 0)) && !swallowed) || hasTapHold
        ? { type: 'waits', until: t + Math.max(firmware.holdMs, chordMs) }
        : NO_HOLD,
    repeatAt: repeats.length > 0 && !swallowed ? t + Math.max(firmware.holdMs, chordMs) : null,
    kept: chordMs > 0 && kept.length > 0 ? { until: t + chordMs, gestures: kept } : null,
    second: doubled,
    first,
    keptForHold: !mayHold || !tap ? null : doubles.length > 0 ? 'double-tap' : 'first-press',
    chords: met.map((m) => m.armed.slot),
    swallowed,
    others: false,
  };
  d.downs = withEntry(d.downs, id, down);
  if (plain.type === 'sent') sendPress(d, control, where, velocity);
  if (twice && !second && !swallowed) d.taps = withEntry(d.taps, id, plainTap(down));
  if (chordMs === 0) for (const gesture of kept) runAll(d, gesture === 'repeat' ? repeats : doubles, struck(velocity));
  for (const { armed, partnerId } of met) {
    run(d, armed, struck(velocity));
    joinChord(d, partnerId, armed);
  }
  openOnPress(d, control);
  spendNextPress(d, control, where);
}

/**
 * What becomes of a tap as the next press comes: what it kept back goes out, but where the two are one gesture on firmware that waits. Then what repeated goes out alone,
 * and the rest is given back, for the case that a chord takes the second.
 */
function giveUp(d: Draft, control: ProgramControl, tap: Tap, together: boolean): Tap | null {
  if (!together) {
    flush(d, control, tap);
    return null;
  }
  const [alone, both] = [true, false].map((own) => tap.keptBack.filter((k) => (k.gesture === 'repeat') === own));
  flush(d, control, { ...tap, keptBack: alone ?? [] });
  return { ...tap, keptBack: both ?? [] };
}

/** The second press of a double tap is no first one. */
const plainTap = (down: Down): Tap => ({
  firstAt: down.second ? Number.NEGATIVE_INFINITY : down.at,
  where: down.where,
  velocity: down.velocity,
  keptBack: [],
});

/** The press of a second tap that may be held goes out with its release, as one of its own. */
const BOTH_PRESSES = { second: false, holds: true, doubles: false };
const SENT: PlainPress = { type: 'sent' };
const GIVEN_UP: PlainPress = { type: 'given-up' };
const NO_HOLD: Hold = { type: 'none' };

/** Whether the plain press has not gone out yet and still may. */
const isKeptBack = ({ type }: PlainPress): boolean => type === 'waits' || type === 'waits-for-release';

/** When the plain press goes out: now, at the end of a window, or at the release; not at all beside a double tap, on firmware that waits. */
function pressPlan(
  d: Draft,
  chordMs: number,
  also: { readonly second: boolean; readonly holds: boolean; readonly doubles: boolean },
): PlainPress {
  const { firmware } = d.program;
  const waits = firmware.press === 'waits';
  if (waits && also.second) return GIVEN_UP;
  if (waits && also.holds) return { type: 'waits-for-release' };
  const ms = Math.max(chordMs, waits && also.doubles ? firmware.doubleTapMs : 0);
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
  const chords = [...partner.chords, armed.slot];
  if (armed.chord?.singlesFire !== false) {
    d.downs = withEntry(d.downs, partnerId, { ...partner, chords });
    return;
  }
  d.downs = withEntry(d.downs, partnerId, {
    ...partner,
    chords,
    swallowed: true,
    press: isKeptBack(partner.press) ? GIVEN_UP : partner.press,
    kept: null,
    first: null,
    keptForHold: null,
    repeatAt: null,
    second: false,
  });
  d.taps = withoutEntry(d.taps, partnerId);
  // A tap before it was no half of two: it was alone.
  const control = d.program.controls.get(partnerId);
  if (control && partner.first) flush(d, control, partner.first);
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
  const doubles = lookUp(d, control, 'double-tap', where);
  const tapHolds = lookUp(d, control, 'tap-hold', where);
  const tapHeld = held && down.second && tapHolds.length > 0;
  const twice = doubles.length > 0 || tapHolds.length > 0;
  const stillOpen = firmware.press === 'waits' && twice && !down.second && !held && d.t < windowEnd;

  if (!held && down.keptForHold === 'first-press' && down.first) flush(d, control, down.first);
  // The press that was kept back: it goes out now, or at the end of its window.
  const dueAt =
    down.press.type === 'waits' ? down.press.until : down.press.type === 'waits-for-release' && stillOpen ? windowEnd : null;
  if (down.press.type === 'sent') runAll(d, presses, LET_GO);
  else if (down.press.type === 'waits-for-release' && dueAt === null) {
    sendPress(d, control, where, down.velocity);
    runAll(d, presses, LET_GO);
  }
  const fired = (gesture: 'double-tap' | 'repeat'): boolean => !down.kept?.gestures.includes(gesture);
  if (held && !down.swallowed) runAll(d, tapHeld ? tapHolds : lookUp(d, control, 'hold', where), LET_GO);
  if (down.keptForHold === 'double-tap') {
    if (!held) {
      runAll(d, doubles, struck(down.velocity));
      runAll(d, doubles, LET_GO);
    }
  } else if (down.second && fired('double-tap')) runAll(d, doubles, LET_GO);
  if (down.repeatAt !== null && fired('repeat')) runAll(d, lookUp(d, control, 'repeat', where), LET_GO);
  endChords(d, down);
  if (held && !tapHeld && !down.swallowed) tapOnce(d, lookUp(d, control, 'hold-release', where));

  const suppressed =
    (held && firmware.releaseAfterHold === 'suppressed') ||
    (down.second && (doubles.length > 0 || tapHeld) && firmware.releaseAfterDoubleTap === 'suppressed') ||
    down.swallowed;
  const releases = suppressed ? [] : lookUp(d, control, 'release', where);
  const waitsUntil = dueAt ?? (stillOpen ? windowEnd : (down.kept?.until ?? null));
  const keptBack: KeptBack[] = [
    ...(dueAt === null ? [] : [{ until: dueAt, gesture: 'press' as const }]),
    ...(down.kept?.gestures ?? []).map((gesture) => ({ until: down.kept?.until ?? d.t, gesture })),
    ...(releases.length > 0 && waitsUntil !== null ? [{ until: waitsUntil, gesture: 'release' as const }] : []),
  ];
  if (waitsUntil === null) tapOnce(d, releases);
  if (keptBack.length > 0) d.taps = withEntry(d.taps, id, { ...plainTap(down), where, keptBack });

  tapOnce(d, lookUp(d, control, 'any-release', where));
  closeOnRelease(d, control, down);
  for (const signal of control.signals) putSignal(d, signal, 0, control.port);
}

/** A chord is over with the first of its controls that comes up. */
function endChords(d: Draft, down: Down): void {
  for (const slot of down.chords) {
    const armed = d.program.armed[slot];
    if (!armed) continue;
    run(d, armed, LET_GO);
    for (const [id, other] of Object.entries(d.downs))
      if (other.chords.includes(slot))
        d.downs = withEntry(d.downs, id, { ...other, chords: other.chords.filter((s) => s !== slot) });
  }
}

/** Sends what was kept back after a press that turned out to be alone: what is due by a time. The press stays remembered for as long as a second may come. */
function flush(d: Draft, control: ProgramControl, tap: Tap, by = Number.POSITIVE_INFINITY): void {
  const { id } = control.control;
  const keptBack = tap.keptBack.filter((k) => k.until > by);
  const remembered = keptBack.length > 0 || by < tap.firstAt + d.program.firmware.doubleTapMs;
  d.taps = remembered ? withEntry(d.taps, id, { ...tap, keptBack }) : withoutEntry(d.taps, id);
  for (const { until, gesture } of tap.keptBack) {
    if (until > by) continue;
    const all = lookUp(d, control, gesture, tap.where);
    if (gesture === 'press') sendPress(d, control, tap.where, tap.velocity);
    else runAll(d, all, struck(gesture === 'release' ? null : tap.velocity));
    runAll(d, all, LET_GO);
  }
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
    if (down.kept !== null && down.kept.until < next) next = down.kept.until;
  }
  for (const id in d.taps) {
    for (const { until } of d.taps[id]?.keptBack ?? []) if (until < next) next = until;
  }
  return next === Number.POSITIVE_INFINITY ? null : next;
}

/**
 * Does what is due at `d.t`. Ties go in this order: the rest of lists of actions, presses that were kept back, what waited for the window of a chord, holds, repeats.
 */
export function fireDue(d: Draft): void {
  const { t } = d;
  for (const later of d.later.filter((l) => l.at <= t)) {
    d.later = d.later.filter((l) => l !== later);
    const armed = d.program.armed[later.slot];
    if (armed) run(d, armed, later.cause, later.from, later.turn);
  }
  for (const [id, tap] of Object.entries(d.taps)) {
    const control = d.program.controls.get(id);
    if (control && tap.keptBack.some((k) => k.until <= t)) flush(d, control, tap, t);
  }
  for (const [id, down] of Object.entries(d.downs)) {
    const control = d.program.controls.get(id);
    if (!control) continue;
    let now = down;
    if (now.press.type === 'waits' && now.press.until <= t) {
      sendPress(d, control, now.where, now.velocity);
      now = { ...now, press: SENT };
    }
    if (now.kept !== null && now.kept.until <= t) {
      for (const gesture of now.kept.gestures) runAll(d, lookUp(d, control, gesture, now.where), struck(now.velocity));
      now = { ...now, kept: null };
    }
    if (now.hold.type === 'waits' && now.hold.until <= t) {
      now = { ...now, hold: { type: 'held' }, press: isKeptBack(now.press) ? GIVEN_UP : now.press };
      const tapHolds = now.second ? lookUp(d, control, 'tap-hold', now.where) : [];
      const all = tapHolds.length > 0 ? tapHolds : lookUp(d, control, 'hold', now.where);
      if (!now.swallowed) runAll(d, all, struck(now.velocity));
      switchOnHold(d, control);
    }
    if (now.repeatAt !== null && now.repeatAt <= t) {
      const repeats = lookUp(d, control, 'repeat', now.where);
      runAll(d, repeats, LET_GO);
      runAll(d, repeats, struck(now.velocity));
      // A rate of nothing would never let time pass.
      now = { ...now, repeatAt: now.repeatAt + Math.max(1, d.program.firmware.repeatMs) };
    }
    if (now !== down) d.downs = withEntry(d.downs, id, now);
  }
}

function putSignal(d: Draft, signal: (value: number, out: number[]) => void, value: number, port: number): void {
  const words: number[] = [];
  signal(value, words);
  for (const word of words) d.output.push(word, -1, port);
}

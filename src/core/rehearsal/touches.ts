// What the hand did, touch by touch, as it is told apart from what was planned: by control and by kind, whatever its exact times.
import type { ChainEvent } from '../bench';
import { distinctGestures } from '../controller';
import type { Control, RigIndex } from '../rig';
import { type Deed, deedEvents } from '../stage';

/** One touch: a control pressed, held, moved or turned; a button of a unit; or what a real controller sent, where only that is known. */
export interface Touch {
  readonly does: 'press' | 'hold' | 'move' | 'button' | 'heard';
  readonly atMs: number;
  readonly controllerId: string;
  /** Null for a button of the unit, and for what was heard. */
  readonly controlId: string | null;
  /** Whether it was pressed twice, so quickly that its control takes that as one gesture. */
  readonly twice?: boolean;
}

/** What is moved, turned or heard on within this many milliseconds is one touch. Common practice, no source. */
const GOES_ON_MS = 600;
const HEARD_ON_MS = 60;

/** Touches in the order of their beginnings. `events`: in the order of their times. */
export function touchesOf(index: RigIndex, events: readonly ChainEvent[]): readonly Touch[] {
  const touches: Touch[] = [];
  const down = new Map<string, { readonly at: number; readonly atMs: number }>();
  const pressed = new Map<string, number>();
  const going = new Map<string, number>();
  const add = (touch: Touch): number => touches.push(touch) - 1;
  /** Goes on with the same touch, unless something else was done meanwhile or it stood still too long. */
  const goOn = (touch: Touch, within: number): void => {
    const key = `${touch.does} ${touch.controllerId} ${touch.controlId}`;
    const until = going.get(key) ?? Number.NEGATIVE_INFINITY;
    const last = touches.at(-1);
    const same = last?.does === touch.does && last.controlId === touch.controlId && last.controllerId === touch.controllerId;
    if (!same || touch.atMs > until) add(touch);
    going.set(key, touch.atMs + within);
  };
  for (const event of events) {
    const { atMs } = event;
    const control = index.controls.get(event.on);
    if (event.do === 'press' && control) {
      const before = pressed.get(control.id);
      const first = touches[before ?? -1];
      const again = before !== undefined && first && !first.twice && isAgain(index, control, atMs - first.atMs);
      if (again) touches[before] = { ...first, twice: true };
      const at = again ? before : add({ does: 'press', atMs, controllerId: control.controllerId, controlId: control.id });
      pressed.set(control.id, at);
      down.set(control.id, { at, atMs });
    }
    if (event.do === 'release' && control) {
      const held = down.get(control.id);
      const touch = touches[held?.at ?? -1];
      down.delete(control.id);
      // What is held while something else is done is held for that, however long.
      if (held && touch && held.at === touches.length - 1 && isHeld(index, control, atMs - held.atMs))
        touches[held.at] = { ...touch, does: 'hold' };
    }
    if ((event.do === 'move' || event.do === 'turn') && control)
      goOn({ does: 'move', atMs, controllerId: control.controllerId, controlId: control.id }, GOES_ON_MS);
    if (event.do === 'go') add({ does: 'button', atMs, controllerId: event.on, controlId: null });
    if (event.do === 'words') goOn({ does: 'heard', atMs, controllerId: event.on, controlId: null }, HEARD_ON_MS);
  }
  return inOneOrder(index, touches);
}

/** The two switches of a chord come down in whatever order they do: by their ids, where they are as near as the chord asks for. */
function inOneOrder(index: RigIndex, touches: readonly Touch[]): readonly Touch[] {
  const all = [...touches];
  for (let i = 1; i < all.length; i++) {
    const [a, b] = [all[i - 1], all[i]];
    if (a?.does !== 'press' || b?.does !== 'press') continue;
    if ((a.controlId ?? '') <= (b.controlId ?? '') || b.atMs - a.atMs > windowOf(index, a, b)) continue;
    all[i - 1] = { ...b, atMs: a.atMs };
    all[i] = { ...a, atMs: b.atMs };
  }
  return all;
}

/** The longest time between two switches in which a chord takes them as one; below 0 where they have none. */
function windowOf(index: RigIndex, a: Touch, b: Touch): number {
  const windows = [a, b].flatMap((on, i) =>
    (index.assignmentsOf.get(on.controlId ?? '') ?? []).flatMap(({ gesture }) =>
      gesture.type === 'chord' && gesture.with === [b, a][i]?.controlId ? [gesture.windowMs] : [],
    ),
  );
  return Math.max(-1, ...windows);
}

/** Whether a press was so long that its control takes it for another gesture. */
function isHeld(index: RigIndex, control: Control, ms: number): boolean {
  const firmware = index.controllers.get(control.controllerId)?.firmware;
  return firmware !== undefined && ms >= firmware.holdMs && distinctGestures(index, control, firmware).includes('hold');
}

/** Whether a second press came so soon after the first that its control takes both for another gesture. */
function isAgain(index: RigIndex, control: Control, ms: number): boolean {
  const firmware = index.controllers.get(control.controllerId)?.firmware;
  if (firmware === undefined || ms > firmware.doubleTapMs) return false;
  const gestures = distinctGestures(index, control, firmware);
  return gestures.includes('double-tap') || gestures.includes('tap-hold');
}

/** The touches that a planned gesture is made of. */
export function touchesFor(index: RigIndex, deed: Deed): readonly Touch[] {
  const { id: controllerId } = deed.of;
  if (deed.does === 'button') return [{ does: 'button', atMs: 0, controllerId, controlId: null }];
  if (deed.does === 'move' || deed.does === 'turn') return [{ does: 'move', atMs: 0, controllerId, controlId: deed.on.id }];
  if (deed.does === 'chord')
    return [deed.on.id, deed.with.id].sort().map((controlId): Touch => ({ does: 'press', atMs: 0, controllerId, controlId }));
  return touchesOf(index, deedEvents(deed, 0));
}

/** A planned touch, and the gesture of the way that it is of. */
export interface Planned {
  readonly touch: Touch;
  readonly step: number;
}

/** How good it is to go on: touches that were planned and done, and gestures of which some touch was not done. */
interface Score {
  readonly both: number;
  readonly out: number;
  readonly go: 'together' | 'done' | 'planned' | 'over';
}
const better = (a: Score, b: Score): boolean => a.both > b.both || (a.both === b.both && a.out < b.out);

/**
 * Which touches were planned and which planned ones were done, in order: the longest row that both have in common (R. Wagner, M. Fischer 1974), and of several the one that
 * leaves the fewest gestures undone.
 */
export function matched(
  done: readonly Touch[],
  planned: readonly Planned[],
): { readonly done: ReadonlySet<number>; readonly planned: ReadonlySet<number> } {
  const same = (i: number, j: number): boolean => {
    const [a, b] = [done[i], planned[j]?.touch];
    return (
      a !== undefined &&
      b !== undefined &&
      a.does === b.does &&
      a.controllerId === b.controllerId &&
      a.controlId === b.controlId &&
      (a.twice ?? false) === (b.twice ?? false)
    );
  };
  const within = (j: number): boolean => planned[j + 1]?.step === planned[j]?.step;
  // By what is done, what is planned, and whether the gesture before is undone already and goes on.
  const scores = new Map<string, Score>();
  const at = (i: number, j: number, undone: boolean): Score =>
    scores.get(`${i} ${j} ${undone}`) ?? { both: 0, out: 0, go: 'over' };
  for (let i = done.length; i >= 0; i--)
    for (let j = planned.length; j >= 0; j--)
      for (const undone of [false, true]) {
        const all: Score[] = [];
        if (same(i, j)) {
          const next = at(i + 1, j + 1, undone && within(j));
          all.push({ both: next.both + 1, out: next.out, go: 'together' });
        }
        if (i < done.length) all.push({ ...at(i + 1, j, undone), go: 'done' });
        if (j < planned.length) {
          const next = at(i, j + 1, within(j));
          all.push({ both: next.both, out: next.out + (undone ? 0 : 1), go: 'planned' });
        }
        const [first, ...others] = all;
        if (first)
          scores.set(
            `${i} ${j} ${undone}`,
            others.reduce((best, s) => (better(s, best) ? s : best), first),
          );
      }
  const both = { done: new Set<number>(), planned: new Set<number>() };
  let [i, j, undone] = [0, 0, false];
  for (let { go } = at(i, j, undone); go !== 'over'; { go } = at(i, j, undone)) {
    if (go === 'together') {
      both.done.add(i++);
      both.planned.add(j);
      undone = within(j++) && undone;
    } else if (go === 'done') i++;
    else undone = within(j++);
  }
  return both;
}

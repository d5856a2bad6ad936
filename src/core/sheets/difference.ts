// What has to be entered again between two states of a rig: lines of the sheet that came, went or read otherwise.
import type { RigIndex } from '../rig';
import { makeSheet, type Sheet } from './sheet';

export interface SheetChange {
  readonly type: 'enter' | 'clear' | 'change';
  /** The controller or target where it is entered. */
  readonly unit: string;
  /** The control and gesture, or the parameter. */
  readonly what: string;
  /** What stood there, and what is to stand there; null where there is nothing. */
  readonly was: string | null;
  readonly now: string | null;
}

interface Written {
  readonly unit: string;
  readonly what: string;
  readonly text: string;
}

/** What a player has to do at the hardware and in the software to get from one state to the other, controllers first. */
export function differenceOf(before: RigIndex, after: RigIndex): readonly SheetChange[] {
  const a = writtenIn(makeSheet(before));
  const b = writtenIn(makeSheet(after));
  const changes: SheetChange[] = [];
  for (const [key, now] of b) {
    const was = a.get(key);
    if (!was) changes.push({ type: 'enter', unit: now.unit, what: now.what, was: null, now: now.text });
    else if (was.text !== now.text || was.what !== now.what)
      changes.push({ type: 'change', unit: now.unit, what: now.what, was: was.text, now: now.text });
  }
  for (const [key, was] of a)
    if (!b.has(key)) changes.push({ type: 'clear', unit: was.unit, what: was.what, was: was.text, now: null });
  return changes;
}

/** `Control change 102, ch 5, alternating 127 / 0`. */
const inWords = (
  line: { readonly type: string; readonly number: string; readonly channel: string },
  more: readonly string[],
): string =>
  [`${line.type} ${line.number}`.trim(), line.channel && `ch ${line.channel}`, ...more].filter((t) => t !== '').join(', ');

/** The lines of a sheet by what they belong to: an assignment and the place of the message in it, or a landing. */
function writtenIn(sheet: Sheet): ReadonlyMap<string, Written> {
  const lines = new Map<string, Written>();
  for (const { controller, lines: own } of sheet.controllers) {
    const counts = new Map<string, number>();
    for (const l of own) {
      const n = counts.get(l.assignment.id) ?? 0;
      counts.set(l.assignment.id, n + 1);
      lines.set(`${l.assignment.id} ${n}`, {
        unit: controller.name,
        what: `${l.control} ${l.gesture}, ${l.place}`,
        text: inWords(l, [l.values, l.display]),
      });
    }
  }
  for (const { target, lines: own } of sheet.targets) {
    for (const l of own)
      lines.set(l.landing.id, {
        unit: target.name,
        what: l.parameter,
        text: inWords(l, [l.mode, l.range]),
      });
  }
  return lines;
}

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
  /** The same for the same place in a device, whatever it is called. */
  readonly spot: string;
}

/** A line as it stands in a device. */
export interface Written {
  readonly unit: string;
  readonly what: string;
  readonly text: string;
  readonly spot: string;
}

/** What a player has to do at the hardware and in the software to get from one state to the other, controllers first. */
export function differenceOf(before: RigIndex, after: RigIndex): readonly SheetChange[] {
  const a = writtenFor(before);
  const b = writtenFor(after);
  const changes: SheetChange[] = [];
  for (const [key, now] of b) {
    const was = a.get(key);
    const enter: SheetChange = { type: 'enter', unit: now.unit, what: now.what, was: null, now: now.text, spot: now.spot };
    if (!was) changes.push(enter);
    // What moved to another control, gesture or place is taken away there and entered here.
    else if (was.spot !== now.spot) changes.push(cleared(was), enter);
    else if (was.text !== now.text) changes.push({ ...enter, type: 'change', was: was.text });
  }
  for (const [key, was] of a) if (!b.has(key)) changes.push(cleared(was));
  return changes;
}

const cleared = ({ unit, what, text, spot }: Written): SheetChange => ({ type: 'clear', unit, what, was: text, now: null, spot });

/** `Control change 102, ch 5, alternating 127 / 0`. */
const inWords = (
  line: { readonly type: string; readonly number: string; readonly channel: string },
  more: readonly string[],
): string =>
  [`${line.type} ${line.number}`.trim(), line.channel && `ch ${line.channel}`, ...more].filter((t) => t !== '').join(', ');

/** The lines of the sheet by what they belong to: an assignment and the place of the message in it, or a landing. */
export const writtenFor = (index: RigIndex): ReadonlyMap<string, Written> => writtenIn(makeSheet(index));

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
        spot: JSON.stringify([
          l.assignment.controlId,
          l.assignment.gesture,
          l.assignment.bank,
          l.assignment.page,
          l.assignment.layerId,
        ]),
        text: inWords(l, [l.values, l.display]),
      });
    }
  }
  for (const { target, lines: own } of sheet.targets) {
    for (const l of own)
      lines.set(l.landing.id, {
        unit: target.name,
        what: l.parameter,
        spot: JSON.stringify([l.landing.targetId, l.landing.parameterId, l.landing.hostLayerId]),
        text: inWords(l, [l.mode, l.range]),
      });
  }
  return lines;
}

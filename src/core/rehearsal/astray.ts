// Real controllers in a rehearsal: where they stand, by what is heard of them.
import { type ChainEvent, sysexOf } from '../bench';
import { type SpeakingTable, speakingTable } from '../controller';
import { beginFollowing, type Following, hear, possiblePlaces } from '../following';
import type { RigIndex, StandAt } from '../rig';
import { isStandAt, type Wish } from '../stage';

/** A real controller that is followed by what it sends. */
interface HeardUnit {
  readonly table: SpeakingTable;
  readonly following: Following;
}

/** Real controllers by their id, as far as they were heard; null for one that cannot be followed. */
export type HeardUnits = Map<string, HeardUnit | null>;

/** More situations than this are not followed: nothing is said of such a controller then. */
const MOST_PLACES = 2000;

function hearUnit(index: RigIndex, heard: HeardUnits, { on, atMs, words }: Extract<ChainEvent, { do: 'words' }>): void {
  let unit = heard.get(on);
  if (unit === undefined) {
    const controller = index.controllers.get(on);
    const table = controller ? speakingTable(index, controller, sysexOf(index), MOST_PLACES) : null;
    // It may stand anywhere before it is heard.
    unit = table && { table, following: beginFollowing(table, 'anywhere') };
  }
  heard.set(on, unit && { ...unit, following: words.reduce((f, word) => hear(unit.table, f, atMs, word), unit.following) });
}

/** Real controllers that, from the downbeat on, never can have stood where a section wants them: who goes on from there early was there. */
export function astrayIn(
  index: RigIndex,
  heard: HeardUnits,
  events: readonly ChainEvent[],
  { stand }: Wish,
  dueMs: number,
): readonly string[] {
  const could = new Set<StandAt>();
  const look = (): void => {
    for (const s of stand) if (mayStand(heard.get(s.controllerId) ?? null, s)) could.add(s);
  };
  const words = events.filter((e) => e.do === 'words');
  for (const event of words) if (event.atMs <= dueMs) hearUnit(index, heard, event);
  look();
  for (const event of words) {
    if (event.atMs <= dueMs) continue;
    hearUnit(index, heard, event);
    look();
  }
  return stand.flatMap((s) => (could.has(s) ? [] : s.controllerId));
}

/** Whether a real controller may stand where a section wants it, by what was heard of it. */
const mayStand = (unit: HeardUnit | null, wanted: StandAt): boolean =>
  unit === null || possiblePlaces(unit.table, unit.following).some((place) => isStandAt(wanted, place));

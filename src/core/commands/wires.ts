// Plugging in, unplugging and describing wires.
import { type Channel, channel } from '../midi';
import { batch, type Edit, insert, type Rig, remove, type Wire } from '../rig';
import { wire } from './gear';
import { type NewId, nextOrder, patch } from './shared';

const nameOf = (rig: Rig, id: string): string => [...rig.controllers, ...rig.targets].find((u) => u.id === id)?.name ?? '?';

/** A wire from a unit to a unit; null where it would lead to itself or one of them is gone. What a target sends on to another target it passes on. */
export function addWire(
  rig: Rig,
  fromId: string,
  toId: string,
  newId: NewId,
): { readonly edit: Edit; readonly id: string } | null {
  const units = new Set([...rig.controllers, ...rig.targets].map((u) => u.id));
  if (fromId === toId || !units.has(fromId) || !units.has(toId)) return null;
  const isTarget = new Set(rig.targets.map((t) => t.id));
  const row: Wire = {
    ...wire({ id: fromId }, { id: toId }, nextOrder(rig.wires), newId),
    // What a target sends of its own are values that go back; on to another target it can only pass on.
    passesOn: isTarget.has(fromId) && isTarget.has(toId),
  };
  return { edit: batch(`Wire ${nameOf(rig, fromId)} to ${nameOf(rig, toId)}`, [insert('wires', row)]), id: row.id };
}

/** Unplugs a wire. */
export const removeWire = (rig: Rig, row: Wire): Edit =>
  batch(`Unplug ${nameOf(rig, row.from.unitId)} from ${nameOf(rig, row.to.unitId)}`, [remove('wires', row)]);

/** Changes a wire; null where nothing changes. */
export function changeWire(row: Wire, changes: Partial<Wire>): Edit | null {
  const edits = patch('wires', row, changes);
  return edits.length === 0 ? null : batch('Change a wire', edits);
}

/**
 * Channels as text: `1-4, 9`; empty where all pass.
 * @example writeChannels([1, 2, 3, 9]) // => '1-3, 9'
 */
export function writeChannels(channels: readonly number[] | null): string {
  if (channels === null) return '';
  const runs: [number, number][] = [];
  for (const c of [...channels].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && last[1] === c - 1) last[1] = c;
    else runs.push([c, c]);
  }
  return runs.map(([a, b]) => (a === b ? String(a) : `${a}-${b}`)).join(', ');
}

/** The inverse of `writeChannels`; undefined for what are no channels. */
export function parseChannels(text: string): Channel[] | null | undefined {
  if (text.trim() === '') return null;
  const found = new Set<number>();
  for (const part of text.split(',')) {
    const match = /^\s*(\d{1,2})(?:\s*[-–]\s*(\d{1,2}))?\s*$/.exec(part);
    const from = Number(match?.[1]);
    const to = match?.[2] === undefined ? from : Number(match[2]);
    if (!match || from < 1 || to > 16 || from > to) return undefined;
    for (let c = from; c <= to; c++) found.add(c);
  }
  return [...found].sort((a, b) => a - b).map(channel);
}

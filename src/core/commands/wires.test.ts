import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parameter, smallRig } from '../../../tests/kit/small-rig';
import { apply } from '../rig';
import { addWire, changeWire, parseChannels, removeWire, writeChannels } from './wires';

describe('wires', () => {
  it('channels survive being written and read, and what are none are refused', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 16 }), { minLength: 1 }), (channels) => {
        expect(parseChannels(writeChannels(channels))).toEqual([...channels].sort((a, b) => a - b));
      }),
    );
    expect(writeChannels(null)).toBe('');
    expect(parseChannels(' ')).toBeNull();
    for (const text of ['0', '17', '5-2', 'a', '1;2', '1,,2']) expect(parseChannels(text)).toBeUndefined();
  });
  it('are added, changed and taken away, and never lead from a unit to itself', () => {
    const rig = smallRig([parameter('a')]);
    const added = addWire(rig, 'hall', 'board', () => 'back');
    const done = added && apply(rig, added.edit);
    if (!done?.ok) throw new Error('not added');
    const row = done.value.wires.find((w) => w.id === 'back');
    expect(row).toMatchObject({ passesOn: false, forRemote: true });
    expect(addWire(rig, 'hall', 'hall', () => 'x')).toBeNull();
    expect(addWire(rig, 'gone', 'hall', () => 'x')).toBeNull();
    if (!row) throw new Error('gone');
    expect(changeWire(row, { transport: row.transport })).toBeNull();
    const off = changeWire(row, { transport: 'din', forNotes: false });
    const changed = off && apply(done.value, off);
    expect(changed?.ok && changed.value.wires.find((w) => w.id === 'back')).toMatchObject({ transport: 'din', forNotes: false });
    const gone = apply(done.value, removeWire(done.value, row));
    expect(gone.ok && gone.value.wires).toEqual(rig.wires);
  });
});

// What hears its number on every channel (MIDI 1.0: omni).
import { describe, expect, it } from 'vitest';
import { played, tap } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  parameter,
  program,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { judge } from '../checks';
import { addressesOf, apply, indexRig, type Rig } from '../rig';
import { assign, hearOnChannels } from './index';
import { rowsHearing } from './run';

const on = (channels: 'one' | 'all', feedback: 'none' | 'same-address' = 'none'): Rig =>
  withFunctions(
    smallRig([continuous('p', 0, 100), parameter('q')], { reception: { feedback } }),
    [
      assignment({ id: 'a', on: 'k1', gesture: 'move', message: cc(20, 5), behaviour: range(0, 127), meant: ['p'] }),
      assignment({ id: 'b', on: 'fs1', message: cc(20, 9), behaviour: fixed(127), meant: ['q'] }),
    ],
    [
      landing('p', { id: 'lp', address: cc(20, 5), channels, from: 0, to: 100 }),
      landing('q', { id: 'lq', address: cc(20, 9), mode: 'toggle' }),
    ],
  );

describe('a landing that hears every channel', () => {
  it('has an address on each, its own first', () => {
    const [row] = on('all').landings;
    const channels = row ? addressesOf(row).map((a) => ('channel' in a ? a.channel : 0)) : [];
    expect(channels).toEqual([5, 1, 2, 3, 4, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16]);
  });
  it('is moved by a number that comes on another channel', () => {
    const press = tap('fs1', 0);
    expect(played(on('one'), press).at('p')).toBe(0);
    expect(played(on('all'), press).at('p')).toBe(100);
  });
  it('clashes with the same number on another channel; one that hears its own does not', () => {
    const clashes = (rig: Rig) => [...judge(rig).findings.values()].flat().filter((f) => f.check === 'address-clash');
    expect(clashes(on('one'))).toEqual([]);
    expect(clashes(on('all')).map((f) => f.subjectId)).toEqual(['b']);
  });
  it('is what everything in its target becomes where the target hears so, and what is made there from then on', () => {
    const index = indexRig(on('one'));
    const [target] = index.rig.targets;
    if (!target) throw new Error('the rig has a target');
    const after = apply(index.rig, hearOnChannels(index, target, 'all'));
    if (!after.ok) throw new Error('it can be done');
    expect(after.value.landings.map((l) => l.channels)).toEqual(['all', 'all']);
    const wish = {
      parameterId: 'p',
      controlId: 'k2',
      place: { bank: null, page: null, layerId: null },
      gesture: { type: 'move' },
      onTaken: 'replace',
    } as const;
    let n = 0;
    const made = assign(indexRig(after.value), wish, () => `new${n++}`);
    if (!made.ok) throw new Error(JSON.stringify(made.error));
    const next = apply(after.value, made.value.edit);
    expect(next.ok && next.value.landings.at(-1)).toMatchObject({ parameterId: 'p', channels: 'all' });
    // A number of another channel is not free there.
    expect(next.ok && next.value.landings.at(-1)?.address).not.toMatchObject({ number: 20 });
  });
  it('of a run hears each of its numbers on each, and opens into a line a number', () => {
    const rig = withFunctions(
      smallRig([parameter('p', { kind: 'stepped', lowest: 0, highest: 2, steps: [...'abc'] })]),
      [0, 2].map((i) =>
        assignment({ id: `a${i}`, on: i === 0 ? 'fs1' : 'fs2', message: program(3 + i, 9), behaviour: fixed(0), meant: ['p'] }),
      ),
      [landing('p', { id: 'run', address: program(3, 5), mode: 'run', from: 0, to: 2, channels: 'all' })],
    );
    expect(played(rig, tap('fs2', 0)).at('p')).toBe(2);
    const index = indexRig(rig);
    const [row] = rig.landings;
    if (!row) throw new Error('the rig has a run');
    let n = 0;
    const after = apply(
      rig,
      rowsHearing(index, row, 'set', null, () => `new${n++}`),
    );
    if (!after.ok) throw new Error(JSON.stringify(after.error));
    expect(after.value.landings.map((l) => [l.address, l.setValue, l.channels])).toEqual([
      [program(3, 5), 0, 'all'],
      [program(5, 5), 2, 'all'],
    ]);
    expect(played(after.value, tap('fs2', 0)).at('p')).toBe(2);
  });
  it('is no run with one that hears its own, and no run goes on where another channel is for something else', () => {
    const steps = parameter('p', { kind: 'stepped', lowest: 0, highest: 2, steps: [...'abc'] });
    const row = landing('p', { id: 'l0', address: program(3, 5), mode: 'set', setValue: 0, channels: 'all' });
    const made = (rig: Rig) => {
      const done = apply(
        rig,
        rowsHearing(indexRig(rig), row, 'run', null, () => 'new'),
      );
      if (!done.ok) throw new Error(JSON.stringify(done.error));
      return done.value.landings.map((l) => [l.id, l.mode, l.to]);
    };
    const other = { ...row, id: 'l1', address: program(4, 5), setValue: 1, channels: 'one' as const };
    expect(made(withFunctions(smallRig([steps]), [], [row, other]))).toContainEqual(['l1', 'set', other.to]);
    const sent = [assignment({ id: 'a', on: 'fs1', message: program(5, 9), behaviour: fixed(0), meant: ['q'] })];
    expect(made(withFunctions(smallRig([steps, parameter('q')]), sent, [row]))).toEqual([['l0', 'run', 1]]);
  });
});

// The picture of the wires: columns, who hears whom, doubles and loops, by drawn examples and by laws over random wirings.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parameter, smallRig } from '../../../tests/kit/small-rig';
import type { Rig, Wire } from '../rig';
import { compileNetwork } from './network';
import { wiringPicture } from './picture';

const base = smallRig([parameter('a')]);
const [board] = base.controllers;
const [hall] = base.targets;
if (!board || !hall) throw new Error('the small rig changed');

const rigOf = (names: readonly string[], wires: readonly Wire[]): Rig => ({
  ...base,
  targets: names.map((name, i) => ({ ...hall, id: name, name, order: i })),
  parameters: [],
  wires: [...wires],
});
const wire = (from: string, to: string, change: Partial<Wire> = {}): Wire => ({
  id: `${from}-${to}`,
  order: 1,
  from: { unitId: from, port: '' },
  to: { unitId: to, port: '' },
  transport: 'usb',
  channels: null,
  types: null,
  forNotes: true,
  forRemote: true,
  passesOn: from !== 'board',
  translator: null,
  entered: null,
  note: '',
  ...change,
});
const marks = (rig: Rig) =>
  Object.fromEntries(
    wiringPicture(rig).wires.map((w) => [w.wire.id, `${w.loop ? 'loop ' : ''}${w.doubled ? 'double' : ''}`.trim()]),
  );
const hears = (rig: Rig) => Object.fromEntries(wiringPicture(rig).hearing.map((h) => [h.targetId, h.times]));

describe('the picture of the wires', () => {
  it('stands controller, host and plugin in a row, each heard once', () => {
    const rig = rigOf(['host', 'plugin'], [wire('board', 'host'), wire('host', 'plugin')]);
    expect(wiringPicture(rig).units.map((u) => [u.id, u.column])).toEqual([
      ['board', 0],
      ['host', 1],
      ['plugin', 2],
    ]);
    expect(hears(rig)).toEqual({ host: 1, plugin: 1 });
    expect(Object.values(marks(rig))).toEqual(['', '']);
  });
  it('marks the second path that doubles every message, all the way (domain, section 8)', () => {
    const rig = rigOf(['host', 'plugin'], [wire('board', 'host'), wire('host', 'plugin'), wire('board', 'plugin')]);
    expect(hears(rig)).toEqual({ host: 1, plugin: 2 });
    expect(marks(rig)).toEqual({ 'board-host': 'double', 'host-plugin': 'double', 'board-plugin': 'double' });
  });
  it('sees that filters keep two paths apart', () => {
    const rig = rigOf(
      ['host', 'plugin'],
      [wire('board', 'host'), wire('host', 'plugin', { types: ['note'] }), wire('board', 'plugin', { types: ['cc'] })],
    );
    expect(hears(rig)).toEqual({ host: 1, plugin: 1 });
    expect(Object.values(marks(rig))).toEqual(['', '', '']);
  });
  it('marks a loop of what passes on, and no loop where values only come back to the controller', () => {
    const loop = rigOf(['host', 'hub'], [wire('board', 'host'), wire('host', 'hub'), wire('hub', 'host')]);
    expect(marks(loop)).toMatchObject({
      'host-hub': expect.stringContaining('loop'),
      'hub-host': expect.stringContaining('loop'),
    });
    // Inside of a loop each is still heard once by its straight way, and once more round the loop is the loop's own fault.
    expect(hears(loop)).toEqual({ host: 1, hub: 1 });
    const back = rigOf(['host'], [wire('board', 'host'), wire('host', 'board', { passesOn: false })]);
    expect(marks(back)).toEqual({ 'board-host': '', 'host-board': '' });
    expect(wiringPicture(back).wires.map((w) => w.back)).toEqual([false, true]);
  });
  it('says what is only played and what is closed', () => {
    const rig = rigOf(
      ['a', 'b'],
      [wire('board', 'a', { forRemote: false }), wire('board', 'b', { forRemote: false, forNotes: false })],
    );
    expect(wiringPicture(rig).wires.map((w) => w.carries)).toEqual(['notes', 'nothing']);
    expect(hears(rig)).toEqual({ a: 0, b: 0 });
  });
  it('on random wirings: every unit has a column and a row of its own, and a loop is marked exactly where a plan is cut', () => {
    const names = ['a', 'b', 'c', 'd'];
    const link = fc.record({ from: fc.constantFrom('board', ...names), to: fc.constantFrom(...names), passesOn: fc.boolean() });
    fc.assert(
      fc.property(fc.array(link, { maxLength: 7 }), (links) => {
        const wires = links.map((l, i) => wire(l.from, l.to, { id: `w${i}`, passesOn: l.passesOn && l.from !== 'board' }));
        const rig = rigOf(names, wires);
        const picture = wiringPicture(rig);
        expect(new Set(picture.units.map((u) => `${u.column} ${u.row}`)).size).toBe(picture.units.length);
        const network = compileNetwork(rig, new Set());
        const cut = network.planOf('board', 'cc', 1).looped;
        const reached = network.reachedFrom('board');
        const seen = picture.wires.some((w) => w.loop && reached.has(w.wire.from.unitId));
        expect(seen).toBe(cut);
      }),
      { numRuns: 300 },
    );
  });
});

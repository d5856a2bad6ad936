// The ways that a message takes: filters, remote and notes, merges, doubles, loops.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Wire } from '../rig';
import { arrivals, compileNetwork, MOST_HOPS, passesAs, routesFrom } from './index';

const wire = (from: string, to: string, change: Partial<Wire> = {}): Wire => ({
  id: `${from}-${to}${change.note ?? ''}`,
  order: 1,
  from: { unitId: from, port: '' },
  to: { unitId: to, port: '' },
  transport: 'usb',
  channels: null,
  types: null,
  forNotes: true,
  forRemote: true,
  passesOn: false,
  translator: null,
  entered: null,
  note: '',
  ...change,
});

const reached = (wires: readonly Wire[], unplugged: readonly string[] = []) => {
  const plan = compileNetwork({ wires: [...wires] }, new Set(unplugged)).planOf('board', 'cc', 1);
  return { ...Object.fromEntries(arrivals(plan)), looped: plan.looped };
};

describe('one wire', () => {
  it('lets through what its filters name', () => {
    const one = { ...wire('a', 'b'), channels: [1, 5] as Wire['channels'], types: ['cc'] };
    expect(passesAs(one, 'cc', 5)).toBe('remote');
    expect(passesAs(one, 'cc', 6)).toBeNull();
    expect(passesAs(one, 'note', 5)).toBeNull();
    // Messages without a channel pass a channel filter.
    expect(passesAs({ ...one, types: null }, 'start', 0)).toBe('remote');
  });
  it('that is on for notes only lets notes through, and not as remote control', () => {
    const notes = wire('a', 'b', { forRemote: false });
    expect(passesAs(notes, 'note', 1)).toBe('notes');
    expect(passesAs(notes, 'cc', 1)).toBeNull();
    expect(passesAs({ ...notes, forNotes: false }, 'note', 1)).toBeNull();
  });
});

describe('ports of one unit', () => {
  const keys = { ...wire('board', 'synth', { note: 'k' }), from: { unitId: 'board', port: 'Keys' } };
  const remote = { ...wire('board', 'host', { note: 'r' }), from: { unitId: 'board', port: 'Remote' } };
  const on = { ...wire('host', 'plugin', { passesOn: true }), from: { unitId: 'host', port: 'Out' } };
  const network = compileNetwork({ wires: [keys, remote, on] }, new Set());
  const from = (port?: string) => Object.fromEntries(arrivals(network.planOf('board', 'cc', 1, port)));
  it('what goes out of one takes the wires that begin there, and behind them every wire', () => {
    expect(from('Keys')).toEqual({ synth: 1 });
    expect(from('Remote')).toEqual({ host: 1, plugin: 1 });
  });
  it('what names none goes out of all, and a port that no wire begins at leads nowhere', () => {
    expect([from(), from('')]).toEqual([
      { synth: 1, host: 1, plugin: 1 },
      { synth: 1, host: 1, plugin: 1 },
    ]);
    expect(from('Thru')).toEqual({});
  });
});

describe('many wires', () => {
  it('a host passes on to a plugin only over wires that pass on', () => {
    expect(reached([wire('board', 'host'), wire('host', 'plugin')])).toEqual({ host: 1, looped: false });
    expect(reached([wire('board', 'host'), wire('host', 'plugin', { passesOn: true })])).toEqual({
      host: 1,
      plugin: 1,
      looped: false,
    });
  });
  it('a second path, straight as well as through the host, doubles every message', () => {
    expect(reached([wire('board', 'host'), wire('board', 'plugin'), wire('host', 'plugin', { passesOn: true })])).toEqual({
      host: 1,
      plugin: 2,
      looped: false,
    });
  });
  it('a merge brings two controllers to one target', () => {
    const network = compileNetwork(
      { wires: [wire('board', 'merge'), wire('slab', 'merge'), wire('merge', 'plugin', { passesOn: true })] },
      new Set(),
    );
    for (const unit of ['board', 'slab']) expect(arrivals(network.planOf(unit, 'cc', 1)).get('plugin')).toBe(1);
  });
  it('a return path that echoes makes a loop: it is cut after 64 hops and reported', () => {
    expect(
      reached([
        wire('board', 'host'),
        wire('host', 'board', { passesOn: true }),
        wire('board', 'host', { passesOn: true, note: '2' }),
      ]),
    ).toMatchObject({
      looped: true,
    });
    const ring = reached([wire('board', 'hub'), wire('hub', 'hub', { passesOn: true })]);
    expect(ring).toEqual({ hub: MOST_HOPS, looped: true });
  });
  it('a cable that is pulled carries nothing', () => {
    expect(reached([wire('board', 'host')], ['board-host'])).toEqual({ looped: false });
  });
  it('ends for any wiring, however it loops, and reports a loop exactly if one can be walked', () => {
    const units = ['board', 'b', 'c', 'd'];
    const any = fc.array(fc.tuple(fc.constantFrom(...units), fc.constantFrom(...units), fc.boolean()), { maxLength: 8 });
    fc.assert(
      fc.property(any, (edges) => {
        const wires = edges.map(([from, to, passesOn], i) => wire(from, to, { passesOn, id: `w${i}` }));
        // Walk from the board: first any wire, then those that pass on. A wire walked twice on one path is a loop.
        const loops = (unit: string, walked: readonly string[]): boolean =>
          wires.some(
            (w) =>
              w.from.unitId === unit &&
              (walked.length === 0 || w.passesOn) &&
              (walked.includes(w.id) || loops(w.to.unitId, [...walked, w.id])),
          );
        expect(reached(wires).looped).toBe(loops('board', []));
      }),
    );
  });
  it('targets that are reached only through something count as reached', () => {
    const index = {
      wiresFrom: new Map([
        ['board', [wire('board', 'host')]],
        ['host', [wire('host', 'plugin', { passesOn: true })]],
      ]),
      targets: new Map(['host', 'plugin'].map((id) => [id, { id }])),
    };
    expect(routesFrom(index as never, 'board').map((r) => r.target.id)).toEqual(['host', 'plugin']);
  });
});

// Who sits where, numbers moved by hand, and one edit for many moves.
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  layer,
  noteOn,
  parameter,
  program,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { renumber } from '../commands';
import { channel, type Message, shortName, u7 } from '../midi';
import { apply, indexRig, type Rig } from '../rig';
import { countUp, type Demand, demandsOf, occupancyOf, planNumbers, shiftBy, swapped, toChannel } from './index';

const pair: Message = { type: 'cc14', channel: channel(5), number: u7(20) };

const rig: Rig = withFunctions(
  smallRig([parameter('freeze'), parameter('gate'), continuous('mix', 0, 1)], {
    layers: [layer({ madeIn: 'host', signal: cc(119) })],
    reception: { windows: [{ type: 'cc', channels: null, from: 20, to: 119 }] },
  }),
  [
    assignment({ behaviour: latching(127, 0), meant: ['freeze'] }),
    assignment({ id: 'a2', on: 'fs2', message: noteOn(60), behaviour: fixed(127), meant: ['gate'] }),
    assignment({ id: 'a3', on: 'k1', gesture: 'move', message: pair, behaviour: range(0, 16383), meant: ['mix'] }),
    assignment({ id: 'a4', on: 'fs2', gesture: 'hold', message: program(3), behaviour: fixed(0), meant: ['gate'] }),
  ],
  [
    landing('freeze'),
    landing('gate', { address: noteOn(60) }),
    landing('mix', { address: pair }),
    landing('freeze', { id: 'left', address: cc(90) }),
  ],
);

describe('addresses', () => {
  const addressRows = occupancyOf(indexRig(rig), null);
  it('are taken by sends, by the low byte of a 14-bit control, and by the modifier of a layer made in the host', () => {
    expect(addressRows.used('cc', 5)).toEqual([20, 52, 104, 119]);
    expect(addressRows.addressRowAt('cc', 5, 52).sitters.map((s) => s.beside)).toEqual([true]);
    expect(addressRows.addressRowAt('cc', 5, 119).sitters[0]?.layer?.id).toBe('heel');
    expect(addressRows.used('note', 5)).toEqual([60]);
    expect(addressRows.used('program', 5)).toEqual([3]);
    expect(addressRows.used('cc', 6)).toEqual([]);
  });
  it('a translator on another wire opens none: who hears a channel is told by the filters', () => {
    const [wire] = rig.wires;
    const [hall] = rig.targets;
    if (!wire || !hall) throw new Error('the small rig changed');
    const box = { name: '', lines: [], rest: 'passes' as const };
    const both = {
      ...rig,
      targets: [hall, { ...hall, id: 'synth', name: 'Synth' }],
      wires: [
        { ...wire, channels: [channel(5)] },
        { ...wire, id: 'w2', to: { unitId: 'synth', port: '' }, translator: box },
      ],
    };
    const seen = occupancyOf(indexRig(both), null);
    expect([5, 6].map((ch) => seen.hearers('cc', ch).map((t) => t.id))).toEqual([['hall', 'synth'], ['synth']]);
    const filtered = occupancyOf(indexRig(both), wire.id);
    expect([5, 6].map((ch) => filtered.hearers('cc', ch).map((t) => t.id))).toEqual([['hall'], []]);
  });
  it('tell of what is still listened for where nothing is sent', () => {
    expect(addressRows.addressRowAt('cc', 5, 90)).toMatchObject({ sitters: [], leftovers: [{ id: 'left' }] });
  });
  it('are taken by targets whose windows they lie in, and heard by all that the wire leads to', () => {
    expect(addressRows.takers('cc', 5, 104).map((t) => t.id)).toEqual(['hall']);
    expect(addressRows.takers('cc', 5, 7)).toEqual([]);
    expect(addressRows.hearers('cc', 5).map((t) => t.id)).toEqual(['hall']);
  });
  it('on one wire are those whose messages go over it', () => {
    const filtered = { ...rig, wires: rig.wires.map((w) => ({ ...w, channels: [channel(1)] })) };
    expect(occupancyOf(indexRig(filtered), 'wire').used('cc', 5)).toEqual([]);
    expect(occupancyOf(indexRig(filtered), null).used('cc', 5)).toEqual([20, 52, 104, 119]);
    expect(occupancyOf(indexRig(rig), 'wire').used('cc', 5)).toEqual([20, 52, 104, 119]);
  });
});

describe('numbers moved by hand', () => {
  const demands = demandsOf(indexRig(rig)).filter((d) => d.message.type === 'cc');
  const names = (moves: readonly { to: Message }[]): string[] => moves.map((m) => shortName(m.to));
  it('count up over reserved ones, and never into channel mode messages (MIDI 1.0)', () => {
    expect(names(countUp(demands, 95).moves)).toEqual(['CC 95', 'CC 102']);
    const end = countUp(demands, 119);
    expect(names(end.moves)).toEqual(['CC 119']);
    expect(end.refused.map((r) => r.why)).toEqual([{ code: 'channel-mode', number: 120 }]);
  });
  it('shift, swap and change channel', () => {
    expect(names(shiftBy(demands, -1).moves)).toEqual(['CC 103', 'CC 118']);
    const [a, b] = demands;
    if (!a || !b) throw new Error('two demands');
    expect(names(swapped(a, b).moves)).toEqual(['CC 119', 'CC 104']);
    expect(toChannel(demands, 9).moves.map((m) => 'channel' in m.to && m.to.channel)).toEqual([9, 9]);
    expect(shiftBy(demands, -200).refused).toHaveLength(2);
  });
});

describe('one edit for many moves', () => {
  it('trades places, takes landings and modifiers along, and makes marks stale', () => {
    const at = { at: '2026-01-01T00:00:00.000Z' };
    const marked = { ...rig, assignments: rig.assignments.map((a) => ({ ...a, entered: at })) };
    const index = indexRig(marked);
    const [a, b] = demandsOf(index).filter((d) => d.message.type === 'cc');
    if (!a || !b) throw new Error('two demands');
    const done = apply(marked, renumber(index, swapped(a, b).moves, 'Swap'));
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    const freeze = done.value.assignments.find((x) => x.id === 'a1');
    expect(freeze?.actions[0]).toMatchObject({ message: { number: 119 } });
    expect(freeze?.entered).toBeNull();
    expect(done.value.landings.find((l) => l.id === 'l-freeze')?.address).toMatchObject({ number: 119 });
    expect(done.value.layers[0]?.signal).toMatchObject({ number: 104 });
    expect(done.value.landings.find((l) => l.id === 'left')?.address).toMatchObject({ number: 90 });
  });
  it('says why a number is what it is, and leaves a reason that somebody wrote', () => {
    const reason = (why: string): string | undefined => {
      const index = indexRig({ ...rig, assignments: rig.assignments.map((a) => ({ ...a, why })) });
      const [a, b] = demandsOf(index).filter((d) => d.message.type === 'cc');
      if (!a || !b) throw new Error('two demands');
      const done = apply(index.rig, renumber(index, swapped(a, b).moves, 'Swap'));
      return done.ok ? done.value.assignments.find((x) => x.id === 'a1')?.why : undefined;
    };
    expect(reason('')).toBe('Swap; CC 104, ch 5 before');
    expect(reason('Plan; CC 20, ch 5 before')).toBe('Swap; CC 104, ch 5 before');
    expect(reason('next to the light')).toBe('next to the light');
  });
  it('a plan applied is a rig that needs no other: planning again moves nothing', () => {
    const schools = ['undefined-first', 'from-119-down', 'counting-runs', 'standard-meanings'] as const;
    fc.assert(
      fc.property(fc.constantFrom(...schools), (school) => {
        const demo = lanternHour();
        const wish = { school, channels: 'own', notes: false } as const;
        const index = indexRig(demo);
        const plan = planNumbers(index, wish);
        if (plan.type !== 'plan') throw new Error(plan.type);
        const done = apply(demo, renumber(index, plan.moves, 'Plan'));
        if (!done.ok) throw new Error(JSON.stringify(done.error));
        const again = planNumbers(indexRig(done.value), wish);
        expect(again).toMatchObject({ type: 'plan', moves: [] });
      }),
      { numRuns: 4 },
    );
  });
});

it('a demand keeps its name while its assignment stands', () => {
  const ids = (r: Rig): readonly Demand['id'][] => demandsOf(indexRig(r)).map((d) => d.id);
  expect(ids(rig)).toEqual(['a1', 'a2', 'a3', 'heel']);
});

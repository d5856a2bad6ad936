// Look-ups made anew after an edit against look-ups made from nothing.
import * as fc from 'fast-check';
import { expect, it } from 'vitest';
import { assignment, cc, fixed, noteOn, parameter, smallRig } from '../../../tests/kit/small-rig';
import { channel, type Message, u7, u14 } from '../midi';
import { type Assignment, indexRig, type Rig, type RigIndex } from './index';

const messages: readonly Message[] = [
  cc(20),
  cc(52),
  noteOn(60),
  { type: 'cc14', channel: channel(5), number: u7(20) },
  { type: 'nrpn', channel: channel(5), number: u14(300) },
  { type: 'sysex', bytes: [u7(1), u7(2)] },
];

const row = fc.record({
  order: fc.nat(5),
  on: fc.constantFrom('fs1', 'fs2', 'k1'),
  message: fc.constantFrom(...messages),
  meant: fc.subarray(['p', 'q']),
  chord: fc.boolean(),
});

const rigOf = (rows: readonly (Assignment | null)[]): Rig => ({
  ...smallRig([parameter('p'), parameter('q')]),
  assignments: rows.flatMap((a) => a ?? []).sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1)),
});

const toldBy = (index: RigIndex): unknown => {
  const sorted = <K extends string | number, T>(map: { entries: () => Iterable<[K, T]> }): unknown =>
    [...map.entries()].sort(([a], [b]) => (a < b ? -1 : 1));
  return [
    sorted(index.assignments),
    sorted(index.assignmentsOf),
    sorted(index.sendsAt),
    sorted(index.sequencesAt),
    sorted(index.sendsFor),
    [...index.chordPartners].sort(),
    index.sysexSent,
  ];
};

it('an index carried through edits is the index of the rig as it is', () => {
  const made = (id: number, r: { order: number; on: string; message: Message; meant: string[]; chord: boolean }): Assignment => ({
    ...assignment({
      id: `a${id}`,
      on: r.on,
      gesture: r.chord ? 'chord' : 'press',
      message: r.message,
      behaviour: fixed(1),
      meant: r.meant,
    }),
    order: r.order,
  });
  fc.assert(
    fc.property(
      fc.array(fc.option(row, { nil: null }), { maxLength: 6 }),
      fc.array(fc.tuple(fc.nat(6), fc.option(row, { nil: null })), { maxLength: 6 }),
      (first, edits) => {
        const rows: (Assignment | null)[] = first.map((r, i) => (r ? made(i, r) : null));
        let index = indexRig(rigOf(rows));
        for (const [at, to] of edits) {
          rows[at] = to ? made(at, to) : null;
          const rig = { ...rigOf(rows), counters: index.rig.counters };
          index = indexRig(rig, index);
          expect(toldBy(index)).toEqual(toldBy(indexRig(rig)));
        }
      },
    ),
    { numRuns: 300 },
  );
});

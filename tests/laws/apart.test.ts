// What stands apart says nothing of anything else: a further unit with its own wire to a target of its own, sending a number that is sent and listened for elsewhere as
// well, changes no outcome and no finding of what was there before. From laws 2 and 5: checks are never silent, never false.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outcome } from '@/core/bench';
import { judge } from '@/core/checks';
import { indexRig, type Rig } from '@/core/rig';
import { sentOn } from '@/core/wires';
import { richRig, someRichRig } from '../kit/rich-rig';
import { assignment, cc, landing, latching, parameter, smallRig, withFunctions } from '../kit/small-rig';
import { rigWith, someFunction } from '../kit/some-function';
import { kindsRig, someKinds } from '../kit/some-kinds';
import { sendersRig, someSequences } from '../kit/some-senders';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);

/** The rig, and beside it a unit with one switch that sends CC 20 to a target of its own. */
function withUnitApart(rig: Rig): Rig {
  const [board] = rig.controllers;
  const [hall] = rig.targets;
  const [wire] = rig.wires;
  const [control] = rig.controls;
  if (!board || !hall || !control || !wire) throw new Error('each of these rigs has gear');
  const plain = { channels: null, types: null, forNotes: true, forRemote: true, passesOn: false, translator: null };
  return {
    ...rig,
    controllers: [...rig.controllers, { ...board, id: 'apart', name: 'Apart', order: 90, port: 'apart', clock: null }],
    controls: [
      ...rig.controls,
      { ...control, id: 'its switch', controllerId: 'apart', kind: 'footswitch', name: 'Its switch', order: 90, port: '' },
    ],
    targets: [...rig.targets, { ...hall, id: 'its target', name: 'Its target', order: 90, port: 'its own', channelBanks: [] }],
    parameters: [...rig.parameters, parameter('its own', { targetId: 'its target', order: 90 })],
    wires: [
      ...rig.wires,
      {
        ...wire,
        id: 'its wire',
        order: 90,
        from: { unitId: 'apart', port: '' },
        to: { unitId: 'its target', port: '' },
        ...plain,
      },
    ],
    assignments: [
      ...rig.assignments,
      {
        ...assignment({ id: 'its press', on: 'its switch', message: cc(20), behaviour: latching(127, 0), meant: ['its own'] }),
        order: 90,
      },
    ],
    landings: [...rig.landings, landing('its own', { id: 'its landing', targetId: 'its target', address: cc(20), order: 90 })],
  };
}

/** What is told of the rows of a rig, in whatever rig they stand. */
function toldOf(rig: Rig, rows: Rig): readonly string[] {
  const { controllers, controls, targets, parameters, wires, layers, assignments, landings, arrivals, groups } = rows;
  const all = [controllers, controls, targets, parameters, wires, layers, assignments, landings, arrivals, groups];
  const ids = new Set(all.flatMap((table) => table.map((row) => row.id)));
  return [...judge(rig).findings.values()]
    .flat()
    .filter((f) => ids.has(f.subjectId))
    .map((f) => `${f.severity} ${f.check} ${f.subjectId} ${f.parameterId ?? ''}: ${f.title} ${f.reason}`)
    .sort();
}

describe('a unit that stands apart', () => {
  it.each<readonly [string, fc.Arbitrary<Rig | null>, number]>([
    ['a whole rig', someRichRig.map(richRig), 8],
    ['one function', someFunction.map(rigWith), 1],
    ['several senders', someSequences.map(sendersRig), 1],
    ['every behaviour and mode', someKinds.map(kindsRig), 4],
  ])('changes nothing of %s', (_name, some, slow) => {
    fc.assert(
      fc.property(some, (rig) => {
        if (!rig) return;
        const more = withUnitApart(rig);
        expect(toldOf(more, rig)).toEqual(toldOf(rig, rig));
        const [index, beside] = [indexRig(rig), indexRig(more)];
        for (const a of rig.assignments) expect(outcome(beside, a)).toEqual(outcome(index, a));
      }),
      { numRuns: Math.ceil(RUNS / slow) },
    );
  });
  it('sends nothing to what listens for its number elsewhere: that is left over, until something that leads there sends it', () => {
    const rig = smallRig([parameter('freeze'), parameter('hold')]);
    const old = landing('hold', { address: cc(20) });
    const row = (number: number) => assignment({ message: cc(number), behaviour: latching(127, 0), meant: ['freeze'] });
    const leftOver = (number: number) =>
      sentOn(indexRig(withUnitApart(withFunctions(rig, [row(number)], [old])))).isLeftOver(old);
    expect([leftOver(104), leftOver(20)]).toEqual([true, false]);
    // A cable that is not there yet takes nothing from the sheet.
    const unwired = { ...withFunctions(rig, [row(20)], [old]), wires: [] };
    expect(sentOn(indexRig(unwired)).isLeftOver(old)).toBe(false);
  });
});

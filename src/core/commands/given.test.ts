// What a target came with: assigning takes it, nothing that is done to functions moves it. Common practice, no source: a manual's table is what it is.
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { cc, continuous, landing, noteOn, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { judge } from '../checks';
import { indexRig, type Rig } from '../rig';
import { countToEnter, makeSheet } from '../sheets';
import { assign, changeMessage, givenOf, giveTable, removeAssignment, ungive } from './index';

let n = 0;
const newId = (): string => `n${++n}`;
const place = { bank: null, page: null, layerId: null } as const;

const cutoff = continuous('cutoff', 0, 127);
const panic = parameter('panic', { kind: 'trigger' });
/** A target that hears the cutoff at CC 74 and panic at note 12, and came with both. */
const table: Rig = withFunctions(
  smallRig([cutoff, panic]),
  [],
  [
    landing('cutoff', { address: cc(74, 3), to: 127, given: 'manual' }),
    landing('panic', { address: noteOn(12, 3), given: 'assumed' }),
  ],
);

const assigned = (rig: Rig, parameterId: string, controlId: string): Rig =>
  done(rig, must(assign(indexRig(rig), { parameterId, controlId, place, onTaken: 'replace' }, newId)).edit);

describe('a number that a target came with', () => {
  it('is taken as a parameter is assigned, and its row is the only one', () => {
    const rig = assigned(table, 'cutoff', 'k1');
    const [made] = rig.assignments;
    expect(made?.actions[0]).toMatchObject({ type: 'send', message: cc(74, 3), meant: ['cutoff'] });
    expect(made?.why).toBe('Hall came with it');
    expect(rig.landings).toEqual(table.landings);
  });
  it('has a line on the sheet and nothing to enter; what is not used has none', () => {
    const rig = assigned(table, 'cutoff', 'k1');
    const index = indexRig(rig);
    const lines = makeSheet(index).targets[0]?.lines ?? [];
    expect(lines.map((l) => l.facts.find((f) => f.name === 'given')?.text)).toEqual(['nothing, it came with it (in its manual)']);
    expect(countToEnter(index)).toBe(1);
    expect(makeSheet(index).targets[0]?.clear).toEqual([]);
  });
  it('is left where it is as its function goes, or is sent on another number', () => {
    const rig = assigned(table, 'panic', 'fs1');
    const [made] = rig.assignments;
    if (!made) throw new Error('nothing assigned');
    expect(done(rig, removeAssignment(indexRig(rig), made)).landings).toEqual(table.landings);
    const moved = changeMessage(indexRig(rig), made, 0, cc(9), newId);
    expect(moved && done(rig, moved).landings).toEqual(table.landings);
  });
  it('on a reserved number is good to know, and nothing that must be fixed', () => {
    const reserved: Rig = { ...table, landings: table.landings.map((l) => ({ ...l, address: cc(98, 3) })).slice(0, 1) };
    const rig = assigned(reserved, 'cutoff', 'k1');
    const found = [...judge(rig).findings.values()].flat().filter((f) => f.check === 'reserved-number');
    expect(found.map((f) => f.severity)).toEqual(['note']);
    const own = { ...rig, landings: rig.landings.map((l) => ({ ...l, given: null })) };
    const must = [...judge(own).findings.values()].flat().filter((f) => f.check === 'reserved-number');
    expect(must.map((f) => f.severity)).toEqual(['stop']);
  });
  it('is said of a row that is there, and taken back: what is sent to stays, what is not goes', () => {
    const rig = assigned(table, 'cutoff', 'k1');
    const [hall] = rig.targets;
    const [used, unused] = givenOf(indexRig(rig), 'hall');
    if (!used || !unused || !hall) throw new Error('no table');
    expect(done(rig, ungive(indexRig(rig), used)).landings.map((l) => l.given)).toEqual([null, 'assumed']);
    expect(done(rig, ungive(indexRig(rig), unused)).landings).toEqual([used]);
    const own = done(rig, ungive(indexRig(rig), used));
    const again = giveTable(own, hall, [{ parameterId: 'cutoff', address: cc(74, 3), given: 'tested' }], newId);
    expect(done(own, again).landings.map((l) => l.given)).toEqual(['tested', 'assumed']);
  });
});

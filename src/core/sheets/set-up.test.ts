// A player's own steps before and after entering: on the sheet, and in its steps, in their order.
import { describe, expect, it } from 'vitest';
import { lanternHour } from '../../demo/lantern-hour';
import { indexRig, type Rig } from '../rig';
import { differenceOf, entrySteps, makeSheet, textOf } from '.';

const demo = lanternHour();
const [board] = demo.controllers;
const [loom] = demo.targets;
if (!board || !loom) throw new Error('demo changed');
const setUp = { before: ['Factory reset.', 'Touch messages off.'], after: ['Save as slot 3.'] };
const rig: Rig = {
  ...demo,
  controllers: demo.controllers.map((c) => (c.id === board.id ? { ...c, setUp } : c)),
  targets: demo.targets.map((t) => (t.id === loom.id ? { ...t, setUp: { before: ['Restart it.'], after: [] } } : t)),
};

describe('set-up steps', () => {
  it('stand before and after the lines of their unit, and are nothing to tick', () => {
    const sheet = makeSheet(indexRig(rig));
    const lines = sheet.controllers[0]?.lines ?? [];
    expect(lines.slice(0, 2).map((l) => textOf(l, 'before'))).toEqual(setUp.before);
    expect(lines.at(-1)?.facts.map((f) => f.text)).toEqual(['Save as slot 3.']);
    expect(sheet.targets[0]?.lines[0]?.facts.map((f) => f.text)).toEqual(['Restart it.']);
    expect(sheet.toEnter).toBe(makeSheet(indexRig(demo)).toEnter);
  });
  it('are done first and last in the steps of their unit', () => {
    const steps = entrySteps(indexRig(rig)).filter((s) => s.unitId === board.id);
    const [first] = steps;
    const last = steps.at(-1);
    expect(first?.type === 'set-up' && first.todo.slice(0, 2)).toEqual(setUp.before);
    expect(last?.type === 'set-up' && [last.when, last.todo]).toEqual(['after', setUp.after]);
  });
  it('that change are told by the difference', () => {
    const changed = {
      ...rig,
      controllers: rig.controllers.map((c) => (c.id === board.id ? { ...c, setUp: { ...setUp, after: [] } } : c)),
    };
    expect(differenceOf(indexRig(rig), indexRig(changed)).length).toBe(1);
  });
});

// The walk: everything once, each slot saved before the next, nothing dangerous learnt, and it goes on where it was left.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  momentary,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { apply, type Behaviour, batch, indexRig, type Parameter, type Reception, type Rig, set } from '../rig';
import { isEntered, textOf } from './line';
import { makeSheet } from './sheet';
import type { EntryStep } from './step';
import { entryProgress, entrySteps, isTicked, whereToGoOn } from './steps';
import { standsNow, tickFor } from './ticked';
import { translatorWords } from './translator-lines';

const demo = lanternHour();
const index = indexRig(demo);
const steps = entrySteps(index);
const of = <T extends EntryStep['type']>(type: T) => steps.filter((s): s is EntryStep & { type: T } => s.type === type);
const done = (rig: Rig, edits: Parameters<typeof batch>[1]): Rig => {
  const next = apply(rig, batch('edit', edits));
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
};
const mark = { at: '2031-03-04T05:06:07.000Z' };

describe('the walk', () => {
  it('has every line of the sheet once', () => {
    const sheet = makeSheet(index);
    const keys = (lines: readonly { readonly key: string }[]): string[] => lines.map((l) => l.key).sort();
    const walked = steps.flatMap((s) => ('lines' in s ? s.lines : []));
    expect(keys(walked)).toEqual(
      keys([
        ...sheet.controllers.flatMap((c) => c.lines.filter((l) => l.of.type !== 'set-up')),
        ...sheet.targets.flatMap((t) => [...t.lines, ...t.clear.filter((l) => isEntered(l))]),
        ...sheet.translators.flatMap((t) => t.lines),
      ]),
    );
    expect(new Set(steps.map((s) => s.key)).size).toBe(steps.length);
  });
  it('opens no slot before the one before it is saved, and saves all that was entered in it', () => {
    // What is open: a unit and a bank, and what was entered there since the last save.
    const open: { place: string; ids: string[] }[] = [];
    const seen = new Set<string>();
    for (const s of steps) {
      const now = open.at(-1);
      if (s.type === 'control') {
        const place = `${s.unitId} ${s.assignment.bank}`;
        if (now) expect(now.place).toBe(place);
        if (now) now.ids.push(s.assignment.id);
        else open.push({ place, ids: [s.assignment.id] });
      } else if (s.type === 'save') {
        expect(s.assignments.map((a) => a.id)).toEqual(now?.ids);
        expect(seen.has(s.key)).toBe(false);
        seen.add(s.key);
        open.pop();
      } else expect(now).toBeUndefined();
    }
    expect(seen.size).toBeGreaterThan(1);
  });
  it('saves what its unit saves at once: a bank, a page of it, or all of a slot', () => {
    const saved = (saves: 'slot' | 'bank' | 'page' | undefined) => {
      const made = withFunctions(
        smallRig([], { firmware: { banks: 2, pages: 2, ...(saves ? { saves } : {}) } }),
        [
          [1, 1],
          [1, 2],
          [2, 1],
        ].map(([bank, page], i) => ({
          ...assignment({ id: `a${i}`, behaviour: fixed(127), meant: [] }),
          order: i,
          bank: bank ?? 1,
          page: page ?? 1,
        })),
        [],
      );
      return entrySteps(indexRig(made)).flatMap((s) => (s.type === 'save' ? [[s.place, s.assignments.map((a) => a.id)]] : []));
    };
    expect(saved(undefined)).toEqual([
      ['One', ['a0', 'a1']],
      ['Two', ['a2']],
    ]);
    expect(saved('bank')).toEqual(saved(undefined));
    expect(saved('page')).toEqual([
      ['One · page 1', ['a0']],
      ['One · page 2', ['a1']],
      ['Two · page 1', ['a2']],
    ]);
    expect(saved('slot')).toEqual([['', ['a0', 'a1', 'a2']]]);
  });
  it('counts a family up within a place', () => {
    const controls = of('control');
    for (const [i, s] of controls.entries()) {
      const next = controls[i + 1];
      if (!next || next.unitId !== s.unitId || next.control.family !== s.control.family) continue;
      const same = next.assignment.bank === s.assignment.bank && next.assignment.layerId === s.assignment.layerId;
      if (same) expect(next.control.familyOrder).toBeGreaterThanOrEqual(s.control.familyOrder);
    }
  });
  it('learns presses before moves and types last, in each target', () => {
    for (const target of demo.targets) {
      const ranks = of('parameter')
        .filter((s) => s.unitId === target.id)
        .map((s) => (s.how === 'type' ? 2 : s.by?.gesture === 'move' ? 1 : 0));
      expect(ranks).toEqual([...ranks].sort());
    }
    expect(of('parameter').some((s) => s.how === 'learn')).toBe(true);
  });
  it('never teaches by hand what would fire, nor what nothing sends to', () => {
    const learnt = of('parameter').filter((s) => s.how === 'learn');
    const row = index.parameters.get(learnt[0]?.landings[0]?.parameterId ?? '');
    if (!row) throw new Error('demo changed');
    const risky = entrySteps(indexRig(done(demo, [set('parameters', row, 'tags', ['hazard'])])));
    const step = risky.find((s) => s.key === learnt[0]?.key);
    expect(step).toMatchObject({ how: 'type', why: 'Learning would set it off.' });
    for (const s of learnt) {
      const parameter = index.parameters.get(s.landings[0]?.parameterId ?? '');
      expect(parameter?.kind).not.toBe('trigger');
      expect(parameter?.tags).not.toContain('hazard');
      expect(s.by).not.toBeNull();
    }
    for (const s of of('parameter').filter((p) => p.by === null)) expect(s.how).toBe('type');
  });
  describe('by how numbers get into a target', () => {
    const told = (learning: Reception['learning'], p: Partial<Parameter> = {}) => {
      const rig = withFunctions(
        smallRig([parameter('flare', { kind: 'trigger', ...p })], { reception: learning ? { learning } : {} }),
        [assignment({ behaviour: fixed(127), meant: ['flare'], message: cc(30) })],
        [landing('flare', { address: cc(30) })],
      );
      const [step] = entrySteps(indexRig(rig)).filter((s) => s.type === 'parameter');
      return step?.type === 'parameter' ? step : null;
    };
    it('learns what fires where its mapping sets nothing off, and says to open that first', () => {
      expect(told(undefined)).toMatchObject({ how: 'type', why: 'Learning would set it off.' });
      const step = told({ by: 'both', meanwhile: 'nothing' });
      expect(step).toMatchObject({ how: 'learn', why: null });
      expect(step?.before.join(' ')).toContain('sets nothing off');
    });
    it('types where nothing is learnt, and learns where nothing is typed, with what speaks against it first', () => {
      expect(told({ by: 'type', meanwhile: 'as-always' }, { kind: 'toggle' })).toMatchObject({ how: 'type' });
      const step = told({ by: 'learn', meanwhile: 'as-always' });
      expect(step?.how).toBe('learn');
      expect(step?.before).toContain('It can only be learnt. Learning would set it off.');
    });
  });
  it('ends at a unit that is silent while it is edited with its editor disconnected', () => {
    const last = (whileEdited: 'works' | 'silent') =>
      entrySteps(
        indexRig(
          withFunctions(smallRig([], { firmware: { whileEdited } }), [assignment({ behaviour: fixed(1), meant: [] })], []),
        ),
      ).at(-1);
    expect(last('silent')).toMatchObject({ type: 'set-up', when: 'after', todo: [expect.stringContaining('Disconnect')] });
    expect(last('works')?.type).not.toBe('set-up');
  });
  it('tells what kind a control is where the target asks, and what else is set there', () => {
    const kinds = (gesture: 'press' | 'move', behaviour: Behaviour, springsTo: number | null = null): string => {
      const rig = smallRig([continuous('mix', 0, 1)], { reception: { asksKind: true } });
      const made = withFunctions(
        { ...rig, controls: rig.controls.map((c) => ({ ...c, springsTo })) },
        [assignment({ on: gesture === 'move' ? 'k1' : 'fs1', gesture, behaviour, meant: ['mix'], message: cc(30) })],
        [landing('mix', { address: cc(30), settings: ['Smooth: 20 ms'] })],
      );
      const [line] = makeSheet(indexRig(made)).targets[0]?.lines ?? [];
      expect(line && textOf(line, 'settings')).toBe('Smooth: 20 ms');
      return line ? textOf(line, 'kind') : '';
    };
    expect(kinds('move', range(0, 127))).toBe('moves');
    expect(kinds('move', range(0, 127), 0.5)).toBe('springs back');
    expect(kinds('press', latching(127, 0))).toBe('stays');
    expect(kinds('press', momentary(127, 0))).toBe('springs back');
  });
  it('types what a press of the same switch would be learnt for, unless the firmware waits', () => {
    const hold = of('parameter').find((s) => s.by?.gesture === 'hold' && s.why?.startsWith('A press of the same switch'));
    const floorboard = demo.controllers[0];
    if (!hold || !floorboard) throw new Error('demo changed');
    expect(hold.how).toBe('type');
    const waiting = done(demo, [set('controllers', floorboard, 'firmware', { ...floorboard.firmware, press: 'waits' })]);
    expect(entrySteps(indexRig(waiting)).find((s) => s.key === hold.key)).toMatchObject({ how: 'learn', why: null });
  });
  it('types what shares its message with something that fires', () => {
    const learnt = of('parameter').find((s) => s.how === 'learn');
    const other = demo.landings.find((l) => l.targetId !== learnt?.unitId);
    const parameter = index.parameters.get(other?.parameterId ?? '');
    if (!learnt || !other || !parameter) throw new Error('demo changed');
    const rig = done(demo, [
      set('landings', other, 'address', learnt.landings[0]?.address ?? other.address),
      set('parameters', parameter, 'tags', ['hazard']),
    ]);
    const step = entrySteps(indexRig(rig)).find((s) => s.key === learnt.key);
    expect(step).toMatchObject({ how: 'type', why: `The same message sets off ${parameter.name}.` });
  });
  it('writes the recipe of a panel with the numbers of each switch', () => {
    const controller = demo.controllers[0];
    if (!controller) throw new Error('demo changed');
    const rig = done(demo, [
      set('controllers', controller, 'firmware', {
        ...controller.firmware,
        recipe: 'Hold EDIT. Step on {switch}. Turn to {number}.',
      }),
    ]);
    const own = entrySteps(indexRig(rig)).filter(
      (s): s is EntryStep & { type: 'control' } => s.type === 'control' && s.unitId === controller.id,
    );
    expect(own.length).toBeGreaterThan(3);
    for (const s of own)
      expect(s.recipe?.steps).toEqual(
        s.lines.flatMap((l) => ['Hold EDIT.', `Step on ${textOf(l, 'control')}.`, `Turn to ${textOf(l, 'number') || '–'}.`]),
      );
    expect(own[0]?.seconds).toBe(6 * (own[0]?.lines.length ?? 0));
  });
});

describe('a tick of what was told a kind of control', () => {
  const rig = (send: Behaviour, ask = true): Rig =>
    withFunctions(
      smallRig([continuous('mix', 0, 1)], { reception: ask ? { asksKind: true } : {} }),
      [assignment({ id: 'a', on: 'fs1', message: cc(20), behaviour: send, meant: ['mix'] })],
      [landing('mix', { address: cc(20) })],
    );
  const ticked = (was: Rig, now: Rig): boolean => {
    const [row] = was.landings;
    const entered = row ? tickFor(indexRig(was), row, mark.at) : null;
    const later = { ...now, landings: now.landings.map((l) => ({ ...l, entered })) };
    const [found] = later.landings;
    return found !== undefined && standsNow(indexRig(later), found);
  };
  it('falls when the switch becomes another kind, and stands again with the old one', () => {
    expect(ticked(rig(latching(127, 0)), rig(latching(127, 0)))).toBe(true);
    expect(ticked(rig(latching(127, 0)), rig(momentary(127, 0)))).toBe(false);
    expect(ticked(rig(momentary(127, 0)), rig(fixed(127)))).toBe(true);
    // Nobody asks: nothing was told.
    expect(ticked(rig(latching(127, 0), false), rig(momentary(127, 0), false))).toBe(true);
  });
  it('of before keeps no kind, and stands', () => {
    const was = rig(latching(127, 0));
    const old = { ...was, landings: was.landings.map((l) => ({ ...l, entered: mark })) };
    const [row] = old.landings;
    expect(row && standsNow(indexRig(old), row)).toBe(true);
  });
});

describe('progress', () => {
  const bare = done(demo, [
    ...demo.assignments.flatMap((a) => [
      ...(a.entered ? [set('assignments', a, 'entered', null)] : []),
      ...(a.saved ? [set('assignments', a, 'saved', null)] : []),
    ]),
    ...demo.landings.flatMap((l) => (l.entered ? [set('landings', l, 'entered', null)] : [])),
    ...demo.layers.flatMap((l) => (l.entered ? [set('layers', l, 'entered', null)] : [])),
    ...demo.wires.flatMap((w) => (w.entered ? [set('wires', w, 'entered', null)] : [])),
  ]);
  it('begins at the first set-up, goes on at the first open step, and ends at the last', () => {
    expect(whereToGoOn(entrySteps(indexRig(bare)))).toBe(0);
    const all = done(bare, [
      ...bare.assignments.flatMap((a) => [set('assignments', a, 'entered', mark), set('assignments', a, 'saved', mark)]),
      ...bare.landings.map((l) => set('landings', l, 'entered', mark)),
      ...bare.layers.map((l) => set('layers', l, 'entered', mark)),
      ...bare.presets.map((p) => set('presets', p, 'entered', mark)),
      ...bare.groups.map((g) => set('groups', g, 'entered', mark)),
      ...bare.arrivals.map((a) => set('arrivals', a, 'entered', mark)),
      ...bare.wires.map((w) => set('wires', w, 'entered', mark)),
    ]);
    const walked = entrySteps(indexRig(all));
    expect(whereToGoOn(walked)).toBe(walked.length - 1);
    expect(entryProgress(walked)).toMatchObject({ done: entryProgress(walked).all, minutes: 0 });
    expect(
      entrySteps(
        indexRig({ ...bare, wires: [], assignments: [], landings: [], layers: [], presets: [], groups: [], arrivals: [] }),
      ),
    ).toEqual([]);
    expect(whereToGoOn([])).toBe(0);
  });
  it('tells what is set up in a translator between the controllers and the targets', () => {
    const walked = entrySteps(indexRig(bare));
    const at = walked.findIndex((s) => s.unit.startsWith('Film box'));
    expect([walked[at - 1]?.type === 'parameter', walked[at + 1]?.unit]).toEqual([false, bare.targets[0]?.name]);
    const step = walked[at];
    expect(step).toMatchObject({ type: 'translator', done: false });
    expect(step?.type === 'translator' && step.lines.map(translatorWords)).toEqual([
      'Line 1: Control change 1, channel all, becomes nothing: it is stopped',
      'Line 2: Pitch bend, channel all, becomes nothing: it is stopped',
      'And everything else goes through as it is',
    ]);
  });
  it('counts what is ticked, whatever is', () => {
    fc.assert(
      fc.property(fc.subarray([...bare.landings]), fc.subarray([...bare.assignments]), (landings, assignments) => {
        const rig = done(bare, [
          ...landings.map((l) => set('landings', l, 'entered', mark)),
          ...assignments.map((a) => set('assignments', a, 'entered', mark)),
        ]);
        const walked = entrySteps(indexRig(rig));
        const progress = entryProgress(walked);
        const ticked = new Set([...landings, ...assignments].map((r) => r.id));
        const rowsOf = (s: EntryStep): readonly { readonly id: string }[] =>
          s.type === 'parameter' ? s.landings : s.type === 'control' ? [s.assignment] : [];
        expect(progress.done).toBe(walked.filter((s) => rowsOf(s).length > 0 && rowsOf(s).every((r) => ticked.has(r.id))).length);
        const at = walked[whereToGoOn(walked)];
        expect(at && (!isTicked(at) || !at.done)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

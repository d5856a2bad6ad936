// What the commands do to a rig, as a user would tell it.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  layer,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { outcome } from '../bench';
import { controllerTemplates } from '../library';
import { chooseMessage, everyPlainNumber, undefinedFirst } from '../numbers';
import { apply, countedParts, type Edit, emptyRig, indexRig, type Parameter, panelFromCounts, type Rig } from '../rig';
import { makeSheet } from '../sheets';
import { routesFrom } from '../wires';
import {
  addController,
  addLayer,
  addTarget,
  assign,
  changeMessage,
  changePlace,
  fillEdit,
  plainProfile,
  plainTemplate,
  planFill,
  removeAssignment,
  removeGear,
  removeLayer,
  runAfter,
  waitingAfter,
} from './index';

let n = 0;
const newId = (): string => `c${++n}`;
const base = { bank: null, page: null, layerId: null };

function done(rig: Rig, edit: Edit | null): Rig {
  if (!edit) throw new Error('no edit');
  const result = apply(rig, edit);
  if (!result.ok) throw new Error(JSON.stringify(result.error));
  return result.value;
}

function put(rig: Rig, parameterId: string, controlId: string, more: Partial<Parameters<typeof assign>[1]> = {}): Rig {
  const made = assign(indexRig(rig), { parameterId, controlId, place: base, onTaken: 'replace', ...more }, newId);
  if (!made.ok) throw new Error(made.error.code);
  return done(rig, made.value.edit);
}

const numbers = (rig: Rig) =>
  rig.assignments.map((a) =>
    a.actions[0]?.type === 'send' && 'number' in a.actions[0].message ? a.actions[0].message.number : null,
  );

describe('numbers', () => {
  it('are given undefined first, in the order of the school, and never a reserved one', () => {
    expect(undefinedFirst).toEqual([
      102, 103, 104, 105, 106, 107, 108, 109, 110, 111, 112, 113, 114, 115, 116, 117, 118, 119, 20, 21, 22, 23, 24, 25, 26, 27,
      28, 29, 30, 31, 85, 86, 87, 89, 90, 15, 14, 9, 3,
    ]);
    for (const reserved of [0, 6, 32, 38, 96, 97, 98, 99, 100, 101, 120, 121, 122, 123, 124, 125, 126, 127])
      expect(everyPlainNumber).not.toContain(reserved);
    expect(new Set(everyPlainNumber).size).toBe(110);
  });
  it('go on to the next channel when one is full, and say so when all are', () => {
    let rig = smallRig([]);
    const taken = (count: number): Rig => ({
      ...rig,
      assignments: Array.from({ length: count }, (_, i) =>
        assignment({
          id: `a${i}`,
          behaviour: fixed(1),
          meant: [],
          message: cc(everyPlainNumber[i % 110] ?? 0, 1 + ((4 + Math.floor(i / 110)) % 16)),
        }),
      ),
    });
    const ask = (from: Rig) => chooseMessage(indexRig(from), { controllerId: 'board', type: 'cc', channel: 5, targetId: 'hall' });
    rig = taken(109);
    expect(ask(rig)).toEqual(cc(everyPlainNumber[109] ?? 0, 5));
    expect(ask(taken(110))).toEqual(cc(102, 6));
    expect(ask(taken(110 * 16))).toBeNull();
  });
  it('stay inside what the target takes', () => {
    const rig = smallRig([parameter('freeze')], { reception: { windows: [{ type: 'cc', channels: null, from: 20, to: 21 }] } });
    expect(numbers(put(rig, 'freeze', 'fs1'))).toEqual([20]);
  });
  it('keep off the low byte of a 14-bit control (MIDI 1.0)', () => {
    const wide = assignment({ behaviour: range(0, 127), meant: [], message: { ...cc(20), type: 'cc14' } as never });
    const rig = {
      ...smallRig([parameter('freeze')], { reception: { windows: [{ type: 'cc', channels: null, from: 52, to: 53 }] } }),
      assignments: [wide],
    };
    expect(numbers(put(rig, 'freeze', 'fs2')).at(-1)).toBe(53);
  });
});

describe('assigning', () => {
  it('a toggle to a switch alternates so that the first press already works', () => {
    for (const start of [0, 1]) {
      const rig = put(smallRig([parameter('freeze', { start })]), 'freeze', 'fs1');
      const [only] = rig.assignments;
      if (!only) throw new Error('nothing assigned');
      expect(outcome(indexRig(rig), only)).toMatchObject({
        type: 'played',
        effects: [{ did: { type: 'flips-once-per-press' } }],
      });
    }
  });
  it('takes the factory number where it is free, so that nothing has to be entered, and the first free one where it is not', () => {
    const pocket = controllerTemplates.find((t) => t.id === 'pocket-4-4');
    if (!pocket) throw new Error('the template is gone');
    const [a, b] = [continuous('a', 0, 10), continuous('b', 0, 10)];
    let rig: Rig = { ...smallRig([a, b]), controllers: [], controls: [], wires: [] };
    rig = done(rig, addController(rig, pocket, pocket.name, newId).edit);
    const [k1, k2] = rig.controls;
    if (!k1 || !k2) throw new Error('no controls');
    const put = (controlId: string, parameterId: string): Rig => {
      const made = assign(indexRig(rig), { parameterId, controlId, place: base, onTaken: 'replace' }, newId);
      if (!made.ok) throw new Error(made.error.code);
      return done(rig, made.value.edit);
    };
    rig = put(k1.id, 'a');
    expect(rig.assignments[0]).toMatchObject({
      why: 'as it leaves the factory',
      actions: [{ message: { number: 20, channel: 7 } }],
    });
    rig = { ...rig, controls: rig.controls.map((c) => (c.id === k2.id ? { ...c, factory: k1.factory } : c)) };
    rig = put(k2.id, 'b');
    expect(rig.assignments[1]).toMatchObject({ why: '' });
    expect(rig.assignments[1]?.actions[0]).not.toMatchObject({ message: { number: 20, channel: 7 } });
  });
  it('works at once for every kind of parameter on every shipped controller that can reach it', () => {
    const kinds: Parameter[] = [
      parameter('t'),
      parameter('g', { kind: 'trigger' }),
      continuous('c', 0, 10),
      parameter('s', { kind: 'stepped', highest: 2, steps: ['A', 'B', 'C'] }),
    ];
    for (const template of controllerTemplates) {
      for (const p of kinds) {
        let rig: Rig = { ...smallRig([p]), controllers: [], controls: [], wires: [] };
        rig = done(rig, addController(rig, template, template.name, newId).edit);
        for (const control of rig.controls) {
          const made = assign(
            indexRig(rig),
            { parameterId: p.id, controlId: control.id, place: base, onTaken: 'replace' },
            newId,
          );
          if (!made.ok) throw new Error(made.error.code);
          const after = done(rig, made.value.edit);
          const [only] = after.assignments;
          if (!only) throw new Error('nothing assigned');
          const told = outcome(indexRig(after), only);
          expect(told, `${template.name} ${control.name} ${p.id}`).toMatchObject({ type: 'played' });
          if (told.type === 'played')
            expect(['never-reacts', 'nothing-lands', 'first-press-does-nothing', 'every-second-press']).not.toContain(
              told.effects[0]?.did.type,
            );
        }
      }
    }
  });
  it('a second parameter on one pedal joins it: one message, two landings', () => {
    const rig = put(put(smallRig([continuous('a', 0, 1), continuous('b', 0, 1)]), 'a', 'k1'), 'b', 'k1', { onTaken: 'join' });
    expect(rig.assignments).toHaveLength(1);
    expect(rig.landings.map((l) => l.address)).toEqual([cc(102), cc(102)]);
  });
  it('in place of another says what it replaced, and takes the other’s landing away', () => {
    const rig = put(put(smallRig([parameter('freeze'), parameter('gate')]), 'freeze', 'fs1'), 'gate', 'fs1');
    expect(rig.assignments[0]?.replaced).toContain('freeze');
    expect(rig.landings.map((l) => l.parameterId)).toEqual(['gate']);
  });
  it('in a layer made in the host sends what Base sends, and listens only there', () => {
    let rig = put(smallRig([parameter('freeze'), parameter('gate')]), 'freeze', 'fs1');
    const made = addLayer(
      indexRig(rig),
      { name: 'Heel', modifierControlId: 'mod', madeIn: 'host', fallsThrough: true, mode: 'while-held' },
      newId,
    );
    if (!made.ok) throw new Error(made.error.code);
    rig = done(rig, made.value.edit);
    rig = put(rig, 'gate', 'fs1', { place: { ...base, layerId: made.value.id } });
    expect(numbers(rig)).toEqual([102, 102]);
    expect(rig.landings.map((l) => l.hostLayerId)).toEqual([null, made.value.id]);
    expect(rig.layers[0]?.signal).toEqual(cc(103));
    // Moved to Base's other bank it leaves the layer, and its landing with it.
    const moved = rig.assignments[1];
    if (!moved) throw new Error('no second');
    expect(done(rig, changePlace(indexRig(rig), moved, { bank: 2, layerId: null })).landings[1]?.hostLayerId).toBeNull();
    expect(done(rig, removeLayer(indexRig(rig), rig.layers[0] ?? layer())).assignments).toHaveLength(1);
  });
  it('in one bank of a layer made in the host sends what Base sends in every bank', () => {
    let rig = put(smallRig([parameter('freeze'), parameter('gate')]), 'freeze', 'fs1');
    const made = addLayer(
      indexRig(rig),
      { name: 'Heel', modifierControlId: 'mod', madeIn: 'host', fallsThrough: true, mode: 'while-held' },
      newId,
    );
    if (!made.ok) throw new Error(made.error.code);
    rig = put(done(rig, made.value.edit), 'gate', 'fs1', { place: { bank: 2, page: null, layerId: made.value.id } });
    expect(numbers(rig)).toEqual([102, 102]);
    const [base, held] = rig.assignments;
    if (!base || !held) throw new Error('not assigned');
    const index = indexRig(rig);
    expect(outcome(index, held)).toMatchObject({ effects: [{ parameterId: 'gate', did: { type: 'flips-once-per-press' } }] });
    expect(makeSheet(index).controllers[0]?.lines.filter((l) => l.of.type === 'function')).toHaveLength(1);
  });
  it('a layer reaches its own controller, one side of it, or in the host everything', () => {
    const index = indexRig(smallRig([parameter('freeze')]));
    const wish = { name: 'Heel', modifierControlId: 'mod', fallsThrough: true, mode: 'while-held' } as const;
    const scope = (more: { madeIn: 'controller' | 'host'; reach?: 'controller' | 'all' | 'left' | 'right' }) => {
      const made = addLayer(index, { ...wish, ...more }, newId);
      if (!made.ok) return made.error.code;
      return done(index.rig, made.value.edit).layers[0]?.scope;
    };
    expect(scope({ madeIn: 'controller' })).toEqual({ type: 'controller', controllerId: 'board' });
    expect(scope({ madeIn: 'controller', reach: 'left' })).toEqual({ type: 'side', controllerId: 'board', side: 'left' });
    expect(scope({ madeIn: 'host', reach: 'all' })).toEqual({ type: 'all' });
    // One controller cannot know what is held on another.
    expect(scope({ madeIn: 'controller', reach: 'all' })).toBe('layer-over-controllers');
  });
  it('a modifier has no function inside its own layer', () => {
    const rig = { ...smallRig([parameter('freeze')]), layers: [layer()] };
    expect(
      assign(
        indexRig(rig),
        { parameterId: 'freeze', controlId: 'mod', place: { ...base, layerId: 'heel' }, onTaken: 'replace' },
        newId,
      ),
    ).toMatchObject({ ok: false });
  });
  it('on the board that only sends programs numbers them bank × 4 + switch, from 0', () => {
    let rig: Rig = { ...smallRig([parameter('freeze'), parameter('gate')]), controllers: [], controls: [], wires: [] };
    const template = controllerTemplates.find((t) => t.id === 'stepper-4');
    if (!template) throw new Error('no stepper');
    rig = done(rig, addController(rig, template, 'Stepper', newId).edit);
    rig = put(rig, 'freeze', rig.controls[2]?.id ?? '', { place: { ...base, bank: 3 } });
    expect(rig.assignments[0]?.actions[0]).toMatchObject({ message: { type: 'program', number: 10 } });
  });
});

describe('a control’s function is one thing', () => {
  const entered = { at: '2026-01-01T00:00:00.000Z' };
  const rig = withFunctions(
    smallRig([parameter('freeze')]),
    [{ ...assignment({ behaviour: latching(127, 0), meant: ['freeze'] }), entered }],
    [{ ...landing('freeze'), entered }],
  );
  it('changing its number moves the send and the landing, and both have to be entered again', () => {
    const [only] = rig.assignments;
    const after = done(rig, only ? changeMessage(indexRig(rig), only, 0, cc(20), newId) : null);
    expect(after.landings).toMatchObject([{ address: cc(20), entered: null }]);
    expect(after.assignments).toMatchObject([{ entered: null }]);
  });
  it('where another bank still needs the old landing, the new one is added', () => {
    const shared = {
      ...rig,
      assignments: [...rig.assignments, assignment({ id: 'a2', bank: 2, behaviour: latching(127, 0), meant: ['freeze'] })],
    };
    const [first] = shared.assignments;
    const after = done(shared, first ? changeMessage(indexRig(shared), first, 0, cc(20), newId) : null);
    expect(after.landings.map((l) => l.address)).toEqual([cc(104), cc(20)]);
    expect(done(shared, first ? removeAssignment(indexRig(shared), first) : null).landings).toHaveLength(1);
  });
});

describe('fill along', () => {
  it('counts up over the next controls and parameters, over numbers that are used', () => {
    const ps = ['a', 'b', 'c'].map((id, i) => continuous(id, 0, 1, { order: i }));
    let rig = put(smallRig(ps), 'a', 'k1');
    rig = put(rig, 'b', 'fs1', { gesture: { type: 'press' } });
    const [source] = rig.assignments;
    if (!source) throw new Error('no source');
    const index = indexRig(rig);
    const plan = planFill(index, source, runAfter(index, 'k1'), waitingAfter(index, 'a'));
    if (!plan.ok) throw new Error(plan.error.code);
    expect(plan.value.rows).toMatchObject([{ control: { id: 'k2' }, parameter: { id: 'c' }, message: cc(104), skip: null }]);
    const after = done(rig, fillEdit(index, plan.value, newId));
    expect(numbers(after)).toEqual([102, 103, 104]);
  });
});

describe('gear', () => {
  it('a plain panel from counts has as many controls as told, none on top of another, whatever the rows and sides', () => {
    const some = fc.record({
      counts: fc.record(
        Object.fromEntries(countedParts.map((part) => [part, fc.nat(part === 'keys' || part === 'wheels' ? 3 : 12)])),
      ),
      rows: fc.record(Object.fromEntries(countedParts.map((part) => [part, fc.integer({ min: 1, max: 5 })])), {
        requiredKeys: [],
      }),
      twoSides: fc.boolean(),
    });
    fc.assert(
      fc.property(some, ({ counts, rows, twoSides }) => {
        const panel = panelFromCounts({ counts, rows, twoSides });
        const all = Object.entries(counts).reduce((sum, [part, n]) => sum + n * (twoSides && part !== 'pedals' ? 2 : 1), 0);
        expect(panel.controls).toHaveLength(all);
        expect(new Set(panel.controls.map((c) => c.name)).size).toBe(all);
        for (const [i, a] of panel.controls.entries()) {
          expect(a.x + a.width).toBeLessThanOrEqual(panel.width);
          expect(a.y + a.height).toBeLessThanOrEqual(panel.height);
          if (twoSides && a.kind !== 'expression') expect(a.name[0]).toBe(a.side === 'left' ? 'L' : 'R');
          for (const b of panel.controls.slice(i + 1)) {
            const apart = a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;
            expect(apart, `${a.name} over ${b.name}`).toBe(true);
          }
        }
        for (const [part, asked] of Object.entries(rows)) {
          const kinds = panel.controls.filter((c) => c.family.endsWith(part) && c.side !== 'right');
          expect(new Set(kinds.map((c) => c.y)).size).toBeLessThanOrEqual(asked ?? 5);
        }
      }),
      { numRuns: 100 },
    );
  });
  it('no shipped panel has a control outside of it or on top of another', () => {
    for (const { name, panel } of controllerTemplates) {
      for (const [i, a] of panel.controls.entries()) {
        expect(a.x + a.width <= panel.width && a.y + a.height <= panel.height, `${name} ${a.name}`).toBe(true);
        for (const b of panel.controls.slice(i + 1)) {
          expect(
            a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y,
            `${name}: ${a.name} over ${b.name}`,
          ).toBe(true);
        }
      }
    }
  });
  it('is wired to everything, and gone again with all that stood on it', () => {
    let rig = emptyRig('r', 'R');
    rig = done(rig, addTarget(rig, plainProfile('Hall', 'plugin'), 'Hall', newId).edit);
    rig = done(
      rig,
      addController(rig, plainTemplate(panelFromCounts({ counts: { footswitches: 2 } }), rig, 2), 'Board', newId).edit,
    );
    rig = done(rig, addTarget(rig, plainProfile('Hall', 'plugin'), 'Hall', newId).edit);
    expect(rig.targets.map((t) => t.name)).toEqual(['Hall', 'Hall (2)']);
    expect(rig.wires).toHaveLength(2);
    expect(done(rig, removeGear(rig, 'controllers', rig.controllers[0]?.id ?? ''))).toMatchObject({
      controllers: [],
      controls: [],
      wires: [],
    });
  });
  it('a new target is driven by the controllers that are said, straight or through another target, which leads there and no further', () => {
    let rig = emptyRig('r', 'R');
    const panel = panelFromCounts({ counts: { footswitches: 1 } });
    for (const name of ['Board', 'Slab']) rig = done(rig, addController(rig, plainTemplate(panel, rig, 1), name, newId).edit);
    const [board, slab] = rig.controllers.map((c) => c.id);
    if (!board || !slab) throw new Error('no controllers');
    const host = addTarget(rig, plainProfile('Host', 'host'), 'Host', newId, { controllerIds: [board], through: null });
    rig = done(rig, host.edit);
    const ways = (r: Rig) => r.wires.map((w) => [w.from.unitId, w.to.unitId, w.passesOn]);
    expect(ways(rig)).toEqual([[board, host.id, false]]);
    const plugin = addTarget(rig, plainProfile('Hall', 'plugin'), 'Hall', newId, {
      controllerIds: [board, slab],
      through: host.id,
    });
    rig = done(rig, plugin.edit);
    expect(ways(rig)).toEqual([
      [board, host.id, false],
      [slab, host.id, false],
      [host.id, plugin.id, true],
    ]);
    for (const id of [board, slab]) expect(routesFrom(indexRig(rig), id).map((r) => r.target.id)).toEqual([host.id, plugin.id]);
  });
});

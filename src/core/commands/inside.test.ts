import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { mouse, played, tap } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  momentary,
  parameter,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { parseFile, writeProfile } from '../formats';
import { profileOf, profileRig } from '../library';
import { type ChannelBank, indexRig, type Parameter, type Rig, type Target } from '../rig';
import {
  addChannelBank,
  addDrive,
  addTarget,
  bankSteps,
  bringToSelected,
  changeCells,
  changeStates,
  drivable,
  lanesIn,
  removeDrive,
  removeGear,
  statesFor,
} from './index';

let n = 0;
const newId = (): string => `new${++n}`;
const of = (rig: Rig, id: string): Parameter => {
  const row = rig.parameters.find((p) => p.id === id);
  if (!row) throw new Error(id);
  return row;
};

describe('macros', () => {
  const rig = smallRig([
    continuous('a', 0, 1),
    continuous('b', 0, 1),
    continuous('c', 0, 1),
    parameter('t', { kind: 'trigger' }),
  ]);
  it('never come round to themselves, whatever is added in which order', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom('a', 'b', 'c'), fc.nat(5)), { maxLength: 8 }), (wishes) => {
        let now = rig;
        for (const [macro, pick] of wishes) {
          const can = drivable(indexRig(now), of(now, macro));
          const moved = can[pick % Math.max(1, can.length)];
          if (moved) now = done(now, addDrive(of(now, macro), moved));
        }
        const reach = (id: string, seen: readonly string[]): void => {
          expect(seen).not.toContain(id);
          for (const d of of(now, id).drives) reach(d.parameterId, [...seen, id]);
        };
        for (const id of ['a', 'b', 'c']) reach(id, []);
      }),
    );
  });
  it('lose what is taken off the rig, and nothing else', () => {
    const both = done(
      done(rig, addDrive(of(rig, 'a'), of(rig, 'b'))),
      addDrive(of(done(rig, addDrive(of(rig, 'a'), of(rig, 'b'))), 'a'), of(rig, 'c')),
    );
    expect(of(both, 'a').drives.map((d) => d.parameterId)).toEqual(['b', 'c']);
    expect(of(done(both, removeGear(both, 'parameters', 'b')), 'a').drives.map((d) => d.parameterId)).toEqual(['c']);
    expect(of(done(both, removeDrive(of(both, 'a'), of(both, 'c'))), 'a').drives.map((d) => d.parameterId)).toEqual(['b']);
  });
});

describe('a new range', () => {
  const rig: Rig = {
    ...withFunctions(
      smallRig([
        continuous('macro', 0, 1, {
          drives: [
            { parameterId: 'wet', from: 100, to: 20, curve: { type: 'linear' } },
            { parameterId: 'wave', from: 0, to: 3, curve: { type: 'linear' } },
          ],
        }),
        continuous('wet', 0, 100),
        parameter('wave', {
          kind: 'stepped',
          highest: 3,
          steps: ['A', 'B', 'C', 'D'],
          states: { press: [1, 2, 3, 0], release: [null, null, 3, null] },
        }),
      ]),
      [],
      [landing('wet', { address: cc(20), to: 100, conditions: [{ words: 'on D', when: { parameterId: 'wave', value: 3 } }] })],
    ),
  };
  const cell = (id: string, name: 'highest' | 'steps' | 'kind', text: string): Rig => {
    const { edit, refused } = changeCells(rig, 'hall', [{ parameterId: id, line: 0, cell: name, text }], newId);
    expect(refused).toEqual([]);
    return done(rig, edit);
  };
  it('takes what moves along with it, and what goes by it', () => {
    expect(of(cell('wet', 'highest', '50'), 'macro').drives.map((d) => [d.from, d.to])).toEqual([
      [50, 20],
      [0, 3],
    ]);
    const fewer = cell('wave', 'steps', 'A|B|C');
    expect(of(fewer, 'wave').states).toEqual({ press: [1, 2, null], release: [null, null, null] });
    expect(of(fewer, 'macro').drives.map((d) => d.to)).toEqual([20, 2]);
    expect(fewer.landings[0]?.conditions[0]?.when?.value).toBe(2);
    expect(of(cell('wave', 'kind', 'toggle'), 'wave').states).toBeNull();
  });
});

describe('a profile', () => {
  it('keeps macros, states, conditions and banks of channels, by places', () => {
    const strips = Array.from({ length: 3 }, (_, i) => continuous(`v${i}`, 0, 1, { order: i, name: `V ${i + 1}` }));
    const bare = smallRig([
      ...strips,
      parameter('on', { order: 4 }),
      continuous('macro', 0, 1, { order: 5, drives: [{ parameterId: 'v1', from: 1, to: 0, curve: { type: 'linear' } }] }),
      parameter('bank', { order: 6, kind: 'stepped', highest: 1, steps: ['1', '2'], launch: 'bar' }),
    ]);
    const rig: Rig = {
      ...bare,
      targets: bare.targets.map((t) => ({
        ...t,
        form: { fileName: 'a.txt', template: '{{ unit.name }}' },
        channelBanks: [{ name: 'B', moved: 'bank', width: 1, stride: 1, lanes: [['v0', 'v1', 'v2']] }],
      })),
      landings: [
        landing('v0', {
          address: cc(20),
          given: 'manual',
          by: 2,
          scope: 'locked',
          conditions: [{ words: 'on', when: { parameterId: 'on', value: 1 } }],
        }),
      ],
    };
    const profile = profileOf(rig, { id: 'x', version: 1 });
    if (!profile) throw new Error('no profile');
    const read = parseFile(writeProfile(profile));
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    const again = profileOf(read.value[0]?.rig ?? rig, { id: 'x', version: 1 });
    const bare2 = ({ parameters, summary: _s, ...rest }: typeof profile) => ({
      ...rest,
      parameters: parameters.map(({ origin: _o, ...p }) => p),
    });
    expect(again && bare2(again)).toEqual(bare2(profile));
    // Put on a rig beside others, it names its own parameters there.
    const added = done(bare, addTarget(bare, profile, 'Twin', newId).edit);
    const [, twin] = added.targets;
    const own = new Set(added.parameters.filter((p) => p.targetId === twin?.id).map((p) => p.id));
    const named = [
      ...(twin?.channelBanks.flatMap((b) => [b.moved, ...b.lanes.flat()]) ?? []),
      ...added.parameters.filter((p) => own.has(p.id)).flatMap((p) => p.drives.map((d) => d.parameterId)),
      ...added.landings.flatMap((l) => l.conditions.flatMap((c) => c.when?.parameterId ?? [])),
    ];
    expect(named).toHaveLength(6);
    expect(named.every((id) => own.has(id))).toBe(true);
  });
});

describe('states', () => {
  const loop = parameter('loop', { kind: 'stepped', highest: 3, steps: ['Empty', 'Recording', 'Playing', 'Overdubbing'] });
  const heard = (p: Parameter): Rig =>
    withFunctions(
      smallRig([p]),
      [assignment({ id: 'f', on: 'fs1', message: cc(20), behaviour: momentary(127, 0), meant: ['loop'] })],
      [landing('loop', { address: cc(20), mode: 'states', to: 3 })],
    );
  it('begin with a table that records while held, or one that goes on with each press', () => {
    const presses = [...tap('fs1', 0, 800), ...tap('fs1', 2000), ...tap('fs1', 4000)];
    const held = heard({ ...loop, states: statesFor(loop, 'held') });
    expect(played(held, presses).values).toEqual(['0 loop 1', '800 loop 2', '2000 loop 3', '4000 loop 2']);
    const each = heard({ ...loop, states: statesFor(loop, 'each-press') });
    expect(played(each, presses).values).toEqual(['0 loop 1', '2000 loop 2', '4000 loop 3']);
  });
  it('have tables that every number of steps takes', () => {
    for (let count = 1; count <= 9; count++)
      for (const as of ['held', 'each-press'] as const) {
        const steps = Array.from({ length: count }, (_, i) => `S${i}`);
        const table = statesFor({ steps }, as);
        expect([table.press.length, table.release.length]).toEqual([count, count]);
        for (const to of [...table.press, ...table.release]) expect(to === null || (to >= 0 && to < count)).toBe(true);
      }
    const rig = smallRig([loop]);
    expect(of(done(rig, changeStates(loop, statesFor(loop, 'held'))), 'loop').states).toEqual(statesFor(loop, 'held'));
  });
});

describe('a bank of channels', () => {
  const strips = (row: string, count: number): Parameter[] =>
    Array.from({ length: count }, (_, i) => continuous(`${row}${count - i}`, 0, 1, { order: i, name: `${row} ${count - i}` }));
  it('is made of rows of parameters that are numbered, in the order of their numbers', () => {
    const rig = smallRig([...strips('Volume', 12), ...strips('Pan', 12), continuous('Master', 0, 1), ...strips('Solo', 1)]);
    const lanes = lanesIn(indexRig(rig), 'hall');
    expect(lanes.map((l) => l.name)).toEqual(['Volume', 'Pan']);
    expect(lanes[0]?.ids.slice(0, 3)).toEqual(['Volume1', 'Volume2', 'Volume3']);
  });
  it('shows its last strip at its last step, and stands at no step in vain', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 40 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 12 }),
        (count, width, stride) => {
          const rig = smallRig(strips('Volume', count));
          const index = indexRig(rig);
          const [target] = rig.targets;
          if (!target) throw new Error('no target');
          const made = addChannelBank(
            index,
            target,
            { name: 'Bank', width, stride, lanes: lanesIn(index, 'hall').map((l) => l.ids) },
            newId,
          );
          expect(made === null).toBe(count <= width);
          if (!made) return;
          const next = done(rig, made);
          const [bank] = next.targets[0]?.channelBanks ?? [];
          const moved = of(next, bank?.moved ?? '');
          const firsts = moved.steps.map((s) => Number(s.split(' ')[0]));
          expect(firsts.at(-1)).toBe(count - width + 1);
          expect(new Set(firsts).size).toBe(firsts.length);
          expect(bankSteps(count, width, stride)).toBe(firsts.length);
        },
      ),
    );
  });
  it('is moved on by two switches', () => {
    const rig = smallRig(strips('Volume', 4));
    const index = indexRig(rig);
    const [target] = rig.targets;
    const made =
      target &&
      addChannelBank(index, target, { name: 'Bank', width: 2, stride: 2, lanes: [lanesIn(index, 'hall')[0]?.ids ?? []] }, newId);
    if (!made) throw new Error('not made');
    const next = done(rig, made);
    const moved = next.targets[0]?.channelBanks[0]?.moved ?? '';
    const whole = withFunctions(
      next,
      [assignment({ id: 'on', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: [moved] })],
      [landing(moved, { address: cc(20), mode: 'increment', to: 1 })],
    );
    expect(played(whole, tap('fs1', 0)).at(moved)).toBe(1);
  });

  const clips = (): { readonly rig: Rig; readonly target: Target } => {
    const rig = smallRig([
      ...['A', 'B', 'C'].flatMap((row) => strips(row, 4)),
      parameter('track', { kind: 'stepped', order: 90, highest: 3, steps: [...'1234'] }),
      parameter('show', { kind: 'trigger', order: 91 }),
    ]);
    const [target] = rig.targets;
    if (!target) throw new Error('no target');
    return { rig, target };
  };
  const grid = (rows: { readonly height: number; readonly stride: number }): Rig => {
    const { rig, target } = clips();
    const lanes = lanesIn(indexRig(rig), 'hall').map((l) => l.ids);
    const made = addChannelBank(indexRig(rig), target, { name: 'Clips', width: 2, stride: 2, lanes, rows }, newId);
    if (!made) throw new Error('not made');
    return done(rig, made);
  };
  it('moves over its rows where not all of them are under the controller', () => {
    const rig = grid({ height: 2, stride: 1 });
    const [bank] = rig.targets[0]?.channelBanks ?? [];
    expect(bank?.rows).toMatchObject({ height: 2, stride: 1 });
    expect(of(rig, bank?.rows?.moved ?? '')).toMatchObject({ name: 'Clips, rows', steps: ['1 to 2', '2 to 3'] });
    expect(grid({ height: 3, stride: 1 }).targets[0]?.channelBanks[0]?.rows).toBeUndefined();
    // Shows all strips, and not all rows.
    const { rig: bare, target } = clips();
    const lanes = lanesIn(indexRig(bare), 'hall').map((l) => l.ids);
    const made = addChannelBank(
      indexRig(bare),
      target,
      { name: 'All', width: 4, stride: 1, lanes, rows: { height: 1, stride: 1 } },
      newId,
    );
    const next = made ? done(bare, made) : bare;
    expect(of(next, next.targets[0]?.channelBanks[0]?.moved ?? '').steps).toEqual(['all 4', 'all 4']);
  });
  it('is brought to the selected strip, and loses what is deleted', () => {
    const rig = grid({ height: 2, stride: 1 });
    const [target] = rig.targets;
    if (!target) throw new Error('no target');
    const brought = done(rig, bringToSelected(target, 'Clips', { selected: 'track', by: 'show' }));
    const [bank] = brought.targets[0]?.channelBanks ?? [];
    expect(bank?.toSelected).toEqual({ selected: 'track', by: 'show' });
    const moved = bank?.moved ?? '';
    const places = of(brought, moved).steps.length;
    expect(played(brought, [mouse('track', 0, 3)]).at(moved)).toBe(0);
    const now = withFunctions(
      brought,
      [assignment({ id: 'on', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: ['show'] })],
      [landing('show', { address: cc(20), mode: 'trigger' })],
    );
    expect([places, played(now, [mouse('track', 0, 3), ...tap('fs1', 1000)]).at(moved)]).toEqual([2, 1]);
    const without = (rows: Rig, id: string): ChannelBank | undefined => {
      return done(rows, removeGear(rows, 'parameters', id)).targets[0]?.channelBanks[0];
    };
    expect(without(now, 'show')).toMatchObject({ rows: { height: 2 } });
    expect(without(now, 'show')?.toSelected).toBeUndefined();
    expect(without(now, bank?.rows?.moved ?? '')).toMatchObject({ toSelected: { selected: 'track' } });
    expect(without(now, bank?.rows?.moved ?? '')?.rows).toBeUndefined();
    const [held] = done(now, bringToSelected(now.targets[0] ?? target, 'Clips', null)).targets[0]?.channelBanks ?? [];
    expect(held && 'toSelected' in held).toBe(false);
  });
  it('goes into a profile by places, and out of it again', () => {
    const rig = grid({ height: 2, stride: 1 });
    const [target] = rig.targets;
    const whole = target ? done(rig, bringToSelected(target, 'Clips', { selected: 'track', by: null })) : rig;
    const profile = profileOf(whole, { id: 'x', version: 1 });
    if (!profile) throw new Error('no profile');
    const back = profileRig(profile, 'back');
    const plain = (r: Rig) => {
      const at = new Map(r.parameters.map((p, i) => [p.id, i]));
      return (r.targets[0]?.channelBanks ?? []).map((b) => ({
        ...b,
        moved: at.get(b.moved),
        lanes: b.lanes.map((l) => l.map((id) => at.get(id))),
        rows: b.rows && { ...b.rows, moved: at.get(b.rows.moved) },
        toSelected: b.toSelected && { selected: at.get(b.toSelected.selected), by: b.toSelected.by },
      }));
    };
    expect(plain(back)).toEqual(plain(whole));
  });
});

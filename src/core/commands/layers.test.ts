// Layers with several modifiers, two that are held together, and a host that listens for what the modifier sends anyway.
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { down, played, tap, up } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  did,
  fixed,
  landing,
  latching,
  layer,
  momentary,
  noteOn,
  outcomeOf,
  parameter,
  program,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { judge } from '../checks';
import type { Message } from '../midi';
import { type Assignment, apply, batch, indexRig, type Layer, type Rig } from '../rig';
import { addLayer, changeLayer, changeMessage, removeWithDependents } from './index';

let n = 0;
const newId = (): string => `y${++n}`;
const f = (
  id: string,
  on: string,
  number: number,
  layerId: string | null,
  rest: Partial<Parameters<typeof assignment>[0]> = {},
): Assignment => ({
  ...assignment({ id, on, message: cc(number), behaviour: fixed(127), meant: [], ...rest }),
  layerId,
});
const numbers = (rig: Rig, events: Parameters<typeof played>[1]): readonly string[] =>
  played(rig, events).sent.map((s) => s.split(' ')[2] ?? '');
const rigOf = (layers: readonly Layer[], functions: readonly Assignment[]): Rig => ({
  ...withFunctions(smallRig([parameter('freeze')]), functions, []),
  layers: [...layers],
});

describe('two modifiers for one layer', () => {
  const either = layer({ id: 'L', modifierControlId: 'mod', alsoOpenedBy: ['fs2'] });
  const rig = rigOf([either], [f('base', 'fs1', 20, null), f('in', 'fs1', 21, 'L')]);
  it('each open it alone', () => {
    for (const on of ['mod', 'fs2'])
      expect(numbers(rig, [down(on, 0), ...tap('fs1', 100), up(on, 300), ...tap('fs1', 500)])).toEqual(['21', '20']);
  });
  it('keep it open until the last of them is let go', () => {
    const events = [down('mod', 0), down('fs2', 50), up('mod', 100), ...tap('fs1', 200), up('fs2', 400), ...tap('fs1', 500)];
    expect(numbers(rig, events)).toEqual(['21', '20']);
  });
  it('are never turned over by it themselves', () => {
    const own = rigOf([either], [f('in', 'fs2', 21, 'L')]);
    expect(outcomeOf(own, 'in')).toMatchObject({ type: 'unreachable', why: { type: 'is-its-own-modifier' } });
  });
  it('one that is taken off the panel leaves the other', () => {
    const gone = done(rig, {
      type: 'batch',
      label: 'gone',
      edits: removeWithDependents(rig, [{ table: 'controls', id: 'fs2' }]),
    });
    expect(gone.layers).toMatchObject([{ modifierControlId: 'mod', alsoOpenedBy: [] }]);
  });
});

describe('two held together as a third', () => {
  const three = [
    layer({ id: 'A', name: 'A', modifierControlId: 'mod' }),
    layer({ id: 'C', name: 'C', order: 2, modifierControlId: 'mod', alsoOpenedBy: ['fs2'], together: true }),
    layer({ id: 'B', name: 'B', order: 3, modifierControlId: 'fs2' }),
  ];
  const rig = rigOf(three, [f('0', 'fs1', 20, null), f('a', 'fs1', 21, 'A'), f('b', 'fs1', 22, 'B'), f('c', 'fs1', 23, 'C')]);
  it('lie above what each of them opens, in either order of the hands', () => {
    for (const [one, other] of [
      ['mod', 'fs2'],
      ['fs2', 'mod'],
    ] as const) {
      const events = [
        down(one, 0),
        ...tap('fs1', 100),
        down(other, 300),
        ...tap('fs1', 400),
        up(one, 600),
        ...tap('fs1', 700),
        up(other, 900),
        ...tap('fs1', 1000),
      ];
      expect(numbers(rig, events)).toEqual(one === 'mod' ? ['21', '23', '22', '20'] : ['22', '23', '21', '20']);
    }
  });
  it('are held both in what is played for a function there, and it works', () => {
    const works = {
      ...rig,
      landings: [landing('freeze', { address: cc(23), mode: 'toggle' })],
      assignments: rig.assignments.map((a) =>
        a.id === 'c' ? { ...a, actions: a.actions.map((x) => (x.type === 'send' ? { ...x, meant: ['freeze'] } : x)) } : a,
      ),
    };
    expect(did(works, 'freeze', 'c')).toMatchObject({ type: 'flips-once-per-press' });
  });
  it.each(['while-held', 'toggled', 'next-press'] as const)(
    'lead to a bank that only they lead to, %s: it is reached',
    (mode) => {
      const together = three.map((l) => (l.id === 'C' ? { ...l, mode } : l));
      const leads = rigOf(together, [
        { ...f('c', 'fs1', 23, 'C'), actions: [{ type: 'go', to: { type: 'bank', bank: 2 } }] },
        { ...f('there', 'fs1', 24, null), bank: 2 },
      ]);
      const banked = (rig: Rig): Rig => ({
        ...rig,
        controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, banks: 2, bankButtons: false } })),
      });
      const unreachable = (rig: Rig) =>
        [...judge(banked(rig)).findings.values()].flat().filter((x) => x.check === 'unreachable-place');
      expect(unreachable(leads)).toEqual([]);
      expect(unreachable({ ...leads, assignments: leads.assignments.filter((a) => a.id === 'there') })).toHaveLength(1);
    },
  );
});

describe('a host that listens for what the modifier sends anyway', () => {
  const host = layer({ id: 'H', modifierControlId: 'mod', madeIn: 'host', signal: noteOn(60), signalBy: 'own' });
  const press = f('cue', 'mod', 0, null, { message: noteOn(60), behaviour: momentary(127, 0), meant: ['freeze'] });
  const moves = f('in', 'fs1', 30, 'H', { meant: ['gate'] });
  const rig: Rig = {
    ...withFunctions(
      smallRig([parameter('freeze'), parameter('gate')]),
      [press, moves],
      [
        landing('freeze', { id: 'l1', address: noteOn(60), mode: 'gate' }),
        landing('gate', { id: 'l2', address: cc(30), mode: 'toggle', hostLayerId: 'H' }),
      ],
    ),
    layers: [host],
  };
  it('adds no message, and the layer opens by it', () => {
    const told = played(rig, [down('mod', 0), ...tap('fs1', 100), up('mod', 300), ...tap('fs1', 500)]);
    expect(told.sent.filter((s) => s.startsWith('0 ') || s.startsWith('300 '))).toHaveLength(2);
    expect(told.values.filter((v) => v.includes('gate'))).toEqual(['100 gate 1']);
    expect(did(rig, 'gate', 'in')).toMatchObject({ type: 'flips-once-per-press' });
  });
  it('is no clash, nothing in the way, and moves along with the message', () => {
    expect([...judge(rig).findings.values()].flat().map((x) => x.check)).not.toContain('address-clash');
    expect(judge(rig).findings.get('H') ?? []).toEqual([]);
    const moved = done(rig, changeMessage(indexRig(rig), press, 0, noteOn(64), newId));
    expect(moved.layers[0]?.signal).toEqual(noteOn(64));
    expect(did(moved, 'gate', 'in')).toMatchObject({ type: 'flips-once-per-press' });
  });
});

it('gives each layer a letter of its own: the first of its name, else a figure in it, else a later one', () => {
  let rig = smallRig([]);
  for (const name of ['Cue 1', 'Cue 2', 'Cut', 'C', '2']) {
    const wish = { name, modifierControlId: 'mod', madeIn: 'controller', fallsThrough: true, mode: 'while-held' } as const;
    rig = done(rig, must(addLayer(indexRig(rig), wish, newId)).edit);
  }
  expect(rig.layers.map((l) => l.letter)).toEqual(['C', '2', 'U', 'C', '2']);
});

describe('changing a layer', () => {
  const rig = withFunctions(
    smallRig([parameter('freeze')], { layers: [layer({ id: 'L' })] }),
    [f('cue', 'mod', 40, null, { behaviour: latching(127, 0) })],
    [],
  );
  const wish = {
    name: 'Heel',
    modifierControlId: 'mod',
    madeIn: 'controller',
    fallsThrough: true,
    mode: 'while-held',
    reach: 'all',
  } as const;
  const [own] = rig.layers;
  if (!own) throw new Error('no layer');
  it('says all of it again: name, modifiers, how it opens, what it reaches, whether it blinks', () => {
    const changed = done(
      rig,
      must(
        changeLayer(indexRig(rig), own, {
          ...wish,
          reach: 'controller',
          name: 'Toe',
          alsoOpenedBy: ['fs2'],
          together: true,
          mode: 'toggled',
          blinks: 2,
          fallsThrough: false,
        }),
      ),
    );
    expect(changed.layers).toMatchObject([
      { name: 'Toe', letter: 'T', alsoOpenedBy: ['fs2'], together: true, mode: 'toggled', blinks: 2, fallsThrough: false },
    ]);
  });
  it('keeps what nobody changed: what it reaches elsewhere, how it blinks, and the message it listens for', () => {
    const far: Layer = {
      ...own,
      madeIn: 'host',
      signal: cc(77),
      signalBy: 'own',
      scope: { type: 'controller', controllerId: 'other' },
    };
    const press = { ...f('in bank 2', 'mod', 77, null), bank: 2 };
    const [board] = rig.controllers;
    if (!board) throw new Error('no board');
    const there = {
      ...rig,
      controllers: [board, { ...board, id: 'other', order: 2 }],
      layers: [far],
      assignments: [...rig.assignments, press],
    };
    const edit = must(
      changeLayer(indexRig(there), far, { ...wish, name: 'Toe', madeIn: 'host', signalBy: 'own', reach: 'controller' }),
    );
    const after = apply(there, edit);
    if (!after.ok) throw new Error(JSON.stringify(after.error));
    expect(after.value.layers).toEqual([{ ...far, name: 'Toe', letter: 'T' }]);
    // One that reaches everything although it is made in a controller can be changed too.
    expect(changeLayer(indexRig(rig), own, { ...wish, name: 'Toe' }).ok).toBe(true);
  });
  it('gives a host a number of its own, or what the modifier sends anyway', () => {
    const added = done(rig, must(changeLayer(indexRig(rig), own, { ...wish, madeIn: 'host' })));
    expect(added.layers[0]).toMatchObject({ madeIn: 'host', signalBy: 'added' });
    expect(added.layers[0]?.signal).not.toEqual(cc(40));
    const anyway = done(rig, must(changeLayer(indexRig(rig), own, { ...wish, madeIn: 'host', signalBy: 'own' })));
    expect(anyway.layers[0]).toMatchObject({ signal: cc(40), signalBy: 'own' });
  });
  it('gives each of several that are held together a message of its own, so that a host can tell which are down', () => {
    const both = { ...wish, madeIn: 'host', alsoOpenedBy: ['fs2'], together: true } as const;
    const made = done(rig, must(changeLayer(indexRig(rig), own, both)));
    const [changed] = made.layers;
    if (!changed) throw new Error('no layer');
    const [also] = changed.alsoSignals;
    expect(changed).toMatchObject({ together: true, alsoSignals: [{ controlId: 'fs2' }] });
    expect(also?.message).not.toEqual(changed.signal);
    // Said once more, nothing changes; each alone, one message does for both again.
    expect(must(changeLayer(indexRig(made), changed, both))).toMatchObject({ edits: [] });
    const alone = done(made, must(changeLayer(indexRig(made), changed, { ...both, together: false })));
    expect(alone.layers[0]).toMatchObject({ signal: changed.signal, alsoSignals: [], together: false });
    // What takes the first one away leaves the other with its own message.
    const gone = done(made, batch('away', [...removeWithDependents(made, [{ table: 'controls', id: 'mod' }])]));
    expect(gone.layers).toMatchObject([
      { modifierControlId: 'fs2', signal: also?.message, alsoOpenedBy: [], alsoSignals: [], together: true },
    ]);
  });
  it('refuses two whose messages a host cannot tell apart, or that are never let go', () => {
    const sends = (message: Message): Rig => ({
      ...rig,
      assignments: [...rig.assignments, f('second', 'fs2', 0, null, { message, behaviour: momentary(127, 0) })],
    });
    const both = { ...wish, madeIn: 'host', alsoOpenedBy: ['fs2'], together: true, signalBy: 'own' } as const;
    const codeOf = (there: Rig): string => {
      const result = changeLayer(indexRig(there), own, both);
      return result.ok ? 'ok' : result.error.code;
    };
    expect(codeOf(rig)).toBe('sends-nothing-of-its-own');
    expect(codeOf(sends(cc(40)))).toBe('modifiers-alike');
    expect(codeOf(sends(program(3)))).toBe('never-let-go');
    const told = sends(cc(41));
    const made = done(told, must(changeLayer(indexRig(told), own, both)));
    expect(made.layers[0]).toMatchObject({ signal: cc(40), alsoSignals: [{ controlId: 'fs2', message: cc(41) }] });
    // It follows when what is sent changes.
    const row = made.assignments.find((a) => a.controlId === 'fs2');
    const moved = row && changeMessage(indexRig(made), row, 0, cc(44), () => 'new');
    if (!moved) throw new Error('not moved');
    expect(done(made, moved).layers[0]?.alsoSignals).toEqual([{ controlId: 'fs2', message: cc(44) }]);
  });
  it('is refused where it cannot be', () => {
    const index = indexRig(rig);
    expect(changeLayer(index, own, { ...wish, reach: 'controller', modifierControlId: 'k1' })).toMatchObject({
      error: { code: 'cannot-be-held' },
    });
    expect(changeLayer(index, own, { ...wish, madeIn: 'host', modifierControlId: 'fs1', signalBy: 'own' })).toMatchObject({
      error: { code: 'sends-nothing-of-its-own' },
    });
    const used = { ...rig, assignments: [...rig.assignments, f('in', 'fs1', 41, 'L')] };
    expect(changeLayer(indexRig(used), own, { ...wish, madeIn: 'host' })).toMatchObject({
      error: { code: 'layer-has-functions', functions: 1 },
    });
    expect(addLayer(index, { ...wish, reach: 'controller', name: 'New', modifierControlId: 'fs2' }, newId).ok).toBe(true);
  });
});

// What the devices hold: entered, then changed, deleted, un-ticked or undone.
import { describe, expect, it } from 'vitest';
import { assignment, cc, continuous, fixed, landing, latching, layer, smallRig } from '../../../tests/kit/small-rig';
import { apply, batch, type Edit, indexRig, insert, invert, type Rig, remove, set, tickNow } from '../rig';
import { differenceOf } from '../sheets';
import { beginEntered, enteredRig, stepBack } from './as-entered';
import { changeBehaviour, changeMessage, removeAssignment } from './change';

const mark = { at: '2031-03-04T05:06:07.000Z' };
const start: Rig = {
  ...smallRig([continuous('Mix', 0, 100)]),
  assignments: [
    assignment({ behaviour: latching(127, 0), meant: ['Mix'] }),
    assignment({ id: 'a2', on: 'fs2', message: cc(60), behaviour: fixed(1), meant: [] }),
  ],
  landings: [landing('Mix')],
};

/** A rig with its journal. */
function lived(...edits: readonly ((rig: Rig) => Edit | null)[]) {
  const journal: Edit[] = [];
  let rig = start;
  for (const make of edits) {
    const edit = make(rig);
    const done = edit && apply(rig, edit);
    if (!edit || !done?.ok) throw new Error('it applies');
    journal.push(edit);
    rig = done.value;
  }
  const walk = beginEntered(rig);
  for (const edit of [...journal].reverse()) expect(stepBack(walk, edit)).toBe(true);
  return { rig, held: enteredRig(walk) };
}
const first = (rig: Rig) => {
  const row = rig.assignments.find((a) => a.id === 'a1');
  if (!row) throw new Error('it is there');
  return row;
};
const tick = (rig: Rig): Edit => set('assignments', first(rig), 'entered', mark);
const hear = (rig: Rig): Edit => {
  const [row] = rig.landings;
  if (!row) throw new Error('it is there');
  return set('landings', row, 'entered', mark);
};
const number =
  (to: number) =>
  (rig: Rig): Edit | null =>
    changeMessage(indexRig(rig), first(rig), 0, cc(to), () => 'n');
const words = ({ rig, held }: ReturnType<typeof lived>): string[] =>
  differenceOf(indexRig(held), indexRig(rig), true).map((c) => `${c.type} ${c.what}: ${c.was ?? '-'} > ${c.now ?? '-'}`);

describe('since it was last entered', () => {
  it('nothing was entered: everything is to be', () => {
    expect(words(lived()).every((w) => w.startsWith('enter'))).toBe(true);
  });
  it('changed twice since: what stands there is what was ticked, not what came between', () => {
    const told = words(lived(tick, hear, number(90), number(91)));
    expect(told).toContain(
      'change FS1 press, every bank · Base: Control change 104, ch 5, alternating 127 / 0 > Control change 91, ch 5, alternating 127 / 0',
    );
    expect(told.filter((w) => w.startsWith('change')).length).toBe(2);
  });
  it('changed and changed back: nothing is to be entered for it', () => {
    expect(words(lived(tick, hear, number(90), number(104))).filter((w) => w.includes('FS1') || w.includes('Mix'))).toEqual([]);
  });
  it('deleted since: it is to be cleared', () => {
    const told = words(lived(tick, (rig) => removeAssignment(indexRig(rig), first(rig))));
    expect(told).toContain('clear FS1 press, every bank · Base: Control change 104, ch 5, alternating 127 / 0 > -');
  });
  it('what holds at a place, is kept or opens a layer, deleted since: it is to be cleared, until that is un-done', () => {
    const rows = {
      groups: {
        id: 'g',
        order: 1,
        controllerId: 'board',
        name: 'Looms',
        bank: null,
        page: null,
        controlIds: ['fs1', 'fs2'],
        pressedAgain: 'stays-on',
        sendsOff: false,
        entered: null,
        note: '',
      },
      arrivals: {
        id: 'arrives',
        order: 1,
        controllerId: 'board',
        bank: 1,
        page: null,
        actions: [{ type: 'wait', ms: 5 }],
        latches: [],
        atStart: false,
        entered: null,
        note: '',
      },
      layers: layer({ modifierControlId: 'fs2' }),
    } as const;
    const add = (rig: Rig): Edit =>
      batch('Add', [
        insert('groups', { ...rows.groups, controlIds: [...rows.groups.controlIds] }),
        insert('arrivals', { ...rows.arrivals, actions: [...rows.arrivals.actions], latches: [] }),
        insert('layers', { ...rows.layers, order: rig.layers.length + 1 }),
      ]);
    const index = (rig: Rig) => indexRig(rig);
    const all = (rig: Rig) => [
      ...rig.groups.map((row) => ['groups', row] as const),
      ...rig.arrivals.map((row) => ['arrivals', row] as const),
      ...rig.layers.map((row) => ['layers', row] as const),
    ];
    const tickAll = (rig: Rig): Edit =>
      batch(
        'Tick',
        all(rig).map(([table, row]) => set(table, row as never, 'entered', tickNow(index(rig), row, mark.at) as never)),
      );
    const untickAll = (rig: Rig): Edit =>
      batch(
        'Untick',
        all(rig).map(([table, row]) => set(table, row as never, 'entered', null as never)),
      );
    const dropAll = (rig: Rig): Edit =>
      batch(
        'Delete',
        all(rig).map(([table, row]) => remove(table, row as never)),
      );
    const cleared = (life: ReturnType<typeof lived>): string[] => [
      ...new Set(
        words(life)
          .filter((w) => w.startsWith('clear'))
          .map((w) => w.split(/[,:]/)[0] ?? ''),
      ),
    ];
    expect(cleared(lived(add, tickAll, dropAll)).sort()).toEqual(['clear Arriving', 'clear FS1', 'clear Heel']);
    expect(cleared(lived(add, dropAll))).toEqual([]);
    expect(cleared(lived(add, tickAll, untickAll, dropAll))).toEqual([]);
    let drop: Edit | null = null;
    const dropOnce = (rig: Rig): Edit => {
      drop = dropAll(rig);
      return drop;
    };
    expect(cleared(lived(add, tickAll, dropOnce, () => drop && invert(drop)))).toEqual([]);
  });
  it('the tick taken away by hand: it stands nowhere', () => {
    const untick = (rig: Rig): Edit => batch('Untick', [set('assignments', first(rig), 'entered', null)]);
    expect(words(lived(tick, untick)).some((w) => w.startsWith('enter FS1'))).toBe(true);
  });
  it('an undone change leaves no trace', () => {
    const edits: Edit[] = [];
    const change = (rig: Rig): Edit | null => {
      const edit = changeBehaviour(first(rig), 0, fixed(3));
      if (edit) edits.push(edit);
      return edit;
    };
    const told = words(lived(tick, hear, change, () => (edits[0] ? invert(edits[0]) : null)));
    expect(told.filter((w) => w.includes('FS1') || w.includes('Mix'))).toEqual([]);
  });
  it('a layer that nobody ticked yet is to be set up, and takes nothing off what stands in it', () => {
    const hosted = (rig: Rig): Rig => ({
      ...rig,
      layers: [layer({ madeIn: 'host', signal: cc(119) })],
      assignments: [
        ...rig.assignments.map((a) => ({ ...a, entered: mark })),
        {
          ...assignment({ id: 'veiled', on: 'fs1', message: cc(104), behaviour: fixed(1), meant: [], layerId: 'heel' }),
          order: 9,
          entered: mark,
        },
        {
          ...assignment({
            id: 'alone',
            on: 'k1',
            gesture: 'move',
            message: cc(70),
            behaviour: fixed(1),
            meant: [],
            layerId: 'heel',
          }),
          order: 10,
          entered: mark,
        },
      ],
    });
    const rig = hosted(start);
    const told = differenceOf(indexRig(enteredRig(beginEntered(rig))), indexRig(rig), true);
    expect(told.map((c) => `${c.type} ${c.what}`)).toEqual(['enter Heel', 'enter Mix']);
  });
});

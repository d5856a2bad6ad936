// The controller that is made of what was touched: as many controls as were touched, each with what it sent, and a rig takes it.
import { expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { continuous, smallRig } from '../../../tests/kit/small-rig';
import { dice, madeController, shuffled, touched } from '../../../tests/kit/touching-hand';
import { addController, assign } from '../commands';
import { parseRig, writeRig } from '../formats';
import { addressKey } from '../midi';
import { emptyRig, indexRig, type Rig } from '../rig';
import { type Described, partsFor, templateOf, touchesIn } from './index';

it('has a control for everything that was touched, and what it sends today on each', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const next = dice(seed);
    const all = touchesIn(touched(shuffled(madeController(20, next), next), next, { clock: true, sensing: true }));
    const rows = all.map((t): Described => ({ touched: t, reading: t.readings[0], part: partsFor(t.readings[0], t)[0] }));
    const empty = emptyRig('r', 'Mine');
    let n = 0;
    const rig = done(empty, addController(empty, templateOf(rows, empty), 'Touched', () => `t${++n}`).edit);
    expect(rig.controls).toHaveLength(all.length);
    const keys = (list: readonly (typeof all)[number]['message'][]) => list.map((m) => addressKey(m)).sort();
    expect(keys(rig.controls.flatMap((c) => c.factory.flatMap((f) => (f.back ? [f.message, f.back] : [f.message]))))).toEqual(
      keys(all.flatMap((t) => [t.message, t.touch, t.pressure, t.back].flatMap((m) => (m ? [m] : [])))),
    );
    expect(rig.controls.filter((c) => c.subControls.includes('touch'))).toHaveLength(all.filter((t) => t.touch).length);
    // Knobs stand in the order in which they were touched.
    const knobs = rows.filter((r) => r.part === 'knobs').map((r) => addressKey(r.touched.message));
    const drawn = [...rig.controls].filter((c) => c.kind === 'knob').sort((a, b) => a.familyOrder - b.familyOrder);
    expect(drawn.map((c) => (c.factory[0] ? addressKey(c.factory[0].message) : 0))).toEqual(knobs);
    expect(rig.controllers[0]?.channel).toBe('channel' in (all[0]?.message ?? {}) ? Object(all[0]?.message).channel : 1);
    expect(parseRig(writeRig(rig)).ok).toBe(true);
  }
});

it('is assigned as it was touched: clicks in the coding that was heard, or a message for each way with the numbers that it has', () => {
  const next = dice(3);
  const kinds = ['twos-complement', 'sign-magnitude', 'each-way'] as const;
  const made = kinds.map((kind, i) => ({ kind, channel: 3, number: 10 + 2 * i }));
  const rows = touchesIn(touched(made, next, { clock: false, sensing: false })).map(
    (t): Described => ({ touched: t, reading: t.readings[0], part: partsFor(t.readings[0], t)[0] }),
  );
  const bare: Rig = { ...smallRig([continuous('mix', 0, 100)]), controllers: [], controls: [], wires: [] };
  let n = 0;
  const newId = (): string => `t${++n}`;
  const added = addController(bare, templateOf(rows, bare), 'Touched', newId);
  const rig = done(bare, added.edit);
  const wires = { ...smallRig([]).wires[0], id: 'w', from: { unitId: rig.controllers[0]?.id ?? '', port: '' } };
  const whole = { ...rig, wires: [{ ...wires, to: { unitId: 'hall', port: '' } }] } as Rig;
  const sent = whole.controls.map((control) => {
    const place = { bank: null, page: null, layerId: null };
    const result = assign(indexRig(whole), { parameterId: 'mix', controlId: control.id, place, onTaken: 'replace' }, newId);
    if (!result.ok) throw new Error(result.error.code);
    const after = done(whole, result.value.edit);
    return (after.assignments[0]?.actions ?? []).flatMap((a) =>
      a.type === 'send' && 'number' in a.message
        ? [
            `${a.message.number} ${a.behaviour.type === 'relative' ? a.behaviour.coding : a.behaviour.type === 'click' ? a.behaviour.way : a.behaviour.type}`,
          ]
        : [],
    );
  });
  expect(sent).toEqual([['10 twos-complement'], ['12 sign-magnitude'], ['14 up', '15 down']]);
});

// The controller that is made of what was touched: as many controls as were touched, each with what it sent, and a rig takes it.
import { expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { dice, madeController, shuffled, touched } from '../../../tests/kit/touching-hand';
import { addController } from '../commands';
import { parseRig, writeRig } from '../formats';
import { addressKey } from '../midi';
import { emptyRig } from '../rig';
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
    expect(keys(rig.controls.flatMap((c) => c.factory.map((f) => f.message)))).toEqual(
      keys(all.flatMap((t) => [t.message, ...(t.touch ? [t.touch] : []), ...(t.pressure ? [t.pressure] : [])])),
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

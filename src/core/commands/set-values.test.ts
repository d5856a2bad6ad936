// Several values at once from one press. The law: once it is pressed, each parameter stands at its value, or as near as the message comes.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { played, tap } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  layer,
  parameter,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { type Control, editSchema, indexRig, type Parameter, type Rig } from '../rig';
import { planSetValues, type SetValuesWish, setValuesEdit } from './index';

let n = 0;
const newId = (): string => `s${++n}`;
const base = { bank: null, page: null, layerId: null };
const controlOf = (rig: Rig, id: string): Control => {
  const found = rig.controls.find((c) => c.id === id);
  if (!found) throw new Error(`no ${id}`);
  return found;
};
const wishOn = (
  rig: Rig,
  values: readonly (readonly [string, number])[],
  change: Partial<SetValuesWish> = {},
): SetValuesWish => ({
  control: controlOf(rig, 'fs1'),
  place: base,
  gesture: { type: 'press' },
  values: values.map(([parameterId, value]) => ({ parameterId, value })),
  ...change,
});
function carried(rig: Rig, values: readonly (readonly [string, number])[], change: Partial<SetValuesWish> = {}) {
  const plan = planSetValues(indexRig(rig), wishOn(rig, values, change));
  const edit = setValuesEdit(indexRig(rig), plan, newId);
  if (edit) expect(editSchema.safeParse(edit).success).toBe(true);
  return { skips: plan.rows.map((r) => r.skip), rig: edit ? done(rig, edit) : rig };
}

const modes = parameter('modes', { kind: 'stepped', lowest: 0, highest: 4, steps: ['a', 'b', 'c', 'd', 'e'] });
const rig = (modesHeard: readonly ('set' | 'absolute')[] = ['set', 'absolute']): Rig =>
  smallRig([continuous('decay', 1, 20), continuous('cut', 20, 20000, { scale: { type: 'log' } }), parameter('mute'), modes], {
    firmware: { messagesPerGesture: 4 },
    reception: { modes: [...modesHeard] },
  });

describe('several values at once', () => {
  it('are sent by one press, with numbers that follow each other, and undone in one go', () => {
    const made = carried(rig(), [
      ['decay', 12],
      ['mute', 1],
      ['modes', 3],
    ]).rig;
    expect(made.assignments).toHaveLength(1);
    expect(made.assignments[0]?.actions).toMatchObject(
      [102, 103, 104].map((number) => ({ message: { type: 'cc', number }, behaviour: { type: 'fixed', value: 127 } })),
    );
    expect(made.landings.map((l) => [l.parameterId, l.mode, l.setValue])).toEqual([
      ['decay', 'set', 12],
      ['mute', 'set', 1],
      ['modes', 'set', 3],
    ]);
  });

  const someParameter = fc.oneof(
    fc
      .record({
        low: fc.integer({ min: -60, max: 40 }),
        span: fc.integer({ min: 1, max: 300 }),
        part: fc.double({ min: 0, max: 1, noNaN: true }),
      })
      .map(({ low, span, part }) => ({ row: continuous('p', low, low + span), value: low + span * part })),
    fc.record({ span: fc.integer({ min: 1, max: 40 }), at: fc.nat(40) }).map(({ span, at }) => ({
      row: parameter('p', {
        kind: 'stepped',
        lowest: 0,
        highest: span,
        steps: Array.from({ length: span + 1 }, (_, i) => `s${i}`),
      }),
      value: at % (span + 1),
    })),
    fc.nat(1).map((value) => ({ row: parameter('p'), value })),
  );
  it('each stands at its value after the press, whatever its kind, range and start', () => {
    fc.assert(
      fc.property(
        fc.array(someParameter, { minLength: 1, maxLength: 4 }),
        fc.boolean(),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (all, sets, part) => {
          const rows = all.map(({ row }, i): Parameter => {
            const start = row.lowest + (row.highest - row.lowest) * part;
            return { ...row, id: `p${i}`, name: `p${i}`, start: row.kind === 'continuous' ? start : Math.round(start) };
          });
          const before = smallRig(rows, {
            firmware: { messagesPerGesture: 4 },
            reception: { modes: sets ? ['set', 'absolute'] : ['absolute'] },
          });
          const made = carried(
            before,
            all.map(({ value }, i) => [`p${i}`, value] as const),
          );
          const stands = played(made.rig, tap('fs1', 0));
          all.forEach(({ row, value }, i) => {
            expect(made.skips[i]).toBeNull();
            const step = row.kind === 'continuous' && !sets ? (row.highest - row.lowest) / 127 : 0;
            expect(Math.abs(stands.at(`p${i}`) - value)).toBeLessThanOrEqual(step / 2 + 1e-9);
          });
        },
      ),
      { numRuns: 200 },
    );
  });

  it('come beside what the gesture does already, which goes on', () => {
    const one = withFunctions(
      rig(),
      [assignment({ id: 'a', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: ['mute'] })],
      [landing('mute', { address: cc(20), mode: 'set', setValue: 1 })],
    );
    const both = carried(one, [
      ['mute', 0],
      ['decay', 5],
    ]);
    expect(both.skips).toEqual(['is moved by this gesture already', null]);
    const stands = played(both.rig, tap('fs1', 0));
    expect([stands.at('mute'), stands.at('decay')]).toEqual([1, 5]);
  });

  it('say why one is left out', () => {
    const whole = smallRig([continuous('a', 0, 10), parameter('bang', { kind: 'trigger' }), parameter('b')], {
      firmware: { messagesPerGesture: 1 },
    });
    expect(
      carried(whole, [
        ['a', 11],
        ['bang', 1],
        ['a', 3],
        ['b', 1],
      ]).skips,
    ).toEqual(['outside of its range', 'fires, and has no value', null, 'Board sends at most 1 on one gesture']);
    const deaf = smallRig([parameter('b')], { reception: { modes: ['toggle'] } });
    expect(carried(deaf, [['b', 1]]).skips).toEqual(['Hall cannot be set to it by a press']);
    const host = { ...rig(), layers: [layer({ id: 'h', name: 'H', modifierControlId: 'mod', madeIn: 'host', signal: cc(30) })] };
    expect(carried(host, [['mute', 1]], { place: { ...base, layerId: 'h' } }).skips).toEqual([
      'in H FS1 sends what it sends in Base',
    ]);
    expect(carried(rig(), [['mute', 1]], { control: controlOf(rig(), 'k1'), gesture: { type: 'move' } }).skips).toEqual([
      'what moves sets nothing',
    ]);
  });
});

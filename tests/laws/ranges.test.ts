// Law 4: nothing leaves its range. Whatever landings say, and however ranges are edited under them, no parameter is ever outside of its own; and an edit
// that makes a landing reach outside mends it in the same step.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeCells, type ParameterCell } from '@/core/commands';
import { type RelativeCoding, relativeCodingSchema } from '@/core/midi';
import { receiveModes } from '@/core/modes';
import { apply, type Landing, type Parameter, type Rig } from '@/core/rig';
import { mouse, moveTo, played, tap, turn } from '../kit/hand';
import { assignment, cc, fixed, landing, latching, parameter, range, smallRig, withFunctions } from '../kit/small-rig';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);
const settings = { numRuns: RUNS };

const anyValue = fc.oneof(fc.double({ min: -1e6, max: 1e6, noNaN: true }), fc.integer({ min: -300, max: 300 }));
const someParameter: fc.Arbitrary<Parameter> = fc
  .record({
    kind: fc.constantFrom('continuous' as const, 'stepped' as const, 'toggle' as const),
    lowest: fc.integer({ min: -100, max: 100 }),
    span: fc.integer({ min: 1, max: 300 }),
    part: fc.double({ min: 0, max: 1, noNaN: true }),
    centre: fc.constantFrom('linear' as const, 'at64' as const),
  })
  .map(({ kind, lowest, span, part, centre }) => {
    const [low, high] = kind === 'toggle' ? [0, 1] : kind === 'stepped' ? [0, Math.min(span, 30)] : [lowest, lowest + span];
    const start = kind === 'continuous' ? low + part * (high - low) : Math.round(low + part * (high - low));
    const steps = kind === 'stepped' ? Array.from({ length: high + 1 }, (_, i) => `s${i}`) : [];
    return parameter('p', { kind, lowest: low, highest: high, default: low, start, steps, centre });
  });
const codings: readonly RelativeCoding[] = relativeCodingSchema.options;
const someLanding: fc.Arbitrary<Partial<Landing>> = fc.record({
  mode: fc.constantFrom(...receiveModes),
  from: anyValue,
  to: anyValue,
  setValue: anyValue,
  coding: fc.constantFrom(...codings),
  takeover: fc.constantFrom('jump' as const, 'pickup' as const, 'scale' as const),
});
const someHand = fc.array(
  fc.oneof(
    fc.record({ do: fc.constant('move' as const), at: fc.double({ min: 0, max: 1, noNaN: true }) }),
    fc.record({ do: fc.constant('turn' as const), at: fc.integer({ min: -200, max: 200 }) }),
    fc.record({ do: fc.constant('press' as const), at: fc.constant(0) }),
    fc.record({ do: fc.constant('mouse' as const), at: anyValue }),
  ),
  { minLength: 1, maxLength: 20 },
);

const rigOf = (p: Parameter, change: Partial<Landing>): Rig => {
  const knob = assignment({ id: 'k', on: 'k1', gesture: 'move', message: cc(104), behaviour: range(0, 127), meant: ['p'] });
  const clicks = assignment({
    id: 'e',
    on: 'k2',
    gesture: 'move',
    message: cc(104),
    behaviour: { type: 'relative', coding: 'twos-complement', acceleration: 4 },
    meant: ['p'],
  });
  return withFunctions(
    smallRig([p], { firmware: { encoderModes: [...codings] } }),
    [
      knob,
      clicks,
      assignment({ id: 's', behaviour: latching(127, 3), meant: ['p'] }),
      assignment({ id: 't', on: 'fs2', behaviour: fixed(90), meant: ['p'] }),
    ],
    [landing('p', change)],
  );
};

describe('no parameter leaves its range', () => {
  it('whatever its landing says and whoever plays it', () => {
    fc.assert(
      fc.property(someParameter, someLanding, someHand, (p, change, hand) => {
        const events = hand.flatMap((h, i) => {
          const t = i * 100;
          if (h.do === 'move') return [moveTo('k1', t, h.at)];
          if (h.do === 'turn') return [turn('k2', t, h.at)];
          return h.do === 'press' ? tap(i % 2 ? 'fs1' : 'fs2', t) : [mouse('p', t, h.at)];
        });
        for (const line of played(rigOf(p, change), events).values) {
          const value = Number(line.split(' ').at(-1));
          expect(value >= p.lowest && value <= p.highest, `${value} in ${p.lowest} to ${p.highest}`).toBe(true);
        }
      }),
      settings,
    );
  });
  it('and what lands on it, and the scenes that hold it, follow an edit of its range', () => {
    const cells: readonly ParameterCell[] = ['lowest', 'highest', 'kind', 'steps', 'scale'];
    const edits = fc.array(
      fc.record({
        cell: fc.constantFrom(...cells),
        text: fc.oneof(
          fc.integer({ min: -400, max: 400 }).map(String),
          fc.constantFrom('continuous', 'stepped', 'toggle', 'a|b|c', 'a|b', 'log', 'linear'),
        ),
      }),
      { minLength: 1, maxLength: 6 },
    );
    fc.assert(
      fc.property(
        someParameter,
        fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
        edits,
        (p, ends, list) => {
          const inside = (part: number): number => p.lowest + part * (p.highest - p.lowest);
          let rig: Rig = {
            ...rigOf(p, { from: inside(ends[0]), to: inside(ends[1]), setValue: p.highest }),
            scenes: [
              {
                id: 'sc',
                order: 1,
                name: 'Scene',
                values: [{ parameterId: 'p', value: p.highest }],
                assignmentId: null,
                note: '',
              },
            ],
          };
          for (const change of list) {
            const { edit } = changeCells(rig, 'hall', [{ parameterId: 'p', line: 0, ...change }], () => 'new');
            if (!edit) continue;
            const done = apply(rig, edit);
            if (!done.ok) throw new Error(JSON.stringify(done.error));
            rig = done.value;
            const [now] = rig.parameters;
            const [l] = rig.landings;
            const held = [l?.from, l?.to, l?.setValue, rig.scenes[0]?.values[0]?.value];
            for (const value of held)
              expect(now !== undefined && value !== undefined && value >= now.lowest && value <= now.highest).toBe(true);
          }
        },
      ),
      settings,
    );
  });
});

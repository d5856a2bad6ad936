// Landings for one sound: which of several at one number moves its parameter, written a second time from what is said of them and held against the simulator after every hand by
// chance. Of the program it knows the types. What real programs do is common practice, no source: a mapping of one sound stands in for that of all of them.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judge } from '@/core/checks';
import type { Landing, Rig, ScriptEvent } from '@/core/rig';
import { mouse, moveTo, played } from '../kit/hand';
import { assignment, cc, continuous, landing, outcomeOf, parameter, range, smallRig, withFunctions } from '../kit/small-rig';

interface Row {
  /** The sound that it needs; null for any. */
  readonly sound: number | null;
  readonly instead: boolean;
}

const SOUNDS = 4;
const rowsRig = (rows: readonly Row[]): Rig =>
  withFunctions(
    smallRig([
      ...rows.map((_, i) => continuous(`p${i}`, 0, 127, { order: i })),
      parameter('sound', { kind: 'stepped', highest: SOUNDS - 1, steps: [...'ABCD'], order: 50 }),
    ]),
    [
      assignment({
        id: 'knob',
        on: 'k1',
        gesture: 'move',
        message: cc(20),
        behaviour: range(0, 127),
        meant: rows.map((_, i) => `p${i}`),
      }),
    ],
    rows.map(
      ({ sound, instead }, i): Landing =>
        landing(`p${i}`, {
          id: `l${i}`,
          order: i,
          address: cc(20),
          to: 127,
          conditions:
            sound === null
              ? []
              : [{ words: 'its sound', when: { parameterId: 'sound', value: sound }, ...(instead ? { instead } : {}) }],
        }),
    ),
  );

describe('landings for one sound', () => {
  it('stand in for the others at their number as long as it is that sound, as a second reading says', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ sound: fc.constantFrom(null, null, 0, 1, 2), instead: fc.boolean() }), {
          minLength: 1,
          maxLength: 4,
        }),
        fc.array(
          fc.oneof(
            fc.record({ do: fc.constant('sound' as const), to: fc.nat(SOUNDS - 1) }),
            fc.record({ do: fc.constant('knob' as const), to: fc.constantFrom(10, 50, 100, 127) }),
          ),
          { minLength: 1, maxLength: 8 },
        ),
        (rows, hands) => {
          const values = rows.map(() => 0);
          let sound = 0;
          let sent = -1;
          const events: ScriptEvent[] = [];
          hands.forEach((hand, i) => {
            if (hand.do === 'sound') {
              sound = hand.to;
              events.push(mouse('sound', i * 1000, hand.to));
              return;
            }
            events.push(moveTo('k1', i * 1000, hand.to / 127));
            if (hand.to === sent) return;
            sent = hand.to;
            const inner = rows.some((r) => r.sound === sound && r.instead);
            rows.forEach((r, at) => {
              const so = r.sound === null || r.sound === sound;
              if (so && (!inner || (r.sound !== null && r.instead))) values[at] = hand.to;
            });
          });
          const now = played(rowsRig(rows), events);
          expect(rows.map((_, at) => now.at(`p${at}`))).toEqual(values);
        },
      ),
      { numRuns: 300, seed: 20261130 },
    );
  });

  it.each([
    [
      'a parameter for each sound',
      [
        { sound: 0, instead: false },
        { sound: 1, instead: false },
      ],
    ],
    [
      'one for all, and one that stands in for it',
      [
        { sound: null, instead: false },
        { sound: 2, instead: true },
      ],
    ],
    [
      'one for the sound at the start that stands in',
      [
        { sound: null, instead: false },
        { sound: 0, instead: true },
      ],
    ],
  ] as const)('%s: each is judged as it is when it is heard', (_, rows) => {
    const rig = rowsRig(rows);
    const outcome = outcomeOf(rig, 'knob');
    expect(outcome.type === 'played' && outcome.effects.map((e) => e.did.type)).toEqual(rows.map(() => 'sweeps'));
    const grave = [...judge(rig).findings.values()].flat().filter((f) => f.severity === 'stop');
    expect(grave.map((f) => f.title)).toEqual([]);
  });
});

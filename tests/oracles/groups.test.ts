// Switches that release each other, latches, arrivals and where a unit starts, written a second time from what is said of them and held against the simulator under hands by
// chance. Of the program it knows the types. What a controller does here is common practice; no source.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Arrival, Assignment, Rig, ScriptEvent, SwitchGroup } from '@/core/rig';
import { goTo, played, tap } from '../kit/hand';
import { assignment, cc, fixed, latching, momentary, smallRig, withFunctions } from '../kit/small-rig';

const hands = ['fs1', 'fs2', 'mod'] as const;
type Hand = (typeof hands)[number];

/** What each switch has on its press: a number of its own with values that latch, stand still or last; or nothing. And what stands on its latch. */
interface Given {
  readonly press: Readonly<Record<Hand, 'latching' | 'fixed' | 'momentary' | 'none'>>;
  readonly latch: Readonly<Record<Hand, boolean>>;
  readonly group: {
    readonly bank: 1 | null;
    readonly members: readonly Hand[];
    readonly again: SwitchGroup['pressedAgain'];
    readonly sendsOff: boolean;
  };
  readonly arrival: {
    readonly bank: 1 | 2 | null;
    readonly sends: boolean;
    readonly latches: readonly (readonly [Hand, boolean])[];
    readonly atStart: boolean;
  };
  readonly starts: 1 | 2;
  readonly survives: boolean;
}
type Move = { readonly tap: Hand } | { readonly go: 1 | 2 };

const number = (hand: Hand): number => 10 * (hands.indexOf(hand) + 1);

/** The second reading: for each switch whether its press stands on, whether its latch does, and who is on in the group. */
class Second {
  readonly sent: string[] = [];
  private bank: number;
  private readonly pressOn = new Map<Hand, boolean>();
  private readonly latchOn = new Map<Hand, boolean>();
  private on: Hand | null = null;
  constructor(private readonly given: Given) {
    this.bank = given.starts;
    const { arrival } = given;
    if (arrival.atStart && this.arrives(this.bank)) this.arrive(0);
  }
  private arrives(bank: number): boolean {
    return this.given.arrival.bank === null || this.given.arrival.bank === bank;
  }
  private grouped(hand: Hand): boolean {
    const { group } = this.given;
    return group.members.includes(hand) && (group.bank === null || group.bank === this.bank);
  }
  private say(t: number, n: number, value: number): void {
    this.sent.push(`${t} CC ${n} ${value}`);
  }
  private stand(hand: Hand, on: boolean): void {
    this.pressOn.set(hand, on);
    this.latchOn.set(hand, on);
  }
  private arrive(t: number): void {
    const { arrival } = this.given;
    for (const [hand, on] of arrival.latches) {
      if (this.grouped(hand)) {
        if (on) {
          if (this.on !== null && this.on !== hand) this.stand(this.on, false);
          this.on = hand;
        } else if (this.on === hand) this.on = null;
      }
      this.stand(hand, on);
    }
    if (arrival.sends) this.say(t, 99, 5);
  }
  go(t: number, bank: number): void {
    if (bank === this.bank) return;
    this.bank = bank;
    if (!this.given.survives) {
      this.pressOn.clear();
      this.latchOn.clear();
      this.on = null;
    }
    if (this.arrives(bank)) this.arrive(t);
  }
  private latchSays(t: number, hand: Hand, on: boolean): void {
    this.latchOn.set(hand, on);
    if (this.given.latch[hand]) this.say(t, number(hand) + (on ? 1 : 2), on ? 127 : 0);
  }
  tap(t: number, hand: Hand): void {
    const { press, group } = this.given;
    let turned: 'on' | 'off' | 'again' | null = null;
    if (this.grouped(hand)) {
      if (this.on === hand) turned = group.again === 'stays-on' ? 'again' : 'off';
      else {
        const other = this.on;
        if (other !== null) {
          const said = group.sendsOff;
          if (said && press[other] === 'latching' && this.pressOn.get(other)) this.say(t, number(other), 0);
          const latched = this.latchOn.get(other) === true;
          this.stand(other, false);
          if (said && latched) this.latchSays(t, other, false);
        }
        turned = 'on';
      }
      this.on = turned === 'off' ? null : hand;
    }
    if (press[hand] === 'latching') {
      const on = turned === null ? this.pressOn.get(hand) !== true : turned !== 'off';
      this.pressOn.set(hand, on);
      this.say(t, number(hand), on ? 127 : 0);
    } else if (press[hand] !== 'none') this.say(t, number(hand), press[hand] === 'fixed' ? 64 : 127);
    if (turned !== 'again') {
      const on = turned === null ? this.latchOn.get(hand) !== true : turned === 'on';
      if (this.given.latch[hand]) this.latchSays(t, hand, on);
    }
    if (press[hand] === 'momentary') this.say(t + 50, number(hand), 0);
  }
}

const perHand = <T>(value: fc.Arbitrary<T>): fc.Arbitrary<Record<Hand, T>> => fc.record({ fs1: value, fs2: value, mod: value });
const someGiven: fc.Arbitrary<Given> = fc.record({
  press: perHand(
    fc.constantFrom('latching' as const, 'latching' as const, 'fixed' as const, 'momentary' as const, 'none' as const),
  ),
  latch: perHand(fc.boolean()),
  group: fc.record({
    bank: fc.constantFrom(null, null, 1 as const),
    members: fc.subarray([...hands], { minLength: 1 }),
    again: fc.constantFrom('turns-off' as const, 'stays-on' as const),
    sendsOff: fc.boolean(),
  }),
  arrival: fc.record({
    bank: fc.constantFrom(null, 1 as const, 2 as const),
    sends: fc.boolean(),
    latches: fc.uniqueArray(fc.tuple(fc.constantFrom(...hands), fc.boolean()), { selector: ([h]) => h, maxLength: 2 }),
    atStart: fc.boolean(),
  }),
  starts: fc.constantFrom(1 as const, 2 as const),
  survives: fc.boolean(),
});
const someMove: fc.Arbitrary<Move> = fc.oneof(
  { weight: 4, arbitrary: fc.constantFrom(...hands).map((hand) => ({ tap: hand })) },
  { weight: 1, arbitrary: fc.constantFrom(1 as const, 2 as const).map((bank) => ({ go: bank })) },
);

function rigOf({ press, latch, group, arrival, starts, survives }: Given): Rig {
  const behaviours = { latching: latching(127, 0), fixed: fixed(64), momentary: momentary(127, 0) } as const;
  const rows = hands.flatMap((hand): Assignment[] => {
    const kind = press[hand];
    return [
      ...(kind === 'none'
        ? []
        : [assignment({ id: `${hand}-p`, on: hand, message: cc(number(hand)), behaviour: behaviours[kind], meant: [] })]),
      ...(latch[hand]
        ? (['latch-on', 'latch-off'] as const).map((gesture, i) =>
            assignment({
              id: `${hand}-${gesture}`,
              on: hand,
              gesture,
              message: cc(number(hand) + 1 + i),
              behaviour: fixed(i === 0 ? 127 : 0),
              meant: [],
            }),
          )
        : []),
    ];
  });
  const rig = withFunctions(
    smallRig([], {
      firmware: {
        gestures: ['press', 'latch-on', 'latch-off'],
        banks: 2,
        togglesSurviveBankChange: survives,
        startsAt: { type: 'stated', bank: starts, page: 1 },
      },
    }),
    rows,
    [],
  );
  const groups: SwitchGroup[] = [
    {
      id: 'g',
      order: 0,
      controllerId: 'board',
      name: 'G',
      bank: group.bank,
      page: null,
      controlIds: [...group.members],
      pressedAgain: group.again,
      sendsOff: group.sendsOff,
      entered: null,
      note: '',
    },
  ];
  const arrivals: Arrival[] = [
    {
      id: 'r',
      order: 0,
      controllerId: 'board',
      bank: arrival.bank,
      page: null,
      actions: arrival.sends ? [{ type: 'send', message: cc(99), behaviour: fixed(5), pinned: false, meant: [] }] : [],
      latches: arrival.latches.map(([controlId, on]) => ({ controlId, on })),
      atStart: arrival.atStart,
      entered: null,
      note: '',
    },
  ];
  return { ...rig, layers: [], groups, arrivals };
}

describe('latches, groups and arrivals', () => {
  it('send what a second reading of the rules says, under any hands', () => {
    fc.assert(
      fc.property(someGiven, fc.array(someMove, { maxLength: 14 }), (given, moves) => {
        const second = new Second(given);
        const events = moves.flatMap((move, i): ScriptEvent[] => {
          const t = 1000 * (i + 1);
          if ('go' in move) {
            second.go(t, move.go);
            return [goTo(t, move.go)];
          }
          second.tap(t, move.tap);
          return tap(move.tap, t);
        });
        expect(played(rigOf(given), events).sent).toEqual(second.sent);
      }),
      { numRuns: 400 },
    );
  });
});

// Law 9: proved means equal for a receiver. What a function sends is changed by chance, message by message; a receiver written for this test alone says
// whether it holds the same in the same order, and only then it is proved.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  channel,
  type HeardMessage,
  type Message,
  makePut,
  type PackedMessage,
  packedCc,
  packedNote,
  packedProgram,
  packedRealTime,
  u7,
  u14,
} from '@/core/midi';
import { askFor, verdictOf } from '@/core/proof';
import { type Action, type Behaviour, indexRig } from '@/core/rig';
import { assignment, fixed, latching, momentary, smallRig } from '../kit/small-rig';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 300);
const settings = { numRuns: RUNS };

/** One thing on the wire: what it says to a receiver, and its words. */
interface Unit {
  readonly says:
    | { readonly type: 'bank'; readonly channel: number; readonly bank: string }
    | { readonly type: 'message'; readonly channel: number; readonly address: string; readonly value: number }
    | { readonly type: 'nothing' };
  readonly words: readonly PackedMessage[];
}

const CH = channel(5);
const bankUnit = (msb: number, lsb: number): Unit => ({
  says: { type: 'bank', channel: CH, bank: `${msb}/${lsb}` },
  words: [packedCc(CH, 0, msb), packedCc(CH, 32, lsb)],
});

/** What a message is as units: its bank apart from its program. */
function unitsOf(message: Message, value: number): readonly Unit[] {
  if (message.type === 'program') {
    const { bank, number } = message;
    return [
      ...(bank === null ? [] : [bankUnit(bank.msb, bank.lsb ?? 0)]),
      { says: { type: 'message', channel: CH, address: 'program', value: number }, words: [packedProgram(CH, number)] },
    ];
  }
  const words: PackedMessage[] = [];
  makePut(message, false)(value, words);
  return [
    {
      says: { type: 'message', channel: CH, address: `${message.type} ${'number' in message ? message.number : ''}`, value },
      words,
    },
  ];
}

const number = fc.constantFrom(70, 71, 72);
const message: fc.Arbitrary<Message> = fc.oneof(
  number.map((n): Message => ({ type: 'cc', channel: CH, number: u7(n) })),
  number.map((n): Message => ({ type: 'note', channel: CH, number: u7(n) })),
  fc.constantFrom<Message>(
    { type: 'program', channel: CH, number: u7(3), bank: null },
    { type: 'program', channel: CH, number: u7(4), bank: { msb: u7(1), lsb: u7(2) } },
    { type: 'program', channel: CH, number: u7(5), bank: { msb: u7(1), lsb: u7(3) } },
  ),
  fc.constantFrom<Message>({ type: 'nrpn', channel: CH, number: u14(261) }, { type: 'pitch-bend', channel: CH }),
);
const someAction = message.chain((m): fc.Arbitrary<Action> => {
  const behaviours: readonly Behaviour[] =
    m.type === 'program' ? [fixed(0)] : [fixed(100), momentary(100, 0), latching(90, 0), latching(1, 2)];
  return fc.constantFrom(...behaviours).map((behaviour) => ({ type: 'send', message: m, behaviour, pinned: false, meant: [] }));
});

/** What the switch sends over three presses, as anybody reads it from the function: on each press, and on its release. */
function planned(actions: readonly Action[]): readonly Unit[] {
  return [0, 1, 2].flatMap((turn) =>
    (['press', 'release'] as const).flatMap((when) =>
      actions.flatMap((a) => {
        if (a.type !== 'send') return [];
        const { behaviour: b } = a;
        const value =
          b.type === 'momentary'
            ? when === 'press'
              ? b.down
              : b.up
            : when === 'release'
              ? null
              : b.type === 'fixed'
                ? b.value
                : b.type === 'latching'
                  ? turn % 2 === 0
                    ? b.first
                    : b.second
                  : null;
        return value === null ? [] : unitsOf(a.message, value);
      }),
    ),
  );
}

/** What a receiver holds after each message, in order; what it does not listen for leaves nothing. */
function held(units: readonly Unit[], addresses: ReadonlySet<string>): readonly string[] {
  let bank = 'none';
  return units.flatMap(({ says }) => {
    if (says.type === 'bank') bank = says.channel === CH ? says.bank : bank;
    if (says.type !== 'message' || says.channel !== CH || !addresses.has(says.address)) return [];
    return [`${says.address} ${says.value} ${says.address === 'program' ? bank : ''}`];
  });
}

const change = fc.record({
  do: fc.constantFrom('drop', 'twice', 'swap', 'value', 'bank', 'no bank', 'clock', 'other unit', 'as strike'),
  at: fc.nat(60),
  to: fc.nat(127),
});
type Change = typeof change extends fc.Arbitrary<infer T> ? T : never;

function changed(units: readonly Unit[], { do: what, at, to }: Change): readonly Unit[] {
  const i = at % Math.max(1, units.length);
  const unit = units[i];
  if (!unit) return units;
  const put = (...instead: readonly Unit[]): readonly Unit[] => [...units.slice(0, i), ...instead, ...units.slice(i + 1)];
  switch (what) {
    case 'drop':
      return put();
    case 'twice':
      return put(unit, unit);
    case 'swap': {
      const next = units[i + 1];
      return next ? [...units.slice(0, i), next, unit, ...units.slice(i + 2)] : units;
    }
    case 'value': {
      if (unit.says.type !== 'message' || !unit.says.address.startsWith('cc ')) return units;
      const n = Number(unit.says.address.split(' ')[1]);
      return put({ says: { ...unit.says, value: to }, words: [packedCc(CH, n, to)] });
    }
    case 'bank':
      return put(bankUnit(to % 3, 2), unit);
    case 'no bank':
      return unit.says.type === 'bank' ? put() : units;
    case 'clock':
      return put({ says: { type: 'nothing' }, words: [packedRealTime(0xf8)] }, unit);
    case 'other unit':
      return put({ says: { type: 'nothing' }, words: [packedCc(9, 70, to)] }, unit);
    default: {
      // A note ends by its own message, with any velocity.
      if (unit.says.type !== 'message' || !unit.says.address.startsWith('note ') || unit.says.value !== 0) return units;
      const n = Number(unit.says.address.split(' ')[1]);
      return put({ ...unit, words: [to % 2 === 0 ? packedNote(CH, n, 0) : (0x80 + CH - 1) * 65_536 + n * 256 + to] });
    }
  }
}

describe('proved', () => {
  it('is what leaves a receiver the same, in the same order, and nothing else', () => {
    let proved = 0;
    fc.assert(
      fc.property(
        fc.array(someAction, { minLength: 1, maxLength: 3 }),
        fc.array(change, { maxLength: 2 }),
        (actions, changes) => {
          const rig = {
            ...smallRig([]),
            assignments: [{ ...assignment({ behaviour: fixed(1), meant: [] }), actions: [...actions] }],
          };
          const [row] = rig.assignments;
          const ask = row && askFor(indexRig(rig), row);
          if (!ask) throw new Error('it can be asked for');
          const plan = planned(actions);
          const addresses = new Set(plan.flatMap(({ says }) => (says.type === 'message' ? [says.address] : [])));
          const arrived = changes.reduce(changed, plan);
          const heard: HeardMessage[] = arrived.flatMap((u, i) => u.words.map((word) => ({ atMs: i * 30, word })));
          const same = JSON.stringify(held(plan, addresses)) === JSON.stringify(held(arrived, addresses));
          if (same) proved++;
          expect(verdictOf(ask, heard).type === 'proved').toBe(same);
        },
      ),
      settings,
    );
    expect(proved).toBeGreaterThan(RUNS / 10);
  });
});

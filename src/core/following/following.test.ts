import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  fixed,
  latching,
  momentary,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { speakingTable } from '../controller';
import { noSysex, packedCc } from '../midi';
import { type Action, type Assignment, type Firmware, indexRig, type Rig, type SwitchGroup } from '../rig';
import {
  beginFollowing,
  type Following,
  hear,
  hearAmong,
  likelyPlaces,
  possiblePlaces,
  takenOver,
  toldPlace,
  whileDeaf,
} from './index';

const go = (by: number): Action => ({ type: 'go', to: { type: 'step', what: 'bank', by } });
const only = (on: string, bank: number | null, number: number, behaviour = fixed(127)): Assignment =>
  assignment({ id: `${on} ${bank} ${number}`, on, bank, message: cc(number), behaviour, meant: [] });
const and = (row: Assignment, ...more: readonly Action[]): Assignment => ({ ...row, actions: [...row.actions, ...more] });

function on(made: readonly Assignment[], firmware: Partial<Firmware> = {}, more: Partial<Rig> = {}) {
  const rig = {
    ...withFunctions(smallRig([parameter('freeze')], { firmware: { banks: 3, bankButtons: false, ...firmware } }), made, []),
    ...more,
  };
  const [board] = rig.controllers;
  const table = board && speakingTable(indexRig(rig), board, noSysex, 2000);
  if (!table) throw new Error('the small board can be followed');
  return {
    table,
    begin: (from: 'switched-on' | 'anywhere' = 'anywhere') => beginFollowing(table, from),
    hear: (before: Following, t: number, number: number, value: number) => hear(table, before, t, packedCc(5, number, value)),
    told: (before: Following, bank: number) => toldPlace(table, before, (p) => p.bank === bank),
    likely: (f: Following) => likelyPlaces(table, f).map((p) => p.bank),
    possible: (f: Following) =>
      possiblePlaces(table, f)
        .map((p) => p.bank)
        .sort(),
  };
}

describe('where a controller is, by what is heard', () => {
  const banks = [only('fs1', 1, 20), only('fs1', 2, 21), only('fs1', 3, 22), only('fs2', null, 30)];

  it('is anywhere before anything is heard, and where only one bank sends that once it is', () => {
    const board = on(banks, { bankButtons: true });
    const start = board.begin();
    expect(board.likely(start)).toEqual([1, 2, 3]);
    const heard = board.hear(start, 0, 21, 127);
    expect(board.likely(heard)).toEqual([2]);
    // The buttons of the unit are not heard.
    expect(board.possible(heard)).toEqual([1, 2, 3]);
  });

  it('what every bank sends tells nothing, and takes nothing back', () => {
    const board = on(banks, { bankButtons: true });
    const heard = board.hear(board.hear(board.begin(), 0, 21, 127), 500, 30, 127);
    expect(board.likely(heard)).toEqual([2]);
  });

  it('a bank step that sends is followed: nothing else is possible', () => {
    const board = on([...banks, and(only('mod', null, 40), go(1))]);
    const start = board.begin('switched-on');
    expect(board.possible(start)).toEqual([1]);
    const once = board.hear(start, 0, 40, 127);
    expect([board.likely(once), board.possible(once)]).toEqual([[2], [2]]);
    const round = board.hear(board.hear(once, 400, 40, 127), 800, 40, 127);
    expect([board.likely(round), board.possible(round)]).toEqual([[1], [1]]);
  });

  it('what is sent on arriving says where, though the step itself is silent', () => {
    const arrivals: Rig['arrivals'] = [
      {
        id: 'two',
        order: 1,
        controllerId: 'board',
        bank: 2,
        page: null,
        atStart: false,
        latches: [],
        actions: [{ type: 'send', message: cc(50), behaviour: fixed(1), meant: [], port: '' }],
        entered: null,
      } as unknown as Rig['arrivals'][number], // border: only what is looked at
    ];
    const board = on(banks, { bankButtons: true }, { arrivals });
    const heard = board.hear(board.begin(), 0, 50, 1);
    expect(board.likely(heard)).toEqual([2]);
    // Silently on to 3 or back to 1, but not to 2 again.
    expect(board.possible(heard)).toEqual([1, 2, 3]);
    expect(board.possible(board.hear(heard, 300, 20, 127))).toEqual([1, 3]);
  });

  it('nothing that no place can have sent passes for known; the next message finds it again', () => {
    const board = on([...banks, and(only('mod', null, 40), go(1))]);
    const known = board.hear(board.begin('switched-on'), 0, 40, 127);
    const lost = board.hear(known, 300, 99, 1);
    expect([lost.lost, board.likely(lost)]).toEqual([true, [1, 2, 3]]);
    const found = board.hear(lost, 600, 22, 127);
    expect([found.lost, board.possible(found)]).toEqual([false, [3]]);
  });

  it('a message of another bank than it can be in means lost', () => {
    const board = on([...banks, and(only('mod', null, 40), go(1))]);
    expect(board.hear(board.begin('switched-on'), 0, 22, 127).lost).toBe(true);
  });

  it('a release that comes after the bank was left is no surprise, and leads nowhere back', () => {
    const board = on([only('fs1', 1, 20, momentary(127, 0)), and(only('mod', null, 40), go(1))]);
    const pressed = board.hear(board.begin('switched-on'), 0, 20, 127);
    const left = board.hear(pressed, 5000, 40, 127);
    const released = board.hear(left, 90_000, 20, 0);
    expect([released.lost, board.likely(released), board.possible(released)]).toEqual([false, [2], [2]]);
  });

  it('two functions of one press go one after the other: hearing the first is not the end of it', () => {
    const board = on([and(only('fs1', null, 20), go(1)), { ...only('fs1', null, 21), actions: [go(1)] }]);
    expect(board.possible(board.hear(board.begin('switched-on'), 0, 20, 127))).toContain(3);
  });

  it('a unit that returns to its last bank may stand in any once it is switched on', () => {
    const last = on(banks, { startsAt: { type: 'last' } });
    expect(last.possible(last.begin('switched-on'))).toEqual([1, 2, 3]);
    const stated = on(banks, { startsAt: { type: 'stated', bank: 2, page: 1 }, bankButtons: true });
    expect(stated.likely(stated.begin('switched-on'))).toEqual([2]);
  });

  it('somebody who looks says which bank it is', () => {
    const board = on([...banks, and(only('mod', null, 40), go(1))]);
    const told = board.told(board.begin(), 3);
    expect([board.likely(told), board.possible(told)]).toEqual([[3], [3]]);
    expect(board.told(told, 9)).toBe(told);
  });

  it('of two controllers on one port only what neither can have sent means lost', () => {
    const board = on([...banks, and(only('mod', null, 40), go(1))]);
    const other = on([only('fs1', null, 60), only('fs1', null, 40)]);
    const both = (a: Following, b: Following, number: number) =>
      hearAmong(
        [
          { table: board.table, following: a },
          { table: other.table, following: b },
        ],
        0,
        packedCc(5, number, 127),
      );
    const [first, second] = both(board.begin('switched-on'), other.begin('switched-on'), 60);
    expect([first?.lost, second?.lost]).toEqual([false, false]);
    const [moved] = both(board.begin('switched-on'), other.begin('switched-on'), 40);
    // The other one may have sent it.
    expect(moved && board.possible(moved)).toEqual([1, 2]);
    expect(both(board.begin(), other.begin(), 99).map((f) => f.lost)).toEqual([true, true]);
  });

  it('a press speaks once, however much it sends, and nobody speaks by being looked at', () => {
    const row = only('fs1', null, 20);
    const board = on([{ ...row, actions: [...row.actions, ...only('fs1', null, 21).actions] }]);
    const first = board.hear(board.begin(), 0, 20, 127);
    expect(first.spoke).toEqual(['fs1 null 20']);
    const second = board.hear(first, 2, 21, 127);
    expect([second.lost, second.spoke]).toEqual([false, []]);
    expect(board.told(first, 1).spoke).toEqual([]);
  });

  it('two switches at once are two touches; one that releases another, or two in a chord, are one', () => {
    const [one, two] = [only('fs1', null, 20), only('fs2', null, 21)];
    const touchesOf = (board: ReturnType<typeof on>, numbers: readonly number[]): readonly (number | null)[] => {
      let now = board.begin();
      return numbers.map((number, i) => {
        now = board.hear(now, i * 20, number, 127);
        return now.touches.at;
      });
    };
    expect(touchesOf(on([one, two]), [20, 21])).toEqual([0, 20]);
    // A foot is not as fast as that: the second message is of the same press.
    expect(touchesOf(on([one, only('fs1', null, 22), two]), [20, 22, 21])).toEqual([0, 0, 40]);
    const group: SwitchGroup = {
      id: 'g',
      order: 1,
      controllerId: 'board',
      name: '',
      bank: null,
      page: null,
      controlIds: ['fs1', 'fs2'],
      pressedAgain: 'stays-on',
      sendsOff: true,
      entered: null,
      note: '',
    };
    expect(touchesOf(on([one, two], {}, { groups: [group] }), [20, 21])).toEqual([0, 0]);
    const chord = { ...only('fs1', null, 23), gesture: { type: 'chord' as const, with: 'fs2', windowMs: 60, singlesFire: true } };
    expect(touchesOf(on([one, two, chord], { gestures: ['press', 'chord'] }), [20, 23, 21])).toEqual([0, 0, 0]);
  });

  it('keeps what a latch said last', () => {
    const board = on([only('fs1', null, 20, latching(127, 0)), only('fs2', null, 21, latching(0, 127))]);
    const first = board.hear(board.begin(), 0, 20, 127);
    expect([...first.stands]).toEqual([['fs1 null 20', 'on']]);
    const second = board.hear(board.hear(first, 100, 20, 0), 200, 21, 0);
    expect([...second.stands]).toEqual([
      ['fs1 null 20', 'off'],
      ['fs2 null 21', 'on'],
    ]);
    expect(second.spoke).toEqual(['fs2 null 21']);
  });
});

describe('where a fader is', () => {
  const moved = (on: string, bank: number | null, number: number, from = 0, to = 127): Assignment =>
    assignment({
      id: `${on} ${bank} ${number}`,
      on,
      bank,
      gesture: 'move',
      message: cc(number),
      behaviour: range(from, to),
      meant: [],
    });

  it('is told by what it sent last, the other way round too', () => {
    const board = on([moved('k1', null, 20), moved('k2', null, 21, 127, 0)]);
    const heard = board.hear(board.hear(board.begin(), 0, 20, 127), 10, 21, 127);
    expect([...heard.positions].map(([id, at]) => [id, Math.round(at * 50) / 50])).toEqual([
      ['k1', 1],
      ['k2', 0],
    ]);
    expect(board.hear(heard, 20, 20, 64).positions.get('k1')).toBeCloseTo(64 / 127, 2);
  });
  it('is nobody’s to say where two send the same, and once its port was gone', () => {
    const board = on([moved('k1', null, 20), moved('k2', null, 20)]);
    expect(board.hear(board.begin(), 0, 20, 80).positions.size).toBe(0);
    const one = on([moved('k1', null, 20)]);
    const heard = one.hear(one.begin(), 0, 20, 80);
    expect(heard.positions.size).toBe(1);
    expect(whileDeaf(one.table, heard).positions.size).toBe(0);
  });
});

describe('another window goes on', () => {
  it('from what the first one knew: bank, latches as they were said last, faders', () => {
    const board = on([
      only('fs1', 1, 20),
      only('fs1', 2, 21),
      only('fs2', null, 30, latching(127, 0)),
      and(only('mod', null, 40), go(1)),
    ]);
    const heard = board.hear(board.hear(board.begin(), 0, 21, 127), 500, 30, 127);
    const over = takenOver(
      board.table,
      {
        possible: possiblePlaces(board.table, heard),
        likely: likelyPlaces(board.table, heard),
        on: [...heard.stands.keys()],
        positions: new Map([['k1', 0.5]]),
      },
      600,
    );
    expect([board.likely(over), board.possible(over)]).toEqual([[2], [1, 2, 3]]);
    expect([over.stands.size, over.saidLast.size, over.positions.get('k1')]).toEqual([0, 1, 0.5]);
    expect(board.likely(board.hear(over, 700, 40, 127))).toEqual([3]);
  });
  it('from anywhere where nothing was known', () => {
    const board = on([only('fs1', 1, 20)], { bankButtons: true });
    expect(board.likely(takenOver(board.table, { possible: [], likely: [], on: [], positions: new Map() }, 0))).toEqual([
      1, 2, 3,
    ]);
  });
});

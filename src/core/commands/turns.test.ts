// Gestures that alternate between two lists: programs, notes, values, with waits and places among them.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { down, played, tap, up } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  did,
  fixed,
  landing,
  momentary,
  noteOn,
  outcomeOf,
  parameter,
  program,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { judge } from '../checks';
import { type Action, type Assignment, type Firmware, indexRig, type Rig } from '../rig';
import { alternate, changeAction, changeTurn } from './index';

const first = (rig: Rig): Assignment => {
  const [row] = rig.assignments;
  if (!row) throw new Error('no function');
  return row;
};
const send = (message: ReturnType<typeof cc>, turn?: Action['turn'], behaviour = fixed(127), meant: string[] = []): Action => ({
  type: 'send',
  message,
  behaviour,
  pinned: false,
  meant,
  ...(turn ? { turn } : {}),
});
const rigOf = (actions: readonly Action[], firmware: Partial<Firmware> = {}): Rig =>
  withFunctions(
    smallRig([parameter('freeze')], { firmware: { gestures: ['press', 'release', 'hold', 'double-tap'], ...firmware } }),
    [{ ...assignment({ message: cc(20), behaviour: fixed(127), meant: [] }), actions: [...actions] }],
    [],
  );
const sent = (rig: Rig, events: Parameters<typeof played>[1]) => played(rig, events).sent;
const presses = (count: number) => Array.from({ length: count }, (_, i) => tap('fs1', i * 1000)).flat();

describe('two lists in turn', () => {
  it('send one program and the other', () => {
    const rig = rigOf([send(program(4), 'first', fixed(0)), send(program(9), 'second', fixed(0))]);
    expect(sent(rig, presses(3)).map((s) => s.split(' ').slice(0, 3).join(' '))).toEqual(['0 PC 4', '1000 PC 9', '2000 PC 4']);
  });
  it('let go of the note that the press struck', () => {
    const rig = rigOf([send(noteOn(60), 'first', momentary(100, 0)), send(noteOn(64), 'second', momentary(100, 0))]);
    const told = sent(rig, presses(2));
    expect(told).toHaveLength(4);
    expect(told.map((s) => s.includes('60') || s.includes('C4'))).toEqual([true, true, false, false]);
  });
  it('do what has no turn on every press, in the order of the list', () => {
    const rig = rigOf([send(cc(20), 'first'), send(cc(21)), send(cc(22), 'second')]);
    expect(sent(rig, presses(2)).map((s) => s.split(' ')[2])).toEqual(['20', '21', '21', '22']);
  });
  it('keep to their turn over a wait, also where the next press comes before its end', () => {
    const rig = rigOf([{ type: 'wait', ms: 300 }, send(cc(20), 'first'), send(cc(22), 'second')]);
    expect(sent(rig, [...tap('fs1', 0, 20), ...tap('fs1', 100, 20)])).toEqual(['300 CC 20 127', '400 CC 22 127']);
  });
  it('go to one bank and back', () => {
    const rig = rigOf(
      [
        { type: 'go', to: { type: 'bank', bank: 2 }, turn: 'first' },
        { type: 'go', to: { type: 'bank', bank: 1 }, turn: 'second' },
      ],
      { banks: 3 },
    );
    const bank = (count: number) =>
      played({ ...rig, assignments: rig.assignments.map((a) => ({ ...a, bank: null })) }, presses(count)).state.controllers[0]
        ?.bank;
    expect([bank(1), bank(2)]).toEqual([2, 1]);
  });
  it('begin anew after a bank change where the firmware forgets', () => {
    const rig = rigOf([send(cc(20), 'first'), send(cc(22), 'second')], { banks: 3, togglesSurviveBankChange: false });
    const events = [
      ...tap('fs1', 0),
      { do: 'go' as const, on: 'board', atMs: 500, bank: 2, page: 1 },
      { do: 'go' as const, on: 'board', atMs: 600, bank: 1, page: 1 },
      ...tap('fs1', 1000),
    ];
    expect(sent(rig, events).map((s) => s.split(' ')[2])).toEqual(['20', '20']);
  });
  it('set one parameter to two values: it flips once per press, and stays as wanted', () => {
    const rig = withFunctions(
      rigOf([send(program(4), 'first', fixed(0), ['freeze']), send(program(9), 'second', fixed(0), ['freeze'])]),
      rigOf([send(program(4), 'first', fixed(0), ['freeze']), send(program(9), 'second', fixed(0), ['freeze'])]).assignments,
      [
        landing('freeze', { id: 'on', address: program(4), mode: 'set', setValue: 1 }),
        landing('freeze', { id: 'off', address: program(9), mode: 'set', setValue: 0 }),
      ],
    );
    expect(did(rig, 'freeze', first(rig).id)).toMatchObject({ type: 'flips-once-per-press' });
    expect(outcomeOf(rig, first(rig).id).type).toBe('played');
  });
  it('count for the firmware as the longer of the two, and need one that alternates', () => {
    const two = [send(cc(20), 'first'), send(cc(21), 'first'), send(cc(22), 'second'), send(cc(23), 'second')];
    const says = (firmware: Partial<Firmware>) => [...judge(rigOf(two, firmware)).findings.values()].flat().map((f) => f.check);
    expect(says({ messagesPerGesture: 2 })).not.toContain('too-many-actions');
    expect(says({ messagesPerGesture: 1 })).toContain('too-many-actions');
    expect(says({ switchModes: ['fixed'] })).toContain('cannot-send');
    expect(says({ switchModes: ['fixed', 'latching'] })).not.toContain('cannot-send');
  });
});

describe('making a gesture alternate', () => {
  it('keeps what it did for one press, and sends something of its own on the next', () => {
    const rig = rigOf([send(cc(20))]);
    const made = alternate(indexRig(rig), first(rig));
    if (!made.ok) throw new Error(JSON.stringify(made.error));
    const after = done(rig, made.value);
    expect(first(after).actions.map((a) => a.turn)).toEqual(['first', 'second']);
    const back = done(after, changeTurn(first(after), 0, null));
    expect(first(back).actions.map((a) => a.turn)).toEqual([undefined, 'second']);
    expect('turn' in (first(back).actions[0] ?? {})).toBe(false);
  });
  it('a changed action stays on its turn', () => {
    const rig = rigOf([send(cc(20), 'first'), { type: 'wait', ms: 10, turn: 'second' }]);
    expect(first(done(rig, changeAction(first(rig), 1, { type: 'wait', ms: 20 }))).actions[1]).toEqual({
      type: 'wait',
      ms: 20,
      turn: 'second',
    });
  });
  it('is refused on what moves', () => {
    const rig = withFunctions(
      smallRig([]),
      [assignment({ on: 'k1', gesture: 'move', message: cc(20), behaviour: fixed(1), meant: [] })],
      [],
    );
    expect(alternate(indexRig(rig), first(rig))).toMatchObject({ ok: false, error: { code: 'only-presses-alternate' } });
  });
});

describe('for any list', () => {
  it('odd presses send what a list without the second would, even ones what one without the first would (property)', () => {
    const turn = fc.constantFrom(undefined, 'first' as const, 'second' as const);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 20, max: 30 }), turn), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 5 }),
        (list, count) => {
          const told = sent(
            rigOf(
              list.map(([number, on]) => send(cc(number), on)),
              { messagesPerGesture: 16 },
            ),
            presses(count),
          ).map((s) => Number(s.split(' ')[2]));
          // Without any turn every press does all: there is no list in turn then.
          const wanted = Array.from({ length: count }, (_, i) =>
            list.filter(([, on]) => on === undefined || on === (i % 2 === 0 ? 'first' : 'second')).map(([number]) => number),
          ).flat();
          expect(told).toEqual(wanted);
        },
      ),
    );
  });
  it('letting go within a wait sends the release of its own press', () => {
    const rig = rigOf([send(cc(20), 'first', momentary(127, 0)), send(cc(21), 'second', momentary(127, 0))]);
    expect(sent(rig, [down('fs1', 0), up('fs1', 50), down('fs1', 500), up('fs1', 550)])).toEqual([
      '0 CC 20 127',
      '50 CC 20 0',
      '500 CC 21 127',
      '550 CC 21 0',
    ]);
  });
});

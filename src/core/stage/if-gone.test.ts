// If a controller dies: worked out by hand on two boards, one of which is wired through the other.
import { describe, expect, it } from 'vitest';
import { assignment, cc, fixed, landing, latching, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { indexRig, type Rig } from '../rig';
import { goneWords, ifGone } from './index';

/** A board and a second one with a switch of its own, over wires of its own or through the first. */
function twoBoards(through: 'own-wire' | 'board', transport: 'usb' | 'bluetooth' = 'usb'): Rig {
  const rig = withFunctions(
    smallRig([
      parameter('drone', { order: 1 }),
      parameter('stop', { order: 2, kind: 'trigger', tags: ['panic'] }),
      parameter('choir', { order: 3 }),
    ]),
    [
      assignment({ id: 'a1', on: 'fs1', message: cc(20), behaviour: latching(127, 0), meant: ['drone'] }),
      assignment({ id: 'a2', on: 'fs2', message: cc(21), behaviour: fixed(127), meant: ['stop'] }),
      assignment({ id: 'a3', on: 'pad', message: cc(21), behaviour: fixed(127), meant: ['stop'] }),
      assignment({ id: 'a4', on: 'pad', gesture: 'hold', message: cc(22), behaviour: latching(127, 0), meant: ['choir'] }),
    ],
    [
      landing('drone', { id: 'l1', address: cc(20) }),
      landing('stop', { id: 'l2', address: cc(21), mode: 'trigger' }),
      landing('choir', { id: 'l3', address: cc(22) }),
    ],
  );
  const [board] = rig.controllers;
  const [fs1] = rig.controls;
  const [wire] = rig.wires;
  if (!board || !fs1 || !wire) throw new Error('the small rig has a board');
  const to = through === 'board' ? 'board' : 'hall';
  return {
    ...rig,
    controllers: [board, { ...board, id: 'tray', order: 2, name: 'Tray' }],
    controls: [...rig.controls, { ...fs1, id: 'pad', controllerId: 'tray', name: 'PAD' }],
    wires: [
      { ...wire, transport, passesOn: true, note: transport === 'usb' ? '' : 'in the lid, never under the pedals' },
      { ...wire, id: 'second', from: { unitId: 'tray', port: '' }, to: { unitId: to, port: '' }, passesOn: through === 'board' },
    ],
  };
}

function gone(rig: Rig, id: string) {
  const index = indexRig(rig);
  const found = ifGone(index).find((g) => g.controller.id === id);
  if (!found) throw new Error(id);
  return { ...found, words: goneWords(index, found) };
}

describe('if a controller dies', () => {
  it('what only it moves is lost, and what is urgent is still where another has it', () => {
    const board = gone(twoBoards('own-wire'), 'board');
    expect(board.lost.map((p) => p.id)).toEqual(['drone']);
    expect(board.still.map(({ parameter, by }) => [parameter.id, by.map((a) => a.id)])).toEqual([['stop', ['a3']]]);
    expect(board.words).toEqual(['Lost with it: drone.', 'stop is still on Tray PAD.']);
    const tray = gone(twoBoards('own-wire'), 'tray');
    expect(tray.words).toEqual(['Lost with it: choir.', 'stop is still on Board FS2.']);
  });
  it('what is wired through it goes silent too, urgent things named first', () => {
    const board = gone(twoBoards('board'), 'board');
    expect(board.lost.map((p) => p.id)).toEqual(['stop', 'drone', 'choir']);
    expect(board.silenced.map((c) => c.id)).toEqual(['tray']);
    expect(board.words.at(-1)).toBe('Tray goes silent with it: what it sends goes through there.');
    expect(gone(twoBoards('board'), 'tray').silenced).toEqual([]);
  });
  it('a link by radio is named with where its cable lies', () => {
    expect(gone(twoBoards('own-wire', 'bluetooth'), 'board').words.at(-1)).toBe(
      'It is on radio. Its cable: in the lid, never under the pedals.',
    );
    expect(gone(twoBoards('own-wire', 'bluetooth'), 'tray').radio).toEqual([]);
  });
  it('what moves by mistake is no spare', () => {
    const rig = twoBoards('own-wire');
    const meant = rig.assignments.map((a) =>
      a.id === 'a3' ? { ...a, actions: a.actions.map((x) => (x.type === 'send' ? { ...x, meant: ['choir'] } : x)) } : a,
    );
    expect(gone({ ...rig, assignments: meant }, 'board').still).toEqual([]);
  });
});

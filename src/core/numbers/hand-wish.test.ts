import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  fixed,
  landing,
  latching,
  noteOn,
  parameter,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { channel, type Message, u7 } from '../midi';
import { indexRig } from '../rig';
import { demandsAt, type HandWish, movesFor, wishLabel } from './hand-wish';

const pair: Message = { type: 'cc14', channel: channel(5), number: u7(20) };
const sent = [cc(104), cc(30), noteOn(30), pair, cc(30, 6)];
const rig = withFunctions(
  smallRig(sent.map((_, i) => parameter(`p${i}`))),
  sent.map((message, i) =>
    assignment({ id: `a${i}`, on: `fs${i + 1}`, message, behaviour: i === 3 ? fixed(1) : latching(127, 0), meant: [`p${i}`] }),
  ),
  sent.map((address, i) => landing(`p${i}`, { id: `l${i}`, address })),
);
const index = indexRig(rig);
const at = (numbers: readonly number[], kind: 'cc' | 'note' = 'cc', ch = 5) =>
  demandsAt(index, { kind, channel: ch, numbers }).map((d) => d.message);

describe('who sits on chosen numbers', () => {
  it('is told by kind, channel and number, in the order of the numbers; a 14-bit control sits on its high byte', () => {
    expect(at([104, 30, 20])).toEqual([pair, cc(30), cc(104)]);
    expect(at([30], 'note')).toEqual([noteOn(30)]);
    expect(at([30], 'cc', 6)).toEqual([cc(30, 6)]);
    expect(at([52, 31])).toEqual([]);
  });
});

describe('a wish', () => {
  const demands = demandsAt(index, { kind: 'cc', channel: 5, numbers: [30, 104] });
  const to = (wish: HandWish) =>
    movesFor(index, demands, wish).moves.map((m) => ('number' in m.to && 'channel' in m.to ? [m.to.channel, m.to.number] : []));
  it.each<[HandWish, unknown, string]>([
    [
      { do: 'count-up', start: 40 },
      [
        [5, 40],
        [5, 41],
      ],
      'Count up from 40',
    ],
    [
      { do: 'shift', by: 3 },
      [
        [5, 33],
        [5, 107],
      ],
      'Shift by 3',
    ],
    [
      { do: 'channel', channel: 9 },
      [
        [9, 30],
        [9, 104],
      ],
      'Move to channel 9',
    ],
    [
      { do: 'swap' },
      [
        [5, 104],
        [5, 30],
      ],
      'Swap two numbers',
    ],
  ])('%o moves what sits there', (wish, moves, label) => {
    expect(to(wish)).toEqual(moves);
    expect(wishLabel(wish)).toBe(label);
  });
  it('is refused where a number is never a plain control', () => {
    const { moves, refused } = movesFor(index, demands, { do: 'shift', by: 2 });
    expect([moves.length, refused.map((r) => r.why)]).toEqual([1, [{ code: 'reserved', number: 32 }]]);
  });
  it('to swap with nobody moves nothing', () => {
    expect(movesFor(index, demands.slice(0, 1), { do: 'swap' })).toEqual({ moves: [], refused: [] });
  });
});

// What a learn function catches: a touched fader cap, a bumped neighbour, the turn instead of the push. Common practice, no source.
import { describe, expect, it } from 'vitest';
import {
  candidates,
  type HeardMessage,
  type PackedMessage,
  packedCc,
  packedNote,
  packedProgram,
  pairMessages,
  parameterMessages,
} from './index';

const at = (words: readonly PackedMessage[], from = 0, every = 10): HeardMessage[] =>
  words.map((word, i) => ({ atMs: from + i * every, word }));
const sweep = (number: number, values: readonly number[]): PackedMessage[] => values.map((v) => packedCc(1, number, v));
const names = (heard: readonly HeardMessage[], expected: 'moves' | 'switches' | 'clicks', now = 900) =>
  candidates(heard, now, expected).map(
    (c) => `${c.message.type} ${'number' in c.message ? c.message.number : ''} ${c.fits ? 'fits' : 'does not'}`,
  );

describe('what was meant', () => {
  it('the fader, not its touched cap nor the bumped neighbour', () => {
    const heard = [
      ...at([packedCc(1, 70, 127)], 0),
      ...at(sweep(21, [40, 41, 42]), 50),
      ...at(sweep(20, [10, 14, 19, 25, 32, 40]), 100),
      ...at([packedCc(1, 70, 0)], 300),
    ];
    expect(names(heard, 'moves')).toEqual(['cc 20 fits', 'cc 21 fits', 'cc 70 does not']);
  });
  it('the push of an encoder, not its turn', () => {
    const heard = [...at(sweep(30, [65, 65, 65, 65]), 0), ...at([packedCc(1, 31, 127), packedCc(1, 31, 0)], 200)];
    expect(names(heard, 'switches')).toEqual(['cc 31 fits', 'cc 30 does not']);
    expect(names(heard, 'clicks')[0]).toBe('cc 30 fits');
  });
  it('notes and programs are switches', () => {
    expect(names(at([packedNote(1, 36, 100), packedNote(1, 36, 0), packedProgram(1, 4)]), 'switches')).toEqual([
      'note 36 fits',
      'program 4 fits',
    ]);
  });
  it('14-bit pairs and NRPN are one control each, not two or six', () => {
    const fine = [1000, 2000, 3000, 4000].flatMap((v) => pairMessages(1, 7, v));
    expect(names(at(fine), 'moves')).toEqual(['cc14 7 fits']);
    const nrpn = [1000, 2000, 3000].flatMap((v) => parameterMessages('nrpn', 1, 300, v));
    expect(names(at(nrpn), 'moves')).toEqual(['nrpn 300 fits']);
  });
  it('looks back one second and no further', () => {
    expect(names(at(sweep(20, [1, 2, 3, 4, 5])), 'moves', 5000)).toEqual([]);
  });
  it('bank select and channel mode messages are never candidates', () => {
    expect(names(at([packedCc(1, 0, 1), packedCc(1, 32, 0), packedCc(1, 121, 0), packedCc(1, 123, 0)]), 'switches')).toEqual([]);
  });
});

import { describe, expect, it } from 'vitest';
import { continuous } from '../../../tests/kit/small-rig';
import { foundParameters } from './found-parameters';

const all = Array.from({ length: 500 }, (_, i) => continuous(`p${i}`, 0, 1, { name: `Send ${i}` }));
const names = (...asked: [string, string?, number?]) => foundParameters(all, ...asked).map((p) => p.name);

describe('parameters found in a long list', () => {
  it('are the first ones, or those that have what is typed in their name, and never more than are drawn', () => {
    expect(names('', '', 3)).toEqual(['Send 0', 'Send 1', 'Send 2']);
    expect(names(' SEND 49', '', 4)).toEqual(['Send 49', 'Send 490', 'Send 491', 'Send 492']);
    expect(names('nobody')).toEqual([]);
    expect(names('')).toHaveLength(60);
  });
  it('always has the one that is chosen among them, once', () => {
    expect(names('', 'p1', 3)).toEqual(['Send 0', 'Send 1', 'Send 2']);
    expect(names('', 'p400', 3)).toEqual(['Send 0', 'Send 1', 'Send 2', 'Send 400']);
    expect(names('49', 'p3', 2)).toEqual(['Send 3', 'Send 49']);
    expect(names('nobody', 'p400')).toEqual(['Send 400']);
    expect(names('', 'gone', 2)).toEqual(['Send 0', 'Send 1']);
  });
});

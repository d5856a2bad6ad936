import { describe, expect, it } from 'vitest';
import { judge } from '@/core/checks';
import { emptyRig, indexRig } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { checksTold, figuresOf, numbersTold, sheetTold } from './figures';

describe('the figures of the head', () => {
  const rig = lanternHour();
  it('claim nothing of a rig that was not looked over yet', () => {
    const figures = figuresOf(indexRig(rig), { findings: new Map(), judged: false, toEnter: null });
    for (const told of [numbersTold(figures), checksTold(figures), sheetTold(figures)])
      expect(told).toEqual({ figure: 'looking…', spoken: 'not looked over yet', tone: 'plain' });
  });
  it('say what was found, and that nothing was', () => {
    const { index, findings } = judge(rig);
    const figures = figuresOf(index, { findings: new Map(findings), judged: true, toEnter: 21 });
    expect(numbersTold(figures)).toMatchObject({ figure: '1 clash', tone: 'stop' });
    expect(checksTold(figures)).toMatchObject({ figure: '4 to fix', spoken: '4 must fix, 12 look at', tone: 'stop' });
    const none = figuresOf(index, { findings: new Map(), judged: true, toEnter: 0 });
    expect(sheetTold(figures)).toMatchObject({ figure: '21 to enter', spoken: '21 lines to enter' });
    expect([numbersTold(none), checksTold(none), sheetTold(none)].map((t) => t.figure)).toEqual([
      'no clash',
      'all fine',
      'all entered',
    ]);
  });
  it('say of a rig on which nothing is assigned that it is empty, and not that all is fine', () => {
    const none = figuresOf(indexRig(emptyRig('r', 'r')), { findings: new Map(), judged: true, toEnter: 0 });
    expect([numbersTold(none), checksTold(none), sheetTold(none)].map((t) => t.figure)).toEqual(['empty', 'empty', 'empty']);
  });
});

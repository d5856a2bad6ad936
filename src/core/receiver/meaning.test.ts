// What a value means, held equal to what the receiver simulator does with it, and to the worked sums of the trade.
import { describe, expect, it } from 'vitest';
import { landing, parameter } from '../../../tests/kit/small-rig';
import { targetProfiles } from '../library';
import { makeHear } from '../modes';
import { commonReception, type Parameter, plainMacro } from '../rig';
import { meaningsOf, valueFor } from './meaning';

const gain = parameter('gain', { kind: 'continuous', lowest: -6, highest: 6, unit: 'dB' });

describe('what a value means', () => {
  it('is what a landing over the whole range does with it, for every shipped parameter and every value', () => {
    for (const draft of targetProfiles.flatMap((t) => t.parameters)) {
      if (draft.kind === 'trigger') continue;
      const p: Parameter = { ...plainMacro, ...draft, id: 'p', order: 1, targetId: 'hall' };
      const hear = makeHear(landing('p', { from: p.lowest, to: p.highest, mode: 'absolute' }), p, commonReception);
      meaningsOf(p, 127, commonReception.threshold).forEach((meant, value) => {
        const heard = hear.value('cc', value, p.start);
        expect(heard, `${p.name} at ${value}`).toBeCloseTo(meant, 9);
      });
    }
  });
  it('on −6 to +6 dB no 7-bit value is 0 dB, unless the centre is kept at 64 (worked example of the domain)', () => {
    const plain = valueFor(meaningsOf(gain, 127, 64), 0);
    expect(plain.exact).toBe(false);
    expect(Math.abs(plain.gives)).toBeCloseTo(0.0472, 3);
    expect(valueFor(meaningsOf({ ...gain, centre: 'at64' }, 127, 64), 0)).toEqual({ from: 64, to: 64, gives: 0, exact: true });
  });
  it('70 % of 127 is 89 and 72 % is 91 (worked example of the domain)', () => {
    const mix = meaningsOf(parameter('mix', { kind: 'continuous', lowest: 0, highest: 100 }), 127, 64);
    expect(valueFor(mix, 70).from).toBe(89);
    expect(valueFor(mix, 72).from).toBe(91);
  });
  it('a step has a run of values, a toggle two, and 14 bits come nearer', () => {
    const size = meaningsOf(parameter('size', { kind: 'stepped', highest: 4, steps: ['a', 'b', 'c', 'd', 'e'] }), 127, 64);
    expect(valueFor(size, 2)).toMatchObject({ gives: 2, exact: true });
    expect(valueFor(size, 4).to).toBe(127);
    expect(valueFor(meaningsOf(parameter('on'), 127, 64), 1)).toMatchObject({ from: 64, to: 127 });
    expect(Math.abs(valueFor(meaningsOf(gain, 16383, 64), 0).gives)).toBeLessThan(0.0005);
  });
});

// Which values move what listens: thresholds from the target, clicks by their coding, and what is chosen. Common practice, no source; notes count from velocity 1 (MIDI 1.0).
import { describe, expect, it } from 'vitest';
import { arrival, cc, continuous, fixed, landing, parameter, smallRig } from '../../../tests/kit/small-rig';
import { judge } from '../checks';
import { u7, u14 } from '../midi';
import { commonReception, type Landing, type Parameter, type Reception, type Rig } from '../rig';
import { valuesThatMove } from '.';

const freeze = parameter('freeze');
const mix = continuous('mix', 0, 100);
const values = (
  p: Parameter,
  change: Partial<Landing>,
  reception: Partial<Reception> = {},
  type: 'cc' | 'cc14' | 'note' = 'cc',
) => valuesThatMove(landing(p.id, change), p, { ...commonReception, ...reception }, type).map(({ from, to }) => `${from}–${to}`);

/** A board that sends CC 20 with a value on arriving at its first bank, for a toggle. */
const arrivingWith = (value: number): Rig => ({
  ...smallRig([freeze]),
  landings: [landing('freeze', { address: cc(20), mode: 'toggle' })],
  arrivals: [
    arrival({ actions: [{ type: 'send', message: cc(20), behaviour: fixed(value), pinned: false, meant: ['freeze'] }] }),
  ],
});

describe('values that move', () => {
  it.each<readonly [string, readonly string[], readonly string[]]>([
    ['a toggle acts from the threshold on', values(freeze, { mode: 'toggle' }, { threshold: u7(64) }), ['64–127']],
    ['in 14 bits from 128 times it', values(freeze, { mode: 'toggle' }, { threshold: u7(64) }, 'cc14'), ['8192–16383']],
    ['on a note from velocity 1', values(freeze, { mode: 'toggle' }, { threshold: u7(64) }, 'note'), ['1–127']],
    ['on any message always', values(freeze, { mode: 'toggle' }, { actsOn: 'any-message' }), ['0–127']],
    ['a sweep by every value', values(mix, { to: 100 }), ['0–127']],
    [
      'clicks by all but the value for none',
      values(mix, { mode: 'relative', coding: 'binary-offset', to: 100 }),
      ['0–63', '65–127'],
    ],
    [
      'of two such values in sign and magnitude by neither',
      values(mix, { mode: 'relative', coding: 'sign-magnitude', to: 100 }),
      ['1–63', '65–127'],
    ],
    [
      'what chooses by those alone, also below the threshold',
      values(mix, { mode: 'set', setValue: 50, chosenBy: { from: u14(5), to: u14(7) } }),
      ['5–7'],
    ],
    ['what goes by states it has not, by none', values(freeze, { mode: 'states' }), []],
    ['picked up in a range without travel by none', values(mix, { from: 50, to: 50, takeover: 'pickup' }), []],
  ])('%s', (_name, got, wanted) => expect(got).toEqual(wanted));
  it('what is sent on arriving below what counts as on is told as said to nobody', () => {
    const told = (value: number) =>
      [...judge(arrivingWith(value)).findings.values()]
        .flat()
        .map((f) => f.check)
        .filter((c) => c === 'arrival-unheard');
    expect([told(30), told(127)]).toEqual([['arrival-unheard'], []]);
  });
});

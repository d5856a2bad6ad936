// Law 9 for what springs back: moved to both its ends and let go it is proved, wherever it rests; the wrong way round it is not. The hand is one of its own here.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assignment, cc, continuous, landing, range, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { channel, type HeardMessage, type Message, makePut, type PackedMessage, u14, valueMax } from '../midi';
import { indexRig } from '../rig';
import { askFor, verdictOf } from './index';

const bend: Message = { type: 'pitch-bend', channel: channel(5) };
const nrpn: Message = { type: 'nrpn', channel: channel(5), number: u14(261) };

/** What a wheel sends that is moved over some places, one value after another. */
function sent(message: Message, from: number, to: number, places: readonly number[]): readonly HeardMessage[] {
  const put = makePut(message, false);
  let last = -1;
  return places.flatMap((place, i) => {
    const value = Math.round(from + (to - from) * place);
    if (value === last) return [];
    last = value;
    const words: PackedMessage[] = [];
    put(value, words);
    return words.map((word): HeardMessage => ({ atMs: 100 + i * 12, word }));
  });
}

/** From place to place in uneven steps. */
const moved = (stops: readonly number[], steps: number, wobble: readonly number[]): readonly number[] =>
  stops.slice(1).flatMap((to, leg) => {
    const from = stops[leg] ?? 0;
    return Array.from({ length: steps }, (_, i) => {
      const part = (i + 1) / steps + (i + 1 === steps ? 0 : ((wobble[(leg * steps + i) % wobble.length] ?? 0) * 0.4) / steps);
      return from + (to - from) * Math.min(1, part);
    });
  });

describe('a control that springs back', () => {
  it('is proved when it was at both ends and let go, by hand slowly or by its spring', () => {
    const wobbles = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 5, maxLength: 40 });
    fc.assert(
      fc.property(
        fc.constantFrom(0, 0.25, 0.5, 0.75, 1),
        fc.constantFrom(cc(20), bend, nrpn),
        fc.boolean(),
        fc.boolean(),
        fc.integer({ min: 12, max: 60 }),
        wobbles,
        (springsTo, message, backwards, byHand, steps, wobble) => {
          const [from, to] = backwards ? [valueMax(message.type), 0] : [0, valueMax(message.type)];
          const rig = smallRig([continuous('bend', 0, 1)]);
          const function_ = assignment({ on: 'k1', gesture: 'move', behaviour: range(from, to), meant: ['bend'], message });
          const index = indexRig(
            withFunctions(
              { ...rig, controls: rig.controls.map((c) => (c.id === 'k1' ? { ...c, springsTo } : c)) },
              [function_],
              [landing('bend', { address: message })],
            ),
          );
          const ask = askFor(index, function_);
          if (!ask) throw new Error('it can be asked for');
          const there = moved([springsTo, 1, 0], steps, wobble);
          const back = byHand ? moved([0, springsTo], steps, wobble) : [springsTo];
          const whole = [springsTo, ...there, ...back];
          expect(verdictOf(ask, sent(message, from, to, whole)).type).toBe('proved');
          // Of a wheel that rests in the middle only the order of its ends tells which way round it is.
          if (springsTo > 0 && springsTo < 1) expect(verdictOf(ask, sent(message, to, from, whole)).type).not.toBe('proved');
          expect(
            verdictOf(
              ask,
              sent(
                message,
                from,
                to,
                whole.map((p) => p * 0.7),
              ),
            ).type,
          ).not.toBe('proved');
        },
      ),
      { numRuns: 150 },
    );
  });
});

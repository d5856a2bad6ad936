// Translators by chance: lines for one number, a few or all, that stop, rewrite or split.
import fc from 'fast-check';
import { channel, u7, u14 } from '@/core/midi';
import type { TranslatedValues, Translator } from '@/core/rig';

const plainTypes = ['cc', 'cc', 'note', 'program'] as const;
const everyType = [...plainTypes, 'pitch-bend', 'channel-pressure', 'poly-pressure'] as const;
const linear = { type: 'linear' } as const;

const fewValues = fc.constantFrom<TranslatedValues>(
  { type: 'ends', from: u14(0), to: u14(127), curve: linear },
  { type: 'ends', from: u14(127), to: u14(0), curve: linear },
  {
    type: 'table',
    steps: [
      { upTo: u14(5), value: u14(6) },
      { upTo: u14(127), value: u14(5) },
    ],
  },
);
const v14 = fc.oneof(fc.constantFrom(0, 127, 16383, 64), fc.nat(127), fc.nat(16383)).map((v) => u14(v));
const anyValues = fc.oneof(
  fewValues,
  fc.record({
    type: fc.constant('ends' as const),
    from: v14,
    to: v14,
    curve: fc.constantFrom(
      linear,
      { type: 'exponential' as const, amount: 2.5 },
      { type: 's' as const, amount: 0.5 },
      {
        type: 'table' as const,
        heights: [0, 0.25, 1],
      },
    ),
  }),
  fc.record({
    type: fc.constant('table' as const),
    steps: fc.array(fc.record({ upTo: v14, value: v14 }), { minLength: 1, maxLength: 5 }),
  }),
);

function translator(
  types: readonly Translator['lines'][number]['from']['type'][],
  values: fc.Arbitrary<TranslatedValues>,
): fc.Arbitrary<Translator> {
  const output = fc.record({
    type: fc.constantFrom(...types),
    channel: fc.constantFrom(null, null, channel(5), channel(6)),
    number: fc.constantFrom(null, null, u7(20), u7(21), u7(60), u7(1)),
    shift: fc.constantFrom(0, 0, 1, -1, 12),
    values,
  });
  const line = fc.record({
    from: fc
      .record({
        type: fc.constantFrom(...types),
        channel: fc.constantFrom(null, null, channel(5), channel(6)),
        range: fc.constantFrom<readonly [number, number]>([20, 20], [21, 21], [0, 127], [60, 61], [1, 1], [0, 0]),
      })
      .map(({ type, channel: ch, range: [a, b] }) => ({ type, channel: ch, lowest: u7(a), highest: u7(b) })),
    to: fc.array(output, { maxLength: 2 }),
  });
  return fc.record({
    name: fc.constantFrom('Box', '', '=x'),
    lines: fc.array(line, { maxLength: 3 }),
    rest: fc.constantFrom('passes' as const, 'passes' as const, 'stops' as const),
  });
}

/** Of control changes, notes and programs, with a few values; now and then none. */
export const someTranslator: fc.Arbitrary<Translator | null> = fc.oneof(
  { weight: 2, arbitrary: fc.constant(null) },
  { weight: 1, arbitrary: translator(plainTypes, fewValues) },
);
/** Of everything that one can write; now and then none. */
export const anyTranslator: fc.Arbitrary<Translator | null> = fc.oneof(
  { weight: 2, arbitrary: fc.constant(null) },
  { weight: 1, arbitrary: translator(everyType, anyValues) },
);

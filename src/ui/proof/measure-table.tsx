// What a measured pedal is like, in figures and in what follows from them.
import { counted } from '@/core/base';
import type { PedalMeasure } from '@/core/calibration';
import type { Calibration, CurveSpec } from '@/core/values';

const curveWords: Readonly<Record<CurveSpec['type'], string>> = {
  linear: 'straight',
  exponential: 'slow, then fast',
  logarithmic: 'fast, then slow',
  s: 'slow at both ends',
  table: 'drawn from the sweeps',
};

const percent = (part: number): string => `${Math.round(part * 1000) / 10} %`;

export function proposalWords({ low, high, deadLow, deadHigh, curve }: Calibration): string {
  const dead = deadLow === 0 && deadHigh === 0 ? 'no dead zones' : `dead zones ${percent(deadLow)} and ${percent(deadHigh)}`;
  return `ends ${percent(low)} and ${percent(high)}, ${dead}, ${curveWords[curve.type]}.`;
}

export function MeasureTable({ measure, max }: { readonly measure: PedalMeasure; readonly max: number }) {
  const { missing, jitter } = measure;
  const rows: readonly (readonly [string, string, string])[] = [
    ['Lowest and highest', `${measure.lowest} and ${measure.highest} of ${max}`, ''],
    [
      'Ends that it always came to',
      `${measure.low} and ${measure.high}`,
      measure.low <= max * 0.01 && measure.high >= max * 0.99
        ? 'It reaches both ends.'
        : 'Uncalibrated, the function stops short.',
    ],
    [
      'Trembling',
      jitter.steps === 0 ? 'none' : `${counted(jitter.steps, 'step')}, ${jitter.perSecond} turns a second`,
      jitter.steps === 0 ? '' : 'Dead zones keep it still at its ends; between them it goes on.',
    ],
    ['Off a straight line', percent(measure.bend), measure.bend < 0.025 ? 'As good as straight.' : 'The curve mends it.'],
    [
      'Up and down differ by',
      percent(measure.slack),
      measure.slack > 0.1 ? 'It may be loose, or the hand was uneven: record once more.' : '',
    ],
    [
      'Values that never came',
      missing === null ? 'cannot be told' : missing.length === 0 ? 'none' : shortList(missing),
      missing === null
        ? 'The sweeps were too quick, or it sends 14 bits.'
        : missing.length > 0
          ? 'A worn track or dirt: the parameter jumps there.'
          : '',
    ],
    ['Left after calibrating', percent(measure.error), 'How far the reading is from where the hand is, on average.'],
  ];
  return (
    <table className="h-fit w-full border-collapse text-sm">
      <caption className="pb-1 text-left font-semibold">What came</caption>
      <tbody>
        {rows.map(([name, figure, then]) => (
          <tr key={name} className="border-b align-top">
            <th scope="row" className="w-[45%] py-1.5 pr-3 text-left font-normal text-ink-2">
              {name}
            </th>
            <td className="py-1.5">
              <span className="font-mono">{figure}</span>
              {then !== '' && <span className="block text-xs text-ink-2">{then}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const shortList = (values: readonly number[]): string =>
  values.length <= 10 ? values.join(', ') : `${values.slice(0, 10).join(', ')} and ${values.length - 10} more`;

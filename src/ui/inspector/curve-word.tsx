'use client';
// The curve of a travel as a word of the sentence. A drawn one that came with a file is kept until another is chosen.
import type { CurveSpec } from '@/core/values';
import { WordSelect } from './word';

const words: Readonly<Record<CurveSpec['type'], string>> = {
  linear: 'straight',
  exponential: 'slow, then fast',
  logarithmic: 'fast, then slow',
  s: 'slow at both ends',
  table: 'as drawn',
};

/** How strongly a curve bends that is chosen here; another strength from a file is kept. Common practice, no source. */
const BEND = 3;

export function CurveWord({
  label,
  curve,
  onCurve,
}: {
  readonly label: string;
  readonly curve: CurveSpec;
  readonly onCurve: (curve: CurveSpec) => void;
}) {
  const types = (['linear', 'exponential', 'logarithmic', 's', 'table'] as const).filter(
    (t) => t !== 'table' || curve.type === 'table',
  );
  return (
    <WordSelect
      aria-label={label}
      value={curve.type}
      onChange={(e) => {
        const type = types.find((t) => t === e.target.value);
        if (type === 'linear') onCurve({ type });
        else if (type && type !== 'table') onCurve({ type, amount: BEND });
      }}
    >
      {types.map((t) => (
        <option key={t} value={t}>
          {words[t]}
        </option>
      ))}
    </WordSelect>
  );
}

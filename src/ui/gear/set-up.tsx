'use client';

// Steps of a player's own before and after what is entered in a unit, a line each.

import { useState } from 'react';
import { type SetUp, setUpSchema } from '@/core/rig';
import { Field } from '../primitives/field';
import { textProblem } from '../primitives/text-field';

interface Props {
  readonly unit: string;
  readonly setUp: SetUp;
  readonly onChange: (setUp: SetUp) => boolean;
}

export function SetUpSteps({ unit, setUp, onChange }: Props) {
  return (
    <section aria-label="Set-up steps">
      <h2 className="font-semibold">Set-up steps</h2>
      <p className="max-w-[720px] pb-2 text-xs text-ink-2">
        What you do in {unit} besides: a line each. They stand on the sheet and in its steps, before and after what is entered.
      </p>
      <div className="grid max-w-[980px] grid-cols-2 gap-3">
        <Steps label="Before entering" lines={setUp.before} onLines={(before) => onChange({ ...setUp, before })} />
        <Steps label="After entering" lines={setUp.after} onLines={(after) => onChange({ ...setUp, after })} />
      </div>
    </section>
  );
}

function Steps({
  label,
  lines,
  onLines,
}: {
  readonly label: string;
  readonly lines: SetUp['before'];
  readonly onLines: (lines: SetUp['before']) => boolean;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const leave = (): void => {
    if (typed === null) return;
    const read = setUpSchema.shape.before.safeParse(
      typed
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => line !== ''),
    );
    setProblem(read.success ? null : textProblem(read.error.issues[0]?.message));
    if (read.success && onLines(read.data)) setTyped(null);
  };
  return (
    <Field label={label} {...(problem === null ? {} : { error: problem })}>
      {(id) => (
        <textarea
          id={id}
          rows={3}
          value={typed ?? lines.join('\n')}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={leave}
          className="w-full rounded-sm border border-control-edge bg-sheet px-2 py-1.5 text-[13.5px] leading-5"
        />
      )}
    </Field>
  );
}

'use client';

// Keeps what stands on the bench as a preset of its target.

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { counted } from '@/core/base';
import { showValue } from '@/core/bench';
import { choosersOf, holdable, keepAsPreset, presetAt, stepValues } from '@/core/commands';
import type { Parameter, RigIndex, Target } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Dialog } from '../primitives/dialog';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import type { Bench } from './bench-store';

export function KeepPreset({
  bench,
  index,
  target,
}: {
  readonly bench: Bench;
  readonly index: RigIndex;
  readonly target: Target;
}) {
  const [asking, setAsking] = useState(false);
  const choosers = choosersOf(index, target.id);
  const [first] = choosers;
  if (!first) return null;
  return (
    <>
      <button
        type="button"
        className="ml-auto rounded-sm px-1 font-normal text-verdigris hover:underline"
        aria-label={`Keep what stands in ${target.name} as a preset`}
        title="Keep what stands here as a preset"
        onClick={() => setAsking(true)}
      >
        Keep…
      </button>
      {asking && (
        <KeepDialog
          bench={bench}
          index={index}
          target={target}
          choosers={choosers}
          first={first}
          onClose={() => setAsking(false)}
        />
      )}
    </>
  );
}

function KeepDialog({
  bench,
  index,
  target,
  choosers,
  first,
  onClose,
}: {
  readonly bench: Bench;
  readonly index: RigIndex;
  readonly target: Target;
  readonly choosers: readonly Parameter[];
  readonly first: Parameter;
  readonly onClose: () => void;
}) {
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const { values, names } = bench.store.getState();
  const standsAt = (p: Parameter): number => values[names?.parameterIds.indexOf(p.id) ?? -1] ?? p.start;
  const [chooserId, choose] = useState(first.id);
  const chooser = choosers.find((p) => p.id === chooserId) ?? first;
  const here = standsAt(chooser);
  const [chosen, setStep] = useState<number | null>(null);
  const step = chosen ?? (Number.isNaN(here) ? chooser.lowest : here);
  const standing = new Map(holdable(index, chooser).map((p) => [p.id, standsAt(p)]));
  const known = [...standing.values()].filter((v) => !Number.isNaN(v)).length;
  const before = presetAt(index, chooser.id, step);
  const keep = (): void => {
    if (!edit(keepAsPreset(index, chooser, step, standing, () => nanoid(10)))) return;
    undoable(`${showValue(chooser, step)} keeps ${counted(known, 'value')} now`);
    onClose();
  };
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title={`Keep this as a preset of ${target.name}`}
      description={`${counted(known, 'value')} as ${known === 1 ? 'it stands' : 'they stand'} now${known < standing.size ? `; ${standing.size - known} that nobody knows are left out` : ''}.`}
      footer={
        <Button tone="primary" onClick={keep}>
          Keep it
        </Button>
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <Choice
          label="Chosen by"
          value={chooser.id}
          options={choosers.map((p) => [p.id, p.name])}
          onChange={(to) => {
            choose(to);
            setStep(null);
          }}
        />
        <Choice
          label="Under"
          value={String(step)}
          options={stepValues(chooser).map((s) => [String(s), showValue(chooser, s)])}
          onChange={(to) => setStep(Number(to))}
        />
        {before?.stored && before.values.length > 0 && (
          <p className="col-span-2 text-xs text-ink-2">
            It takes the place of the {counted(before.values.length, 'value')} there.
          </p>
        )}
      </div>
    </Dialog>
  );
}

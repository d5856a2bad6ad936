'use client';
// What can be done with a trial, within reach of the thumb: again, no more, typed, skipped; and what the simulated unit is to do.
import { causes } from '@/core/proof';
import { Button } from '../primitives/button';
import { Select } from '../primitives/field';
import type { SimulatedUnit } from './use-simulated-unit';
import type { Trial } from './use-trial';

interface Props {
  readonly trial: Trial;
  /** Null where the messages come from somewhere else. */
  readonly unit: SimulatedUnit | null;
  readonly onMove: (by: 1 | -1) => void;
  readonly onType: () => void;
  readonly onSkip: () => void;
}

export function TrialBar({ trial, unit, onMove, onType, onSkip }: Props) {
  return (
    <footer className="flex flex-wrap items-center gap-1.5 border-t bg-sheet px-6 py-3">
      <Button onClick={() => onMove(-1)}>← Back</Button>
      <Button tone="quiet" onClick={trial.again}>
        Try again <kbd className="font-mono text-xs">R</kbd>
      </Button>
      <Button tone="quiet" onClick={trial.settle}>
        That was all <kbd className="font-mono text-xs">N</kbd>
      </Button>
      <Button tone="quiet" onClick={onType}>
        Type it in
      </Button>
      <Button tone="quiet" onClick={onSkip}>
        Skip <kbd className="font-mono text-xs">S</kbd>
      </Button>
      <span className="ml-auto" />
      {unit && (
        <>
          <Select
            aria-label="Fault of the simulated unit"
            className="h-8 w-48 text-xs"
            value={unit.fault}
            onChange={(e) => {
              const { value } = e.target;
              unit.plant(value === 'any' ? 'any' : (causes.find((c) => c.id === value)?.id ?? 'none'));
            }}
          >
            <option value="none">Without a fault</option>
            <option value="any">With a fault, any</option>
            {unit.possible.map((c) => (
              <option key={c.id} value={c.id}>
                {c.title}
              </option>
            ))}
          </Select>
          <Button tone="primary" onClick={unit.play}>
            Let it play <kbd className="font-mono text-xs">P</kbd>
          </Button>
        </>
      )}
      <Button onClick={() => onMove(1)}>Next →</Button>
    </footer>
  );
}

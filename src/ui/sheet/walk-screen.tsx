'use client';
import { parseAsString, useQueryState } from 'nuqs';
import { useMemo } from 'react';
import type { Edit, RigIndex } from '@/core/rig';
import { type EntryStep, entryProgress, entrySteps, isTicked, textOf, whereToGoOn } from '@/core/sheets';
import { useCommand } from '../commands/use-command';
import { useOutput } from '../ports/use-output';
import { Button } from '../primitives/button';
// One step of entering the rig at a time, large enough to be read with both hands on the hardware; it goes on where it was left.
import { Link } from '../primitives/link';
import { Progress } from '../primitives/progress';
import { useRig } from '../store/provider';
import { tickEntered, tickSaved } from './ticks';
import {
  ClearStep,
  ControlStep,
  LayerStep,
  MacroStep,
  ParameterStep,
  PlaceStep,
  PresetStep,
  SaveStep,
  SetUpStep,
  TranslatorStep,
} from './walk-steps';

export function WalkScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const steps = useMemo(() => entrySteps(index), [index]);
  const progress = useMemo(() => entryProgress(steps), [steps]);
  const [key, setKey] = useQueryState('step', parseAsString);
  // What is sent to the simulated software is shown as sent, and has nowhere else to go.
  const out = useOutput(noOne);
  const known = steps.findIndex((s) => s.key === key);
  const at = known < 0 ? whereToGoOn(steps) : known;
  const step = steps[at];
  const home = `/rigs/${index.rig.id}/sheet`;
  const go = (to: number): void => void setKey(steps[Math.max(0, Math.min(steps.length - 1, to))]?.key ?? null);
  const forward = (): void => {
    if (!step) return;
    if (isOpen(step) && !edit(tick(index, step, true))) return;
    go(at + 1);
  };
  const given = { enabled: step !== undefined };
  // Space on a button or link that has the focus is that button's.
  useCommand('steps-done', forward, { ...given, ignoreEventWhen: onItsOwn });
  useCommand('steps-back', () => go(at - 1), given);
  useCommand('steps-on', () => go(at + 1), given);
  useCommand('steps-where', () => go(whereToGoOn(steps)), given);
  if (!step)
    return (
      <main className="flex-1 px-6 py-10">
        <p className="text-ink-2">
          Nothing is assigned yet, so there is nothing to enter.{' '}
          <Link href={home} className="text-verdigris underline">
            Back to the sheet
          </Link>
        </p>
      </main>
    );
  const last = at === steps.length - 1;
  return (
    <main data-phone className="flex min-h-0 flex-1 flex-col">
      <WalkHead steps={steps} progress={progress} at={at} step={step} home={home} />
      <section
        aria-label="The step"
        aria-live="polite"
        className="min-h-0 flex-1 overflow-y-auto px-6 py-6 max-[720px]:px-4 max-[720px]:py-4"
      >
        <div className="mx-auto max-w-[980px]">
          {step.type === 'set-up' ? (
            <SetUpStep step={step} />
          ) : step.type === 'layer' ? (
            <LayerStep step={step} />
          ) : step.type === 'clear' ? (
            <ClearStep step={step} />
          ) : step.type === 'control' ? (
            <ControlStep step={step} index={index} />
          ) : step.type === 'macro' ? (
            <MacroStep step={step} />
          ) : step.type === 'translator' ? (
            <TranslatorStep step={step} />
          ) : step.type === 'preset' ? (
            <PresetStep step={step} />
          ) : step.type === 'place' ? (
            <PlaceStep step={step} />
          ) : step.type === 'save' ? (
            <SaveStep step={step} index={index} />
          ) : (
            <ParameterStep step={step} index={index} out={out} />
          )}
        </div>
      </section>
      <WalkBar index={index} edit={edit} steps={steps} at={at} step={step} go={go} forward={forward} last={last} />
    </main>
  );
}

function WalkHead({
  steps,
  progress,
  at,
  step,
  home,
}: {
  readonly steps: readonly EntryStep[];
  readonly progress: { readonly done: number; readonly all: number; readonly minutes: number };
  readonly at: number;
  readonly step: EntryStep;
  readonly home: string;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b bg-sheet px-6 py-2.5 max-[720px]:px-4">
      <h1 className="text-lg font-semibold">{step.unit}</h1>
      <p className="text-ink-2">
        step {at + 1} of {steps.length}
      </p>
      <p className="ml-auto text-ink-2 max-[720px]:ml-0">
        {progress.done === progress.all
          ? 'everything is entered and saved'
          : `${progress.done} of ${progress.all} done, about ${progress.minutes} min left`}
      </p>
      <Progress label="Entered and saved" className="w-40 max-[720px]:w-full" value={progress.done} max={progress.all} />
      <Link href={home} className="text-verdigris underline">
        Whole sheet
      </Link>
    </div>
  );
}

function WalkBar({
  index,
  edit,
  steps,
  at,
  step,
  go,
  forward,
  last,
}: {
  readonly index: RigIndex;
  readonly edit: (edit: Edit) => boolean;
  readonly steps: readonly EntryStep[];
  readonly at: number;
  readonly step: EntryStep;
  readonly go: (to: number) => void;
  readonly forward: () => void;
  readonly last: boolean;
}) {
  return (
    // The mouse takes no focus here: after a click on Back, Space still goes on.
    // biome-ignore lint/a11y/noStaticElementInteractions: only keeps the focus where it is
    <footer
      className="flex flex-wrap items-center gap-2 border-t bg-sheet px-6 py-3 max-[720px]:px-4 max-[720px]:[&_kbd]:hidden"
      onMouseDown={(e) => e.preventDefault()}
    >
      <Button className="h-12 px-5 text-base" disabled={at === 0} onClick={() => go(at - 1)}>
        ← Back
      </Button>
      <Button tone="quiet" className="h-12 text-base" onClick={() => go(whereToGoOn(steps))}>
        Where was I? <kbd className="font-mono text-xs">W</kbd>
      </Button>
      <span className="ml-auto max-[720px]:hidden" />
      {isTicked(step) && step.done && (
        <Button tone="quiet" className="h-12 text-base" onClick={() => void edit(tick(index, step, false))}>
          {step.type === 'save' ? 'It is not saved' : 'It is not entered'}
        </Button>
      )}
      {isOpen(step) && (
        <Button className="h-12 px-5 text-base" disabled={last} onClick={() => go(at + 1)}>
          Later →
        </Button>
      )}
      <Button
        tone="primary"
        className="h-12 min-w-44 px-6 text-base max-[720px]:w-full"
        disabled={last && !isOpen(step)}
        onClick={forward}
      >
        {isOpen(step)
          ? {
              save: 'Saved',
              clear: 'Cleared',
              control: 'Entered',
              parameter: 'Entered',
              layer: 'Entered',
              place: 'Entered',
              macro: 'Entered',
              preset: 'Stored',
              translator: 'Set up',
            }[step.type]
          : 'Next'}{' '}
        <kbd className="font-mono text-xs">Space</kbd>
      </Button>
    </footer>
  );
}

const noOne = (): void => undefined;

const onItsOwn = (e: KeyboardEvent): boolean =>
  e.target instanceof HTMLElement && e.target.closest('button, a, input, select') !== null;

type Doable = EntryStep & {
  readonly type: 'control' | 'save' | 'parameter' | 'layer' | 'place' | 'macro' | 'preset' | 'translator' | 'clear';
};

/** Whether there is still something to do and to say of a step. */
const isOpen = (step: EntryStep): step is Doable => step.type === 'clear' || (isTicked(step) && !step.done);

/** The edit that ticks what a step stands for, or takes the tick away. */
function tick(index: RigIndex, step: Doable, on: boolean): Edit {
  switch (step.type) {
    case 'control':
      return tickEntered(index, step.control.name, { assignments: [step.assignment] }, on);
    case 'parameter':
      return tickEntered(index, step.lines.map((l) => textOf(l, 'parameter')).join(', '), { landings: step.landings }, on);
    case 'layer':
      return tickEntered(index, step.layer.name, { layers: [step.layer] }, on);
    case 'place':
      return 'controlIds' in step.row
        ? tickEntered(index, step.row.name, { groups: [step.row] }, on)
        : tickEntered(index, 'what is done on arriving', { arrivals: [step.row] }, on);
    case 'translator':
      return tickEntered(index, step.unit, { wires: [step.wire] }, on);
    case 'macro':
      return tickEntered(index, step.macro.name, { macros: [step.macro] }, on);
    case 'preset':
      return tickEntered(index, step.lines[0] ? textOf(step.lines[0], 'preset') : 'a preset', { presets: [step.preset] }, on);
    case 'clear':
      // Cleared there is entered no more here.
      return tickEntered(index, `what was left over in ${step.unit}`, { landings: step.landings }, !on);
    default:
      return tickSaved(`${step.unit}${step.place && `, ${step.place}`}`, step.assignments, on);
  }
}

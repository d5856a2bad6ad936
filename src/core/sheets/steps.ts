// The sheet as a walk: one thing to do after another, hands on the hardware, in the order that costs the least walking.
import type { RigIndex } from '../rig';
import { controllerSteps } from './control-steps';
import { makeSheet } from './sheet';
import { type EntryStep, SECONDS } from './step';
import { targetSteps } from './target-steps';
import type { TranslatorSheet } from './translator-lines';

/**
 * Every step from an empty unit to an entered rig. Controllers first: set-up, then layers, then what holds at its places, then bank by bank (what stands in every bank
 * first), in a bank layer by layer and family by family, so that numbers count up; each slot is saved before the next is
 * opened. Then the software: set-up, its own layers, what can be learnt (presses before moves, since a learn function catches the move that
 * slips in), what has to be typed, what its macros move along, what its presets keep, and what is to be cleared.
 */
export function entrySteps(index: RigIndex): readonly EntryStep[] {
  const sheet = makeSheet(index);
  return [
    ...sheet.controllers.flatMap(({ controller, lines }) => controllerSteps(index, controller, lines)),
    // Software learns what a translator makes: it is set up before.
    ...sheet.translators.map(translatorStep),
    ...sheet.targets.flatMap(({ target, lines, clear }) => targetSteps(index, target, lines, clear)),
  ];
}

const translatorStep = ({ wire, name, lines }: TranslatorSheet): EntryStep => ({
  key: `translator ${wire.id}`,
  type: 'translator',
  unitId: wire.to.unitId,
  unit: name,
  seconds: SECONDS['set-up'] * lines.length,
  lines,
  wire,
  done: lines.every((l) => l.entered),
});

/** Whether a step can be ticked: what is read only, and what goes from the sheet once it is done, cannot. */
export const isTicked = (step: EntryStep): step is Extract<EntryStep, { readonly done: boolean }> =>
  step.type === 'control' ||
  step.type === 'save' ||
  step.type === 'parameter' ||
  step.type === 'macro' ||
  step.type === 'translator' ||
  step.type === 'preset' ||
  step.type === 'place' ||
  (step.type === 'layer' && step.side === 'controller');

/** Steps that can be ticked, how many of them are, and the time that the others take, in minutes. */
export function entryProgress(steps: readonly EntryStep[]): {
  readonly done: number;
  readonly all: number;
  readonly minutes: number;
} {
  const ticked = steps.filter(isTicked);
  const open = ticked.filter((s) => !s.done);
  return {
    all: ticked.length,
    done: ticked.length - open.length,
    minutes: Math.ceil(open.reduce((sum, s) => sum + s.seconds, 0) / 60),
  };
}

/** Where to go on: the first step that is not done, at what has to be read before it if nothing of that unit is done yet; the last step if all are. */
export function whereToGoOn(steps: readonly EntryStep[]): number {
  let at = steps.findIndex((s) => isTicked(s) && !s.done);
  if (at < 0) return Math.max(0, steps.length - 1);
  for (let before = steps[at - 1]; before && !isTicked(before) && before.type !== 'clear'; before = steps[at - 1]) at--;
  return at;
}

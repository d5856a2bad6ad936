// The sheet: what to enter in each controller and in each target, control by control, in the notation of that device.
import type { Controller, RigIndex, Target, Tickable } from '../rig';
import { type Sent, sentOn } from '../wires';
import { controllerLines, isProgrammed, keeperOf } from './function-lines';
import { targetLines } from './landing-lines';
import { isEntered, type SheetLine } from './line';
import { namingOf } from './naming';
import { withSetUp } from './set-up-lines';
import { standsNow } from './ticked';
import { type TranslatorSheet, translatorSheets } from './translator-lines';

export interface Sheet {
  /** `name`: told apart from units of the same name. */
  readonly controllers: readonly {
    readonly controller: Controller;
    readonly name: string;
    readonly lines: readonly SheetLine[];
  }[];
  readonly targets: readonly {
    readonly target: Target;
    readonly name: string;
    readonly lines: readonly SheetLine[];
    /** What nothing sends to any more: to be cleared where it was entered, never to be entered. */
    readonly clear: readonly SheetLine[];
  }[];
  /** What is set up between them: translators on wires. */
  readonly translators: readonly TranslatorSheet[];
  /** Functions, layers, landings, presets, groups, arrivals and translators that are not entered as they are planned. */
  readonly toEnter: number;
  /** All functions, layers, landings, presets, groups, arrivals and translators. */
  readonly lines: number;
}

/** Writes the sheet of a rig. A controller shows numbers as its firmware does, a target as its own style says. */
export function makeSheet(index: RigIndex): Sheet {
  const naming = namingOf(index);
  const sent = sentOn(index);
  const rows = toTick(index, sent);
  return {
    controllers: index.rig.controllers.map((controller) => ({
      controller,
      name: naming.controller(controller.id),
      lines: withSetUp(controller, controllerLines(index, naming, controller)),
    })),
    targets: index.rig.targets.map((target) => {
      const { lines, clear } = targetLines(index, naming, target, sent);
      return { target, name: naming.target(target.id), lines: withSetUp(target, lines), clear };
    }),
    translators: translatorSheets(index, naming),
    toEnter: rows.filter((r) => !standsNow(index, r)).length,
    lines: rows.length,
  };
}

/** How many functions, layers and landings are still to be entered somewhere, or to be entered again. */
export const countToEnter = (index: RigIndex): number => toTick(index, sentOn(index)).filter((r) => !standsNow(index, r)).length;

/** All that is to be entered: a function has one tick, however many messages it sends, and a layer one with all its taps. */
function toTick(index: RigIndex, sent: Sent): readonly Tickable[] {
  return [
    ...index.rig.layers.filter((l) => keeperOf(index, l) !== undefined),
    ...index.rig.assignments.filter((a) => isProgrammed(index, a)),
    ...index.rig.landings.filter((l) => l.given === null && !sent.isLeftOver(l)),
    ...index.rig.parameters.filter((p) => p.drives.length > 0),
    ...index.rig.presets,
    ...index.rig.groups,
    ...index.rig.arrivals,
    ...index.rig.wires.filter((w) => w.translator !== null),
  ];
}

/** Lines that are to be entered and are not ticked yet. */
export const openLines = (lines: readonly SheetLine[]): readonly SheetLine[] => lines.filter((l) => isEntered(l) === false);

// The sheet: what to enter in each controller and in each target, control by control, in the notation of that device.
import { type Assignment, type Controller, type Mark, type RigIndex, sentOn, type Target } from '../rig';
import { controllerLines, isProgrammed } from './function-lines';
import { targetLines } from './landing-lines';
import { isEntered, type SheetLine } from './line';
import { namingOf } from './naming';

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
  /** Functions and landings that are not ticked as entered. */
  readonly toEnter: number;
  /** All functions and landings that can be. */
  readonly lines: number;
}

/** Writes the sheet of a rig. A controller shows numbers as its firmware does, a target as its own style says. */
export function makeSheet(index: RigIndex): Sheet {
  const naming = namingOf(index);
  const sent = sentOn(index);
  const marks = marksOf(index);
  return {
    controllers: index.rig.controllers.map((controller) => ({
      controller,
      name: naming.controller(controller.id),
      lines: controllerLines(index, naming, controller),
    })),
    targets: index.rig.targets.map((target) => ({
      target,
      name: naming.target(target.id),
      ...targetLines(index, naming, target, sent),
    })),
    toEnter: marks.filter((m) => m === null).length,
    lines: marks.length,
  };
}

/** How many assignments and landings are still to be entered somewhere. */
export const countToEnter = (index: RigIndex): number => marksOf(index).filter((m) => m === null).length;

/** The ticks of all that is to be entered: a function has one, however many messages it sends. */
function marksOf(index: RigIndex): readonly (Mark | null)[] {
  const sent = sentOn(index);
  return [
    ...index.rig.assignments.filter((a) => isProgrammed(index, a)).map((a) => a.entered),
    ...index.rig.landings.filter((l) => !sent.isLeftOver(l)).map((l) => l.entered),
  ];
}

/** Lines that are to be entered and are not ticked yet. */
export const openLines = (lines: readonly SheetLine[]): readonly SheetLine[] => lines.filter((l) => isEntered(l) === false);

/** A bank and layer as the player knows them: `Overture · Heel`, `every bank · Base`. */
export function placeWords(
  index: RigIndex,
  controller: Controller,
  place: Pick<Assignment, 'bank' | 'page' | 'layerId'>,
): string {
  const bank =
    place.bank === null
      ? controller.firmware.banks > 1
        ? 'every bank'
        : ''
      : controller.bankNames[place.bank - 1] || `Bank ${place.bank}`;
  const layer = place.layerId === null ? 'Base' : (index.layers.get(place.layerId)?.name ?? '?');
  return [bank, place.page === null ? '' : `page ${place.page}`, layer].filter((s) => s !== '').join(' · ');
}

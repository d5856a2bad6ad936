// What is known of a unit and what is only assumed (law 11): a fact is stated by its evidence, or by the library entry that the unit was copied from.
import type { Controller, Firmware, Reception, Target } from './schema';

/** Whether somebody stated how a target listens in one respect. */
export const targetStates = (target: Target, fact: keyof Reception): boolean =>
  target.profileId !== '' || target.evidence.some((e) => e.fact === fact);

/** Whether somebody stated what a controller does in one respect. */
export const controllerStates = (controller: Controller, fact: keyof Firmware): boolean =>
  controller.templateId !== '' || controller.evidence.some((e) => e.fact === fact);

// What is known of a unit and what is only assumed (law 11): a fact is stated by its evidence, by the library entry that the unit was copied from, or by being other than what every new unit has.
import { commonFirmware } from './common-firmware';
import { commonReception } from './common-reception';
import { sameJson } from './json';
import type { Controller, Firmware, Reception, Target } from './schema';

/** Whether somebody stated how a target listens in one respect. */
export const targetStates = (target: Target, fact: keyof Reception): boolean =>
  target.profileId !== '' ||
  target.evidence.some((e) => e.fact === fact) ||
  !sameJson(target.reception[fact] ?? null, commonReception[fact] ?? null);

/** Whether somebody stated what a controller does in one respect. */
export const controllerStates = (controller: Controller, fact: keyof Firmware): boolean =>
  controller.templateId !== '' ||
  controller.evidence.some((e) => e.fact === fact) ||
  !sameJson(controller.firmware[fact] ?? null, commonFirmware[fact] ?? null);

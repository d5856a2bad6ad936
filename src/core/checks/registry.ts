// Every check there is, in the order in which findings are shown.

import type { Assignment } from '../rig';
import { addressClash } from './address-clash';
import { arrivalMoves, arrivalUnheard } from './arriving';
import { arrivalLies } from './arriving-latch';
import { besidesLacks } from './besides-lacks';
import { cannotSend } from './cannot-send';
import { flashing, keystroke, loudJump, loudStep } from './care';
import { clockFollowed, heldByClock } from './clock';
import { countPast } from './count-past';
import { tooManyCounters } from './counters';
import type { AssignmentCheck, Check } from './finding';
import { firesAgain } from './fires-again';
import {
  noSuchGesture,
  pressBeforeDoubleTap,
  pressBeforeHold,
  releaseAfterHold,
  releaseBeforeDoubleTap,
  tooManyActions,
  waitingDelays,
} from './gestures';
import { goesRound } from './goes-round';
import { bankNeverMoves, movedAlongToo, needsFirst } from './inside-targets';
import { irregular } from './irregular';
import { layerOpens } from './layer-opens';
import { jumpAfterChange, placeNotSentAgain } from './leaps';
import { lightCannot } from './light-cannot';
import { lightAfterChange, lightDisagrees, wrongAtStart } from './lights';
import { lostPress } from './lost-press';
import { modifierCovered, modifierStuck, releaseElsewhere } from './modifiers';
import { backwards, relativeMismatch } from './movement';
import { notAsWanted } from './not-as-wanted';
import { channelModeNumber, heardByOther, lowByteShadowed, reservedNumber, standardMeaning } from './numbers';
import { onlyInFront } from './only-in-front';
import { noClockToSet } from './own-clock';
import { neverPickedUp } from './pick-up';
import { noWayBack, unreachablePlace } from './places';
import { besidesLeap, presetLeap } from './preset-leap';
import { presetLies } from './preset-lies';
import { centreUnreachable, coarseSteps, cutAtSender, deadTravel } from './ranges';
import { farUrgent, noSilence } from './reach';
import { freeControls, leftover, livesElsewhere, noParameter, sameName, textTooLong } from './record';
import { groupOfOne, releasedDark } from './releasing';
import { reversedSwitch } from './reversed-switch';
import { basesDiffer, heardTwice, notRouted, outsideWindow } from './routes';
import { actsWhileHeld, everySecondPress, firstPressDoesNothing, flipsBack, neverOff, neverRegisters, staysOn } from './switches';
import { tapMoves, tapUnheard } from './tapping';
import { targetLacks } from './target-lacks';
import { burst, heavyStream, launchMisses } from './time';
import { pressureBehind, springsBack } from './touch';

/** Checks of one function at a time, in the order in which they are asked and shown. */
export const assignmentChecks = [
  addressClash,
  lowByteShadowed,
  channelModeNumber,
  reservedNumber,
  unreachablePlace,
  noSuchGesture,
  cannotSend,
  outsideWindow,
  notRouted,
  neverRegisters,
  everySecondPress,
  relativeMismatch,
  tooManyActions,
  flashing,
  heardTwice,
  firstPressDoesNothing,
  neverOff,
  flipsBack,
  staysOn,
  pressBeforeHold,
  releaseAfterHold,
  pressBeforeDoubleTap,
  releaseBeforeDoubleTap,
  releaseElsewhere,
  loudStep,
  loudJump,
  presetLeap,
  keystroke,
  standardMeaning,
  heardByOther,
  coarseSteps,
  burst,
  heavyStream,
  launchMisses,
  lightDisagrees,
  presetLies,
  lightAfterChange,
  wrongAtStart,
  actsWhileHeld,
  waitingDelays,
  jumpAfterChange,
  placeNotSentAgain,
  backwards,
  deadTravel,
  centreUnreachable,
  cutAtSender,
  textTooLong,
  lightCannot,
  noParameter,
  neverPickedUp,
  irregular,
  targetLacks,
  countPast,
  heldByClock,
  notAsWanted,
  lostPress,
  releasedDark,
  arrivalLies,
  reversedSwitch,
  firesAgain,
  needsFirst,
  movedAlongToo,
  springsBack,
  pressureBehind,
] as const;

/** Checks that look at one controller as a whole. */
export const controllerChecks = [
  basesDiffer,
  noWayBack,
  farUrgent,
  noSilence,
  freeControls,
  goesRound,
  tooManyCounters,
  noClockToSet,
  besidesLacks,
  besidesLeap,
  tapMoves,
  tapUnheard,
  arrivalMoves,
  arrivalUnheard,
  groupOfOne,
] as const;

/** Checks that look at the rig as a whole. */
export const rigChecks = [
  modifierCovered,
  modifierStuck,
  sameName,
  leftover,
  livesElsewhere,
  onlyInFront,
  bankNeverMoves,
  clockFollowed,
  layerOpens,
] as const;

const all = [...assignmentChecks, ...controllerChecks, ...rigChecks] as const;
export type CheckId = (typeof all)[number]['id'];

/** Every check, in the order in which findings are shown. */
export const checks: readonly Check<CheckId>[] = all;
const known = Object.fromEntries(checks.map((c) => [c.id, c])) as Readonly<Record<CheckId, Check<CheckId>>>; // border: built from every check
/** Whether a text is the id of a check of this version. */
export const isCheckId = (id: string): id is CheckId => Object.hasOwn(known, id);
/** A check by its id. */
export const checkOf = (id: CheckId): Check<CheckId> => known[id];
/** The place of a check in the order of findings. */
export const checkOrder: ReadonlyMap<CheckId, number> = new Map(all.map((c, i) => [c.id, i]));

const forMoves: readonly AssignmentCheck<CheckId>[] = assignmentChecks.filter((c) => c.asks !== 'switches');
const forSwitches: readonly AssignmentCheck<CheckId>[] = assignmentChecks.filter((c) => c.asks !== 'moves');

/** The checks to ask of an assignment. */
export const checksOf = ({ gesture }: Assignment): readonly AssignmentCheck<CheckId>[] =>
  gesture.type === 'move' ? forMoves : forSwitches;

const canStop = (check: AssignmentCheck<CheckId>): boolean => check.severities.includes('stop');
/** Of some checks those that can find what must be fixed, with all that these heed. */
const stopping = (of: readonly AssignmentCheck<CheckId>[]): readonly AssignmentCheck<CheckId>[] => {
  const heeded = new Set(of.filter(canStop).flatMap((c) => c.heeds ?? []));
  return of.filter((c) => canStop(c) || heeded.has(c.id));
};
const stopsForMoves = stopping(forMoves);
const stopsForSwitches = stopping(forSwitches);

/** The checks to ask where only what must be fixed matters. */
export const stopChecksOf = ({ gesture }: Assignment): readonly AssignmentCheck<CheckId>[] =>
  gesture.type === 'move' ? stopsForMoves : stopsForSwitches;

// Every check there is, in the order in which findings are shown.

import type { Assignment } from '../rig';
import { addressClash } from './address-clash';
import { flashing, keystroke, loudJump, loudStep } from './care';
import type { AssignmentCheck, Check, ControllerCheck, RigCheck } from './finding';
import {
  cannotSend,
  noSuchGesture,
  pressBeforeDoubleTap,
  pressBeforeHold,
  releaseBeforeDoubleTap,
  tooManyActions,
  waitingDelays,
} from './gestures';
import { jumpAfterChange, placeNotSentAgain } from './leaps';
import { lightAfterChange, lightDisagrees, wrongAtStart } from './lights';
import { modifierCovered, modifierStuck, releaseElsewhere } from './modifiers';
import { backwards, relativeMismatch } from './movement';
import type { CheckId } from './names.data';
import { channelModeNumber, heardByOther, lowByteShadowed, reservedNumber, standardMeaning } from './numbers';
import { noWayBack, unreachablePlace } from './places';
import { centreUnreachable, coarseSteps, cutAtSender, deadTravel } from './ranges';
import { farUrgent, noSilence } from './reach';
import { freeControls, leftover, livesElsewhere, noParameter, sameName, textTooLong } from './record';
import { basesDiffer, heardTwice, notRouted, outsideWindow } from './routes';
import { actsWhileHeld, everySecondPress, firstPressDoesNothing, flipsBack, neverOff, neverRegisters, staysOn } from './switches';
import { burst, heavyStream, launchMisses } from './time';

const assignmentChecks: readonly AssignmentCheck[] = [
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
  pressBeforeDoubleTap,
  releaseBeforeDoubleTap,
  releaseElsewhere,
  loudStep,
  loudJump,
  keystroke,
  standardMeaning,
  heardByOther,
  coarseSteps,
  burst,
  heavyStream,
  launchMisses,
  lightDisagrees,
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
  noParameter,
];

/** Checks that say nothing of what moves, and nothing of what switches: they are not asked. */
const onlySwitches: ReadonlySet<CheckId> = new Set<CheckId>([
  'press-before-hold',
  'press-before-double-tap',
  'release-before-double-tap',
  'waiting-delays',
  'release-elsewhere',
  'light-disagrees',
  'light-after-change',
  'wrong-at-start',
  'burst',
  'launch-misses',
]);
const onlyMoves: ReadonlySet<CheckId> = new Set<CheckId>([
  'relative-mismatch',
  'coarse-steps',
  'centre-unreachable',
  'cut-at-sender',
  'jump-after-change',
  'backwards',
  'place-not-sent-again',
  'dead-travel',
  'heavy-stream',
  'loud-jump',
]);
const forMoves = assignmentChecks.filter((c) => !onlySwitches.has(c.id));
const forSwitches = assignmentChecks.filter((c) => !onlyMoves.has(c.id));

/** The checks to ask of an assignment. */
export const checksOf = ({ gesture }: Assignment): readonly AssignmentCheck[] =>
  gesture.type === 'move' ? forMoves : forSwitches;

export const controllerChecks: readonly ControllerCheck[] = [basesDiffer, noWayBack, farUrgent, noSilence, freeControls];

export const rigChecks: readonly RigCheck[] = [modifierCovered, modifierStuck, sameName, leftover, livesElsewhere];

const all: readonly Check[] = [...assignmentChecks, ...controllerChecks, ...rigChecks];
const byId = new Map(all.map((c) => [c.id, c]));

/** A check by its id. */
export const checkOf = (id: CheckId): Check | undefined => byId.get(id);
/** The place of a check in the order of findings. */
export const checkPlace: ReadonlyMap<CheckId, number> = new Map(all.map((c, i) => [c.id, i]));

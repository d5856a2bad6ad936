// From the map to the show: what feet do, and when. Nothing here knows of screens.
export { type Lost, lostOn, type NotKnown, type WayHome } from './lost';
export { lostWords, standWords } from './words';

// If a controller dies.

export { goneWords } from './gone-words';
export { type IfGone, ifGone } from './if-gone';

// Cards for when something goes wrong.

export { type RecoveryCard, recoveryCards } from './recovery';
export { type Trouble, troubleNames } from './troubles';
export { type PlaceWay, placeWays } from './wrong-bank';

// Better places.

export { type BetterPlace, type BetterPlaces, betterPlaces } from './better-places';
export { betterPlacesWords, betterPlaceWords } from './better-places-words';

// While it is played: the clock, the bars of a section, a pedal to go on with.

export { type BarsNow, type Begun, barMs, barsAt, beatsPerQuarter, beginsAt } from './bars';
export { type ClockHeard, clockRuns, clockTempo, hearClock, noClock, quartersAt } from './clock';
export { type GoOnPedal, type HeardDownAt, hearPedal, pedalOf } from './go-on';

// Ways between scenes, and how long they take.

export type { Cost, Spent } from './cost';
export { type DrillPress, type Fit, LEAST_BITS, LEAST_PRESSES, paceFrom } from './drill';
export {
  type Aim,
  DRILL_PRESSES,
  type Drill,
  type DrillRun,
  drillHears,
  drillOn,
  type HeardPress,
  pressesHeard,
} from './drill-run';
export { firstLook, type Ground, groundOf, looksAt, usualWayOptions, type WayOptions } from './ground';
export { type Deed, eventsOf as deedEvents } from './hand';
export { LEAP_DB, type Leap } from './loudness';
export { distance, middleOf, type Pace, paceBy, paceInWords, pressMs, SOLE_MM, type Spot, usualPace } from './movement';
export { type OnePress, type OnePressFound, onePress } from './one-press';
export { noPressWords, onePressWords } from './one-press-words';
export type { Moment } from './onward';
export { type HeardOf, nextWay, noStep, type StepsDone, stepsDone } from './progress';
export { sameGear } from './same-gear';
export { secondsOf } from './seconds';
export { type Transition, transitionsOf, type WayMemory, wishOf } from './show';
export { type ToldStep, type ToldTransition, toldOf, toldTransitions } from './told';
export { type Way, type WayStep, type WhyNot, wayTo } from './way';
export { stepWords, transitionWords, whyWords } from './way-words';
export { isStandAt, isThere, standsThere, type Wish, type Wished, wishedIn } from './wish';

// The words of an outcome. One table of wording, fed by what the trace showed.
import { exhaustive, often } from '../base';
import { gestureNames, type Parameter } from '../rig';
import { showNumber, showQuantity } from '../values';
import type { Behaved } from './classify';
import type { NotLanding } from './heard-there';
import type { Outcome, Unreachable } from './outcome';

/**
 * A parameter's value as its owner reads it: the name of a step, Off or On, or a number with its unit; `not known` for NaN.
 */
export function showValue(parameter: Parameter, value: number): string {
  if (Number.isNaN(value)) return 'not known';
  switch (parameter.kind) {
    case 'toggle':
      return parameter.steps[value >= 0.5 ? 1 : 0] ?? (value >= 0.5 ? 'On' : 'Off');
    case 'stepped':
      return parameter.steps[Math.round(value) - parameter.lowest] ?? String(Math.round(value));
    case 'trigger':
      return `${value} ×`;
    case 'continuous':
      return showQuantity(value, parameter.unit);
    default:
      return exhaustive(parameter.kind);
  }
}

/** What one parameter did, in a few words. */
export function effectWords(
  did: Behaved | { readonly type: 'nothing-lands'; readonly why: NotLanding },
  parameter: Parameter,
): string {
  const show = (value: number): string => showValue(parameter, value);
  switch (did.type) {
    case 'flips-once-per-press':
      return 'flips once per press';
    case 'first-press-does-nothing':
      return 'first press does nothing';
    case 'every-second-press':
      return 'only every second press works';
    case 'on-while-held':
      return `${show(did.held)} while held`;
    case 'turns-on-never-off':
      return `turns ${show(1)}, never ${show(0)}`;
    case 'only-turns-off':
      return `only turns ${show(0)}`;
    case 'sets':
      return `sets ${show(did.value)}`;
    case 'steps':
      if (did.end === 'alternates') return `${show(did.first)} and ${show(did.last)} in turn`;
      return `steps ${did.twice ? 'twice per press ' : ''}through ${did.count} values${did.end === 'wraps' ? ' and wraps' : did.end === 'stops' ? ' and stops' : ''}`;
    case 'fires':
      return did.times === did.gestures ? 'fires once' : `fires ${did.times} times in ${did.gestures}`;
    case 'sweeps':
      return `${show(did.from)} → ${show(did.to)} in ${did.count} steps, at most ${stepWords(did.largestStep, parameter)} each`;
    case 'clicks':
      return clickWords(did, parameter);
    case 'picks-up':
      return `waits at ${show(did.from)} until ${did.atValue}, then follows to ${show(did.to)}`;
    case 'switches':
      return `turns ${show(did.to)} at ${did.atValue}`;
    case 'follows-taps':
      return `follows the taps: ${show(did.value)} at these`;
    case 'own-states':
      return `goes on by its states: ${statesWords(did, show)}`;
    case 'not-known':
      return 'ends where nobody knows: the preset that is loaded with it does not say';
    case 'never-reacts':
      return 'never reacts';
    case 'irregular':
      return `changes ${often(did.changes)}, to no rule`;
    case 'nothing-lands':
      return notLandingWords(did.why);
    default:
      return exhaustive(did);
  }
}

/** The states that it came to, in their order, as far as they fit. */
function statesWords({ held, after }: Extract<Behaved, { type: 'own-states' }>, show: (value: number) => string): string {
  const told = held.flatMap((down, i) => [down, after[i] ?? down]).filter((v, i, all) => v !== all[i - 1]);
  return `${told.slice(0, STATES_TOLD).map(show).join(', ')}${told.length > STATES_TOLD ? ' …' : ''}`;
}

const STATES_TOLD = 4;

/** How far a click goes; each way by itself where they differ. */
function clickWords({ perClick, backwards, left }: Extract<Behaved, { type: 'clicks' }>, parameter: Parameter): string {
  const far = (way: { readonly perClick: number; readonly backwards: boolean }): string =>
    way.perClick === 0
      ? 'does nothing'
      : `moves by ${stepWords(way.perClick, parameter)} a click${way.backwards ? ', the wrong way' : ''}`;
  const right = { perClick, backwards };
  return far(right) === far(left) ? far(right) : `to the right ${far(right)}; to the left ${far(left)}`;
}

const stepWords = (step: number, parameter: Parameter): string =>
  parameter.kind === 'continuous' ? showQuantity(step, parameter.unit) : showNumber(step);

function notLandingWords(why: NotLanding): string {
  switch (why) {
    case 'no-landing':
    case 'other-address':
      return 'nothing listens for it';
    case 'no-wire':
      return 'no wire leads there';
    case 'outside-window':
      return 'the target does not take this number';
    default:
      return exhaustive(why);
  }
}

/** An outcome in one line: the first effect that is meant, and how many more there are. */
export function outcomeWords(outcome: Outcome, parameters: ReadonlyMap<string, Parameter>): string {
  switch (outcome.type) {
    case 'unreachable':
      return unreachableWords(outcome.why);
    case 'cannot':
      return `cannot be played: ${outcome.what}`;
    case 'played': {
      const told = [...outcome.effects]
        .sort((a, b) => Number(b.meant) - Number(a.meant))
        .flatMap((effect) => {
          const parameter = parameters.get(effect.parameterId);
          return parameter ? [effectWords(effect.did, parameter)] : [];
        });
      const [first] = told;
      if (first === undefined) return outcome.sent === 0 ? 'sends nothing' : 'moves nothing';
      return told.length === 1 ? first : `${first}, and ${told.length - 1} more`;
    }
    default:
      return exhaustive(outcome);
  }
}

/** Why a function cannot be played at all, in a sentence. */
export function unreachableWords(why: Unreachable): string {
  switch (why.type) {
    case 'no-such-bank':
      return `nothing leads there: bank ${why.bank} of ${why.banks}`;
    case 'no-such-page':
      return `nothing leads there: page ${why.page} of ${why.pages}`;
    case 'no-modifier':
      return `nothing leads there: ${why.layer} has no modifier`;
    case 'is-its-own-modifier':
      return `nothing leads there: it is itself the modifier of ${why.layer}`;
    case 'outside-layer':
      return `nothing leads there: ${why.layer} does not reach this control`;
    case 'other-controller':
      return `nothing leads there: ${why.layer} is opened on another controller`;
    case 'spent-by-first':
      return `nothing leads there: the first press closes ${why.layer}`;
    case 'not-on-control':
      return `${why.control} cannot be ${why.gesture === 'move' ? 'moved' : 'pressed'}`;
    case 'never-meets':
      return `${why.control} is never pressed together with ${why.partner}`;
    case 'no-such-gesture':
      return `this controller has no ${gestureNames[why.gesture]}`;
    default:
      return exhaustive(why);
  }
}

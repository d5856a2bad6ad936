// What a player reads of a way: what to press, how long it takes, what it leaves, and why there is none.

import { counted, exhaustive } from '../base';
import { showValue } from '../bench';
import { gestureSentence } from '../controller';
import type { Parameter, RigIndex, StandAt } from '../rig';
import { barMs } from './bars';
import { secondsOf } from './seconds';
import { sentence } from './sentence';
import type { Transition } from './show';
import type { Way, WayStep, WhyNot } from './way';
import { standWords } from './words';

type Found = Extract<Way, { type: 'way' }>;

/** One step as the hand does it; buttons of a unit say which one where there are several. */
export function stepWords(index: RigIndex, { deed, to }: Pick<WayStep, 'deed' | 'to'>): string {
  switch (deed.does) {
    case 'move':
      return `move ${deed.on.name} to ${Math.round((to ?? 0) * 100)} % of its travel`;
    case 'turn':
      return `turn ${deed.on.name} ${counted(Math.abs(to ?? 0), 'click')} ${(to ?? 0) < 0 ? 'down' : 'up'}`;
    case 'chord':
      return `press ${deed.on.name} and ${deed.with.name} together`;
    case 'button':
      return `${deed.what} ${deed.by > 0 ? 'up' : 'down'}${index.rig.controllers.length > 1 ? ` on ${deed.of.name}` : ''}`;
    default:
      return gestureSentence(deed.on, deed.does, deed.holding);
  }
}

const named = (parameter: Parameter | undefined): string => parameter?.name ?? '?';

/** Whether there is time for a way, against the bars there are. Nothing where it does not matter. */
function timeWords({ song, availableMs }: Transition, { cost, steps }: Found): readonly string[] {
  if (availableMs === null || steps.length === 0) return [];
  const [takes, has] = secondsOf(cost.ms, availableMs);
  if (cost.late) return [`Does not fit: it takes ${takes}, and a bar has ${has}.`];
  if (cost.ms === 0) return ['On the one.'];
  const beats = Math.ceil(cost.ms / (barMs(song) / song.beatsPerBar));
  return [`Begin ${counted(beats, 'beat')} early: it takes ${takes} of ${has}.`];
}

/** What a step makes louder at once; null where it does not leap. */
export function leapWords(index: RigIndex, { deed, to, leap }: Pick<WayStep, 'deed' | 'to' | 'leap'>): string | null {
  if (leap === null) return null;
  const names = leap.parameterIds.map((id) => named(index.parameters.get(id)));
  const several = names.length > 1 ? ', added: the worst case' : '';
  const assumed = leap.assumed ? '; percent is taken as gain' : '';
  return `${sentence(stepWords(index, { deed, to }))} leaps up by ${Math.round(leap.db)} dB (${names.join(', ')}${several}${assumed}).`;
}

/** A transition in sentences. */
export function transitionWords(index: RigIndex, transition: Transition): readonly string[] {
  const { way } = transition;
  switch (way.type) {
    case 'way': {
      const { steps, cost, outside, proved, tried } = way;
      return [
        steps.length === 0 ? 'Nothing to do.' : `${sentence(steps.map((step) => stepWords(index, step)).join(', then '))}.`,
        ...timeWords(transition, way),
        ...steps.flatMap((step) => leapWords(index, step) ?? []),
        ...(cost.hazards > 0 ? [`On the way ${counted(cost.hazards, 'dangerous thing')} happens.`] : []),
        ...(outside.length > 0 ? [`Left changed: ${outside.map((id) => named(index.parameters.get(id))).join(', ')}.`] : []),
        ...(proved ? [] : [`Every way of up to ${counted(tried, 'gesture')} was tried; a longer one may leave less changed.`]),
      ];
    }
    case 'none':
      return way.why.map((why) => `Cannot be reached: ${whyWords(index, why)}`);
    case 'not-found':
      return [`No way of up to ${counted(way.tried, 'gesture')} leads there; longer ones were not tried.`];
    default:
      return exhaustive(way);
  }
}

const placeWords = (index: RigIndex, stand: StandAt): string => {
  const controller = index.controllers.get(stand.controllerId);
  return controller
    ? `nothing leads to ${standWords(index, controller, stand)} on ${controller.name}.`
    : 'its controller is gone.';
};

/** Why there is no way. */
export function whyWords(index: RigIndex, why: WhyNot): string {
  const parameter = 'parameterId' in why ? index.parameters.get(why.parameterId) : undefined;
  switch (why.type) {
    case 'nothing-moves-it':
      return `no control moves ${named(parameter)}.`;
    case 'out-of-reach':
      return `nothing that can be pressed from there moves ${named(parameter)}.`;
    case 'does-not-stay':
      return `${named(parameter)} moves, but does not stay: it goes back when it is let go.`;
    case 'never-there':
      return `${named(parameter)} comes no nearer than ${parameter ? showValue(parameter, why.nearest) : why.nearest}.`;
    case 'no-such-place':
      return placeWords(index, why.stand);
    case 'never-together':
      return 'each of its values can be had, but not all of them at once.';
    default:
      return exhaustive(why);
  }
}

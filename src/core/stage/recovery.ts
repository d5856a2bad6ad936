// Cards for when something goes wrong: one a controller and trouble, and one for silence. Each says only what can be read from the rig.
import { groupBy } from '../base';
import { type Controller, controllerStates, lightSourceOf, type Parameter, type RigIndex } from '../rig';
import { functionPlace, radioWords, spareWords } from './gone-words';
import { type IfGone, ifGone } from './if-gone';
import { lostOn } from './lost';
import { sentence } from './sentence';
import type { Trouble } from './troubles';
import { lostWords, namedPlace } from './words';
import { type PlaceWay, placeWays } from './wrong-bank';

export interface RecoveryCard {
  readonly trouble: Trouble;
  /** Null for what is of the whole rig. */
  readonly controllerId: string | null;
  readonly lines: readonly string[];
}

/** Every card of a rig: controller by controller, then silence. What cannot happen has none. */
export function recoveryCards(index: RigIndex): readonly RecoveryCard[] {
  const own = ifGone(index).flatMap((gone) => cardsOf(index, gone));
  const silence = silenceWords(index);
  return silence.length === 0 ? own : [...own, { trouble: 'silence', controllerId: null, lines: silence }];
}

function cardsOf(index: RigIndex, gone: IfGone): readonly RecoveryCard[] {
  const { controller } = gone;
  const lines: Readonly<Record<Exclude<Trouble, 'silence'>, readonly string[]>> = {
    lost: lostWords(index, controller, lostOn(index, controller)),
    'wrong-bank': wrongBankWords(index, controller),
    'no-light': noLightWords(index, controller),
    gone: spareWords(index, gone),
    radio: radioWords(gone),
  };
  const order = ['lost', 'wrong-bank', 'no-light', 'gone', 'radio'] as const;
  return order.flatMap((trouble) =>
    lines[trouble].length === 0 ? [] : [{ trouble, controllerId: controller.id, lines: lines[trouble] }],
  );
}

/** Which switches change bank and page. Nothing where there is only one of each. */
function wrongBankWords(index: RigIndex, controller: Controller): readonly string[] {
  const { banks, pages } = controller.firmware;
  if (banks <= 1 && pages <= 1) return [];
  const ways = placeWays(index, controller);
  if (ways === null) return ['It can be in too many places: not looked at.'];
  if (ways.length === 0) return ['No gesture changes it in the same way from everywhere.'];
  return ways.map((way) => `${sentence(way.words)}: ${whereTo(controller, way)}.`);
}

function whereTo(controller: Controller, { of, to, step }: PlaceWay): string {
  if (to !== null) return of === 'bank' ? namedPlace(controller, to) : `page ${to}`;
  if (step === null) return '';
  const end = step.by === 1 ? 'last' : 'first';
  return `one ${of} ${step.by === 1 ? 'on' : 'back'}${step.round ? `, round past the ${end}` : `, no further than the ${end}`}`;
}

/** What it means when its lights stay dark: by what they follow. */
function noLightWords(index: RigIndex, controller: Controller): readonly string[] {
  const lit = (index.controlsOf.get(controller.id) ?? []).filter((c) => c.light !== 'none');
  if (lit.length === 0) return [];
  const follow = new Set(
    lit.flatMap((c) => (index.assignmentsOf.get(c.id) ?? []).map((a) => lightSourceOf(controller.firmware, a))),
  );
  const back = index.rig.wires.filter((w) => w.to.unitId === controller.id);
  const from = back.map((w) => index.targets.get(w.from.unitId)?.name ?? index.controllers.get(w.from.unitId)?.name ?? '?');
  const known = controllerStates(controller, 'lights');
  return [
    ...(follow.has('own-state')
      ? [
          known
            ? 'Its own lights show what it sent: where all of them stay dark it has no power, and sends nothing.'
            : 'If its lights show what it sent, as is assumed, all of them dark means that it has no power, and sends nothing. Gear is where that is said.',
        ]
      : []),
    ...(follow.has('feedback') || follow.has('host')
      ? [
          from.length > 0
            ? `Lights that follow what comes back from ${[...new Set(from)].join(' and ')} may stay dark while every press still works: press, listen, play on.`
            : 'Lights that follow what comes back stay dark: no wire leads back to it. Press, listen, play on.',
        ]
      : []),
  ];
}

/** The most lines about what may be down. */
const NAMED = 10;

/** Whether a parameter can make things silent: how loud something is, or a mute. */
const canSilence = ({ kind, tags, role, name }: Parameter): boolean =>
  (kind === 'continuous' && tags.includes('loudness')) || (kind === 'toggle' && /\bmute/i.test(`${role} ${name}`));

/** What may be down and which control brings it back, what nothing of the rig moves, and over which cables everything comes. */
function silenceWords(index: RigIndex): readonly string[] {
  const told = index.rig.parameters.filter(canSilence).map((p) => {
    const places = [...new Set((index.sendsFor.get(p.id) ?? []).map((s) => functionPlace(index, s.assignment)))];
    const target = index.targets.get(p.targetId)?.name ?? '?';
    const where = places.length > 0 ? places.join(', ') : `no control: set it in ${target} itself`;
    return {
      moved: places.length > 0,
      line: `${target}: ${p.name} may be ${p.kind === 'toggle' ? 'on' : 'down'}. It is on ${where}.`,
    };
  });
  const lines = [...told.filter((t) => t.moved), ...told.filter((t) => !t.moved)].map((t) => t.line);
  const more = lines.length - NAMED;
  return [
    ...lines.slice(0, NAMED),
    ...(more > 0 ? [`And ${more} more that may be down.`] : []),
    ...index.rig.controllers.flatMap((c) => cablesFrom(index, c)),
  ];
}

/** Over which cables what a controller sends leaves it. */
function cablesFrom(index: RigIndex, { id, name }: Controller): readonly string[] {
  const own = index.rig.wires.filter((w) => w.from.unitId === id);
  const nameOf = (unitId: string): string => index.targets.get(unitId)?.name ?? index.controllers.get(unitId)?.name ?? '?';
  return [...groupBy(own, (w) => w.transport)].map(
    ([transport, wires]) =>
      `${name} goes over ${cableNames[transport]} to ${[...new Set(wires.map((w) => nameOf(w.to.unitId)))].join(', ')}.`,
  );
}

const cableNames = {
  din: 'MIDI cable',
  usb: 'USB',
  bluetooth: 'radio',
  network: 'network',
  virtual: 'inside the computer',
} as const;

// Where everything lives: what is kept in which slot, instance, project or host setting, what has to be saved there and when, and what will
// not be there next time.
import { counted, plural } from '../base';
import type { Assignment, Controller, Landing, RigIndex, Target } from '../rig';
import { standInOf, stands } from '../rig';
import { standsNow } from './ticked';

export interface Home {
  readonly unitId: string;
  readonly unit: string;
  readonly side: 'controller' | 'software';
  /** The place, in a few words. */
  readonly place: string;
  /** What lies there, one line each. */
  readonly holds: readonly string[];
  /** What is to be saved, in order; nothing where it keeps itself. */
  readonly save: readonly string[];
  /** What will not be there, or not as it was left. */
  readonly lost: readonly string[];
}

/** The homes of a rig: controllers first, then the software, in their order; units with nothing on them are left out. */
export function homesOf(index: RigIndex): readonly Home[] {
  return [
    ...index.rig.controllers.flatMap((c) => controllerHome(index, c) ?? []),
    ...index.rig.targets.flatMap((t) => targetHome(index, t) ?? []),
  ];
}

function controllerHome(index: RigIndex, controller: Controller): Home | null {
  const { firmware } = controller;
  const held = (index.controlsOf.get(controller.id) ?? [])
    .flatMap((c) => index.assignmentsOf.get(c.id) ?? [])
    .filter((a) => standInOf(index, a) === null);
  if (held.length === 0) return null;
  const banks = new Map<number | null, Assignment[]>();
  for (const a of held) banks.set(a.bank, [...(banks.get(a.bank) ?? []), a]);
  const nameOf = (bank: number | null): string =>
    bank === null ? 'every bank' : controller.bankNames[bank - 1] || `bank ${bank}`;
  const order = [...banks].sort(([a], [b]) => (a ?? 0) - (b ?? 0));
  const open = held.filter((a) => stands(index, a) && a.saved === null);
  const calibrated = (index.controlsOf.get(controller.id) ?? []).filter((c) => c.calibration !== null);
  const latches = held.filter((a) => a.actions.some((x) => x.type === 'send' && x.behaviour.type === 'latching'));
  const steps = held.filter((a) => a.actions.some((x) => x.type === 'send' && x.behaviour.type === 'stepping'));
  const slots = firmware.userSlots;
  return {
    unitId: controller.id,
    unit: controller.name,
    side: 'controller',
    place:
      slots === 0
        ? 'its only memory'
        : slots === 1
          ? 'its one slot'
          : `one of its ${slots} slots${firmware.readOnlySlots > 0 ? `; ${counted(firmware.readOnlySlots, 'slot')} that cannot be written` : ''}`,
    holds: [
      ...order.map(([bank, list]) => {
        const saved = list.filter((a) => a.saved !== null).length;
        return `${nameOf(bank)}: ${counted(list.length, 'function')}, ${saved === list.length ? 'all saved' : saved === 0 ? 'none saved' : `${saved} saved`}`;
      }),
      ...(calibrated.length > 0 ? [`calibration of ${calibrated.map((c) => c.name).join(', ')}`] : []),
    ],
    save: [
      firmware.readOnlySlots > 0 && slots > 0
        ? 'Copy a factory slot to one of your own first: what ships cannot be written.'
        : '',
      slots > 0
        ? `Save the slot after each ${firmware.banks > 1 ? 'bank' : 'change'}, before another one is opened.`
        : 'It keeps what is entered at once.',
      firmware.programmedAt === 'panel'
        ? 'Write down which slot it is: it may start in another one.'
        : 'Save the file of its editor as well, under the name of this rig.',
    ].filter((s) => s !== ''),
    lost: [
      open.length > 0 && slots > 0
        ? `${counted(open.length, 'function')} entered and not saved: gone when it is switched off.`
        : '',
      latches.length > 0
        ? `Where ${counted(latches.length, 'latch', 'latches')} stood: switched on, each sends its first value first.`
        : '',
      latches.length > 0 && !firmware.togglesSurviveBankChange ? 'Where latches stood, also on a change of bank.' : '',
      steps.length > 0 ? `Where ${counted(steps.length, 'counter')} stood: it begins at its start again.` : '',
      firmware.resendsPositions ? '' : 'Where pedals and knobs stand: nothing is sent until they are moved.',
    ].filter((s) => s !== ''),
  };
}

const places: Readonly<Record<Target['reception']['livesIn'], string>> = {
  'controller-slot': 'the slot of the controller',
  'plugin-instance': 'this instance of the plugin',
  project: 'the project',
  'host-wide': 'the settings of the host',
  'instrument-template': 'a template of the instrument',
};
const saves: Readonly<Record<Target['reception']['livesIn'], readonly string[]>> = {
  'controller-slot': ['Save the slot of the controller; the software keeps nothing of it.'],
  'plugin-instance': [
    'Save the project: the instance is kept with it.',
    'Save a preset too, if it keeps the mapping; try that once.',
  ],
  project: ['Save the project.', 'Save a template of it for the next one.'],
  'host-wide': ['Nothing: the host keeps it. Copy its settings to the spare computer.'],
  'instrument-template': ['Save the template of the instrument, and the project that uses it.'],
};
const elsewhere: Readonly<Record<Target['reception']['livesIn'], string>> = {
  'controller-slot': 'A spare controller does not have it.',
  'plugin-instance': 'Another instance, a duplicate of the track too, has to be told again.',
  project: 'A new project does not have it, nor one that was saved before.',
  'host-wide': 'Another computer does not have it.',
  'instrument-template': 'Another instrument does not have it.',
};

function targetHome(index: RigIndex, target: Target): Home | null {
  const landings = index.rig.landings.filter((l) => l.targetId === target.id);
  if (landings.length === 0) return null;
  const { reception } = target;
  const entered = landings.filter((l) => standsNow(index, l)).length;
  const moved = startsElsewhere(index, landings);
  const pickups = landings.filter((l) => l.takeover !== 'jump').length;
  return {
    unitId: target.id,
    unit: target.name,
    side: 'software',
    place: `${places[reception.livesIn]}${target.version === '' ? '' : `, version ${target.version}`}`,
    holds: [
      `${counted(landings.length, 'mapping')}, ${entered === landings.length ? 'all entered' : `${entered} entered`}`,
      ...hostLayers(index, landings).map((name) => `the layer ${name}, made in the host`),
    ],
    save: saves[reception.livesIn],
    lost: [
      elsewhere[reception.livesIn],
      reception.scope === 'selected-track' ? 'It listens to nothing while another track is selected.' : '',
      reception.scope === 'focused-window' ? 'It listens to nothing while another window has the focus.' : '',
      moved.length > 0
        ? `${moved.join(', ')} ${plural(moved.length, 'begins', 'begin')} the show elsewhere than by default: save the project with ${plural(moved.length, 'it', 'them')} there.`
        : '',
      pickups > 0 ? `What ${counted(pickups, 'knob')} held: ${plural(pickups, 'it has', 'they have')} to pick up again.` : '',
    ].filter((s) => s !== ''),
  };
}

/** Mapped parameters that begin the show at another value than they have by default; at most six by name. */
function startsElsewhere(index: RigIndex, landings: readonly Landing[]): readonly string[] {
  const ids = [...new Set(landings.map((l) => l.parameterId))];
  const names = ids.flatMap((id) => {
    const p = index.parameters.get(id);
    return p && p.kind !== 'trigger' && p.start !== p.default ? [p.name] : [];
  });
  return names.length <= 6 ? names : [...names.slice(0, 6), `${names.length - 6} more`];
}

const hostLayers = (index: RigIndex, landings: readonly Landing[]): readonly string[] =>
  [...new Set(landings.map((l) => l.hostLayerId))].flatMap((id) => (id === null ? [] : (index.layers.get(id)?.name ?? [])));

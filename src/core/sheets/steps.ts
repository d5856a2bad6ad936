// The sheet as a walk: one thing to do after another, hands on the hardware, in the order that costs the least walking.
import { addressKey } from '../midi';
import { modeOf } from '../modes';
import {
  type Assignment,
  type Control,
  type Controller,
  type GestureType,
  type Landing,
  type Parameter,
  type RigIndex,
  standInOf,
  type Target,
} from '../rig';
import { type Recipe, writeRecipe } from './recipe';
import { type ControllerLine, makeSheet, placeWords, type TargetLine } from './sheet';

interface Common {
  /** The same from one making of the walk to the next, as long as its row is there. */
  readonly key: string;
  readonly unitId: string;
  readonly unit: string;
  /** Rough time in seconds. Common practice, no source. */
  readonly seconds: number;
}

export type EntryStep =
  /** What has to be so before anything is entered in a unit; nothing to tick. */
  | (Common & { readonly type: 'set-up'; readonly side: 'controller' | 'target'; readonly todo: readonly string[] })
  | (Common & {
      readonly type: 'control';
      readonly assignment: Assignment;
      readonly control: Control;
      /** One line each message that it sends. */
      readonly lines: readonly ControllerLine[];
      /** The panel recipe written out, one each message; empty where the unit has none. */
      readonly recipes: readonly Recipe[];
      readonly done: boolean;
    })
  /** Keeps what was entered in a slot before another one is opened. */
  | (Common & {
      readonly type: 'save';
      readonly place: string;
      readonly assignments: readonly Assignment[];
      readonly done: boolean;
    })
  | (Common & {
      readonly type: 'parameter';
      readonly landing: Landing;
      readonly line: TargetLine;
      /** Learnt by moving the control, or typed in; `why` says what speaks against learning. */
      readonly how: 'learn' | 'type';
      readonly why: string | null;
      /** The control that is moved to teach it, and where it stands; null where nothing sends to it. */
      readonly by: { readonly control: string; readonly gesture: GestureType; readonly place: string } | null;
      /** What has to be so first, and what to watch for. */
      readonly before: readonly string[];
      readonly done: boolean;
    });

const SECONDS = { 'set-up': 20, entry: 30, save: 10, learn: 8, type: 15 } as const;

/**
 * Every step from an empty unit to an entered rig. Controllers first: set-up, then bank by bank (what stands in every bank
 * first), in a bank layer by layer and family by family, so that numbers count up; each slot is saved before the next is
 * opened. Then the software: set-up, what can be learnt (presses before moves, since a learn function catches the move that
 * slips in), then what has to be typed.
 */
export function entrySteps(index: RigIndex): readonly EntryStep[] {
  const sheet = makeSheet(index);
  return [
    ...sheet.controllers.flatMap(({ controller, lines }) => controllerSteps(index, controller, lines)),
    ...sheet.targets.flatMap(({ target, lines }) => targetSteps(index, target, lines)),
  ];
}

/** Steps that can be ticked, how many of them are, and the time that the others take, in minutes. */
export function entryProgress(steps: readonly EntryStep[]): {
  readonly done: number;
  readonly all: number;
  readonly minutes: number;
} {
  const ticked = steps.filter((s) => s.type !== 'set-up');
  const open = ticked.filter((s) => !s.done);
  return {
    all: ticked.length,
    done: ticked.length - open.length,
    minutes: Math.ceil(open.reduce((sum, s) => sum + s.seconds, 0) / 60),
  };
}

/** Where to go on: the first step that is not done, at its set-up if nothing of that unit is done yet; the last step if all are. */
export function whereToGoOn(steps: readonly EntryStep[]): number {
  const open = steps.findIndex((s) => s.type !== 'set-up' && !s.done);
  if (open < 0) return Math.max(0, steps.length - 1);
  const before = steps[open - 1];
  return before?.type === 'set-up' ? open - 1 : open;
}

function controllerSteps(index: RigIndex, controller: Controller, lines: readonly ControllerLine[]): EntryStep[] {
  if (lines.length === 0) return [];
  const byAssignment = new Map<string, ControllerLine[]>();
  for (const line of lines) {
    const own = byAssignment.get(line.assignment.id);
    if (own) own.push(line);
    else byAssignment.set(line.assignment.id, [line]);
  }
  const layers = new Map(index.rig.layers.map((l, i) => [l.id, i + 1]));
  const layerOf = (a: Assignment): number => layers.get(a.layerId ?? '') ?? 0;
  // The lines come family by family; a stable sort by place keeps that within a place.
  const groups = [...byAssignment.values()].sort((one, two) => {
    const [a, b] = [one[0]?.assignment, two[0]?.assignment];
    return a && b ? (a.bank ?? 0) - (b.bank ?? 0) || (a.page ?? 0) - (b.page ?? 0) || layerOf(a) - layerOf(b) : 0;
  });
  const steps: EntryStep[] = [setUpController(controller)];
  const common = { unitId: controller.id, unit: controller.name };
  let slot: Assignment[] = [];
  groups.forEach((group, i) => {
    const assignment = group[0]?.assignment;
    const control = index.controls.get(assignment?.controlId ?? '');
    if (!assignment || !control) return;
    const recipes =
      controller.firmware.recipe.trim() === ''
        ? []
        : group.map((l) =>
            writeRecipe(controller.firmware.recipe, {
              switch: l.control,
              type: l.type,
              channel: l.channel,
              number: l.number,
              values: l.values,
            }),
          );
    const pressed = recipes.reduce((sum, r) => sum + r.seconds, 0);
    const seconds = pressed > 0 ? pressed : SECONDS.entry * group.length;
    steps.push({
      ...common,
      key: assignment.id,
      type: 'control',
      seconds,
      assignment,
      control,
      lines: group,
      recipes,
      done: assignment.entered !== null,
    });
    slot.push(assignment);
    const next = groups[i + 1]?.[0]?.assignment;
    if (next && next.bank === assignment.bank) return;
    steps.push({
      ...common,
      key: `save ${controller.id} ${assignment.bank ?? 'all'}`,
      type: 'save',
      seconds: SECONDS.save,
      place: placeWords(index, controller, { bank: assignment.bank, page: null, layerId: null }).replace(/( · )?Base$/, ''),
      assignments: slot,
      done: slot.every((a) => a.saved !== null),
    });
    slot = [];
  });
  return steps;
}

const programmed = { panel: 'at its panel', editor: 'in its editor', browser: 'in a browser' } as const;

function setUpController(controller: Controller): EntryStep {
  const { firmware, id, name } = controller;
  const todo = [
    firmware.readOnlySlots > 0 && firmware.userSlots > 0
      ? 'Copy a factory slot to a slot of your own: what ships cannot be changed.'
      : firmware.userSlots > 1
        ? `Choose one of its ${firmware.userSlots} slots and note which.`
        : '',
    `It is programmed ${programmed[firmware.programmedAt]}.`,
    `It counts channels from ${firmware.shows.channelBase} and programs from ${firmware.shows.programBase}; the numbers here are written its way.`,
    firmware.lights === 'feedback' ? 'Its lights follow what comes back: leave its own light switching off.' : '',
  ];
  return {
    type: 'set-up',
    side: 'controller',
    key: `set-up ${id}`,
    unitId: id,
    unit: name,
    seconds: SECONDS['set-up'],
    todo: todo.filter((t) => t !== ''),
  };
}

const scopes: { readonly [S in Target['reception']['scope']]: string } = {
  always: '',
  'selected-track': 'It listens only while its track is selected: select it now.',
  'focused-window': 'It listens only while its window has the focus: bring it to the front now.',
  locked: 'It listens where it is locked to: check the lock now.',
};
const homes: { readonly [L in Target['reception']['livesIn']]: string } = {
  'controller-slot': 'kept in the slot of the controller',
  'plugin-instance': 'kept with this instance of the plugin: another instance has to be told again',
  project: 'kept with the project: save the project, and a template for the next one',
  'host-wide': 'kept by the host for every project',
  'instrument-template': 'kept with the template of the instrument',
};

function targetSteps(index: RigIndex, target: Target, lines: readonly TargetLine[]): EntryStep[] {
  if (lines.length === 0) return [];
  const common = { unitId: target.id, unit: target.name };
  const steps = lines.flatMap((line) => parameterStep(index, target, line));
  const rank = (s: (typeof steps)[number]): number => (s.how === 'type' ? 2 : s.by?.gesture === 'move' ? 1 : 0);
  const sorted = steps.map((s, i) => ({ s, i })).sort((a, b) => rank(a.s) - rank(b.s) || a.i - b.i);
  return [
    {
      ...common,
      type: 'set-up',
      side: 'target',
      key: `set-up ${target.id}`,
      seconds: SECONDS['set-up'],
      todo: [scopes[target.reception.scope], `What is entered is ${homes[target.reception.livesIn]}.`].filter((t) => t !== ''),
    },
    ...sorted.map(({ s }) => s),
  ];
}

function parameterStep(index: RigIndex, target: Target, line: TargetLine): (EntryStep & { readonly type: 'parameter' })[] {
  const { landing } = line;
  const parameter = index.parameters.get(landing.parameterId);
  if (!parameter) return [];
  const sender = index.sendsFor.get(parameter.id)?.[0]?.assignment ?? null;
  const control = sender ? index.controls.get(sender.controlId) : undefined;
  const unit = control ? index.controllers.get(control.controllerId) : undefined;
  const why = againstLearning(index, landing, parameter, sender);
  const how = why === null ? 'learn' : 'type';
  const layer = sender ? index.layers.get(sender.layerId ?? '') : undefined;
  const modifier = layer ? index.controls.get(layer.modifierControlId ?? '') : undefined;
  const sendsItself =
    layer?.signal != null || (layer?.tap.length ?? 0) > 0 || (index.assignmentsOf.get(modifier?.id ?? '') ?? []).length > 0;
  const place = sender && unit ? placeWords(index, unit, sender) : '';
  const before = [
    scopes[target.reception.scope],
    how === 'learn' && layer && modifier
      ? `${layer.mode === 'while-held' ? 'Hold' : 'Press'} ${modifier.name} for ${layer.name} before learning begins${sendsItself ? ': what it sends itself would be learnt' : ''}.`
      : '',
    how === 'learn' && landing.mode === 'toggle' ? `Have ${parameter.name} off first: a press while it learns may flip it.` : '',
    how === 'learn' && landing.takeover !== 'jump'
      ? `Move ${control?.name ?? 'the control'} through where ${parameter.name} stands: it follows only from there.`
      : '',
    how === 'learn' && control?.subControls.includes('touch')
      ? `Take ${control.name} by its sides: a touch of its cap sends first.`
      : '',
    how === 'learn' && landing.mode === 'relative'
      ? 'Set its kind to relative by hand afterwards: learning takes it for absolute.'
      : '',
    how === 'learn' && parameter.tags.some((t) => t === 'loudness' || t === 'feedback')
      ? 'Turn the monitors down: it follows the control as soon as it is learnt.'
      : '',
  ].filter((t) => t !== '');
  return [
    {
      type: 'parameter',
      key: landing.id,
      unitId: target.id,
      unit: target.name,
      seconds: SECONDS[how],
      landing,
      line,
      how,
      why,
      by: sender && control ? { control: control.name, gesture: sender.gesture.type, place } : null,
      before,
      done: landing.entered !== null,
    },
  ];
}

/** Why a landing is better typed than learnt; null where learning is safe. Common practice, no source. */
function againstLearning(index: RigIndex, landing: Landing, parameter: Parameter, sender: Assignment | null): string | null {
  if (!sender) return 'Nothing on a controller sends to it.';
  if (fires(parameter)) return 'Learning would set it off.';
  if (standInOf(index, sender)) return 'It is heard only in a layer of the host, and the control sends what it sends in Base.';
  if (sender.actions.filter((a) => a.type === 'send').length > 1)
    return 'The control sends several messages at once; learning takes the first.';
  if (modeOf(landing.mode).needs === 'value') return 'Its value has to be typed with it.';
  if (pressComesFirst(index, sender)) return 'A press of the same switch sends first, and learning would take that.';
  const others = index.landingsAt.get(addressKey(landing.address)) ?? [];
  const risky = others
    .map((l) => index.parameters.get(l.parameterId))
    .find((p) => p !== undefined && p.id !== parameter.id && fires(p));
  return risky ? `The same message sets off ${risky.name}.` : null;
}

/** Whether moving a parameter sets something off. */
export const fires = (p: Parameter): boolean => p.kind === 'trigger' || p.tags.includes('hazard') || p.tags.includes('panic');

/** Whether a hold, release, double tap or repeat cannot be made without the press of the same switch sending something before it. */
function pressComesFirst(index: RigIndex, sender: Assignment): boolean {
  const { type } = sender.gesture;
  if (type === 'press' || type === 'move' || type === 'chord') return false;
  const control = index.controls.get(sender.controlId);
  const firmware = control && index.controllers.get(control.controllerId)?.firmware;
  if (firmware?.press === 'waits' && (type === 'hold' || type === 'double-tap')) return false;
  return (index.assignmentsOf.get(sender.controlId) ?? []).some(
    (a) =>
      a.gesture.type === 'press' &&
      (a.bank === null || sender.bank === null || a.bank === sender.bank) &&
      a.layerId === sender.layerId,
  );
}

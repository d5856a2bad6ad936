// What has to be within reach: what is urgent, and a way to silence each target.
import { assign, changeAssignment } from '../commands';
import { ccEntry, type Message } from '../midi';
import type { Assignment, Controller, Parameter, RigIndex, Target } from '../rig';
import { heardAs, outletFor, routesFrom, translates } from '../wires';
import { type CheckContext, type ControllerCheck, type Fix, subjectOf } from './finding';
import { homeOf } from './fix-parts';
import { bankWords, freeSwitch } from './places';

/** Whether a target that keeps the standard falls silent at a message: all sound off, all notes off (MIDI 1.0). */
const silences = (message: Message): boolean => message.type === 'cc' && (message.number === 120 || message.number === 123);

/** More presses than this to something urgent are too many. */
const URGENT_PRESSES = 2;

export const farUrgent: ControllerCheck<
  'far-urgent',
  { readonly parameter: string; readonly presses: number | null; readonly controller: string }
> = {
  scope: 'controller',
  id: 'far-urgent',
  group: 'layers and banks',
  name: 'Too many presses away',
  severities: ['caution'],
  guide: 'Something urgent takes more than two presses from some place.',
  say: ({ parameter, presses, controller }) => ({
    title: presses === null ? `${parameter} cannot be had from everywhere.` : `${parameter} can be ${presses} presses away.`,
    reason: `It is tagged urgent. From the farthest place on ${controller} ${presses === null ? 'nothing leads to it' : `that is how many it takes, and ${URGENT_PRESSES} are enough to find by heart`}.`,
  }),
  find: (context, controller) => {
    const { index } = context;
    const best = new Map<string, { presses: number; assignment: Assignment }>();
    for (const control of index.controlsOf.get(controller.id) ?? []) {
      for (const assignment of index.assignmentsOf.get(control.id) ?? []) {
        for (const id of urgentIn(index, assignment)) {
          const presses = pressesAway(context, assignment);
          const known = best.get(id);
          if (!known || presses < known.presses) best.set(id, { presses, assignment });
        }
      }
    }
    return [...best].flatMap(([id, { presses, assignment }]) => {
      const parameter = index.parameters.get(id);
      // Another controller may have it nearer; each keeps its own bank.
      const others = (index.sendsFor.get(id) ?? []).filter((p) => homeOf(index, p.assignment)?.controller.id !== controller.id);
      const nearer = others.some((p) => pressesAway(context, p.assignment) <= URGENT_PRESSES);
      if (!parameter || presses <= URGENT_PRESSES || nearer) return [];
      return [
        {
          severity: 'caution',
          about: 'assignments',
          subjectId: assignment.id,
          parameterId: id,
          facts: { parameter: parameter.name, presses: Number.isFinite(presses) ? presses : null, controller: controller.name },
        },
      ];
    });
  },
  fixes: (context, finding) => {
    const { index, newId } = context;
    const assignment = subjectOf(context, finding);
    const parameter = index.parameters.get(finding.parameterId ?? '');
    const home = assignment && homeOf(index, assignment);
    if (!assignment || !parameter || !home) return [];
    const clear = !(index.assignmentsOf.get(assignment.controlId) ?? []).some(
      (a) => a.id !== assignment.id && a.gesture.type === assignment.gesture.type && a.layerId === assignment.layerId,
    );
    const everywhere =
      clear && assignment.bank !== null
        ? [{ label: 'Put it in every bank', edit: changeAssignment(assignment, { bank: null }, 'Put it in every bank') }]
        : [];
    const boards = [home.controller, ...index.rig.controllers.filter((c) => c.id !== home.controller.id)];
    return [...everywhere, ...boards.flatMap((board) => onFreeSwitch(index, parameter, board, newId))];
  },
};

/** A parameter as well on a switch of a controller that has nothing to do in any bank. */
function onFreeSwitch(index: RigIndex, parameter: Parameter, controller: Controller, newId: () => string): Fix[] {
  const free = freeSwitch(index, controller, null);
  if (!free) return [];
  const place = { bank: null, page: null, layerId: null };
  const made = assign(index, { parameterId: parameter.id, controlId: free.id, place, onTaken: 'join' }, newId);
  return made.ok
    ? [{ label: `${parameter.name} on ${free.name} of ${controller.name}, in every bank`, edit: made.value.edit }]
    : [];
}

/** In every bank, in Base, on a switch: one press from anywhere. Else what the search of the controller's places says. */
function pressesAway(context: CheckContext, assignment: Assignment): number {
  if (assignment.bank === null && assignment.page === null && assignment.layerId === null) return 1;
  const home = homeOf(context.index, assignment);
  return home ? context.spaceOf(home.controller).farthest(assignment) : Number.POSITIVE_INFINITY;
}

const urgentIn = (index: RigIndex, assignment: Assignment): readonly string[] =>
  assignment.actions.flatMap((a) =>
    a.type === 'send' ? a.meant.filter((id) => index.parameters.get(id)?.tags.includes('urgent')) : [],
  );

/** Targets that make no sound: nothing has to be silenced there. */
const silent: ReadonlySet<Target['kind']> = new Set(['lighting']);
/** All sound off stops no loop (and no frozen reverb): there the planned action has to do it. */
const deafToMode: ReadonlySet<Target['kind']> = new Set(['looper', 'mixer', 'lighting', 'cue-player']);

/** In each bank of a controller, a way to silence each target that it plays: an action tagged panic, or CC 120 or 123. */
export const noSilence: ControllerCheck<
  'no-silence',
  {
    readonly controller: string;
    readonly target: string;
    readonly banks: readonly string[];
    readonly more: number;
    readonly standard: boolean;
    /** Not empty where nobody said what silences it. */
    readonly ifWords: string;
  }
> = {
  scope: 'controller',
  id: 'no-silence',
  group: 'layers and banks',
  name: 'No way to silence',
  severities: ['note'],
  guide: 'In some bank nothing silences a target that the controller plays.',
  say: ({ controller, target, banks, more, standard, ifWords }) => ({
    title: `${ifWords === '' ? 'Nothing' : 'Perhaps nothing'} silences ${target} from ${controller}${banks.length === 0 ? '' : ` in ${banks.join(', ')}${more > 0 ? ` and ${more} more` : ''}`}.`,
    reason: `${ifWords}It is played from there. When it goes wrong, something tagged panic${standard ? `, or CC 120 (${ccEntry(120).name.toLowerCase()}) where it keeps the standard` : ''} has to be within reach.`,
  }),
  find: ({ index }, controller) => {
    const { banks } = controller.firmware;
    const played = new Map<string, Set<number>>();
    const covered = new Map<string, Set<number>>();
    const everywhere = Array.from({ length: banks }, (_, i) => i + 1);
    const mark = (map: Map<string, Set<number>>, targetId: string, bank: number | null): void => {
      const there = map.get(targetId) ?? new Set<number>();
      for (const b of bank === null ? everywhere : [bank]) there.add(b);
      map.set(targetId, there);
    };
    for (const control of index.controlsOf.get(controller.id) ?? []) {
      for (const assignment of index.assignmentsOf.get(control.id) ?? []) {
        for (const action of assignment.actions) {
          if (action.type !== 'send') continue;
          for (const id of action.meant) {
            const parameter = index.parameters.get(id);
            if (!parameter) continue;
            mark(played, parameter.targetId, assignment.bank);
            if (parameter.tags.includes('panic')) mark(covered, parameter.targetId, assignment.bank);
          }
          if (silences(action.message) || translates(index)) {
            for (const { target } of routesFrom(index, controller.id))
              if (
                heardAs(index, outletFor(index, control.id, action), action.message, target.id).some(silences) &&
                target.reception.keepsStandardMeanings &&
                !deafToMode.has(target.kind)
              )
                mark(covered, target.id, assignment.bank);
          }
        }
      }
    }
    return [...played].flatMap(([targetId, where]) => {
      const target = index.targets.get(targetId);
      if (!target || silent.has(target.kind) || elsewhere(index, controller, targetId)) return [];
      const missing = [...where].filter((b) => !covered.get(targetId)?.has(b)).sort((a, b) => a - b);
      if (missing.length === 0) return [];
      const names = banks === 1 ? [] : missing.slice(0, 3).map((b) => bankWords(controller, b));
      return [
        {
          severity: 'note',
          parameterId: silencer(index, targetId)?.id ?? null,
          facts: {
            controller: controller.name,
            target: target.name,
            banks: names,
            more: Math.max(0, missing.length - 3),
            standard: !deafToMode.has(target.kind),
            ifWords: silencer(index, targetId)
              ? ''
              : 'None of its functions is tagged panic: if one of them silences it, tag that one. ',
          },
        },
      ];
    });
  },
  fixes: (context, finding) => {
    const { index, newId } = context;
    const controller = index.controllers.get(finding.subjectId);
    const parameter = index.parameters.get(finding.parameterId ?? '');
    if (!controller || !parameter) return [];
    const there = (index.sendsFor.get(parameter.id) ?? [])
      .filter((p) => p.assignment.bank !== null && homeOf(index, p.assignment)?.controller.id === controller.id)
      .map((p) => ({
        label: `Put ${parameter.name} in every bank`,
        edit: changeAssignment(p.assignment, { bank: null }, 'Put it in every bank'),
      }));
    return [...there, ...onFreeSwitch(index, parameter, controller, newId)];
  },
};

/** A parameter of a target that silences it. */
const silencer = (index: RigIndex, targetId: string): Parameter | undefined =>
  (index.parametersOf.get(targetId) ?? []).find((p) => p.tags.includes('panic'));

/** Another controller that has a way to silence a target in every one of its banks. */
function elsewhere(index: RigIndex, controller: Controller, targetId: string): boolean {
  return (index.parametersOf.get(targetId) ?? []).some(
    (p) =>
      p.tags.includes('panic') &&
      (index.sendsFor.get(p.id) ?? []).some(
        (s) => s.assignment.bank === null && homeOf(index, s.assignment)?.controller.id !== controller.id,
      ),
  );
}

// Layers and banks: places that nothing leads to or back from, modifiers in the way, releases that go elsewhere, and silence within reach.
import { leftOn, showValue } from '../bench';
import { assign, changeAssignment, changeBehaviour, patch, removeAssignment, setTap } from '../commands';
import { ccEntry } from '../midi';
import {
  type Assignment,
  batch,
  type Control,
  type Controller,
  insert,
  type Layer,
  type Parameter,
  type RigIndex,
  reaches,
  type Target,
} from '../rig';
import { routesFrom } from '../wires';
import {
  type AssignmentCheck,
  type CheckContext,
  type ControllerCheck,
  type Fix,
  type Found,
  type RigCheck,
  subjectOf,
} from './finding';
import { alternating, homeOf, sendsFor } from './fix-parts';

const bankWords = (controller: Controller, bank: number): string => controller.bankNames[bank - 1] || `bank ${bank}`;

export const unreachablePlace: AssignmentCheck = {
  scope: 'assignment',
  id: 'unreachable-place',
  find: (context, assignment, outcome) => {
    if (outcome.type === 'unreachable' && outcome.why.type !== 'no-such-gesture') {
      const { why } = outcome;
      const reason =
        why.type === 'no-such-bank'
          ? `It stands in bank ${why.bank}, and the controller has ${why.banks}.`
          : why.type === 'no-such-page'
            ? `It stands on page ${why.page}, and the controller has ${why.pages}.`
            : why.type === 'no-modifier'
              ? `Nothing opens the layer ${why.layer}.`
              : why.type === 'is-its-own-modifier'
                ? `It is itself held down to open ${why.layer}.`
                : why.type === 'other-controller'
                  ? `The layer ${why.layer} is opened on another controller, which this one cannot know. Only a layer made in the host can.`
                  : `The layer ${why.layer} does not reach this control.`;
      return [{ severity: 'stop', title: 'Nothing leads there.', reason }];
    }
    const home = homeOf(context.index, assignment);
    if (outcome.type === 'unreachable' || !home || home.controller.firmware.bankButtons) return [];
    if (context.spaceOf(home.controller).canPlay(assignment)) return [];
    const place = assignment.bank === null ? 'this layer' : bankWords(home.controller, assignment.bank);
    return [
      {
        severity: 'stop',
        title: 'Nothing leads there.',
        reason: `No switch leads to ${place}, and the unit has no bank buttons of its own.`,
      },
    ];
  },
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    if (!assignment) return [];
    return [
      ...(assignment.bank === null
        ? []
        : [{ label: 'Put it in every bank', edit: changeAssignment(assignment, { bank: null }, 'Put it in every bank') }]),
      ...(assignment.layerId === null
        ? []
        : [{ label: 'Move it to Base', edit: changeAssignment(assignment, { layerId: null }, 'Move it to Base') }]),
    ];
  },
};

/** A bank or page that can be reached and not left for the first one again. */
export const noWayBack: ControllerCheck = {
  scope: 'controller',
  id: 'no-way-back',
  find: ({ spaceOf }, controller) => {
    // With buttons of its own the unit steps back to the first bank from anywhere.
    if (controller.firmware.bankButtons) return [];
    const space = spaceOf(controller);
    return space.traps.map(({ bank, page }): Found => {
      const steps = (space.wayTo(bank, page) ?? []).map((s) => s.words);
      const name = bankWords(controller, bank);
      return {
        severity: 'stop',
        title: `From ${name} nothing leads back.`,
        reason: `${steps.length === 0 ? 'The show starts there' : `${steps.join(', then ')} leads there`}, and no switch there leads to ${bankWords(controller, 1)} again.`,
        evidence: { type: 'way', steps },
      };
    });
  },
  fixes: (context, finding) => {
    const { index, newId } = context;
    const controller = index.controllers.get(finding.subjectId);
    if (!controller) return [];
    return context.spaceOf(controller).traps.flatMap(({ bank }): Fix[] => {
      if (!finding.title.startsWith(`From ${bankWords(controller, bank)} `)) return [];
      const free = freeSwitch(index, controller, bank);
      const label = free ? `${free.name} in ${bankWords(controller, bank)}: back to ${bankWords(controller, 1)}` : '';
      return free ? [{ label, edit: batch(label, [insert('assignments', goHome(index, free, bank, newId))]) }] : [];
    });
  },
};

/** A switch that has nothing to do in a bank. */
function freeSwitch(index: RigIndex, controller: Controller, bank: number | null): Control | undefined {
  return (index.controlsOf.get(controller.id) ?? []).find(
    (c) =>
      (c.kind === 'footswitch' || c.kind === 'button' || c.kind === 'pad') &&
      !index.layersByModifier.has(c.id) &&
      !(index.assignmentsOf.get(c.id) ?? []).some((a) => bank === null || a.bank === null || a.bank === bank),
  );
}

function goHome(index: RigIndex, control: Control, bank: number, newId: () => string): Assignment {
  return {
    id: newId(),
    order: (index.rig.assignments.at(-1)?.order ?? 0) + 1,
    controlId: control.id,
    bank,
    page: null,
    layerId: null,
    gesture: { type: 'press' },
    actions: [{ type: 'go', to: { type: 'bank', bank: 1 } }],
    textShort: control.display ? 'BACK'.slice(0, control.display.short) : '',
    textLong: '',
    colour: '',
    entered: null,
    saved: null,
    proved: null,
    why: '',
    replaced: '',
    note: '',
  };
}

/** A modifier that does something else with each press. */
export const modifierCovered: RigCheck = {
  scope: 'rig',
  id: 'modifier-covered',
  reads: ['layers', 'assignments', 'controls'],
  find: ({ index }) =>
    index.rig.layers.flatMap((layer): Found[] => {
      const control = index.controls.get(layer.modifierControlId ?? '');
      const fires = covering(index, layer);
      if (!control || fires.length === 0) return [];
      return [
        {
          severity: 'caution',
          about: 'layers',
          subjectId: layer.id,
          title: `Opening ${layer.name} also does something else.`,
          reason: `${control.name} opens the layer and has ${fires.length === 1 ? 'a function' : `${fires.length} functions`} of its own that fires at the same press.`,
        },
      ];
    }),
  fixes: ({ index, newId }, finding) => {
    const layer = index.layers.get(finding.subjectId);
    if (!layer) return [];
    const fires = covering(index, layer);
    const [only] = fires;
    const asTap = fires.length === 1 && only && layer.madeIn === 'controller' ? tapped(index, layer, only, newId) : [];
    const label = fires.length === 1 ? 'Take that function off' : 'Take those functions off';
    return [
      ...asTap,
      {
        label,
        edit: batch(
          label,
          fires.map((a) => removeAssignment(index, a)),
        ),
      },
    ];
  },
};

const covering = (index: RigIndex, layer: Layer): readonly Assignment[] =>
  (index.assignmentsOf.get(layer.modifierControlId ?? '') ?? []).filter(
    (a) => a.gesture.type === 'press' || a.gesture.type === 'release',
  );

/** The function as what a short tap of the modifier does. */
function tapped(index: RigIndex, layer: Layer, function_: Assignment, newId: () => string): Fix[] {
  const parameter = index.parameters.get(sendsFor(function_, null)[0]?.send.meant[0] ?? '');
  if (!parameter) return [];
  const made = setTap(index, layer, parameter, newId);
  if (!made.ok) return [];
  const label = `Let a short tap do ${parameter.name}`;
  return [{ label, edit: batch(label, [removeAssignment(index, function_), made.value]) }];
}

/** Over a radio wire a release can get lost: then the host keeps its layer open. */
export const modifierStuck: RigCheck = {
  scope: 'rig',
  id: 'modifier-stuck',
  reads: ['layers', 'wires', 'controls', 'targets'],
  find: ({ index }) =>
    index.rig.layers.flatMap((layer): Found[] => {
      const wires = radioFor(index, layer);
      const control = index.controls.get(layer.modifierControlId ?? '');
      if (!control || wires.length === 0) return [];
      return [
        {
          severity: 'note',
          about: 'layers',
          subjectId: layer.id,
          title: `${layer.name} can stay open.`,
          reason: `The host opens it when ${control.name} goes down and closes it when the release arrives. Over ${wires[0]?.transport === 'bluetooth' ? 'radio' : 'a network'} a release can get lost; press and let go once more to close it.`,
        },
      ];
    }),
  fixes: ({ index }, finding) => {
    const layer = index.layers.get(finding.subjectId);
    if (!layer) return [];
    const cable = radioFor(index, layer).map((wire) => {
      const label = 'Use a USB cable';
      return { label, edit: batch(label, patch('wires', wire, { transport: 'usb' })) };
    });
    const label = 'Switch the layer with a press instead';
    return [...cable, { label, edit: batch(label, patch('layers', layer, { mode: 'toggled' })) }];
  },
};

function radioFor(index: RigIndex, layer: Layer) {
  if (layer.madeIn !== 'host' || layer.mode !== 'while-held') return [];
  const home = index.controls.get(layer.modifierControlId ?? '')?.controllerId ?? '';
  return (index.wiresFrom.get(home) ?? []).filter((w) => w.transport === 'bluetooth' || w.transport === 'network');
}

/** Firmware that looks the release up anew: a modifier that goes down in between sends it elsewhere. */
export const releaseElsewhere: AssignmentCheck = {
  scope: 'assignment',
  id: 'release-elsewhere',
  find: ({ index, around }, assignment, outcome) => {
    const home = homeOf(index, assignment);
    if (home?.controller.firmware.releaseLookup !== 'current-layer' || assignment.layerId !== null) return [];
    if (outcome.type !== 'played' || assignment.gesture.type !== 'press') return [];
    if (!sendsFor(assignment, null).some(({ send }) => send.behaviour.type === 'momentary' || send.behaviour.type === 'range'))
      return [];
    for (const layer of index.rig.layers) {
      if (layer.madeIn !== 'controller' || layer.modifierControlId === null || !reaches(layer, home.control)) continue;
      if (index.controls.get(layer.modifierControlId)?.controllerId !== home.controller.id) continue;
      for (const effect of outcome.effects) {
        const parameter = index.parameters.get(effect.parameterId);
        if (!parameter || !effect.meant || effect.did.type !== 'on-while-held') continue;
        const left = leftOn(index, assignment, parameter, layer.modifierControlId, around);
        if (left === null || left === parameter.start) continue;
        return [
          {
            severity: 'caution',
            parameterId: parameter.id,
            title: `${parameter.name} hangs at ${showValue(parameter, left)} when ${layer.name} opens while it is held.`,
            reason: 'This controller looks up the release in the layer that is open then, so the one that ends it is never sent.',
            evidence: { type: 'trace' },
          },
        ];
      }
    }
    return [];
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const home = assignment && homeOf(index, assignment);
    if (!assignment || !home) return [];
    const label = `${home.controller.name} can end a press where it began: switch that on`;
    const kept: Fix = {
      label,
      edit: batch(
        label,
        patch('controllers', home.controller, { firmware: { ...home.controller.firmware, releaseLookup: 'press-layer' } }),
      ),
    };
    const alternate = sendsFor(assignment, finding.parameterId).flatMap(({ at }): Fix[] => {
      const edit = changeBehaviour(assignment, at, alternating(127, 0));
      return edit ? [{ label: 'Alternate 127 and 0, without a release', edit }] : [];
    });
    return [...alternate, kept];
  },
};

/** More presses than this to something urgent are too many. */
const URGENT_PRESSES = 2;

export const farUrgent: ControllerCheck = {
  scope: 'controller',
  id: 'far-urgent',
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
    return [...best].flatMap(([id, { presses, assignment }]): Found[] => {
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
          title:
            presses === Number.POSITIVE_INFINITY
              ? `${parameter.name} cannot be had from everywhere.`
              : `${parameter.name} can be ${presses} presses away.`,
          reason: `It is tagged urgent. From the farthest place on ${controller.name} ${presses === Number.POSITIVE_INFINITY ? 'nothing leads to it' : `that is how many it takes, and ${URGENT_PRESSES} are enough to find by heart`}.`,
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
export const noSilence: ControllerCheck = {
  scope: 'controller',
  id: 'no-silence',
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
          if (action.message.type === 'cc' && (action.message.number === 120 || action.message.number === 123)) {
            for (const { target } of routesFrom(index, controller.id))
              if (target.reception.keepsStandardMeanings && !deafToMode.has(target.kind))
                mark(covered, target.id, assignment.bank);
          }
        }
      }
    }
    return [...played].flatMap(([targetId, where]): Found[] => {
      const target = index.targets.get(targetId);
      if (!target || silent.has(target.kind) || elsewhere(index, controller, targetId)) return [];
      const missing = [...where].filter((b) => !covered.get(targetId)?.has(b)).sort((a, b) => a - b);
      if (missing.length === 0) return [];
      const names = missing
        .slice(0, 3)
        .map((b) => bankWords(controller, b))
        .join(', ');
      const places = banks === 1 ? '' : ` in ${names}${missing.length > 3 ? ` and ${missing.length - 3} more` : ''}`;
      return [
        {
          severity: 'note',
          parameterId: silencer(index, targetId)?.id ?? null,
          title: `Nothing on ${controller.name} silences ${target.name}${places}.`,
          reason: `It is played from there. When it goes wrong, something tagged panic${deafToMode.has(target.kind) ? '' : `, or CC 120 (${ccEntry(120).name.toLowerCase()}) where it keeps the standard`} has to be within reach.`,
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

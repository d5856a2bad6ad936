// Modifiers: functions in the way, layers that can stay open, releases that go elsewhere.
import { plural } from '../base';
import { leftOn, showValue } from '../bench';
import { changeBehaviour, patch, removeAssignment, setTap } from '../commands';
import { addressKey } from '../midi';
import { type Assignment, batch, isTogether, type Layer, modifiersOf, opening, type RigIndex, reaches, signalsOf } from '../rig';
import { type AssignmentCheck, type Fix, type RigCheck, subjectOf } from './finding';
import { alternating, homeOf, sendsFor } from './fix-parts';

/** A modifier that does something else with each press. */
export const modifierCovered: RigCheck<
  'modifier-covered',
  { readonly layer: string; readonly control: string; readonly functions: number }
> = {
  scope: 'rig',
  id: 'modifier-covered',
  group: 'layers and banks',
  name: 'A modifier with a function in the way',
  severities: ['caution'],
  guide: 'The modifier does something else with each press.',
  say: ({ layer, control, functions }) => ({
    title: `Opening ${layer} also does something else.`,
    reason: `${control} opens the layer and has ${functions === 1 ? 'a function' : `${functions} functions`} of its own that fires at the same press.`,
  }),
  reads: ['layers', 'assignments', 'controls'],
  find: ({ index }) =>
    index.rig.layers.flatMap((layer) => {
      const control = index.controls.get(layer.modifierControlId ?? '');
      const fires = covering(index, layer);
      if (!control || fires.length === 0) return [];
      return [
        {
          severity: 'caution',
          about: 'layers',
          subjectId: layer.id,
          facts: { layer: layer.name, control: control.name, functions: fires.length },
        },
      ];
    }),
  fixes: ({ index, newId }, finding) => {
    const layer = index.layers.get(finding.subjectId);
    if (!layer) return [];
    const fires = covering(index, layer);
    const [only] = fires;
    const asTap = fires.length === 1 && only && layer.madeIn === 'controller' ? tapped(index, layer, only, newId) : [];
    const label = plural(fires.length, 'Take that function off', 'Take those functions off');
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
  modifiersOf(layer)
    .flatMap((id) => index.assignmentsOf.get(id) ?? [])
    .filter((a) => (a.gesture.type === 'press' || a.gesture.type === 'release') && !isSignal(layer, a));

/** Whether a function is what its layer listens for: then it is there on purpose. */
const isSignal = (layer: Layer, { actions }: Assignment): boolean =>
  layer.signalBy === 'own' &&
  signalsOf(layer).some(({ message }) => actions.some((a) => a.type === 'send' && addressKey(a.message) === addressKey(message)));

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
export const modifierStuck: RigCheck<
  'modifier-stuck',
  { readonly layer: string; readonly control: string; readonly radio: boolean }
> = {
  scope: 'rig',
  id: 'modifier-stuck',
  group: 'layers and banks',
  name: 'A layer that can stay open',
  severities: ['note'],
  guide: 'A release lost on a radio wire leaves the layer open.',
  say: ({ layer, control, radio }) => ({
    title: `${layer} can stay open.`,
    reason: `The host opens it when ${control} goes down and closes it when the release arrives. Over ${radio ? 'radio' : 'a network'} a release can get lost; press and let go once more to close it.`,
  }),
  reads: ['layers', 'wires', 'controls', 'targets'],
  find: ({ index }) =>
    index.rig.layers.flatMap((layer) => {
      const wires = radioFor(index, layer);
      const control = index.controls.get(layer.modifierControlId ?? '');
      if (!control || wires.length === 0) return [];
      return [
        {
          severity: 'note',
          about: 'layers',
          subjectId: layer.id,
          facts: { layer: layer.name, control: control.name, radio: wires[0]?.transport === 'bluetooth' },
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
export const releaseElsewhere: AssignmentCheck<
  'release-elsewhere',
  { readonly parameter: string; readonly left: string; readonly layer: string }
> = {
  scope: 'assignment',
  id: 'release-elsewhere',
  group: 'layers and banks',
  name: 'The release goes elsewhere',
  severities: ['caution'],
  asks: 'switches',
  guide: 'A modifier that goes down between press and release sends the release to another function.',
  say: ({ parameter, left, layer }) => ({
    title: `${parameter} hangs at ${left} when ${layer} opens while it is held.`,
    reason: 'This controller looks up the release in the layer that is open then, so the one that ends it is never sent.',
  }),
  find: ({ index, around }, assignment, outcome) => {
    const home = homeOf(index, assignment);
    if (home?.controller.firmware.releaseLookup !== 'current-layer' || assignment.layerId !== null) return [];
    if (outcome.type !== 'played' || assignment.gesture.type !== 'press') return [];
    if (!sendsFor(assignment, null).some(({ send }) => send.behaviour.type === 'momentary' || send.behaviour.type === 'range'))
      return [];
    for (const layer of index.rig.layers) {
      const [modifier] = opening(index, layer);
      if (layer.madeIn !== 'controller' || isTogether(layer) || !modifier || !reaches(layer, home.control)) continue;
      if (modifier.controllerId !== home.controller.id) continue;
      for (const effect of outcome.effects) {
        const parameter = index.parameters.get(effect.parameterId);
        if (!parameter || !effect.meant || effect.did.type !== 'on-while-held') continue;
        const left = leftOn(index, assignment, parameter, modifier.id, around);
        if (left === null || left === parameter.start) continue;
        return [
          {
            severity: 'caution',
            parameterId: parameter.id,
            facts: { parameter: parameter.name, left: showValue(parameter, left), layer: layer.name },
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

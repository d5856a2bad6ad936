// Layers made in a host whose modifiers, played, open or close them otherwise than they say.
import { layerTrial } from '../bench';
import { changeBehaviour, changeLayer, wishOf } from '../commands';
import { addressKey } from '../midi';
import { batch, type Edit, type Layer, modifierNames, modifiersOf, type RigIndex, signalsOf } from '../rig';
import type { Fix, RigCheck, Words } from './finding';
import { sendsFor, whileHeld } from './fix-parts';

interface Named {
  readonly layer: string;
  readonly control: string;
  /** Whether it is to be open while something is held. */
  readonly held: boolean;
}

const said: Readonly<Record<'stays' | 'too-soon' | 'not-by', (named: Named) => Words>> = {
  'not-by': ({ layer, control }) => ({
    title: `${control} does not open ${layer}.`,
    reason: 'The host listens for what another one sends, and this one sends something else, or nothing.',
  }),
  'too-soon': ({ layer, control }) => ({
    title: `${layer} opens without ${control}.`,
    reason:
      'The host is to open it while all of them are held, and takes the message of another one for that of this one. Let each send a message of its own.',
  }),
  stays: ({ layer, control, held }) => ({
    title: held
      ? `${layer} stays open after ${control} is let go.`
      : `${layer} does not close with the next press of ${control}.`,
    reason:
      'What the host listens for says nothing of a finger that comes off, or changes only with every second press. Let it send 127 when it goes down and 0 when it comes up.',
  }),
};

export const layerOpens: RigCheck<
  'layer-opens',
  {
    readonly layer: string;
    readonly control: string;
    readonly how: 'stays' | 'too-soon' | 'not-by';
    readonly held: boolean;
  }
> = {
  scope: 'rig',
  id: 'layer-opens',
  group: 'layers and banks',
  name: 'A layer that opens or closes by itself',
  severities: ['caution'],
  guide: 'The host cannot tell from what the modifiers send when its layer should open or close.',
  say: (facts) => said[facts.how](facts),
  reads: ['layers', 'assignments', 'controls', 'controllers', 'counters', 'wires', 'targets', 'landings'],
  find: ({ index, around }) =>
    index.rig.layers.flatMap((layer) => {
      const trial = layerTrial(index, layer, around);
      if (!trial || (trial.without === null && trial.notBy === null && !trial.lasts)) return [];
      const named = (id: string | null): string => index.controls.get(id ?? '')?.name ?? '?';
      const how = trial.without !== null ? 'too-soon' : trial.lasts ? 'stays' : 'not-by';
      return [
        {
          severity: 'caution',
          about: 'layers',
          subjectId: layer.id,
          facts: {
            layer: layer.name,
            control: how === 'stays' ? modifierNames(index, layer) : named(trial.without ?? trial.notBy),
            how,
            held: layer.mode === 'while-held',
          },
        },
      ];
    }),
  fixes: ({ index }, finding) => {
    const layer = index.layers.get(finding.subjectId);
    const wish = layer && wishOf(layer);
    if (!layer || !wish) return [];
    const made = changeLayer(index, layer, { ...wish, signalBy: 'added' });
    const label = layer.together ? 'Let each send a number of its own for it' : 'Let it have a number of its own';
    const own: readonly Fix[] = made.ok ? [{ label, edit: batch(label, [made.value]) }] : [];
    if (finding.facts.how === 'not-by') {
      const heard = changeLayer(index, layer, wish);
      return heard.ok ? [{ label: HEARS_IT, edit: batch(HEARS_IT, [heard.value]) }, ...own] : own;
    }
    const released = letGo(index, layer);
    const lifts: readonly Fix[] = released.length === 0 ? [] : [{ label: LETS_GO, edit: batch(LETS_GO, released) }];
    if (layer.mode !== 'while-held') return [...lifts, ...own];
    const toggled = changeLayer(index, layer, { ...wish, mode: 'toggled' });
    const stays = 'Open it with one press, close it with the next';
    return [...lifts, ...own, ...(toggled.ok ? [{ label: stays, edit: batch(stays, [toggled.value]) }] : [])];
  },
};

const HEARS_IT = 'Let the host listen for it as well';
const LETS_GO = 'Send 127 when it goes down and 0 when it comes up';

/** What the modifiers of a layer send for it, each with a release. */
function letGo(index: RigIndex, layer: Layer): readonly Edit[] {
  const keys = new Set(signalsOf(layer).map((s) => addressKey(s.message)));
  return modifiersOf(layer)
    .flatMap((id) => index.assignmentsOf.get(id) ?? [])
    .flatMap((row) =>
      sendsFor(row, null).flatMap(({ send, at }) => {
        if (row.gesture.type !== 'press' || !keys.has(addressKey(send.message)) || send.behaviour.type === 'momentary') return [];
        return changeBehaviour(row, at, whileHeld(127, 0)) ?? [];
      }),
    );
}

// What a player reads on the card for a controller that dies.
import { type Assignment, gestureNames, type RigIndex } from '../rig';
import type { IfGone } from './if-gone';

/** The most names that are written out. */
const NAMED = 8;

/** What is lost with a controller, what is still there, and where its cable lies. */
export const goneWords = (index: RigIndex, gone: IfGone): readonly string[] => [...spareWords(index, gone), ...radioWords(gone)];

/** What is lost with a controller, and what is still there. */
export function spareWords(index: RigIndex, { lost, still, silenced }: IfGone): readonly string[] {
  const names = lost.slice(0, NAMED).map((p) => p.name);
  const more = lost.length - names.length;
  return [
    lost.length === 0 ? 'Nothing is lost with it.' : `Lost with it: ${names.join(', ')}${more > 0 ? ` and ${more} more` : ''}.`,
    ...still.map(({ parameter, by }) => `${parameter.name} is still on ${by.map((a) => functionPlace(index, a)).join(', ')}.`),
    ...silenced.map((c) => `${c.name} goes silent with it: what it sends goes through there.`),
  ];
}

/** Where the cable lies that stands in for a radio link; nothing where there is none. */
export const radioWords = ({ radio }: IfGone): readonly string[] =>
  radio.map(({ note }) =>
    note === ''
      ? 'It is on radio: write on its wire where the cable lies.'
      : `It is on radio. Its cable: ${note}${note.endsWith('.') ? '' : '.'}`,
  );

/** Where a function is played: unit, control, gesture, layer and bank. */
export function functionPlace(index: RigIndex, { controlId, gesture, bank, layerId }: Assignment): string {
  const control = index.controls.get(controlId);
  const controller = index.controllers.get(control?.controllerId ?? '');
  const layer = layerId === null ? '' : ` with ${index.layers.get(layerId)?.name ?? '?'}`;
  const how = gesture.type === 'press' || gesture.type === 'move' ? '' : ` ${gestureNames[gesture.type]}`;
  return `${controller?.name ?? '?'} ${control?.name ?? '?'}${how}${layer}${bank === null ? '' : ` in bank ${bank}`}`;
}

// How values are sent, in the words of the sentence.
import type { Behaviour } from '@/core/rig';

export const valueWords: Readonly<Record<Behaviour['type'], string>> = {
  range: 'following its position',
  momentary: 'on press and release',
  latching: 'alternating',
  fixed: 'on every press',
  stepping: 'counting',
  relative: 'a message a click',
  click: 'a message for each way',
};

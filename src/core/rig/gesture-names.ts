// What gestures are called, in the middle of a sentence.
import type { GestureType } from './schema';

/** The name of each gesture. */
export const gestureNames: Readonly<Record<GestureType, string>> = {
  move: 'move',
  press: 'press',
  release: 'release',
  hold: 'hold',
  'double-tap': 'double tap',
  repeat: 'repeat',
  chord: 'chord',
  'hold-release': 'release after a hold',
  'tap-hold': 'tap and hold',
  'any-release': 'any release',
  'latch-on': 'latch on',
  'latch-off': 'latch off',
};

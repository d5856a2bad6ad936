// The firmware facts that most small controllers share; a template states only what differs. Common practice, no source.
import type { Firmware } from './schema';

/** A controller of which nothing else is known. Common practice, no source. */
export const commonFirmware: Firmware = {
  messages: ['cc', 'note', 'program'],
  gestures: ['move', 'press', 'release', 'hold'],
  switchModes: ['momentary', 'latching', 'fixed', 'stepping'],
  encoderModes: ['absolute'],
  messagesPerGesture: 8,
  press: 'always-fires',
  releaseAfterHold: 'suppressed',
  releaseAfterDoubleTap: 'fires',
  holdMs: 600,
  doubleTapMs: 300,
  chordMs: 50,
  repeatMs: 120,
  banks: 1,
  pages: 1,
  bankButtons: true,
  counters: 8,
  togglesSurviveBankChange: true,
  resendsPositions: false,
  releaseLookup: 'press-layer',
  lights: 'own-state',
  shows: { channelBase: 1, programBase: 0, notes: 'number', middleC: 4 },
  userSlots: 4,
  readOnlySlots: 1,
  programmedAt: 'editor',
  recipe: '',
};

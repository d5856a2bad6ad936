// The facts of firmware and reception in the words of the screens.
import type { Firmware, Reception } from '@/core/rig';

export const firmwareFacts: Readonly<Record<keyof Firmware, string>> = {
  messages: 'kinds of message',
  gestures: 'gestures',
  switchModes: 'what switches can send',
  encoderModes: 'what encoders send',
  messagesPerGesture: 'messages on one gesture',
  press: 'when a press fires',
  releaseAfterHold: 'release after a hold',
  releaseAfterDoubleTap: 'release after a double tap',
  holdMs: 'hold time',
  doubleTapMs: 'double-tap time',
  chordMs: 'chord time',
  repeatMs: 'repeat time',
  banks: 'banks',
  pages: 'pages',
  startsAt: 'where it starts',
  saves: 'what is saved together',
  sensesPolarity: 'whether it senses the polarity of a switch',
  bankButtons: 'buttons of its own for banks',
  counters: 'counters',
  togglesSurviveBankChange: 'alternating switches on a bank change',
  resendsPositions: 'positions on a bank change',
  releaseLookup: 'where a release is looked up',
  lights: 'what the lights show',
  shows: 'how it shows channels, programs and notes',
  userSlots: 'slots that can be written',
  readOnlySlots: 'slots that cannot be written',
  programmedAt: 'where it is programmed',
  recipe: 'recipe at the panel',
};

export const receptionFacts: Readonly<Record<keyof Reception, string>> = {
  windows: 'numbers that it takes',
  modes: 'what a message can mean',
  threshold: 'what counts as on',
  actsOn: 'what flips a toggle',
  relativeEncodings: 'clicks that it knows',
  relativeStep: 'how far one click moves',
  fourteenBit: 'two-byte values',
  takeover: 'how it takes over a knob',
  rejectGap: 'leaps that it ignores',
  scope: 'when it listens',
  livesIn: 'where a mapping is kept',
  keepsStandardMeanings: 'standard meanings of numbers',
  tellsPortsApart: 'ports',
  feedback: 'values sent back',
  launchQuantisation: 'when a launch starts',
  shows: 'how it shows programs',
};

/** The facts of a parameter that can be known well or badly. */
export const parameterFacts = {
  lowest: 'its range',
  scale: 'its scale',
  centre: 'its centre',
  steps: 'its steps',
  default: 'where it begins by default',
  tolerance: 'what still sounds smooth',
  tags: 'what it can do to ears and lights',
} as const;

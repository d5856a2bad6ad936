// The one question that settles a fact of a unit: what to try, and what to look for. Common practice, no source.
import type { Evidence, Firmware, Reception } from '@/core/rig';

export const firmwareQuestions: Readonly<Record<keyof Firmware, string>> = {
  messages: 'Which kinds of message does its list of settings offer?',
  gestures: 'Which gestures does it offer for one switch?',
  switchModes: 'Press a switch four times and watch: the same each time, one value and the other, or the next number?',
  encoderModes: 'Turn an encoder one click each way: does it send where it stands, or one value for each way?',
  messagesPerGesture: 'How many messages can be listed for one press?',
  press: 'Give a switch a press and a hold, and hold it: does the press come at once?',
  releaseAfterHold: 'Hold a switch that also has a release: does the release come when you let go?',
  releaseAfterDoubleTap: 'Tap twice on a switch that also has a release: does the release come as well?',
  holdMs: 'How long until a hold fires? Try it against a clock.',
  doubleTapMs: 'How far apart may two taps be and still count as a double tap?',
  chordMs: 'How far apart may two switches go down and still count as a chord?',
  repeatMs: 'How many messages a second does a held switch that repeats send?',
  banks: 'How many banks can be reached from the unit itself?',
  pages: 'How many pages has each bank?',
  saves: 'Change one switch, do not save, open another bank and come back: is the change there?',
  sensesPolarity: 'Hold a pedal down while you switch it on, let go: does it work the other way round then?',
  startsAt: 'Switch it off in its second bank and on again: where does it stand?',
  bankButtons: 'Can its banks be changed with nothing programmed at all?',
  counters: 'How many counters, or steps of switches, can be set up?',
  togglesSurviveBankChange: 'Switch one on, go to another bank and back, press it: off, or on again?',
  resendsPositions: 'Move a pedal, change the bank and watch: does anything come?',
  releaseLookup: 'Hold a switch, open a layer, let the switch go: whose release comes?',
  lights: 'Send a value back to a switch: does its light change?',
  shows: 'What does its screen call the first channel, the first program and note 60?',
  userSlots: 'How many slots can be written?',
  readOnlySlots: 'How many slots cannot be written?',
  programmedAt: 'Where is it programmed: at its panel, in an editor, in a browser?',
  whileEdited: 'Leave its editor connected and press: does anything come?',
  recipe: 'Which buttons lead to the settings of a control?',
};

export const receptionQuestions: Readonly<Record<keyof Reception, string>> = {
  windows: 'Which numbers does its learn window or manual offer?',
  modes: 'What does it offer beside a learnt message: toggle, momentary, relative, next?',
  threshold: 'Send 1, 63, 64 and 127 to a switch of it: from which on is it on? Probe does it for you.',
  actsOn: 'Send 127 and then 0 to a toggle: does it flip once or twice? Probe does it for you.',
  relativeEncodings: 'Send 1 and 127, then 65 and 63: which moves it up and down? Probe does it for you.',
  relativeStep: 'How many clicks from one end to the other?',
  fourteenBit: 'Send the high byte of a pair alone: does it move?',
  takeover: 'Move the value by mouse, then turn the knob a little: does it jump, wait, or come nearer?',
  rejectGap: 'Make a knob leap from one end to the other: does the value follow?',
  scope: 'Put another window in front and press: does it still hear?',
  livesIn: 'Learn one control, open a new project: is it still there?',
  keepsStandardMeanings: 'Send CC 7 with nothing learnt: does the volume move?',
  tellsPortsApart: 'Send the same number from two ports: can each move something else?',
  feedback: 'Move a mapped value by mouse and watch the wire: does anything come back?',
  launchQuantisation: 'Launch something between two beats: at once, on the beat, on the bar?',
  taps: 'Tap slowly, wait three seconds, tap twice: does the pause count?',
  learning: 'Open its mapping page and press something that is mapped: does it act? Can a number be typed there, or only learnt?',
  asksKind: 'Beside a learnt control, does it offer: moves, stays, springs back?',
  channels: 'Learn a number, send it on another channel: does it move?',
  clock: 'Send it a clock at another tempo: does its own follow? Does a clock come out of it?',
  channelModes: 'Hold a gate, send CC 123: does it close? Send CC 121: does the wheel go back?',
  shows: 'What does it call the first channel, the first program and note 60?',
};

/** The questions of the facts that have no evidence. */
export const assumedOf = (
  evidence: readonly Evidence[],
  questions: Readonly<Record<string, string>>,
): ReadonlyMap<string, string> => new Map(Object.entries(questions).filter(([fact]) => !evidence.some((e) => e.fact === fact)));

/** The question that settles a fact of a unit; empty for what is none. */
export const questionOf = (unit: 'controllers' | 'targets', fact: string): string =>
  new Map(Object.entries(unit === 'targets' ? receptionQuestions : firmwareQuestions)).get(fact) ?? '';

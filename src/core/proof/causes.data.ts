// What can be wrong between a plan and what arrives: the causes, how often each is met, and which ones look the same.
// How often they are met and what they are called is common practice, no source; the weights are this project's.

/** The causes, by their ids: they stay for good, since trials keep them. */
export const causeIds = [
  'nothing',
  'channel-by-one',
  'channel',
  'number-by-one',
  'number',
  'kind',
  'program-base',
  'latching',
  'momentary',
  'no-release',
  'swapped',
  'values-not-set',
  'range-not-set',
  'reversed',
  'ends',
  'jitter',
  'doubled',
  'relative',
  'absolute',
  'coding',
  'touch',
  'neighbour',
  'other-place',
] as const;
export type CauseId = (typeof causeIds)[number];

export interface CauseWords {
  readonly id: CauseId;
  /** In a few words. */
  readonly title: string;
  /** Why it happens, and what will come of it. */
  readonly why: string;
  /** What to do at the hardware or in the chain, where no value of the plan says it better. */
  readonly mend: string;
  /** How often it is met, relative to the others: the fault mix of the measure, and what breaks a tie. */
  readonly weight: number;
}

/** The causes with their words and how often each is met. */
export const causes: readonly CauseWords[] = [
  {
    id: 'nothing',
    title: 'Nothing arrives',
    why: 'No message came that could be the planned one: it may not be entered or not be saved, or something is in its way.',
    mend: 'See whether it is entered and saved; then search along the cable.',
    weight: 12,
  },
  {
    id: 'channel-by-one',
    title: 'The channel is off by one',
    why: 'Some devices count channels from 0 and others from 1.',
    mend: 'Enter the channel the way this device counts.',
    weight: 10,
  },
  {
    id: 'channel',
    title: 'It sends on another channel',
    why: 'The control keeps a channel of its own, or the channel of the whole unit is set otherwise.',
    mend: 'Set the channel, for the control or for the unit.',
    weight: 6,
  },
  {
    id: 'number-by-one',
    title: 'The number is off by one',
    why: 'One line of the sheet was read for the next, or one of the two counts from 1.',
    mend: 'Enter the number again.',
    weight: 9,
  },
  {
    id: 'number',
    title: 'It sends another number',
    why: 'The number that arrives is not the planned one: a slip while entering, or still the factory number.',
    mend: 'Enter the number, and save.',
    weight: 8,
  },
  {
    id: 'kind',
    title: 'It sends another kind of message',
    why: 'The kind was left as it was: a pad sends notes and a fader control changes until told otherwise.',
    mend: 'Set the kind of message.',
    weight: 7,
  },
  {
    id: 'program-base',
    title: 'Programs are counted from 0 on one side and from 1 on the other',
    why: 'The device counts programs from 0 and the sheet from 1, or the other way round; a counter that stood one further looks the same.',
    mend: 'Enter the program one higher or lower, and set how the device counts in Gear.',
    weight: 6,
  },
  {
    id: 'latching',
    title: 'It latches instead of being momentary',
    why: 'Each press sends one value, the next press the other one, and letting go sends nothing.',
    mend: 'Set the switch to momentary.',
    weight: 7,
  },
  {
    id: 'momentary',
    title: 'It is momentary instead of latching',
    why: 'It sends again when it is let go, so the function ends with the press.',
    mend: 'Set the switch to what is planned.',
    weight: 6,
  },
  {
    id: 'no-release',
    title: 'Every press sends the same, and letting go sends nothing',
    why: 'What is switched on by it never goes off again.',
    mend: 'Give the switch its second value, or its value on release.',
    weight: 5,
  },
  {
    id: 'swapped',
    title: 'The two values are swapped',
    why: 'On and off stand in each other’s place: the first press does nothing, or works the wrong way round. A latch that stood on already looks the same.',
    mend: 'Swap the two values.',
    weight: 5,
  },
  {
    id: 'values-not-set',
    title: 'The values are still the factory ones',
    why: 'It switches between the ends of its range and not between the planned values.',
    mend: 'Enter the values.',
    weight: 5,
  },
  {
    id: 'range-not-set',
    title: 'The range is not set',
    why: 'It runs over its full range and not over the planned part.',
    mend: 'Enter the lowest and the highest value.',
    weight: 6,
  },
  {
    id: 'reversed',
    title: 'It runs backwards',
    why: 'The ends are swapped, or a pedal is wired with the other polarity.',
    mend: 'Swap the ends, or set the polarity of the pedal.',
    weight: 6,
  },
  {
    id: 'ends',
    title: 'It never reaches its ends',
    why: 'Pedals and faders seldom read as far as they go, and the function stops short; a narrower range in the unit looks the same.',
    mend: 'Calibrate it.',
    weight: 8,
  },
  {
    id: 'jitter',
    title: 'It jitters',
    why: 'The reading wanders without being moved, and the value wanders with it.',
    mend: 'Clean it or change the cable; a dead zone at the ends hides it there.',
    weight: 4,
  },
  {
    id: 'doubled',
    title: 'Every message arrives twice',
    why: 'There are two ways from the unit to here: two ports of one device, or a wire and a loop. Toggles then flip back at once.',
    mend: 'Remove one of the two ways, in Wiring and in the software.',
    weight: 6,
  },
  {
    id: 'relative',
    title: 'It sends clicks instead of positions',
    why: 'The encoder is set to relative: an absolute parameter would jump about its ends.',
    mend: 'Set the encoder to absolute.',
    weight: 5,
  },
  {
    id: 'absolute',
    title: 'It sends positions instead of clicks',
    why: 'The encoder is set to absolute: a relative parameter would leap at each turn.',
    mend: 'Set the encoder to the planned coding.',
    weight: 4,
  },
  {
    id: 'coding',
    title: 'Its clicks are coded another way',
    why: 'The unit and the target read the same value as different clicks.',
    mend: 'Set the coding in the unit, or what the target expects.',
    weight: 4,
  },
  {
    id: 'touch',
    title: 'Only the touch of its cap arrives, not the movement',
    why: 'The cap sends when a finger lies on it; the movement itself does not come.',
    mend: 'Enter the movement, or take the cap by its sides to see whether it comes then.',
    weight: 4,
  },
  {
    id: 'neighbour',
    title: 'It sends what its neighbour should',
    why: 'The neighbour was moved, or its line was entered here.',
    mend: 'Try once more with the right control; else enter its own line.',
    weight: 5,
  },
  {
    id: 'other-place',
    title: 'It sends what it does in another bank or layer',
    why: 'Another bank or layer is open than the one that is asked for.',
    mend: 'Go to the place that is asked for and try again.',
    weight: 6,
  },
];

export interface Alike {
  readonly causes: readonly [CauseId, CauseId];
  /** When the two leave the same evidence. */
  readonly when: string;
  /** How to tell them apart by hand. */
  readonly apart: string;
}

/** Classes of causes that leave identical evidence: they are named together, with how to tell them apart. */
export const alike: readonly Alike[] = [
  {
    causes: ['number-by-one', 'neighbour'],
    when: 'the neighbour’s number is one higher or lower',
    apart: 'Move the neighbour: if it sends the number of this one, the two lines were swapped.',
  },
  {
    causes: ['number', 'neighbour'],
    when: 'the number that was entered by mistake is a neighbour’s',
    apart: 'Move the neighbour: if it sends the same, its line was entered twice.',
  },
  {
    causes: ['number-by-one', 'other-place'],
    when: 'this control’s number in another place is one higher or lower',
    apart: 'Go to that place and try there: if the same arrives, the number is wrong.',
  },
  {
    causes: ['number', 'other-place'],
    when: 'the number that was entered by mistake is this control’s in another place',
    apart: 'Go to that place and try there: if the same arrives, the number is wrong.',
  },
  {
    causes: ['neighbour', 'other-place'],
    when: 'a neighbour and this control in another place send the same',
    apart: 'Look at the bank that the unit shows.',
  },
  {
    causes: ['channel-by-one', 'other-place'],
    when: 'this control sends the same number on the next channel in another place',
    apart: 'Look at the bank that the unit shows.',
  },
  {
    causes: ['channel', 'other-place'],
    when: 'this control sends the same number on that channel in another place',
    apart: 'Look at the bank that the unit shows.',
  },
  {
    causes: ['channel-by-one', 'neighbour'],
    when: 'the neighbour sends the same number on the next channel',
    apart: 'Move the neighbour and see what it sends.',
  },
  {
    causes: ['channel', 'neighbour'],
    when: 'the neighbour sends the same number on that channel',
    apart: 'Move the neighbour and see what it sends.',
  },
  {
    causes: ['kind', 'other-place'],
    when: 'this control sends that kind with the same number in another place',
    apart: 'Look at the bank that the unit shows.',
  },
  {
    causes: ['kind', 'neighbour'],
    when: 'the neighbour sends that kind with the same number',
    apart: 'Move the neighbour and see what it sends.',
  },
  {
    causes: ['program-base', 'neighbour'],
    when: 'the neighbour calls the program next to it',
    apart: 'Press the neighbour and see which program it calls.',
  },
  {
    causes: ['program-base', 'other-place'],
    when: 'this control calls the program next to it in another place',
    apart: 'Look at the bank that the unit shows.',
  },
  {
    causes: ['swapped', 'other-place'],
    when: 'this control sends the same with swapped values in another place',
    apart: 'Look at the bank that the unit shows.',
  },
  {
    causes: ['swapped', 'neighbour'],
    when: 'the neighbour sends the same with swapped values',
    apart: 'Move the neighbour and see what it sends.',
  },
  {
    causes: ['latching', 'other-place'],
    when: 'this control sends the same and latches in another place',
    apart: 'Look at the bank that the unit shows.',
  },
  {
    causes: ['momentary', 'other-place'],
    when: 'this control sends the same and is momentary in another place',
    apart: 'Look at the bank that the unit shows.',
  },
];

// Why nothing arrives: the causes, the questions that tell them apart, and what each cause would make one answer. To extend the search,
// add a line here: a cause with its signs, or a question with its answers. Common practice, no source; weights are guesses of how
// often a cause is the one, and only decide which question comes first.

/** What a rig must have for a cause to be possible at all. */
export type Need =
  | 'din'
  | 'usb'
  | 'bluetooth'
  | 'hub'
  | 'scope'
  | 'pickup'
  | 'notes'
  | 'banks'
  | 'layers'
  | 'slots'
  | 'project'
  | 'windows';

export interface Cause {
  readonly id: string;
  readonly words: string;
  readonly mend: string;
  /** How often it is the one, relative to the others. */
  readonly weight: number;
  readonly needs?: Need;
  /** The answers that this cause allows; a question that is not named here may be answered in any way. */
  readonly signs: Readonly<Record<string, readonly string[]>>;
}

/** Nothing arrives at this page. */
const silent = { monitor: ['nothing'] } as const;
/** Bringing the target to the front, moving through, or taking a hub away would not help. */
const unmoved = { front: ['still'], through: ['never'], between: ['still'] } as const;
/** The right message arrives at this page, and nothing moves: so all that makes it is in order. */
const arrives = {
  monitor: ['something'],
  kind: ['planned'],
  channel: ['planned'],
  number: ['planned'],
  ends: ['right'],
  mode: ['plain'],
  slot: ['right'],
  kept: ['there'],
  place: ['here'],
  neighbours: ['yes'],
  paired: ['yes'],
} as const;
/** All that comes before the software is in order. */
const wired = { lamp: ['lit'], listed: ['yes', 'other'], others: ['free'] } as const;

/** The causes with their words, and what each would make one answer. */
export const causes: readonly Cause[] = [
  {
    id: 'no-power',
    words: 'The controller has no power.',
    mend: 'Check its supply and the polarity that it wants, the switch at its back, and whether the socket gives enough current: a hub without a supply often does not.',
    weight: 5,
    signs: {
      ...unmoved,
      ...silent,
      lamp: ['dark'],
      listed: ['no', 'other'],
      neighbours: ['no'],
      'host-light': ['dark'],
      others: ['free'],
      replug: ['still'],
      paired: ['no'],
    },
  },
  {
    id: 'cable-reversed',
    words: 'The cable is the wrong way round.',
    mend: 'Out of the controller goes to in of the interface. Swap the two plugs.',
    weight: 7,
    needs: 'din',
    signs: { ...unmoved, ...silent, ...wired, listed: ['other'], ends: ['wrong'], neighbours: ['no'], 'host-light': ['dark'] },
  },
  {
    id: 'cable-dead',
    words: 'The cable is broken, or it only charges.',
    mend: 'Take another cable that is known to carry data, and mark the old one.',
    weight: 6,
    signs: {
      ...unmoved,
      ...silent,
      listed: ['no', 'other'],
      ends: ['right'],
      replug: ['now'],
      neighbours: ['no'],
      'host-light': ['dark'],
      others: ['free'],
    },
  },
  {
    id: 'not-recognised',
    words: 'The computer does not know the controller.',
    mend: 'Restart the computer with it plugged in. Some units need a driver; some show up only after a firmware update.',
    weight: 3,
    needs: 'usb',
    signs: {
      ...unmoved,
      ...silent,
      lamp: ['lit'],
      listed: ['no'],
      replug: ['still'],
      neighbours: ['no'],
      'host-light': ['dark'],
      others: ['free'],
    },
  },
  {
    id: 'not-paired',
    words: 'The radio link is not up.',
    mend: 'Connect it in the list of wireless devices; disconnect it from the computer or tablet that it was connected to before. Have the cable ready as a fallback.',
    weight: 5,
    needs: 'bluetooth',
    signs: {
      ...unmoved,
      ...silent,
      lamp: ['lit'],
      listed: ['no'],
      paired: ['no'],
      neighbours: ['no'],
      'host-light': ['dark'],
      others: ['free'],
      replug: ['still'],
    },
  },
  {
    id: 'port-held',
    words: 'Another program holds the port.',
    mend: 'Close the editor of the controller and any other program that uses MIDI, then open the software again. On some systems a port has one listener only.',
    weight: 6,
    signs: {
      ...unmoved,
      monitor: ['nothing', 'something'],
      lamp: ['lit'],
      listed: ['yes', 'other'],
      others: ['held'],
      ends: ['right'],
      'host-light': ['dark'],
      paired: ['yes'],
    },
  },
  {
    id: 'special-mode',
    words: 'The controller is in a mode for some program, not in plain MIDI.',
    mend: 'Switch it to its plain or user mode; many remember that per slot, some must be told after each start.',
    weight: 7,
    signs: {
      ...unmoved,
      monitor: ['nothing', 'something'],
      ...wired,
      ends: ['right'],
      mode: ['special'],
      kind: ['other'],
      neighbours: ['no'],
      paired: ['yes'],
    },
  },
  {
    id: 'wrong-slot',
    words: 'Another slot is chosen than the one that you programmed.',
    mend: 'Choose the programmed slot. If it always comes up in another one, store yours in the first.',
    weight: 6,
    needs: 'slots',
    signs: {
      ...unmoved,
      number: ['other'],
      ...wired,
      ends: ['right'],
      mode: ['plain'],
      slot: ['other'],
      kept: ['there'],
      paired: ['yes'],
    },
  },
  {
    id: 'not-saved',
    words: 'The programming was not saved.',
    mend: 'Enter it again from the sheet and save it before you open another slot; tick “entered” and “saved” apart.',
    weight: 5,
    needs: 'slots',
    signs: { ...unmoved, number: ['other'], ...wired, ends: ['right'], mode: ['plain'], kept: ['lost'], paired: ['yes'] },
  },
  {
    id: 'elsewhere',
    words: 'The controller is in another bank, page or layer.',
    mend: 'Go to the place where the function stands; the map shows it. If you end up here often, put the function into every bank.',
    weight: 6,
    needs: 'banks',
    signs: {
      ...unmoved,
      number: ['other'],
      ...wired,
      ends: ['right'],
      mode: ['plain'],
      slot: ['right'],
      kept: ['there'],
      neighbours: ['yes'],
      place: ['elsewhere'],
      paired: ['yes'],
    },
  },
  {
    id: 'control-dead',
    words: 'This one control is defective or not assigned in the controller.',
    mend: 'Look it up in the slot of the controller. If it is assigned and still silent, move its functions to another control: Gear has “Move to another”.',
    weight: 2,
    signs: {
      ...unmoved,
      ...silent,
      ...wired,
      ends: ['right'],
      mode: ['plain'],
      slot: ['right'],
      kept: ['there'],
      neighbours: ['yes'],
      place: ['here'],
      paired: ['yes'],
    },
  },
  {
    id: 'wrong-kind',
    words: 'It sends another kind of message than planned.',
    mend: 'Change the kind in the controller (a pad that sends notes instead of control changes is the usual case), or take what it sends over into the plan with Listen.',
    weight: 6,
    signs: {
      ...unmoved,
      monitor: ['something'],
      ...wired,
      ends: ['right'],
      mode: ['plain'],
      slot: ['right'],
      kept: ['there'],
      place: ['here'],
      neighbours: ['yes'],
      kind: ['other'],
      'host-light': ['blinks', 'dark'],
    },
  },
  {
    id: 'wrong-channel',
    words: 'It sends on another channel.',
    mend: 'Set the channel in the controller, or in the plan. Some devices count channels from 0: 4 there is channel 5 here.',
    weight: 8,
    signs: {
      ...unmoved,
      monitor: ['something'],
      ...wired,
      ends: ['right'],
      mode: ['plain'],
      slot: ['right'],
      kept: ['there'],
      place: ['here'],
      neighbours: ['yes'],
      kind: ['planned'],
      channel: ['other'],
    },
  },
  {
    id: 'wrong-number',
    words: 'It sends another number.',
    mend: 'Set the number in the controller, or in the plan. Off by one usually means that one side counts from 0.',
    weight: 7,
    signs: {
      ...unmoved,
      monitor: ['something'],
      ...wired,
      ends: ['right'],
      mode: ['plain'],
      slot: ['right'],
      kept: ['there'],
      place: ['here'],
      neighbours: ['yes'],
      kind: ['planned'],
      channel: ['planned'],
      number: ['other'],
    },
  },
  {
    id: 'too-low',
    words: 'The values stay below what the target takes for “on”.',
    mend: 'Let the controller send 127, calibrate the pedal, or lower the threshold of the target.',
    weight: 3,
    signs: {
      ...unmoved,
      ...arrives,
      ...wired,
      ends: ['right'],
      reach: ['low'],
      'host-light': ['blinks'],
      'port-for': ['remote'],
    },
  },
  {
    id: 'port-off',
    words: 'The port is switched off in the software.',
    mend: 'Switch it on for remote control in the MIDI settings of the software.',
    weight: 9,
    signs: { ...unmoved, ...arrives, ...wired, reach: ['high'], 'host-light': ['dark'], 'port-for': ['nothing'] },
  },
  {
    id: 'notes-only',
    words: 'The port is on for playing notes only.',
    mend: 'Switch it on for remote control too. If the notes must not sound, switch the other off.',
    weight: 8,
    signs: { ...unmoved, ...arrives, ...wired, reach: ['high'], 'port-for': ['notes'], front: ['still'] },
  },
  {
    id: 'filtered',
    words: 'A hub, merge or interface on the way filters it out.',
    mend: 'Look for its filter of channels and kinds and open it; write the filter down at the wire in Gear.',
    weight: 3,
    needs: 'hub',
    signs: { ...unmoved, ...wired, between: ['now'], 'host-light': ['dark'], 'port-for': ['remote'] },
  },
  {
    id: 'not-in-window',
    words: 'The target takes only some numbers, and this is none of them.',
    mend: 'Look at “Takes only these numbers” in Gear and let Numbers plan one that it takes.',
    weight: 3,
    needs: 'windows',
    signs: {
      ...unmoved,
      learn: ['refuses'],
      ...arrives,
      ...wired,
      reach: ['high'],
      'host-light': ['blinks'],
      'port-for': ['remote'],
      mapping: ['gone'],
      mouse: ['works'],
    },
  },
  {
    id: 'not-in-front',
    words: 'The target listens only while it is in front or its track is selected.',
    mend: 'Lock the mapping to the target if the software can, or make selecting it part of the show.',
    weight: 6,
    needs: 'scope',
    signs: {
      ...unmoved,
      learn: ['catches'],
      ...arrives,
      ...wired,
      reach: ['high'],
      'host-light': ['blinks'],
      'port-for': ['remote'],
      front: ['now'],
      mapping: ['there'],
      mouse: ['works'],
    },
  },
  {
    id: 'not-armed',
    words: 'The track lets no notes in.',
    mend: 'Arm it or switch on listening through it; save that with the project.',
    weight: 4,
    needs: 'notes',
    signs: {
      ...unmoved,
      ...arrives,
      ...wired,
      reach: ['high'],
      'host-light': ['blinks'],
      armed: ['no'],

      'port-for': ['remote', 'notes'],
      mouse: ['works'],
    },
  },
  {
    id: 'mapping-gone',
    words: 'The mapping is not there: it was made in another project or instance.',
    mend: 'Enter it again from the sheet, and save it where the next project finds it: in a template, or in the settings of the host.',
    weight: 6,
    needs: 'project',
    signs: {
      ...unmoved,
      learn: ['catches'],
      ...arrives,
      ...wired,
      reach: ['high'],
      'host-light': ['blinks'],
      'port-for': ['remote'],
      mapping: ['gone'],

      mouse: ['works'],
    },
  },
  {
    id: 'mapped-elsewhere',
    words: 'The message moves something else.',
    mend: 'Delete that mapping and make the right one. A learn function catches what arrives first: a touched cap, a bumped neighbour.',
    weight: 4,
    signs: {
      ...unmoved,
      learn: ['catches'],
      ...arrives,
      ...wired,
      reach: ['high'],
      'host-light': ['blinks'],
      'port-for': ['remote'],
      mapping: ['elsewhere'],
      mouse: ['works'],
    },
  },
  {
    id: 'pickup',
    words: 'The target waits until the control passes its value.',
    mend: 'Move the control once through its whole way after each change of bank or preset, or let this parameter jump.',
    weight: 4,
    needs: 'pickup',
    signs: {
      ...unmoved,
      learn: ['catches'],
      ...arrives,
      ...wired,
      reach: ['high'],
      'host-light': ['blinks'],
      'port-for': ['remote'],
      mapping: ['there'],

      through: ['catches'],
      mouse: ['works'],
    },
  },
  {
    id: 'parameter-dead',
    words: 'The parameter itself does nothing at the moment.',
    mend: 'It may be bypassed, belong to another instance, or act only with something else switched on.',
    weight: 3,
    signs: {
      ...unmoved,
      learn: ['catches'],
      ...arrives,
      ...wired,
      reach: ['high'],
      'host-light': ['blinks'],
      'port-for': ['remote'],
      mapping: ['there'],
      mouse: ['dead'],
    },
  },
];

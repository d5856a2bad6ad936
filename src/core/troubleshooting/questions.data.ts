// The questions that tell causes apart; each with where to look and what may be answered. Common practice, no source.

import type { Need } from './cause';

export interface Question {
  readonly id: string;
  readonly ask: string;
  /** Where to look. */
  readonly how: string;
  readonly answers: readonly (readonly [id: string, words: string])[];
  /** Makes sense only once another question is answered in one of these ways. */
  readonly after?: { readonly question: string; readonly answers: readonly string[] };
  /** Is asked only where the rig has this. */
  readonly needs?: Need;
  /** What answering it takes: 1 a look, less where the monitor answers it, more where something is unplugged. */
  readonly cost: number;
}

/** The questions, each with where to look. */
export const questions: readonly Question[] = [
  {
    id: 'monitor',
    cost: 0.3,
    ask: 'Does anything arrive here when you move the control?',
    how: 'Move it while this page listens. Choose the port of the controller first.',
    answers: [
      ['nothing', 'nothing at all'],
      ['something', 'something arrives'],
    ],
  },
  {
    id: 'lamp',
    cost: 1,
    ask: 'Is the controller awake?',
    how: 'A light, a display, anything that shows that it has power.',
    answers: [
      ['dark', 'it is dark'],
      ['lit', 'it is awake'],
    ],
  },
  {
    id: 'listed',
    cost: 1,
    ask: 'Does the computer list the controller among its MIDI ports?',
    how: 'In the list of ports here, or in the settings of the software.',
    answers: [
      ['no', 'no'],
      ['other', 'only an interface that it hangs on'],
      ['yes', 'yes, by its name'],
    ],
  },
  {
    id: 'replug',
    after: { question: 'listed', answers: ['no', 'other'] },
    cost: 2,
    ask: 'Unplug it, take another cable and another socket: does it show up?',
    how: 'A cable that only charges carries no data.',
    answers: [
      ['now', 'now it does'],
      ['still', 'still not'],
    ],
  },
  {
    id: 'ends',
    cost: 1,
    ask: 'Where does the cable begin and end?',
    how: 'Out of the sender goes to in of the receiver. The words on a cable name the socket that it goes into on the other device.',
    answers: [
      ['right', 'from the out of the controller to the in of the interface'],
      ['wrong', 'the other way round, or out to out'],
    ],
  },
  {
    id: 'others',
    cost: 1.5,
    ask: 'Is another program open that could hold the port?',
    how: 'An editor for the controller, a second host, a browser tab. Close it and move the control again.',
    answers: [
      ['held', 'closing it helped'],
      ['editor', 'it was the editor of this controller, and closing that helped'],
      ['free', 'there is none, or closing it changed nothing'],
    ],
  },
  {
    id: 'mode',
    cost: 1,
    ask: 'Which mode does the controller show?',
    how: 'Many start in a mode for one program, where the controls send nothing plain.',
    answers: [
      ['plain', 'a plain or user mode'],
      ['special', 'a mode for some program'],
    ],
  },
  {
    id: 'slot',
    needs: 'slots',
    cost: 1,
    ask: 'Is the slot or preset chosen that you programmed?',
    how: 'Look at its display. After switching on, many come up in the first one.',
    answers: [
      ['right', 'yes'],
      ['other', 'another one'],
    ],
  },
  {
    id: 'kept',
    needs: 'slots',
    cost: 1.5,
    ask: 'Choose the programmed slot again: is your programming still in it?',
    how: 'What was not saved before another slot was opened is lost.',
    answers: [
      ['there', 'it is there'],
      ['lost', 'it is as it was before I programmed it'],
    ],
  },
  {
    id: 'neighbours',
    cost: 1,
    ask: 'Do other controls of the same unit arrive?',
    how: 'Move the one beside it.',
    answers: [
      ['yes', 'they do'],
      ['no', 'none does'],
    ],
  },
  {
    id: 'place',
    needs: 'banks',
    cost: 1,
    ask: 'Is the unit in the bank, page and layer in which this function stands?',
    how: 'The map shows where it stands.',
    answers: [
      ['here', 'yes'],
      ['elsewhere', 'no, in another one'],
    ],
  },
  {
    id: 'kind',
    after: { question: 'monitor', answers: ['something'] },
    cost: 0.3,
    ask: 'What arrives: is it the kind of message that was planned?',
    how: 'The line below names it.',
    answers: [
      ['planned', 'the planned kind'],
      ['other', 'another kind'],
    ],
  },
  {
    id: 'channel',
    after: { question: 'kind', answers: ['planned'] },
    cost: 0.3,
    ask: 'Is it on the planned channel?',
    how: 'The line below names it.',
    answers: [
      ['planned', 'the planned channel'],
      ['other', 'another channel'],
    ],
  },
  {
    id: 'number',
    after: { question: 'channel', answers: ['planned'] },
    cost: 0.3,
    ask: 'Does it have the planned number?',
    how: 'The line below names it.',
    answers: [
      ['planned', 'the planned number'],
      ['other', 'another number'],
    ],
  },
  {
    id: 'reach',
    after: { question: 'number', answers: ['planned'] },
    cost: 0.3,
    ask: 'Do the values reach high enough?',
    how: 'Move it to both ends, press it hard: the line below shows the highest.',
    answers: [
      ['high', 'it goes up to 64 or more'],
      ['low', 'it stays below 64'],
    ],
  },
  {
    id: 'host-light',
    cost: 1,
    ask: 'Does the software show that a message comes in?',
    how: 'A light or a meter for incoming MIDI, or its own list of messages.',
    answers: [
      ['dark', 'it shows nothing'],
      ['blinks', 'it shows something'],
    ],
  },
  {
    id: 'port-for',
    cost: 1,
    ask: 'What is the port switched on for in the software?',
    how: 'Playing notes and remote control are separate switches in many hosts.',
    answers: [
      ['nothing', 'for nothing'],
      ['notes', 'only for playing notes'],
      ['remote', 'only for remote control'],
      ['both', 'for both'],
    ],
  },
  {
    id: 'between',
    needs: 'hub',
    cost: 2,
    ask: 'Take the hub or merge out of the way: does it arrive then?',
    how: 'Plug the controller straight in.',
    answers: [
      ['now', 'now it does'],
      ['still', 'still not'],
    ],
  },
  {
    id: 'front',
    needs: 'scope',
    after: { question: 'monitor', answers: ['something'] },
    cost: 1,
    ask: 'Bring the target to the front and select its track: does it move now?',
    how: 'Click into its window, select its track, then move the control.',
    answers: [
      ['now', 'now it does'],
      ['still', 'still not'],
    ],
  },
  {
    id: 'conditions',
    needs: 'conditions',
    after: { question: 'monitor', answers: ['something'] },
    cost: 1,
    ask: 'Is everything so that it needs?',
    how: 'The sheet says it beside the line, after “Only if”: armed, an empty slot, a switch of the target that is on.',
    answers: [
      ['yes', 'yes, all of it'],
      ['no', 'no, something is not'],
    ],
  },
  {
    id: 'armed',
    needs: 'notes',
    cost: 1,
    ask: 'Is the track armed?',
    how: 'Notes reach an instrument only on a track that lets them in.',
    answers: [
      ['yes', 'yes'],
      ['no', 'no'],
    ],
  },
  {
    id: 'listening',
    needs: 'notes',
    after: { question: 'armed', answers: ['yes'] },
    cost: 1,
    ask: 'Does the track play what comes in at its input?',
    how: 'Its monitoring: on the input, automatic while it is armed, or off.',
    answers: [
      ['yes', 'it is on the input, or automatic'],
      ['no', 'it is off'],
    ],
  },
  {
    id: 'mapping',
    cost: 1,
    ask: 'Is the mapping still in the list of mappings?',
    how: 'A mapping that lives in a project or an instance is not there in the next one.',
    answers: [
      ['there', 'it is there'],
      ['gone', 'it is gone'],
      ['elsewhere', 'it is there, and points at something else'],
    ],
  },
  {
    id: 'learn',
    after: { question: 'monitor', answers: ['something'] },
    cost: 1.5,
    ask: 'Does the learn function of the software catch this control?',
    how: 'With the loudspeakers down, and not on anything that fires when it is learnt.',
    answers: [
      ['catches', 'it catches it'],
      ['refuses', 'it does not'],
    ],
  },
  {
    id: 'through',
    needs: 'pickup',
    after: { question: 'monitor', answers: ['something'] },
    cost: 1.2,
    ask: 'Turn the control slowly from one end to the other: does the parameter catch it on the way?',
    how: 'With pick-up nothing happens until the control passes the value.',
    answers: [
      ['catches', 'it catches it'],
      ['never', 'never'],
    ],
  },
  {
    id: 'mouse',
    cost: 1,
    ask: 'Does the parameter do anything when you move it with the mouse?',
    how: 'It may be switched off, bypassed, or on an instance that is not heard.',
    answers: [
      ['works', 'it does'],
      ['dead', 'it does nothing either'],
    ],
  },
  {
    id: 'paired',
    needs: 'bluetooth',
    cost: 1,
    ask: 'Does the computer show the wireless link as connected?',
    how: 'In the list of wireless devices. One unit connects to one computer only.',
    answers: [
      ['yes', 'yes'],
      ['no', 'no'],
    ],
  },
];

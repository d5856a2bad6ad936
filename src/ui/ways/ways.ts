// The ways into a new rig: what somebody has at hand, and in which order its parts come.
import type { Part } from '@/core/begin';

export const ways = ['hardware', 'list', 'show'] as const;
export type Way = (typeof ways)[number];

interface WayWords {
  readonly name: string;
  readonly about: string;
  readonly order: readonly Part[];
  /** What each part is called, as a step. */
  readonly steps: Readonly<Record<Part, string>>;
}

const common = { function: 'Give a control its parameter', proof: 'Press it and see' } as const;

export const wayWords: Readonly<Record<Way, WayWords>> = {
  hardware: {
    name: 'I have the hardware here',
    about: 'Say what it has, name one thing that it is to move, touch a control.',
    order: ['controller', 'parameter', 'function', 'proof'],
    steps: { ...common, controller: 'What is under your hands', parameter: 'What it is to move' },
  },
  list: {
    name: 'I have a list or a file',
    about: 'Paste the parameters of your software from a table, or take them from a file.',
    order: ['parameter', 'controller', 'function', 'proof'],
    steps: { ...common, parameter: 'Your list', controller: 'What you play it with' },
  },
  show: {
    name: 'Show me',
    about: 'A small made-up job, done here in four steps: a board, a choir of glasses, one switch.',
    order: ['controller', 'parameter', 'function', 'proof'],
    steps: { ...common, controller: 'A small board', parameter: 'A choir of glasses' },
  },
};

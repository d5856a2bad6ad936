'use client';
import { Dialog } from '../primitives/dialog';

const keys: ReadonlyArray<readonly [string, ReadonlyArray<readonly [string, string]>]> = [
  [
    'Anywhere',
    [
      ['Ctrl K', 'all commands'],
      ['Ctrl Z', 'undo'],
      ['Ctrl Shift Z', 'redo'],
      ['?', 'this list'],
    ],
  ],
  [
    'On the panel',
    [
      ['Arrows', 'walk from control to control'],
      ['Enter', 'open the chosen control’s details'],
      ['A', 'assign a parameter to it'],
      ['F', 'fill along its neighbours'],
      ['Delete', 'clear what it does'],
      ['1 – 9', 'bank; 0 is every bank'],
      ['L', 'listen to the real control'],
      ['Y', 'next layer'],
    ],
  ],
  [
    'On the bench',
    [
      ['Letters', 'press the switch that shows the letter, for as long as they are held'],
      ['1 – 9', 'change the bank'],
      ['Up, Down', 'turn or slide the focused control by a step; Page Up and Down by eight'],
      ['Home, End', 'to the ends of its way'],
      ['Space', 'press it; on an encoder, push it'],
    ],
  ],
  [
    'On the numbers',
    [
      ['Arrows', 'walk the numbers; with Shift take several'],
      ['Page Up, Down', 'the channel before or after'],
      ['Enter', 'show the function on the map'],
    ],
  ],
  [
    'On the checks',
    [
      ['Up, Down', 'the finding above or below'],
      ['Enter', 'to its changes'],
    ],
  ],
  [
    'Step by step, and in the history',
    [
      ['Space', 'entered or saved, and on to the next step'],
      ['Left, Right', 'the step before or after, without a tick'],
      ['W', 'where was I: the first step that is open'],
      ['Up, Down', 'in the history: the state above or below'],
    ],
  ],
  [
    'On the proof',
    [
      ['Left, Right', 'the function before or after'],
      ['R', 'try it again'],
      ['N', 'that was all: say what is wrong'],
      ['S', 'skip it'],
      ['P', 'let the simulated unit play'],
      ['Space', 'in Calibrate: record, and end it'],
      ['1 – 6', 'in Probe: what it did'],
      ['T', 'step by step: teach it from here'],
    ],
  ],
  [
    'On the map',
    [
      ['/', 'find a parameter that waits'],
      ['Enter', 'on a waiting parameter: put it on the chosen control'],
      ['Up, Down', 'in the list: the assignment above or below'],
    ],
  ],
];

export function KeysDialog({ open, onOpenChange }: { readonly open: boolean; readonly onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      wide
      plain
      title="Keys"
      description="Single keys work while the panel has the focus."
    >
      <div className="columns-2 gap-8">
        {keys.map(([where, list]) => (
          <section key={where} className="mb-4 break-inside-avoid">
            <h3 className="mb-1 font-semibold">{where}</h3>
            <dl className="grid grid-cols-[110px_1fr] gap-y-1">
              {list.map(([key, what]) => (
                <div key={key} className="contents">
                  <dt className="font-mono text-xs leading-5">{key}</dt>
                  <dd className="text-ink-2">{what}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  );
}

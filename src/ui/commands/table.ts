// Every command there is: what it is called, its keys, and where they work. The list of keys, the palette and the keys
// themselves are made from this table; what a command does is given by the screen that can do it (use-command.ts).

/** Where keys work, as the list of keys says it, in its order. */
export const scopes = {
  anywhere: 'Anywhere',
  panel: 'On the panel',
  bench: 'On the bench',
  numbers: 'On the numbers',
  checks: 'On the checks',
  steps: 'Step by step, and in the history',
  proof: 'On the proof',
  map: 'On the map',
  stage: 'On Stage',
  rehearse: 'At a rehearsal',
  panelEditor: 'Where the panel is drawn',
} as const;
export type Scope = keyof typeof scopes;

export interface Command {
  readonly when: Scope;
  readonly label: string;
  /**
   * Keys of the whole page, in the notation of the hotkeys library; keys of the part that has the focus, as the browser names
   * them; or none.
   */
  readonly keys: { readonly page: readonly string[] } | { readonly focus: readonly string[] } | null;
  /** How the keys are written for people; empty where there are none. */
  readonly shown: string;
  /** Other words by which it is found. */
  readonly also?: string;
  /** Whether it makes sense without its key: then the palette offers it. */
  readonly offered: boolean;
  /** The page that it opens: of the rig, or of the whole program where it begins with a slash. */
  readonly to?: string;
}

const page = (...keys: string[]): Command['keys'] => ({ page: keys });
const focus = (...keys: string[]): Command['keys'] => ({ focus: keys });
const go = (label: string, to: string, also = ''): Command => ({
  when: 'anywhere',
  label,
  keys: null,
  shown: '',
  also,
  offered: true,
  to,
});
const key = (when: Scope, shown: string, label: string, keys: Command['keys'], offered = true): Command => ({
  when,
  label,
  keys,
  shown,
  offered,
});
/** Keys by which a list or grid is walked, as such parts of a page are everywhere: told, not offered. */
const walk = (when: Scope, shown: string, label: string): Command => ({ when, label, keys: null, shown, offered: false });

const digits = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];

export const commands = {
  palette: key('anywhere', 'Ctrl K', 'all commands', page('mod+k'), false),
  undo: key('anywhere', 'Ctrl Z', 'undo', page('mod+z')),
  redo: key('anywhere', 'Ctrl Shift Z', 'redo', page('mod+shift+z', 'mod+y')),
  keys: key('anywhere', '?', 'the list of keys', page('?')),

  'go-gear': go('Gear', 'gear', 'controllers targets'),
  'go-map': go('Map', 'map', 'assign functions'),
  'go-numbers': go('Numbers', 'numbers', 'channels CC notes plan'),
  'go-bench': go('Bench', 'bench', 'play simulate'),
  'go-checks': go('Checks', 'checks', 'what must be fixed findings'),
  'go-sheet': go('Sheet', 'sheet', 'enter print'),
  'go-set': go('Set: songs, and what to press from section to section', 'set', 'songs scenes show lost'),
  'go-stage': go('Stage: the panels, and what to press next', 'stage', 'stand show live follow dark'),
  'go-rehearse': go('Rehearse: play the ways of the set to a click', 'set/rehearse', 'practise metronome boxes take'),
  'go-proof': go('Proof', 'proof', 'prove what arrives'),
  'go-wiring': go('Wiring', 'gear/wiring', 'cables wires'),
  'go-begin': go('Your first function, step by step', 'begin', 'start tutorial show me ways in'),
  'go-through': go('Played through: from a port to a port', 'gear/through', 'translator midi thru'),
  'go-nothing': go('Nothing arrives: find out why', 'gear/nothing', 'troubleshooting'),
  'go-walk': go('Enter it step by step', 'sheet/walk'),
  'go-labels': go('Labels to scale', 'sheet/labels', 'tape print'),
  'go-homes': go('Where it lives: what to save where', 'sheet/homes'),
  'go-again': go('Enter again: what changed since a state', 'sheet/again', 'difference'),
  'go-calibrate': go('Calibrate a pedal or fader', 'proof/calibrate'),
  'go-probe': go('Probe how the software listens', 'proof/probe'),
  'go-history': go('History: what was changed, and the way back', 'history', 'restore'),
  'go-rigs': go('All rigs', '/'),
  'go-library': go('Library', '/library', 'controllers targets templates'),
  'add-controller': go('Add a controller', 'gear?open=controller'),
  'add-target': go('Add a target', 'gear?open=target'),
  export: { ...go('Export this rig as a file', ''), to: undefined, also: 'save download' },
  rename: { ...go('Rename this rig', ''), to: undefined },
  edits: { ...go('Changes that wait or were set aside', ''), to: undefined, also: 'saved unsent offline' },
  merge: { ...go('Merge a file into this rig', ''), to: undefined, also: 'import' },
  template: { ...go('Save as a template to start from', ''), to: undefined },
  surroundings: { ...go('Light or dark surroundings', ''), to: undefined, also: 'theme stage' },

  'panel-walk': walk('panel', 'Arrows', 'walk from control to control'),
  'panel-zoom': walk('panel', '+ −', 'look closer at the panel, or at all of it; also the wheel with Ctrl'),
  'panel-details': key('panel', 'Enter', 'open the chosen control’s details', focus('Enter'), false),
  'panel-assign': key('panel', 'A', 'assign a parameter to the chosen control', focus('a')),
  'panel-values': key('panel', 'V', 'set several values with one press', focus('v')),
  'panel-fill': key('panel', 'F', 'fill along its neighbours', focus('f')),
  'panel-take': key('panel', 'Ctrl C', 'copy what the chosen control does', page('mod+c')),
  'panel-paste': key('panel', 'Ctrl V', 'put it on the chosen control, or into other banks', page('mod+v')),
  'panel-clear': key('panel', 'Delete', 'clear what the chosen control does', focus('Delete', 'Backspace')),
  'panel-bank': key('panel', '1 – 9', 'bank; 0 is every bank', focus('0', ...digits), false),
  'panel-listen': key('panel', 'L', 'listen to the real control', focus('l')),
  'panel-layer': key('panel', 'Y', 'next layer', focus('y')),
  'layer-add': { ...go('Add a layer', ''), when: 'map', to: undefined, also: 'modifier shift' },
  'layer-change': {
    ...go('Change the layer that is open or that the chosen control opens', ''),
    when: 'map',
    to: undefined,
    also: 'modifier blink',
  },

  'place-copy': {
    ...go('Copy, move or swap this bank or page', ''),
    when: 'map',
    to: undefined,
    also: 'duplicate',
  },

  'bench-letters': walk('bench', 'Letters', 'press the switch that shows the letter, for as long as they are held'),
  'bench-bank': walk('bench', '1 – 9', 'change the bank'),
  'bench-move': walk('bench', 'Up, Down', 'turn or slide the focused control by a step; Page Up and Down by eight'),
  'bench-ends': walk('bench', 'Home, End', 'to the ends of its way'),
  'bench-press': walk('bench', 'Space', 'press it; on an encoder, push it'),

  'numbers-walk': walk('numbers', 'Arrows', 'walk the numbers; with Shift take several'),
  'numbers-channel': walk('numbers', 'Page Up, Down', 'the channel before or after'),
  'numbers-open': walk('numbers', 'Enter', 'show the function on the map'),

  'stage-on': walk('stage', 'Space, Right', 'on to the next section; also Page Down of a page-turning pedal'),
  'stage-back': walk('stage', 'Backspace, Left', 'back to the section before; also Page Up'),
  'stage-start': walk('stage', 'Home', 'before the first section'),
  'stage-bank': walk('stage', '1 – 9', 'say which bank it is, where what was heard does not tell'),
  'stage-silence': walk('stage', 'P, held', 'silence on the ports that were chosen for it'),
  'stage-leave': walk('stage', 'Escape, held', 'leave Stage'),

  'checks-walk': walk('checks', 'Up, Down', 'the finding above or below'),
  'checks-open': walk('checks', 'Enter', 'to its changes'),

  'steps-done': key('steps', 'Space', 'entered or saved, and on to the next step', page('space')),
  'steps-back': key('steps', 'Left', 'the step before, without a tick', page('left')),
  'steps-on': key('steps', 'Right', 'the step after, without a tick', page('right')),
  'steps-where': key('steps', 'W', 'where was I: the first step that is open', page('w')),
  'steps-teach': key('steps', 'T', 'teach it from here', page('t')),
  'history-walk': walk('steps', 'Up, Down', 'in the history: the state above or below'),

  'proof-back': key('proof', 'Left', 'the function before', page('left')),
  'proof-on': key('proof', 'Right', 'the function after', page('right')),
  'proof-again': key('proof', 'R', 'try it again', page('r')),
  'rehearse-begin': key('rehearse', 'Ctrl Enter', 'begin the take', page('mod+enter')),
  'rehearse-stop': key('rehearse', 'Escape', 'stop the take', page('escape')),
  'proof-settle': key('proof', 'N', 'that was all: say what is wrong', page('n')),
  'proof-skip': key('proof', 'S', 'skip this function', page('s')),
  'proof-play': key('proof', 'P', 'let the simulated unit play', page('p')),
  'calibrate-record': key('proof', 'Space', 'in Calibrate: record, and end it', page('space')),
  'probe-answer': key('proof', '1 – 6', 'in Probe: what it did', page(...digits.slice(0, 6)), false),

  'map-find': key('map', '/', 'find a parameter that waits', page('slash')),
  'map-put': walk('map', 'Enter', 'on a waiting parameter: put it on the chosen control'),
  'map-walk': walk('map', 'Up, Down', 'in the list: the assignment above or below'),
  'map-several': walk('map', 'Space, Shift Up, Down, Ctrl A', 'in the list: choose several, to change them in one go'),

  'panel-all': key('panelEditor', 'Ctrl A', 'choose every control', page('mod+a')),
  'panel-copy': key('panelEditor', 'Ctrl D', 'copy the chosen controls', page('mod+d')),
  'panel-move': walk('panelEditor', 'Arrows', 'move the chosen controls; with Shift further, with Alt finer'),
  'panel-remove': walk('panelEditor', 'Delete', 'take the chosen controls off the panel'),
} as const satisfies Readonly<Record<string, Command>>;

export type CommandId = keyof typeof commands;
export const commandOf = (id: CommandId): Command => commands[id];
export const commandIds = Object.keys(commands) as readonly CommandId[]; // border: the keys of the table above

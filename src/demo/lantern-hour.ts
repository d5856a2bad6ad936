// The demo rig "Lantern Hour": a small ensemble plays live to silent films. Everything in it is invented, with a handful of
// honest mistakes for the findings to find.
import {
  addArrival,
  addGroup,
  alternate,
  assign,
  assignmentAt,
  assignRaw,
  changeArrival,
  changeBehaviour,
  changeGroup,
  changeMessage,
  changePreset,
  countAnew,
  countWith,
  giveTable,
  hearAs,
  type Place,
  sentOnArrival,
} from '@/core/commands';
import { channel, u7 } from '@/core/midi';
import { type Assignment, type Edit, type Evidence, indexRig, type Rig, set, type Translator } from '@/core/rig';
import { alternating, Builder, every, held, must, ticked } from './builder';
import { addSongs } from './lantern-set';
import { targetLists } from './targets.data';

/** Props are yellow and what rings on is green, dim blue while off; the light of the heel blinks while its layer is open. */
function lights(b: Builder, heel: string): Rig {
  for (const [pad, colour] of [
    ['P 1', 'yellow'],
    ['P 2', 'yellow'],
    ['P 3', 'yellow'],
    ['P 5', 'green'],
    ['P 6', 'violet'],
  ] as const) {
    const { id } = b.control('Pad tray 4×4', pad);
    const own = () => b.rig.assignments.filter((a) => a.controlId === id);
    for (const row of own()) b.do(set('assignments', row, 'colour', colour));
    for (const row of own()) b.do(set('assignments', row, 'colourOff', 'blue'));
  }
  for (const row of b.rig.layers.filter((l) => l.id === heel)) b.do(set('layers', row, 'blinks', 2));
  finale(b);
  table(b);
  return b.rig;
}

/**
 * The last bank, still to be entered: a tuner that is not on the rig, a switch that alternates between two of its programs, and a chord that one switch
 * counts up and another down. The board has steps of its own before and after.
 */
function finale(b: Builder): void {
  const place: Place = { bank: 4, page: null, layerId: null };
  const row = (id: string): Assignment => {
    const found = b.rig.assignments.find((a) => a.id === id);
    if (!found) throw new Error('demo: function lost');
    return found;
  };
  const raw = (name: string, text: string, number: number): string => {
    const control = b.control('Floorboard 8+2', name);
    const made = must(assignRaw(indexRig(b.rig), { controlId: control.id, place, gesture: { type: 'press' } }, b.newId), name);
    b.do(made.edit);
    const program = { type: 'program', channel: channel(8), number: u7(number), bank: null } as const;
    b.do(must(changed(changeMessage(indexRig(b.rig), row(made.assignmentId), 0, program, b.newId)), name));
    b.do(set('assignments', row(made.assignmentId), 'textShort', text));
    return made.assignmentId;
  };
  raw('FS 1', 'TUNER', 0);
  const drones = raw('FS 2', 'DRONES', 4);
  b.do(must(alternate(indexRig(b.rig), row(drones)), 'drones'));
  const other = { type: 'program', channel: channel(8), number: u7(5), bank: null } as const;
  b.do(must(changed(changeMessage(indexRig(b.rig), row(drones), 1, other, b.newId)), 'drones'));
  lastReel(b);
  chord(b, place, row);
  cluster(b);
  for (const c of b.rig.controllers.filter((c) => c.name === 'Floorboard 8+2'))
    b.do(
      set('controllers', c, 'setUp', {
        before: ['Switch its touch messages off.'],
        after: ['Save as slot 3, and write it on the lid.'],
      }),
    );
}

/** Tuner and drones release each other without a word; the drones stand off, and the tuner lies under its first program, as the bank is entered. */
function lastReel(b: Builder): void {
  const board = b.rig.controllers.find((c) => c.name === 'Floorboard 8+2');
  if (!board) throw new Error('demo: board lost');
  const at = { bank: 4, page: null };
  const [tuner, drones] = ['FS 1', 'FS 2'].map((name) => b.control(board.name, name).id);
  if (!tuner || !drones) throw new Error('demo: switches lost');
  b.do(must(addGroup(indexRig(b.rig), board, at, [tuner, drones], b.newId), 'last reel'));
  for (const g of b.rig.groups) b.do(changeGroup(indexRig(b.rig), g, { name: 'Last reel', sendsOff: false }));
  b.do(addArrival(indexRig(b.rig), board, at, b.newId));
  const first = { type: 'program', channel: channel(8), number: u7(0), bank: null } as const;
  for (const a of b.rig.arrivals)
    b.do(changeArrival(a, { actions: [sentOnArrival(first)], latches: [{ controlId: drones, on: false }] }));
}

/** Counted up by one switch and down by another, with one counter that wraps; what hears it is one line. */
function chord(b: Builder, place: Place, row: (id: string) => Assignment): void {
  const made = ['FS 3', 'FS 5'].map((name) => {
    const { id: controlId } = b.control('Floorboard 8+2', name);
    const wish = { parameterId: b.parameter('Pane Choir: Chord').id, controlId, place, gesture: { type: 'press' } } as const;
    const assigned = must(assign(indexRig(b.rig), { ...wish, onTaken: 'join' }, b.newId), name);
    b.do(assigned.edit);
    const program = { type: 'program', channel: channel(5), number: u7(20), bank: null } as const;
    b.do(must(changed(changeMessage(indexRig(b.rig), row(assigned.assignmentId), 0, program, b.newId)), name));
    return assigned.assignmentId;
  });
  const [up = '', down = ''] = made;
  b.do(must(countAnew(indexRig(b.rig), row(up), 0, b.newId), 'chord'));
  const counter = b.rig.counters.at(-1);
  if (!counter) throw new Error('demo: counter lost');
  b.do(must(countWith(indexRig(b.rig), row(down), 0, counter, b.newId), 'chord'));
  b.do(must(changed(changeBehaviour(row(down), 0, { type: 'stepping', counterId: counter.id, step: -1 })), 'chord'));
  // The choir lists its chords in one line: a run of programs.
  const choir = b.rig.targets.find((t) => t.name === 'Pane Choir');
  const first = b.rig.landings.find((l) => l.parameterId === b.parameter('Pane Choir: Chord').id);
  if (!choir || !first) throw new Error('demo: chords lost');
  b.do(set('targets', choir, 'reception', { ...choir.reception, modes: [...choir.reception.modes, 'run'] }));
  b.do(hearAs(indexRig(b.rig), row(up), first, 'run', null, b.newId));
}

/** The cue player came with a number that nothing sends yet. */
function table(b: Builder): void {
  const clerk = b.rig.targets.find((t) => t.name === 'Reel Clerk');
  if (!clerk) throw new Error('demo: target lost');
  const address = { type: 'cc', channel: channel(14), number: u7(86) } as const;
  b.do(giveTable(b.rig, clerk, [{ parameterId: b.parameter('Reel Clerk: Reel').id, address, given: 'manual' }], b.newId));
}

/** A mistake: the last chord is stored with the choir on, behind the back of the switch that shows it. */
function cluster(b: Builder): void {
  const [chordOf, choir, tone] = ['Chord', 'Choir', 'Tone'].map((name) => b.parameter(`Pane Choir: ${name}`));
  if (!chordOf || !choir || !tone) throw new Error('demo: chord lost');
  const values = [
    { parameterId: choir.id, value: 1 },
    { parameterId: tone.id, value: 5200 },
  ];
  for (const step of [0, 1, 2, 3])
    b.do(changePreset(indexRig(b.rig), chordOf, step, { values: step === 3 ? values : [] }, b.newId));
}

/** A box before the film: the wheel and the bend of the tray never get to it. */
function filmBox(b: Builder): void {
  const unit = (name: string) => [...b.rig.controllers, ...b.rig.targets].find((u) => u.name === name)?.id;
  const wire = b.rig.wires.find((w) => w.from.unitId === unit('Pad tray 4×4') && w.to.unitId === unit('Reel Clerk'));
  if (!wire) throw new Error('demo: wire lost');
  const all = { channel: null, lowest: u7(0), highest: u7(127) } as const;
  const lines: Translator['lines'] = [
    { from: { ...all, type: 'cc', lowest: u7(1), highest: u7(1) }, to: [] },
    { from: { ...all, type: 'pitch-bend' }, to: [] },
  ];
  b.do(set('wires', wire, 'translator', { name: 'Film box', lines, rest: 'passes' }));
}

/** The last pad of the tray leads to its first bank, wherever it is: of the three the tray alone finds back blindly. */
function home(b: Builder): void {
  const { id: controlId } = b.control('Pad tray 4×4', 'P 16');
  const place: Place = { bank: null, page: null, layerId: null };
  const made = must(assignRaw(indexRig(b.rig), { controlId, place, gesture: { type: 'press' } }, b.newId), 'home');
  b.do(made.edit);
  for (const row of b.rig.assignments.filter((a) => a.id === made.assignmentId)) {
    b.do(set('assignments', row, 'actions', [{ type: 'go', to: { type: 'bank', bank: 1 } }]));
    b.do(set('assignments', row, 'textShort', 'HOME'));
    b.do(set('assignments', row, 'entered', { at: '2026-09-12T17:30:00.000Z' }));
  }
}

/** A change that is there; the demo makes none that is not. */
const changed = (edit: Edit | null) =>
  edit ? ({ ok: true, value: edit } as const) : ({ ok: false, error: 'nothing to change' } as const);

/** Builds the demo rig. The same identifiers each time. */
export function lanternHour(id = 'lantern-hour'): Rig {
  const b = new Builder(id, 'Lantern Hour', 'lh');
  b.targets(targetLists);
  b.controller('floorboard-8-2', 'Floorboard 8+2', ['Overture', 'Harbour', 'Storm', 'Finale']);
  b.controller('encoder-slab-16', 'Encoder slab 16', ['Colours', 'Beds', 'Spare 3', 'Spare 4']);
  b.controller('pad-tray-16-8', 'Pad tray 4×4', [
    'Props',
    'Weather',
    'Street',
    'Spare 4',
    'Spare 5',
    'Spare 6',
    'Spare 7',
    'Spare 8',
  ]);

  const heel = b.layer('Heel', 'Floorboard 8+2', 'FS 4', 'controller');
  const veil = b.layer('Veil', 'Encoder slab 16', 'E 16', 'host');

  const at = (bank: number | null, layerId: string | null = null): Place => ({ bank, page: null, layerId });

  b.put('Floorboard 8+2 / FS 1', at(1), 'Murmur Loom: Loom', { behaviour: alternating(127, 0) });
  b.put('Floorboard 8+2 / FS 2', at(1), 'Pane Choir: Choir', { behaviour: alternating(127, 0) });
  // A mistake: 0 goes out first, and Freeze is already off.
  b.put('Floorboard 8+2 / FS 3', at(1), 'Quarry Hall: Freeze', { behaviour: alternating(0, 127) });
  b.put('Floorboard 8+2 / FS 5', at(1), 'Murmur Loom: Reverse', { behaviour: every(127), mode: 'toggle' });
  // A mistake: this board sends the press before it can know of the hold.
  b.put('Floorboard 8+2 / FS 5 : hold', at(1), 'Quarry Hall: Infinite', { behaviour: held(127, 0) });
  b.put('Floorboard 8+2 / FS 6', at(1), 'Prop Cupboard: Rain bed', { behaviour: every(127), mode: 'toggle' });
  b.put('Floorboard 8+2 / FS 7', at(1), 'Prop Cupboard: Thunder', {});
  b.put('Floorboard 8+2 / FS 8', at(null), 'Reel Clerk: Next cue', {});
  b.put('Floorboard 8+2 / FS 8 : hold', at(null), 'Reel Clerk: Stop all', { behaviour: every(127), todo: true });
  b.put('Floorboard 8+2 / FS 1', at(1, heel), 'Murmur Loom: Weave', { behaviour: every(127), mode: 'increment', todo: true });
  b.put('Floorboard 8+2 / FS 3', at(1, heel), 'Quarry Hall: Gate', { behaviour: held(127, 0), mode: 'gate' });
  b.put('Floorboard 8+2 / Ex 1', at(null), 'Murmur Loom: Level', { range: [-60, 0] });
  b.put('Floorboard 8+2 / Ex 2', at(null), 'Quarry Hall: Pre-delay', { range: [60, 10] });
  b.put('Floorboard 8+2 / Ex 2', at(null), 'Quarry Hall: Mix', { range: [0, 45] });
  b.put('Floorboard 8+2 / FS 1', at(2), 'Prop Cupboard: Foghorn', {});
  b.put('Floorboard 8+2 / FS 2', at(2), 'Prop Cupboard: Gulls', { behaviour: alternating(127, 0) });
  // A mistake: on at the first press and never off again.
  b.put('Floorboard 8+2 / FS 3', at(2), 'Prop Cupboard: Wind bed', { behaviour: every(127), todo: true });
  b.put('Floorboard 8+2 / FS 1', at(3), 'Quarry Hall: Bypass', { behaviour: alternating(127, 0) });
  b.put('Floorboard 8+2 / FS 2', at(3), 'Reel Clerk: Go to black', {});

  b.put('Encoder slab 16 / E 1', at(1), 'Murmur Loom: Grain size', {});
  b.put('Encoder slab 16 / E 2', at(1), 'Murmur Loom: Density', {});
  b.put('Encoder slab 16 / E 3', at(1), 'Quarry Hall: Decay', {});
  b.put('Encoder slab 16 / E 4', at(1), 'Quarry Hall: Damping', {});
  b.put('Encoder slab 16 / E 5', at(1), 'Pane Choir: Tone', {});
  b.put('Encoder slab 16 / E 1', at(1, veil), 'Murmur Loom: Spread', {});
  // A mistake: typed on the floorboard's channel with a number that the floorboard already uses.
  const choir = assignmentAt(indexRig(b.rig), b.control('Floorboard 8+2', 'FS 2').id, at(1), 'press')?.actions[0];
  const taken = choir?.type === 'send' && 'number' in choir.message ? choir.message.number : 103;
  b.put('Encoder slab 16 / E 7', at(1), 'Pane Choir: Ring', { channel: 5, number: taken });

  b.put('Pad tray 4×4 / P 1', at(1), 'Prop Cupboard: Door', { number: 102 });
  b.put('Pad tray 4×4 / P 2', at(1), 'Prop Cupboard: Footsteps', { number: 103 });
  b.put('Pad tray 4×4 / P 3', at(1), 'Prop Cupboard: Glass', { number: 104 });
  // A mistake: alternating values into a toggle.
  b.put('Pad tray 4×4 / P 5', at(1), 'Prop Cupboard: Clock', { number: 105, behaviour: alternating(127, 0), mode: 'toggle' });
  // A mistake: 40 lies below the threshold.
  b.put('Pad tray 4×4 / P 6', at(1), 'Pane Choir: Strike', { number: 106, behaviour: every(40), todo: true });
  b.put('Pad tray 4×4 / K 1', at(null), 'Prop Cupboard: Gust level', {});
  b.put('Pad tray 4×4 / K 2', at(null), 'Prop Cupboard: Bed level', {});
  // A mistake: 121 is “reset all controllers”.
  b.put('Pad tray 4×4 / K 8', at(null), 'Reel Clerk: Speed', { number: 121, todo: true });
  // What is known beside it: a limit that the player found out, how a fact is known, and the smallest map that already works.
  b.do(set('parameters', b.parameter('Pane Choir: Choir'), 'note', 'It fades: it is still heard for 2 s after Off.'));
  known(b, 'Quarry Hall', [
    { fact: 'takeover', grade: 'tested', at: '2026-09-12', version: '2.1', limit: '' },
    { fact: 'livesIn', grade: 'manual', at: null, version: '2.1', limit: '' },
  ]);
  // So that the weak strike is a mistake for sure: of the clock it depends on what Prop Cupboard acts on, which nobody has said.
  known(
    b,
    'Pane Choir',
    ['threshold', 'actsOn'].map((fact) => ({ fact, grade: 'tested', at: '2026-09-12', version: '1.4', limit: '' })),
  );
  for (const [control, gesture] of [
    ['FS 1', 'press'],
    ['FS 2', 'press'],
    ['FS 8', 'press'],
    ['Ex 1', 'move'],
  ] as const) {
    const { id: controlId } = b.control('Floorboard 8+2', control);
    const row = b.rig.assignments.find((a) => a.controlId === controlId && a.gesture.type === gesture && a.layerId === null);
    if (row) b.do(set('assignments', row, 'minimum', true));
  }
  addSongs(b);
  filmBox(b);
  home(b);
  return ticked(lights(b, heel));
}

/** Writes down how facts of a target are known. */
function known(b: Builder, name: string, evidence: Evidence[]): void {
  const target = b.rig.targets.find((t) => t.name === name);
  if (target) b.do(set('targets', target, 'evidence', evidence));
}

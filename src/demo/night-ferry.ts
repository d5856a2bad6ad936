// The second demo rig, for the hands: "Night Ferry", a radio play made before an audience at a table. Pads strike the sounds, faders carry the voices, and
// while one button is held the software sends the same faders to the hall. Everything in it is invented.
import type { Place } from '@/core/commands';
import { type Rig, set } from '@/core/rig';
import { straight } from '@/core/values';
import { Builder, ticked } from './builder';
import { ferryTargets } from './night-ferry.data';

const tray = 'Pad tray 4×4';
const table = 'Fader bench 9';
const voices = ['Narrator', 'Captain', 'Stowaway', 'Chorus'];

/** Builds the rig. The same identifiers each time. */
export function nightFerry(id = 'night-ferry'): Rig {
  const b = new Builder(id, 'Night Ferry', 'nf');
  b.targets(ferryTargets);
  b.controller('pad-tray-16-8', tray, ['Aboard', 'Ashore', ...Array.from({ length: 6 }, (_, i) => `Spare ${i + 3}`)]);
  b.controller('fader-bench-9', table, ['Voices', 'Spare 2', 'Spare 3', 'Spare 4']);
  for (const mixer of b.rig.targets.filter((t) => t.name === 'Table Mixer'))
    b.do(set('targets', mixer, 'reception', { ...mixer.reception, takeover: ['jump', 'pickup'] }));
  const hall = b.layer('Hall', table, 'Mark', 'host');
  sounds(b);
  strips(b, hall);
  inside(b);
  return ticked(colours(b));
}

const at = (bank: number | null, layerId: string | null = null): Place => ({ bank, page: null, layerId });

/** Pads: what is struck once from the bottom row up, what goes on in the top row; the two knobs that matter in every bank. */
function sounds(b: Builder): void {
  const named = (group: string, kind: 'trigger' | 'toggle'): readonly string[] =>
    b.rig.parameters.filter((p) => p.group === group && p.kind === kind).map((p) => p.name);
  for (const [i, name] of named('Aboard', 'trigger').entries()) b.put(`${tray} / P ${i + 1}`, at(1), `Sound Locker: ${name}`);
  for (const [i, name] of named('Aboard', 'toggle').entries()) b.put(`${tray} / P ${13 + i}`, at(1), `Sound Locker: ${name}`);
  for (const [i, name] of named('Ashore', 'trigger').entries()) b.put(`${tray} / P ${i + 1}`, at(2), `Sound Locker: ${name}`);
  b.put(`${tray} / P 16`, at(2), 'Sound Locker: Hush', { todo: true });
  // A mistake: it jumps to where the knob stands.
  b.put(`${tray} / K 1`, at(null), 'Sound Locker: Bed level', { range: [-60, 0] });
  b.put(`${tray} / K 2`, at(null), 'Sound Locker: Pitch', { todo: true });
}

/** Strips: a voice each, its place in the picture above it; held, the same faders send to the hall. */
function strips(b: Builder, hall: string): void {
  for (const [i, voice] of voices.entries()) {
    b.put(`${table} / F ${i + 1}`, at(1), `Table Mixer: ${voice} level`, { range: [-60, 6], takeover: 'pickup' });
    b.put(`${table} / F ${i + 1}`, at(1, hall), `Table Mixer: ${voice} to hall`, { takeover: 'pickup' });
    b.put(`${table} / E ${i + 1}`, at(1), `Table Mixer: ${voice} pan`);
    b.put(`${table} / E ${i + 1} : press`, at(1), `Table Mixer: ${voice} mute`);
  }
  b.put(`${table} / F 9`, at(null), 'Table Mixer: Main level', { range: [-60, 0], takeover: 'pickup' });
  b.put(`${table} / E 8`, at(1), 'Long Hall: Length');
  b.put(`${table} / F 8`, at(1), 'Long Hall: Return');
  b.put(`${table} / Loop`, at(null), 'Long Hall: Place', { todo: true });
}

/** Inside of the targets: a longer hall comes back more softly, and the flare needs its lamp. */
function inside(b: Builder): void {
  const named = (name: string) => b.rig.parameters.filter((p) => p.name === name);
  for (const length of named('Length'))
    for (const back of named('Return'))
      b.do(set('parameters', length, 'drives', [{ parameterId: back.id, from: 45, to: 20, curve: straight }]));
  for (const flare of named('Flare'))
    for (const row of b.rig.landings.filter((l) => l.parameterId === flare.id))
      b.do(set('landings', row, 'conditions', [{ words: 'the flash lamp is charged', when: null }]));
}

/** What is struck is yellow, what goes on green and dim blue while it is off, the way out red. */
function colours(b: Builder): Rig {
  for (const row of b.rig.assignments) {
    const control = b.rig.controls.find((c) => c.id === row.controlId);
    if (control?.kind !== 'pad') continue;
    const [action] = row.actions;
    const of = b.rig.parameters.find((p) => action?.type === 'send' && action.meant.includes(p.id));
    const colour = of?.name === 'Hush' ? 'red' : of?.kind === 'toggle' ? 'green' : 'yellow';
    b.do(set('assignments', row, 'colour', colour));
    for (const now of b.rig.assignments.filter((a) => a.id === row.id && colour === 'green'))
      b.do(set('assignments', now, 'colourOff', 'blue'));
  }
  return b.rig;
}

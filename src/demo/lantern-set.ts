// The songs of "Lantern Hour": what should sound in each part of the three films, and the bar that is too short, the scene that nothing leads to.
import { insert, type SongSection } from '@/core/rig';
import type { Builder } from './builder';

/** A part of a film: its length in bars, what should sound in it, and the bank of the floorboard to stand in. */
interface Part {
  readonly name: string;
  readonly bars: number;
  readonly sounds: Readonly<Record<string, number>>;
  readonly bank?: number;
}

const films: ReadonlyArray<{
  readonly name: string;
  readonly bpm: number;
  readonly beatsPerBar: number;
  readonly parts: readonly Part[];
}> = [
  {
    name: 'The Night Mail',
    bpm: 96,
    beatsPerBar: 4,
    parts: [
      { name: 'Platform', bars: 8, sounds: { 'Murmur Loom: Loom': 1, 'Pane Choir: Choir': 0 }, bank: 1 },
      { name: 'Departure', bars: 16, sounds: { 'Murmur Loom: Loom': 1, 'Pane Choir: Choir': 1 } },
      { name: 'Tunnel', bars: 8, sounds: { 'Murmur Loom: Loom': 0, 'Quarry Hall: Freeze': 1 } },
      { name: 'Daylight', bars: 16, sounds: { 'Murmur Loom: Loom': 1, 'Quarry Hall: Freeze': 0 } },
    ],
  },
  {
    name: 'Harbour Fog',
    bpm: 72,
    beatsPerBar: 3,
    parts: [
      { name: 'Gulls', bars: 8, sounds: { 'Prop Cupboard: Gulls': 1, 'Pane Choir: Choir': 0 }, bank: 2 },
      { name: 'Quay', bars: 12, sounds: { 'Prop Cupboard: Gulls': 0, 'Murmur Loom: Level': -6 }, bank: 1 },
      { name: 'Squall', bars: 8, sounds: { 'Murmur Loom: Loom': 1, 'Pane Choir: Choir': 1, 'Prop Cupboard: Clock': 1 } },
      { name: 'Dry land', bars: 8, sounds: { 'Quarry Hall: Bypass': 1, 'Murmur Loom: Loom': 0 }, bank: 3 },
      // The pedal leads no further than 45 %.
      { name: 'Open sea', bars: 8, sounds: { 'Quarry Hall: Mix': 60 } },
    ],
  },
  {
    name: 'Last Reel',
    bpm: 184,
    beatsPerBar: 2,
    parts: [
      { name: 'Chase', bars: 16, sounds: { 'Murmur Loom: Loom': 1, 'Quarry Hall: Bypass': 0 }, bank: 1 },
      // Three presses in a bar of 0.65 s.
      { name: 'Rooftops', bars: 8, sounds: { 'Murmur Loom: Loom': 0, 'Pane Choir: Choir': 0, 'Quarry Hall: Freeze': 1 } },
      { name: 'Fall', bars: 4, sounds: { 'Quarry Hall: Freeze': 0 } },
      { name: 'The end', bars: 0, sounds: { 'Murmur Loom: Level': -60 } },
    ],
  },
];

/** Puts the songs and their scenes into the rig; each part has a scene of its own. */
export function addSongs(b: Builder): void {
  let order = 0;
  films.forEach(({ name, bpm, beatsPerBar, parts }, film) => {
    const sections = parts.map(({ name: part, bars, sounds, bank = null }): SongSection => {
      const values = Object.entries(sounds).map(([of, value]) => ({ parameterId: b.parameter(of).id, value }));
      const row = { id: b.newId(), order: ++order, name: `${name}: ${part}`, values, assignmentId: null, note: '' };
      b.do(insert('scenes', row));
      return { name: part, bars, sceneId: row.id, bank };
    });
    b.do(insert('songs', { id: b.newId(), order: film + 1, name, bpm, beatsPerBar, sections, note: '' }));
  });
}

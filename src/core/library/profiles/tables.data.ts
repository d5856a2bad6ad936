// Hardware to start from, with the numbers that it came with. The synth's are those of the standard (MIDI 1.0, and its sound controllers, RP-021, from memory);
// all the others are invented and marked as assumed, since no standard gives one.
import { commonReception } from '../../rig';
import type { ProfileParameter, ProfilePreset, TargetProfile } from '../profile';
import { cc, key, patch, tableOf } from './numbers';
import { inGroup, steps, sweep, toggle, trigger } from './parts';

const log = { scale: { type: 'log' } } as const;
const loud = { tags: ['loudness' as const] };
const upTo = (n: number): readonly number[] => Array.from({ length: n }, (_, i) => i + 1);
const hardware = { ...commonReception, livesIn: 'host-wide' as const, keepsStandardMeanings: false };

const voice: readonly ProfileParameter[] = [
  ...inGroup('Sound', [
    sweep('Modulation', [0, 127], '', 0, { role: 'modulation' }),
    sweep('Timbre', [0, 127], '', 64),
    sweep('Release', [0, 127], '', 64, { role: 'release' }),
    sweep('Attack', [0, 127], '', 64, { role: 'attack' }),
    sweep('Brightness', [0, 127], '', 64, { role: 'cutoff' }),
    sweep('Decay', [0, 127], '', 64),
    sweep('Vibrato rate', [0, 127], '', 64),
    sweep('Vibrato depth', [0, 127], '', 64),
    sweep('Vibrato delay', [0, 127], '', 64),
    sweep('Glide time', [0, 127], '', 0),
    toggle('Glide'),
  ]),
  ...inGroup('Out', [
    sweep('Volume', [0, 127], '', 100, { ...loud, role: 'volume' }),
    sweep('Pan', [-64, 63], '', 0, { centre: 'at64', role: 'pan' }),
    sweep('Expression', [0, 127], '', 127, { ...loud, role: 'expression' }),
    toggle('Sustain pedal', { role: 'sustain' }),
    sweep('Reverb send', [0, 127], '', 40),
    sweep('Chorus send', [0, 127], '', 0),
  ]),
  steps(
    'Patch',
    upTo(16).map((n) => `Patch ${n}`),
    { group: 'Patches' },
  ),
];

const synth: TargetProfile = {
  id: 'chart-synth',
  version: 1,
  name: 'Synth by its chart',
  summary: 'a hardware voice with the standard numbers, 16 patches',
  kind: 'plugin',
  reception: { ...hardware, modes: ['absolute', 'gate', 'set', 'preset'], keepsStandardMeanings: true },
  parameters: voice,
  numbers: tableOf(voice, 'manual', [
    ['Modulation', cc(1)],
    ['Glide time', cc(5)],
    ['Volume', cc(7)],
    ['Pan', cc(10)],
    ['Expression', cc(11)],
    ['Sustain pedal', cc(64)],
    ['Glide', cc(65)],
    ['Timbre', cc(71)],
    ['Release', cc(72)],
    ['Attack', cc(73)],
    ['Brightness', cc(74)],
    ['Decay', cc(75)],
    ['Vibrato rate', cc(76)],
    ['Vibrato depth', cc(77)],
    ['Vibrato delay', cc(78)],
    ['Reverb send', cc(91)],
    ['Chorus send', cc(93)],
    ...upTo(16).map((n) => ['Patch', patch(n - 1), 'preset', n - 1] as const),
  ]),
};

const sections: readonly ProfileParameter[] = [
  steps(
    'Preset',
    upTo(8).map((n) => `Preset ${n}`),
    { group: 'Presets' },
  ),
  ...inGroup('Sections', [
    steps('Channel', ['Clean', 'Crunch', 'Lead']),
    toggle('Boost', loud),
    toggle('Effects loop'),
    toggle('Reverb'),
    toggle('Tuner'),
  ]),
  ...inGroup('Levels', [
    sweep('Gain', [0, 10], '', 4, loud),
    sweep('Master', [-60, 0], 'dB', -18, { ...loud, role: 'volume' }),
    sweep('Reverb level', [0, 10], '', 3),
  ]),
];
const at = (name: string): number => sections.findIndex((p) => p.name === name);
/** What a preset keeps of the sections, in their order: channel, boost, loop, reverb. The levels stay as they stand. */
const kept = (step: number, values: readonly [number, number, number, number]): ProfilePreset => ({
  parameter: at('Preset'),
  step,
  stored: true,
  rest: 'stays',
  note: '',
  values: ['Channel', 'Boost', 'Effects loop', 'Reverb'].map((name, i) => ({ parameter: at(name), value: values[i] ?? 0 })),
});

const amp: TargetProfile = {
  id: 'section-amp',
  version: 1,
  name: 'Amp with sections',
  summary: 'three channels, four switches, 8 presets of which 4 are stored',
  kind: 'mixer',
  reception: { ...hardware, modes: ['absolute', 'set', 'preset'] },
  parameters: sections,
  presets: [
    kept(0, [0, 0, 0, 1]),
    kept(1, [1, 0, 0, 1]),
    kept(2, [2, 0, 1, 0]),
    kept(3, [2, 1, 1, 1]),
    ...[4, 5, 6, 7].map((step): ProfilePreset => ({ ...kept(step, [0, 0, 0, 0]), stored: false, values: [] })),
  ],
  numbers: tableOf(sections, 'assumed', [
    ...upTo(8).map((n) => ['Preset', patch(n - 1), 'preset', n - 1] as const),
    ['Channel', cc(20)],
    ['Boost', cc(21)],
    ['Effects loop', cc(22)],
    ['Reverb', cc(23)],
    ['Tuner', cc(24)],
    ['Gain', cc(25)],
    ['Master', cc(26)],
    ['Reverb level', cc(27)],
  ]),
};

const GRID = 8;
const clips: readonly ProfileParameter[] = [
  ...upTo(GRID).flatMap((row) =>
    inGroup(
      `Row ${row}`,
      upTo(GRID).map((column) => trigger(`Clip ${row}.${column}`)),
    ),
  ),
  ...inGroup(
    'Rows',
    upTo(GRID).map((row) => trigger(`Start row ${row}`)),
  ),
  ...inGroup(
    'Columns',
    upTo(GRID).map((column) => trigger(`Stop column ${column}`)),
  ),
  trigger('Stop all clips', { tags: ['panic'] }),
];

const grid: TargetProfile = {
  id: 'clip-grid-8',
  version: 1,
  name: 'Clip grid 8×8',
  summary: '64 clips, rows to start, columns to stop, on the bar',
  kind: 'host',
  reception: { ...hardware, modes: ['absolute', 'trigger'], launchQuantisation: 'bar' },
  parameters: clips,
  numbers: tableOf(clips, 'assumed', [
    ...upTo(GRID).flatMap((row) =>
      upTo(GRID).map((column) => [`Clip ${row}.${column}`, key((row - 1) * GRID + column - 1)] as const),
    ),
    ...upTo(GRID).map((row) => [`Start row ${row}`, key(63 + row)] as const),
    ...upTo(GRID).map((column) => [`Stop column ${column}`, key(71 + column)] as const),
    ['Stop all clips', key(80)],
  ]),
};

const STEMS = ['Drums', 'Bass', 'Music', 'Voice'];
const deck = (name: string): ProfileParameter[] =>
  inGroup(`Deck ${name}`, [
    toggle(`Play ${name}`, { tags: ['urgent'] }),
    trigger(`Cue ${name}`, { tags: ['urgent'] }),
    toggle(`Sync ${name}`),
    sweep(`Pitch ${name}`, [-8, 8], '%', 0, { centre: 'at64' }),
    sweep(`Level ${name}`, [-60, 0], 'dB', -60, loud),
    ...['Low', 'Mid', 'High'].map((band) => sweep(`${band} ${name}`, [-26, 6], 'dB', 0)),
    ...STEMS.map((stem) => toggle(`${stem} ${name}`, { default: 1, start: 1 })),
  ]);
const decks: readonly ProfileParameter[] = [
  ...deck('A'),
  ...deck('B'),
  sweep('Crossfader', [-100, 100], '%', 0, { group: 'Mix', centre: 'at64' }),
];
const deckRows = (name: string, ch: number) =>
  [
    [`Play ${name}`, key(0, ch), 'toggle'],
    [`Cue ${name}`, key(1, ch)],
    [`Sync ${name}`, key(2, ch), 'toggle'],
    [`Pitch ${name}`, cc(16, ch)],
    [`Level ${name}`, cc(17, ch)],
    ...['Low', 'Mid', 'High'].map((band, i) => [`${band} ${name}`, cc(18 + i, ch)] as const),
    ...STEMS.map((stem, i) => [`${stem} ${name}`, key(8 + i, ch), 'toggle'] as const),
  ] as const;

const player: TargetProfile = {
  id: 'two-deck-stems',
  version: 1,
  name: 'Two decks with stems',
  summary: 'two players with four stems each, equaliser, pitch and a crossfader',
  kind: 'sampler',
  reception: { ...hardware, modes: ['absolute', 'toggle', 'trigger'], takeover: ['jump', 'pickup'] },
  parameters: decks,
  numbers: tableOf(decks, 'assumed', [...deckRows('A', 1), ...deckRows('B', 2), ['Crossfader', cc(16, 3)]]),
};

const CHANNELS = 16;
const desk: readonly ProfileParameter[] = upTo(CHANNELS).flatMap((n) =>
  inGroup(`Channel ${n}`, [
    sweep(`Level ${n}`, [-60, 10], 'dB', -60, loud),
    sweep(`Pan ${n}`, [-100, 100], '%', 0, { centre: 'at64' }),
    toggle(`Mute ${n}`),
  ]),
);

const mixer: TargetProfile = {
  id: 'desk-16',
  version: 1,
  name: 'Desk of 16 channels',
  summary: 'level, pan and mute of 16 channels, each on a channel of its own',
  kind: 'mixer',
  reception: { ...hardware, modes: ['absolute', 'toggle'], keepsStandardMeanings: true },
  parameters: desk,
  // Volume is 7 and pan is 10 on each channel, as the standard has them; the mutes are invented.
  numbers: [
    ...tableOf(
      desk,
      'manual',
      upTo(CHANNELS).flatMap((n) => [[`Level ${n}`, cc(7, n)] as const, [`Pan ${n}`, cc(10, n)] as const]),
    ),
    ...tableOf(
      desk,
      'assumed',
      upTo(CHANNELS).map((n) => [`Mute ${n}`, cc(80, n)] as const),
    ),
  ],
};

const TRACKS = 8;
const groove: readonly ProfileParameter[] = [
  steps(
    'Pattern',
    upTo(16).map((n) => `Pattern ${n}`),
    { group: 'Patterns' },
  ),
  ...upTo(TRACKS).flatMap((n) =>
    inGroup(`Track ${n}`, [
      trigger(`Hit ${n}`),
      sweep(`Level ${n}`, [0, 127], '', 100, loud),
      sweep(`Pitch ${n}`, [-24, 24], 'semitones', 0, { centre: 'at64' }),
      toggle(`Mute ${n}`),
    ]),
  ),
  ...inGroup('Filter', [
    sweep('Cutoff', [30, 18000], 'Hz', 18000, { ...log, role: 'cutoff' }),
    sweep('Swing', [50, 75], '%', 50),
  ]),
];

const grooveBox: TargetProfile = {
  id: 'groove-box-8',
  version: 1,
  name: 'Groove box',
  summary: '8 tracks with level, pitch and mute, 16 patterns that change on the bar',
  kind: 'sampler',
  reception: { ...hardware, modes: ['absolute', 'toggle', 'trigger', 'set', 'preset'], launchQuantisation: 'bar' },
  parameters: groove,
  numbers: tableOf(groove, 'assumed', [
    ...upTo(16).map((n) => ['Pattern', patch(n - 1, 10), 'preset', n - 1] as const),
    ...upTo(TRACKS).flatMap(
      (n) =>
        [
          [`Hit ${n}`, key(35 + n, 10)],
          [`Level ${n}`, cc(19 + n, 10)],
          [`Pitch ${n}`, cc(39 + n, 10)],
          [`Mute ${n}`, cc(79 + n, 10)],
        ] as const,
    ),
    ['Cutoff', cc(74, 10)],
    ['Swing', cc(9, 10)],
  ]),
};

/** Hardware with fixed tables: a synth, an amp, a clip grid, two decks, a desk and a groove box. */
export const tables: readonly TargetProfile[] = [synth, amp, grid, player, mixer, grooveBox];

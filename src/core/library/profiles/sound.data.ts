// Effects and instruments to start from: generic, with the ranges that such devices commonly have. Common practice, no source.
import { commonReception } from '../../rig';
import type { TargetProfile } from '../profile';
import { inGroup, steps, sweep, toggle, trigger } from './parts';

const log = { scale: { type: 'log' } } as const;
const loud = { tags: ['loudness' as const] };

const reverb: TargetProfile = {
  id: 'reverb',
  version: 1,
  name: 'Reverb',
  summary: 'a hall with freeze, 9 parameters',
  kind: 'plugin',
  reception: { ...commonReception, livesIn: 'plugin-instance' },
  parameters: [
    sweep('Mix', [0, 100], '%', 30, { tolerance: 2 }),
    sweep('Decay', [0.2, 40], 's', 2.4, log),
    sweep('Pre-delay', [0, 250], 'ms', 20),
    sweep('Low cut', [20, 1000], 'Hz', 120, log),
    sweep('High cut', [500, 20000], 'Hz', 9000, log),
    sweep('Width', [0, 200], '%', 100, { centre: 'at64' }),
    steps('Room', ['Chamber', 'Hall', 'Plate', 'Cavern']),
    toggle('Freeze', { tags: ['feedback'] }),
    toggle('Bypass'),
  ],
};

const delay: TargetProfile = {
  id: 'delay',
  version: 1,
  name: 'Delay',
  summary: 'echo with feedback and note values, 9 parameters',
  kind: 'plugin',
  reception: { ...commonReception, livesIn: 'plugin-instance' },
  parameters: [
    sweep('Mix', [0, 100], '%', 25, { tolerance: 2 }),
    sweep('Time', [1, 2000], 'ms', 375, log),
    sweep('Feedback', [0, 110], '%', 35, { tags: ['feedback', 'loudness'], note: 'Above 100 % the echo grows louder.' }),
    steps('Note value', ['1/16', '1/8', '1/8 dotted', '1/4', '1/4 dotted', '1/2'], { default: 2, start: 2 }),
    sweep('Tone', [-1, 1], '', 0, { centre: 'at64' }),
    sweep('Drift', [0, 100], '%', 5),
    toggle('In time with the song', { default: 1, start: 1 }),
    toggle('Hold', { tags: ['feedback'] }),
    toggle('Bypass'),
  ],
};

const filter: TargetProfile = {
  id: 'filter',
  version: 1,
  name: 'Filter',
  summary: 'one sweeping filter, 7 parameters',
  kind: 'plugin',
  reception: { ...commonReception, takeover: ['jump', 'pickup'], livesIn: 'plugin-instance', keepsStandardMeanings: true },
  parameters: [
    sweep('Cutoff', [20, 20000], 'Hz', 20000, { ...log, role: 'cutoff' }),
    sweep('Resonance', [0, 100], '%', 10, { role: 'resonance', tags: ['feedback'] }),
    steps('Shape', ['Low pass', 'Band pass', 'High pass', 'Notch']),
    sweep('Drive', [0, 24], 'dB', 0, loud),
    sweep('Follow', [-100, 100], '%', 0, { centre: 'at64' }),
    sweep('Output', [-60, 6], 'dB', 0, { ...loud, role: 'volume' }),
    toggle('Bypass'),
  ],
};

const voice: TargetProfile = {
  id: 'synth-voice',
  version: 1,
  name: 'Synth voice',
  summary: 'a subtractive voice that keeps the standard meanings, 16 parameters',
  kind: 'plugin',
  reception: {
    ...commonReception,
    modes: ['absolute', 'gate', 'set', 'preset', 'next-preset', 'previous-preset', 'relative'],
    relativeEncodings: ['twos-complement', 'binary-offset'],
    fourteenBit: 'wait-for-low-byte',
    keepsStandardMeanings: true,
    livesIn: 'plugin-instance',
    feedback: 'same-address',
  },
  parameters: [
    ...inGroup('Oscillators', [
      steps('Wave', ['Sine', 'Triangle', 'Saw', 'Pulse', 'Noise']),
      sweep('Pulse width', [5, 95], '%', 50, { centre: 'at64' }),
      sweep('Detune', [-50, 50], 'cents', 0, { centre: 'at64' }),
      steps('Octave', ['−2', '−1', '0', '+1', '+2'], { default: 2, start: 2 }),
    ]),
    ...inGroup('Filter', [
      sweep('Cutoff', [30, 18000], 'Hz', 4000, { ...log, role: 'cutoff' }),
      sweep('Resonance', [0, 100], '%', 15, { role: 'resonance' }),
      sweep('Contour', [-100, 100], '%', 30, { centre: 'at64' }),
    ]),
    ...inGroup('Envelope', [
      sweep('Attack', [1, 10000], 'ms', 5, { ...log, role: 'attack' }),
      sweep('Decay', [1, 20000], 'ms', 300, log),
      sweep('Sustain', [0, 100], '%', 70),
      sweep('Release', [1, 20000], 'ms', 400, { ...log, role: 'release' }),
    ]),
    ...inGroup('Out', [
      sweep('Volume', [-60, 6], 'dB', -6, { ...loud, role: 'volume' }),
      sweep('Pan', [-100, 100], '%', 0, { centre: 'at64', role: 'pan' }),
      sweep('Glide', [0, 2000], 'ms', 0),
      toggle('Sustain pedal', { role: 'sustain' }),
      trigger('Panic', { tags: ['panic'] }),
    ]),
  ],
};

const sampler: TargetProfile = {
  id: 'sampler',
  version: 1,
  name: 'Sampler',
  summary: '16 pads from note 36, each with level, pitch and choke',
  kind: 'sampler',
  reception: { ...commonReception, modes: ['absolute', 'gate', 'trigger', 'set', 'toggle'], livesIn: 'instrument-template' },
  parameters: [
    ...Array.from({ length: 16 }, (_, i) => i + 1).flatMap((n) =>
      inGroup(`Pad ${n}`, [
        trigger(`Play ${n}`, { tags: ['urgent'] }),
        sweep(`Level ${n}`, [-60, 6], 'dB', 0, loud),
        sweep(`Pitch ${n}`, [-24, 24], 'semitones', 0, { centre: 'at64' }),
      ]),
    ),
    trigger('Stop all', { group: 'All pads', tags: ['panic'] }),
  ],
};

const looper: TargetProfile = {
  id: 'looper',
  version: 1,
  name: 'Looper',
  summary: '4 tracks, recording starts at the next bar',
  kind: 'looper',
  reception: {
    ...commonReception,
    modes: ['absolute', 'toggle', 'trigger', 'set'],
    launchQuantisation: 'bar',
    livesIn: 'project',
  },
  parameters: [
    ...[1, 2, 3, 4].flatMap((n) =>
      inGroup(`Track ${n}`, [
        trigger(`Record ${n}`, { tags: ['hazard', 'urgent'], note: 'Records over what is there.' }),
        trigger(`Play or stop ${n}`, { tags: ['urgent'] }),
        trigger(`Undo ${n}`),
        sweep(`Level ${n}`, [-60, 6], 'dB', 0, loud),
        toggle(`Reverse ${n}`),
      ]),
    ),
    ...inGroup('All', [trigger('Stop all', { tags: ['panic'] }), trigger('Clear all', { tags: ['hazard'] })]),
  ],
};

/** Effects, voices and loopers, invented. */
export const sound: readonly TargetProfile[] = [reverb, delay, filter, voice, sampler, looper];

// Mixers, players and lights to start from: generic, with the ranges that such devices commonly have. Common practice, no source.
import { u7 } from '../../midi';
import { commonReception } from '../../rig';
import type { ProfileParameter, TargetProfile } from '../profile';
import { inGroup, steps, sweep, toggle, trigger } from './parts';

/** Channels of the mixer, and how many one bank of it shows. */
const CHANNELS = 32;
const BANK = 8;

const channelStrip = (n: number): ProfileParameter[] => [
  sweep(`Level ${n}`, [-60, 10], 'dB', -60, { tags: ['loudness'], ...(n === 1 ? { role: 'volume' } : {}) }),
  sweep(`Pan ${n}`, [-100, 100], '%', 0, {
    centre: 'at64',
    note: 'Of a stereo channel it moves the left side only.',
  }),
  sweep(`Send ${n}`, [-60, 6], 'dB', -60),
  toggle(`Mute ${n}`),
];

const mixer: TargetProfile = {
  id: 'mixer-32',
  version: 1,
  name: 'Mixer 32',
  summary: `${CHANNELS} channels in banks of ${BANK}, level, pan, send and mute`,
  kind: 'mixer',
  reception: {
    ...commonReception,
    modes: ['absolute', 'toggle', 'relative'],
    relativeEncodings: ['twos-complement', 'sign-magnitude'],
    takeover: ['jump', 'pickup', 'scale'],
    fourteenBit: 'wait-for-low-byte',
    feedback: 'same-address',
    livesIn: 'host-wide',
    tellsPortsApart: true,
  },
  parameters: [
    ...Array.from({ length: CHANNELS / BANK }, (_, bank) =>
      inGroup(
        `Channels ${bank * BANK + 1}–${(bank + 1) * BANK}`,
        Array.from({ length: BANK }, (_, i) => channelStrip(bank * BANK + i + 1)).flat(),
      ),
    ).flat(),
    ...inGroup('Out', [
      sweep('Main level', [-60, 10], 'dB', 0, { tags: ['loudness'] }),
      sweep('Phones', [-60, 6], 'dB', -20, { tags: ['loudness'] }),
      trigger('Mute everything', { tags: ['panic', 'urgent'] }),
    ]),
  ],
};

const cuePlayer: TargetProfile = {
  id: 'cue-player',
  version: 1,
  name: 'Cue player',
  summary: 'film, sound and stills in a list of cues, go and back',
  kind: 'cue-player',
  reception: {
    ...commonReception,
    modes: ['trigger', 'preset', 'next-preset', 'previous-preset', 'absolute'],
    livesIn: 'project',
    scope: 'focused-window',
  },
  parameters: [
    trigger('Go', { tags: ['urgent'] }),
    trigger('Back', { tags: ['hazard'] }),
    trigger('Pause'),
    trigger('Fade and stop', { tags: ['panic', 'urgent'] }),
    steps(
      'Cue',
      Array.from({ length: 24 }, (_, i) => `Cue ${i + 1}`),
    ),
    sweep('Level', [-60, 0], 'dB', -6, { tags: ['loudness'] }),
    sweep('Picture', [0, 100], '%', 100),
    sweep('Speed', [25, 200], '%', 100, { scale: { type: 'log' } }),
  ],
};

const dimmer: TargetProfile = {
  id: 'dimmer-24',
  version: 1,
  name: 'Lighting dimmer 24',
  summary: '24 dimmers, a master, a chaser, blackout',
  kind: 'lighting',
  reception: { ...commonReception, modes: ['absolute', 'gate', 'toggle'], threshold: u7(1), livesIn: 'host-wide' },
  parameters: [
    ...inGroup(
      'Dimmers',
      Array.from({ length: 24 }, (_, i) => sweep(`Dimmer ${i + 1}`, [0, 100], '%', 0)),
    ),
    ...inGroup('All', [
      sweep('Master', [0, 100], '%', 100),
      sweep('Chase speed', [0.1, 3], 'flashes a second', 0.5, {
        tags: ['hazard'],
        note: 'Held to three flashes a second: faster flashing can trigger seizures (WCAG 2.3.1).',
      }),
      toggle('Chase'),
      toggle('Blackout', { tags: ['panic', 'urgent'] }),
      toggle('House lights', { default: 1, start: 1 }),
    ]),
  ],
};

const transport: TargetProfile = {
  id: 'host-transport',
  version: 1,
  name: 'Host transport',
  summary: 'play, record, markers and the selected track',
  kind: 'host',
  reception: {
    ...commonReception,
    modes: ['trigger', 'absolute', 'toggle', 'increment', 'decrement', 'relative'],
    relativeEncodings: ['twos-complement', 'binary-offset', 'sign-magnitude'],
    scope: 'selected-track',
    livesIn: 'host-wide',
    tellsPortsApart: true,
    feedback: 'same-address',
  },
  parameters: [
    trigger('Play', { tags: ['urgent'] }),
    trigger('Stop', { tags: ['urgent', 'panic'] }),
    trigger('Record', { tags: ['hazard'] }),
    trigger('Next marker'),
    trigger('Previous marker'),
    toggle('Loop'),
    toggle('Click'),
    sweep('Tempo', [40, 240], 'bpm', 120, { tolerance: 1 }),
    sweep('Track level', [-60, 6], 'dB', 0, { tags: ['loudness'] }),
    sweep('Track pan', [-100, 100], '%', 0, { centre: 'at64' }),
    toggle('Track armed', { tags: ['hazard'] }),
    toggle('Track muted'),
  ],
};

/** Mixer, cues, light and transport, invented. */
export const stage: readonly TargetProfile[] = [mixer, cuePlayer, dimmer, transport];

// How a target listens unless told otherwise: the answers that fit most plugins and hosts. Common practice, no source.
import { u7 } from '../midi';
import type { Reception } from './schema';

/** A target of which nothing else is known. Common practice, no source. */
export const commonReception: Reception = {
  windows: [],
  modes: ['absolute', 'toggle', 'gate', 'set', 'increment', 'decrement'],
  threshold: u7(64),
  actsOn: 'at-or-above-threshold',
  relativeEncodings: [],
  relativeStep: 1 / 127,
  fourteenBit: 'act-on-each',
  takeover: ['jump'],
  rejectGap: null,
  scope: 'always',
  livesIn: 'project',
  keepsStandardMeanings: false,
  tellsPortsApart: false,
  feedback: 'none',
  launchQuantisation: 'none',
  shows: { channelBase: 1, programBase: 1, notes: 'name', middleC: 3 },
};

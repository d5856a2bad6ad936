// The targets of the second demo rig, in the form in which a user pastes a list.
import type { Target } from '@/core/rig';

const oneShots = ['Gangway', 'Chain', 'Bell', 'Gull', 'Splash', 'Rope', 'Hatch', 'Flare'];
const beds = ['Engine', 'Sea', 'Fog', 'Saloon'];
const ashore = ['Taxi', 'Steps', 'Key', 'Clock tower', 'Dog', 'Door'];
const voices = ['Narrator', 'Captain', 'Stowaway', 'Chorus'];

const lines = (rows: readonly string[]): string => rows.join('\n');

export const ferryTargets: ReadonlyArray<readonly [string, Target['kind'], string]> = [
  [
    'Sound Locker',
    'sampler',
    lines([
      'name,kind,range,unit,group,start,tags',
      ...oneShots.map((name) => `${name},trigger,,,Aboard,,`),
      ...beds.map((name) => `${name} bed,toggle,,,Aboard,off,`),
      ...ashore.map((name) => `${name},trigger,,,Ashore,,`),
      'Pitch,continuous,-12..12,st,All,0,',
      'Bed level,continuous,-60..6,dB,All,-18,loudness',
      'Hush,trigger,,,All,,',
    ]),
  ],
  [
    'Table Mixer',
    'mixer',
    lines([
      'name,kind,range,unit,group,start,tags',
      ...voices.map((name) => `${name} level,continuous,-60..10,dB,Voices,-20,loudness`),
      ...voices.map((name) => `${name} to hall,continuous,-60..10,dB,Sends,-60,`),
      ...voices.map((name) => `${name} pan,continuous,-100..100,%,Voices,0,`),
      ...voices.map((name) => `${name} mute,toggle,,,Voices,off,`),
      'Main level,continuous,-60..10,dB,Main,-60,loudness',
    ]),
  ],
  [
    'Long Hall',
    'plugin',
    lines([
      'name,kind,range,unit,scale,steps,group,start',
      'Length,continuous,0.2..12,s,log,,Hall,1.4',
      'Place,stepped,,,,Cabin|Deck|Hold|Quay,Hall,Cabin',
      'Return,continuous,0..100,%,linear,,Hall,35',
    ]),
  ],
];

// The five targets of the demo with their parameters, in the same form in which a user pastes a list.
import type { Target } from '@/core/rig';

export const targetLists: ReadonlyArray<readonly [string, Target['kind'], string]> = [
  [
    'Murmur Loom',
    'plugin',
    `name,kind,range,unit,scale,steps,group,start,tags
Loom,toggle,,,,,Main,off,
Grain size,continuous,5..500,ms,log,,Grains,60,
Density,continuous,1..200,1/s,log,,Grains,24,
Scatter,continuous,0..100,%,linear,,Grains,20,
Pitch fan,continuous,-12..12,st,linear,,Grains,0,
Spread,continuous,0..100,%,linear,,Space,50,
Weave,stepped,,,,Loose|Even|Tight,Grains,Loose,
Reverse,toggle,,,,,Grains,off,
Level,continuous,-60..6,dB,linear,,Main,-12,loudness`,
  ],
  [
    'Quarry Hall',
    'plugin',
    `name,kind,range,unit,scale,steps,group,start,tags
Decay,continuous,0.3..30,s,log,,Tail,4,
Pre-delay,continuous,0..250,ms,linear,,Tail,20,
Mix,continuous,0..100,%,linear,,Main,30,
Damping,continuous,0..100,%,linear,,Tone,40,
Low cut,continuous,20..1000,Hz,log,,Tone,80,
Freeze,toggle,,,,,Tail,off,
Infinite,toggle,,,,,Tail,off,
Gate,toggle,,,,,Tail,off,
Bypass,toggle,,,,,Main,off,
Size,stepped,,,,Cellar|Vault|Quarry|Canyon,Tail,Quarry,`,
  ],
  [
    'Pane Choir',
    'plugin',
    `name,kind,range,unit,scale,steps,group,start,tags
Choir,toggle,,,,,Main,off,
Ring,continuous,0.1..12,s,log,,Body,2,
Tone,continuous,200..9000,Hz,log,,Body,1800,
Detune,continuous,-50..50,ct,linear,,Body,0,
Chord,stepped,,,,Fifth|Minor|Major|Cluster,Body,Fifth,
Strike,trigger,,,,,Main,,
Feedback,continuous,0..98,%,linear,,Body,35,feedback`,
  ],
  [
    'Prop Cupboard',
    'sampler',
    `name,kind,range,unit,scale,steps,group,start,tags
Rain bed,toggle,,,,,Beds,off,
Wind bed,toggle,,,,,Beds,off,
Gulls,toggle,,,,,Beds,off,
Clock,toggle,,,,,Beds,off,
Thunder,trigger,,,,,Shots,,
Foghorn,trigger,,,,,Shots,,
Door,trigger,,,,,Shots,,
Footsteps,trigger,,,,,Shots,,
Glass,trigger,,,,,Shots,,
Gust level,continuous,-60..0,dB,linear,,Levels,-20,loudness
Bed level,continuous,-60..0,dB,linear,,Levels,-14,loudness`,
  ],
  [
    'Reel Clerk',
    'cue-player',
    `name,kind,range,unit,scale,steps,group,start,tags
Next cue,trigger,,,,,Cues,,urgent
Previous cue,trigger,,,,,Cues,,
Go to black,trigger,,,,,Cues,,urgent
Stop all,trigger,,,,,Cues,,panic
Speed,continuous,12..24,fps,linear,,Film,18,
Reel,stepped,,,,Reel 1|Reel 2|Reel 3,Film,Reel 1,`,
  ],
];

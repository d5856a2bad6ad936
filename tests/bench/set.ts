// Ways through a long set: twelve songs of eight sections on the demo's gear, in the thread of one worker.
import { indexRig, type Rig } from '@/core/rig';
import { firstLook, toldTransitions, type WayMemory } from '@/core/stage';
import { lanternHour } from '@/demo/lantern-hour';
import { measure, printTable, timed } from './table';

const demo = lanternHour();
const sections = demo.songs.flatMap((s) => s.sections);
const songs: Rig['songs'] = Array.from({ length: 12 }, (_, n) => demo.songs[n % demo.songs.length]).flatMap((song, n) =>
  song
    ? [
        {
          ...song,
          id: `song ${n}`,
          order: n,
          sections: Array.from({ length: 8 }, (__, at) => sections[(n * 5 + at) % sections.length]).flatMap((s) => s ?? []),
        },
      ]
    : [],
);
const index = indexRig({ ...demo, songs });

measure(
  'first answers for 12 songs of 8 sections',
  timed(() => [...toldTransitions(index, firstLook)].length, 3),
  'ms',
  { atMost: 3000 },
);

// A section in the middle wants something else: the way into it, all that lies before it being remembered.
const CHANGED = { song: 6, at: 3 } as const;
const memory: WayMemory = [];
for (const _ of toldTransitions(index, firstLook, memory));
let turn = 0;
const edited = (): Rig => ({
  ...demo,
  songs: songs.map((song, n) =>
    n === CHANGED.song
      ? { ...song, sections: song.sections.map((s, at) => (at === CHANGED.at ? { ...s, bank: turn % 2 === 0 ? 1 : 2 } : s)) }
      : song,
  ),
});
measure(
  'one edited section among 96, until its way is told',
  timed(() => {
    turn++;
    const changed = indexRig(edited());
    let told = 0;
    for (const _ of toldTransitions(changed, firstLook, memory)) if (told++ === CHANGED.song * 8 + CHANGED.at) break;
  }, 9),
  'ms',
  { atMost: 100 },
);
printTable('Set');

// Ways through a long set: twelve songs of eight sections on the demo's gear, in the thread of one worker.
import { indexRig, type Rig } from '@/core/rig';
import { firstLook, toldTransitions } from '@/core/stage';
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
printTable('Set');

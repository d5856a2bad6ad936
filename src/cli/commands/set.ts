import { indexRig, playedIn, type Rig } from '@/core/rig';
import {
  goneWords,
  ifGone,
  looksAt,
  lostOn,
  lostWords,
  type Pace,
  paceBy,
  recoveryCards,
  toldTransitions,
  troubleNames,
  usualPace,
} from '@/core/stage';
import { type Command, type Options, oneFile, Unusable } from '../command';
import { readRig } from '../input';
import { answer } from '../table';

/** The pace that was said; the assumed one where none was. */
function paceOf({ flags: { pace } }: Options): Pace {
  if (typeof pace !== 'string') return usualPace;
  const [here, far, ...more] = pace.split(',').map(Number);
  const said = here !== undefined && far !== undefined && more.length === 0 ? paceBy(here, far) : null;
  if (!said)
    throw new Unusable(
      '--pace is two numbers of milliseconds, as 210,430: a press where the foot is, and a longer one 30 cm away.',
    );
  return said;
}

/** The rig as it is played in the set that was named; with all songs where none was. */
function playedOf(rig: Rig, { flags: { set: named } }: Options): Rig {
  if (typeof named !== 'string') return rig;
  const list = rig.sets.find((s) => s.name === named);
  if (list) return playedIn(rig, list.id);
  const known = rig.sets.map((s) => `“${s.name}”`).join(', ');
  throw new Unusable(`--set names no set of this rig: ${known === '' ? 'it has none' : `it has ${known}`}.`);
}

export const set: Command = {
  name: 'set',
  summary:
    'what to press from section to section of each song, what on each controller when nobody knows where it stands, what is lost when it dies; exit code 1 where a section cannot be reached in time, or nothing finds back blindly',
  usage: '[rig.json]',
  options: {
    set: { type: 'string', help: 'the name of a set: its songs alone, in its order; all songs if not said' },
    pace: {
      type: 'string',
      help: 'how fast the feet are, as Set tells it: milliseconds of a press where the foot is, and of one 30 cm away; 250,535 if not said',
    },
  },
  examples: ['keen set show.json', 'keen set --pace 210,430 show.json'],
  run: async (options, io) => {
    const rig = playedOf(await readRig(io, oneFile(options)), options);
    const index = indexRig(rig);
    const transitions = [...toldTransitions(index, looksAt(paceOf(options)).close)];
    const all = rig.controllers.map((controller) => {
      const lost = lostOn(index, controller);
      return { controller: controller.name, lost, words: lostWords(index, controller, lost) };
    });
    const lost = all.map(({ controller, lost: { type, ...of }, words }) => ({
      controller,
      found:
        'way' in of ? { gestures: of.way.gestures, presses: of.way.presses, ends: of.way.ends, proved: of.way.proved } : null,
      words,
    }));
    const gone = ifGone(index).map((of) => ({
      controller: of.controller.name,
      lost: of.lost.map((p) => p.name),
      silenced: of.silenced.map((c) => c.name),
      words: goneWords(index, of),
    }));
    // Lost and dying are told above.
    const cards = recoveryCards(index).flatMap(({ trouble, controllerId, lines }) =>
      trouble === 'lost' || trouble === 'gone'
        ? []
        : [{ trouble, controller: index.controllers.get(controllerId ?? '')?.name ?? null, words: lines }],
    );
    const blocks = [
      ...transitions.map(({ song, section, words }) => ({ head: `${song}: ${section}`, words })),
      ...lost.map(({ controller, words }) => ({ head: `Lost on ${controller}`, words })),
      ...gone.map(({ controller, words }) => ({ head: `If ${controller} dies`, words })),
      ...cards.map(({ trouble, controller, words }) => ({
        head: controller === null ? troubleNames[trouble] : `${controller}: ${troubleNames[trouble].toLowerCase()}`,
        words,
      })),
    ];
    answer(io, options, { transitions, lost, gone, cards }, () =>
      blocks.flatMap(({ head, words }) => [head, ...words.map((w) => `  ${w}`)]).join('\n'),
    );
    return lost.some(({ found }) => found === null) || transitions.some(({ inTime }) => !inTime) ? 1 : 0;
  },
};

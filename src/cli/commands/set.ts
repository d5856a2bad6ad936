import { indexRig } from '@/core/rig';
import { lostOn, lostWords } from '@/core/stage';
import { type Command, oneFile } from '../command';
import { readRig } from '../input';
import { answer } from '../table';

export const set: Command = {
  name: 'set',
  summary: 'what to press on each controller when nobody knows where it stands; exit code 1 where nothing finds back blindly',
  usage: '[rig.json]',
  options: {},
  examples: ['keen set show.json'],
  run: async (options, io) => {
    const rig = await readRig(io, oneFile(options));
    const index = indexRig(rig);
    const all = rig.controllers.map((controller) => {
      const lost = lostOn(index, controller);
      return { controller: controller.name, lost, words: lostWords(index, controller, lost) };
    });
    const told = all.map(({ controller, lost, words }) => ({
      controller,
      found:
        lost.type === 'way'
          ? { gestures: lost.way.gestures, presses: lost.way.presses, ends: lost.way.ends, proved: lost.way.proved }
          : null,
      words,
    }));
    answer(io, options, { lost: told }, () =>
      all.flatMap(({ controller, words }) => [controller, ...words.map((w) => `  ${w}`)]).join('\n'),
    );
    return all.some(({ lost }) => lost.type !== 'way') ? 1 : 0;
  },
};

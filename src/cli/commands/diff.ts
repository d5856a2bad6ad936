import { indexRig } from '@/core/rig';
import { differenceOf } from '@/core/sheets';
import { type Command, Unusable } from '../command';
import { readRig } from '../input';
import { answer, tableOf } from '../table';

const words = { enter: 'enter', clear: 'clear', change: 'change' } as const;

export const diff: Command = {
  name: 'diff',
  summary: 'says what has to be entered again between two states of a rig; exit code 1 where something has',
  usage: 'before.json after.json',
  options: {},
  examples: ['keen diff last-night.json show.json', 'git show HEAD:show.json | keen diff - show.json'],
  run: async (options, io) => {
    const [before, after, more] = options.files;
    if (before === undefined || after === undefined || more !== undefined)
      throw new Unusable('Name two files: what was, and what is.');
    const changes = differenceOf(indexRig(await readRig(io, before)), indexRig(await readRig(io, after)));
    answer(io, options, { changes }, () =>
      changes.length === 0
        ? 'Nothing has to be entered again.'
        : tableOf(changes.map((c) => [words[c.type], c.unit, c.what, c.was ?? '', c.now === null ? '' : `→ ${c.now}`])),
    );
    return changes.length > 0 ? 1 : 0;
  },
};

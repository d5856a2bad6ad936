import { renumber } from '@/core/commands';
import { writeRig } from '@/core/formats';
import { shortName } from '@/core/midi';
import { demandName, demandPlace, planNumbers } from '@/core/numbers';
import { apply, indexRig } from '@/core/rig';
import { type Command, oneFile, oneOf, Unusable } from '../command';
import { readRig } from '../input';
import { answer, tableOf } from '../table';

export const plan: Command = {
  name: 'plan',
  summary: 'plans the numbers of a rig; exit code 1 where there is no plan without a clash',
  usage: '[rig.json]',
  options: {
    school: {
      type: 'string',
      help: 'undefined-first, from-119-down, counting-runs, notes-for-switches or standard-meanings; else what the rig says',
    },
    'any-channel': { type: 'boolean', help: 'functions may leave their channel' },
    anew: { type: 'boolean', help: 'what works may move too; else it stays wherever it can' },
    notes: { type: 'boolean', help: 'switches may send notes when numbers run out' },
    out: { type: 'string', help: 'writes the rig with the planned numbers to this file; nothing is written else' },
  },
  examples: ['keen plan show.json', 'keen plan --school counting-runs --out planned.json show.json'],
  run: async (options, io) => {
    const rig = await readRig(io, oneFile(options));
    const schools = ['undefined-first', 'from-119-down', 'counting-runs', 'notes-for-switches', 'standard-meanings'] as const;
    const school = options.flags.school === undefined ? rig.preferences.school : oneOf(options, 'school', schools);
    const index = indexRig(rig);
    const found = planNumbers(index, {
      school,
      channels: options.flags['any-channel'] === true ? 'any' : 'own',
      notes: options.flags.notes === true,
      anew: options.flags.anew === true,
    });
    if (found.type !== 'plan') {
      const who = found.type === 'impossible' ? found.demands.map((d) => `${demandPlace(index, d)} ${demandName(index, d)}`) : [];
      const loosen = found.type === 'impossible' ? found.loosen : [];
      answer(io, options, { type: found.type, together: who, loosen }, () =>
        found.type === 'impossible'
          ? [`These cannot all have a number: ${who.join(', ')}.`, ...loosen.map((l) => `It would help: ${l}`)].join('\n')
          : 'No plan was found, and none was ruled out.',
      );
      return 1;
    }
    const { moves, gap, stay, again, minutes } = found;
    const lines = moves.map(({ demand, from, to }) => ({
      place: demandPlace(index, demand),
      name: demandName(index, demand),
      from,
      to,
      entered: demand.entered,
    }));
    const { out } = options.flags;
    if (typeof out === 'string') {
      const done = apply(rig, renumber(index, moves, 'Plan'));
      if (!done.ok) throw new Unusable(`The plan does not fit the rig: ${JSON.stringify(done.error)}`);
      await io.write(out, writeRig(done.value));
    }
    answer(io, options, { type: 'plan', proved: gap === null, gap, stay, again, minutes, moves: lines }, () =>
      [
        ...(lines.length === 0
          ? []
          : [tableOf(lines.map((l) => [l.place, l.name, shortName(l.from), '→', shortName(l.to), l.entered ? 'entered' : '']))]),
        `${moves.length} of ${found.demands} move, ${stay} entered ones stay, ${again} to enter again (about ${minutes} min); ${gap === null ? 'proved best' : `at most ${gap.by} from the best (${gap.level})`}.`,
      ].join('\n'),
    );
    return 0;
  },
};

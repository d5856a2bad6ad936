import { outcome as outcomeOf, outcomeWords, surroundingsOf } from '@/core/bench';
import { indexRig } from '@/core/rig';
import { type Command, controlName, oneFile, Unusable } from '../command';
import { readRig } from '../input';
import { answer, tableOf } from '../table';

export const outcome: Command = {
  name: 'outcome',
  summary: 'plays every assignment once and says what happens',
  usage: '[rig.json]',
  options: { control: { type: 'string', help: 'only controls whose name holds this text' } },
  examples: ['keen outcome show.json', 'keen outcome --control "FS 3" show.json'],
  run: async (options, io) => {
    const rig = await readRig(io, oneFile(options));
    const index = indexRig(rig);
    const around = surroundingsOf(index);
    const wanted = typeof options.flags.control === 'string' ? options.flags.control.toLowerCase() : '';
    const lines = rig.assignments.flatMap((assignment) => {
      const name = controlName(rig, assignment.controlId);
      if (!name.toLowerCase().includes(wanted)) return [];
      const outcome = outcomeOf(index, assignment, around);
      const { id, bank, page, layerId, gesture } = assignment;
      return [
        {
          id,
          control: name,
          gesture: gesture.type,
          bank,
          page,
          layerId,
          words: outcomeWords(outcome, index.parameters),
          outcome,
        },
      ];
    });
    if (lines.length === 0 && wanted !== '') throw new Unusable(`No control of this rig has “${wanted}” in its name.`);
    answer(io, options, { rig: rig.name, outcomes: lines }, () =>
      tableOf(lines.map((l) => [l.control, l.gesture, l.bank === null ? 'every bank' : `bank ${l.bank}`, l.words])),
    );
    return 0;
  },
};

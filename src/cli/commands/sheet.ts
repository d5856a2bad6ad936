import { sheetJson, writeSheet } from '@/core/formats';
import { indexRig } from '@/core/rig';
import { makeSheet } from '@/core/sheets';
import { type Command, oneFile } from '../command';
import { readRig } from '../input';
import { answer } from '../table';

export const sheet: Command = {
  name: 'sheet',
  summary: 'writes what to enter in controllers and targets, as CSV',
  usage: '[rig.json]',
  options: {},
  examples: ['keen sheet show.json > show.csv'],
  run: async (options, io) => {
    const rig = await readRig(io, oneFile(options));
    const made = makeSheet(indexRig(rig));
    answer(io, options, sheetJson(made), () => writeSheet(made).trimEnd());
    return 0;
  },
};

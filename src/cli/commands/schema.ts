import * as z from 'zod';
import { rigSchema } from '@/core/formats';
import { type Command, Unusable } from '../command';

export const schema: Command = {
  name: 'schema',
  summary: 'writes the JSON Schema of a rig file',
  usage: '',
  options: {},
  examples: ['keen schema > rig.schema.json'],
  run: async ({ files }, io) => {
    if (files.length > 0) throw new Unusable('This command takes no file.');
    io.out(JSON.stringify(z.toJSONSchema(rigSchema, { io: 'input', unrepresentable: 'any' }), null, 2));
    return 0;
  },
};

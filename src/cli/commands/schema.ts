import * as z from 'zod';
import { bundleSchema, profileFileSchema, rigSchema, templateFileSchema } from '@/core/formats';
import { type Command, oneOf, Unusable } from '../command';

const schemas = { rig: rigSchema, template: templateFileSchema, profile: profileFileSchema, bundle: bundleSchema } as const;

export const schema: Command = {
  name: 'schema',
  summary: 'writes the JSON Schema of a rig file, or of another file of this program',
  usage: '',
  options: { of: { type: 'string', help: 'rig, template, profile or bundle' } },
  examples: ['keen schema > rig.schema.json', 'keen schema --of profile > profile.schema.json'],
  run: async (options, io) => {
    if (options.files.length > 0) throw new Unusable('This command takes no file.');
    const of = oneOf(options, 'of', ['rig', 'template', 'profile', 'bundle'] as const);
    io.out(JSON.stringify(z.toJSONSchema(schemas[of], { io: 'input', unrepresentable: 'any' }), null, 2));
    return 0;
  },
};

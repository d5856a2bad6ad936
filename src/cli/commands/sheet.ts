import { sheetJson, writeSheet } from '@/core/formats';
import { indexRig, type RigIndex } from '@/core/rig';
import { formData, makeSheet } from '@/core/sheets';
import { type Command, oneFile, Unusable } from '../command';
import { readRig } from '../input';
import { answer } from '../table';

export const sheet: Command = {
  name: 'sheet',
  summary: 'writes what to enter in controllers and targets, as CSV, or as the written form of one unit',
  usage: '[rig.json]',
  options: {
    form: { type: 'string', help: 'the controller or target, by name, whose own written form is written' },
  },
  examples: ['keen sheet show.json > show.csv', 'keen sheet --form "Quarry Hall" show.json > hall.conf'],
  run: async (options, io) => {
    const rig = await readRig(io, oneFile(options));
    const index = indexRig(rig);
    if (typeof options.flags.form === 'string') {
      io.out(await formOf(index, options.flags.form));
      return 0;
    }
    const made = makeSheet(index);
    answer(io, options, sheetJson(made), () => writeSheet(made).trimEnd());
    return 0;
  },
};

/** The lines of a unit in its own written form. */
async function formOf(index: RigIndex, name: string): Promise<string> {
  const units = [...index.rig.controllers, ...index.rig.targets];
  const named = units.filter((u) => u.name === name);
  const [unit, other] = named;
  if (!unit) throw new Unusable(`There is no such unit. There are ${units.map((u) => `“${u.name}”`).join(', ')}.`);
  if (other) throw new Unusable(`${named.length} units are called “${name}”. Give them different names in Gear.`);
  if (unit.form === null) throw new Unusable(`“${name}” has no written form. Begin one in Gear.`);
  const data = formData(index, unit.id);
  // What only this needs is loaded for this.
  const { writeForm } = await import('@/forms');
  const written = data && writeForm(unit.form.template, data);
  if (!written) throw new Unusable(`There is nothing to write for “${name}”.`);
  if (written.type === 'refused') throw new Unusable(`${written.line === null ? '' : `Line ${written.line}: `}${written.why}`);
  return written.text;
}

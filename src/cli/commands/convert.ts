import { namedParameter, plainProfile } from '@/core/commands';
import {
  type BundleItem,
  parseFile,
  parseMidnam,
  parseParameters,
  setUpFile,
  testFile,
  writeBundle,
  writeMidnam,
  writeParameters,
  writeProfile,
  writeProgrammed,
  writeRig,
  writeSheet,
  writeTemplate,
} from '@/core/formats';
import { profileOf, profileRig, templateOf, unitProfile, unitTemplate } from '@/core/library';
import { type Controller, indexRig, type Rig, type Target } from '@/core/rig';
import { makeSheet } from '@/core/sheets';
import { type Command, type Options, oneFile, oneOf, Unusable } from '../command';
import { readText } from '../input';

const forms = [
  'rig',
  'template',
  'profile',
  'bundle',
  'parameters-csv',
  'parameters-tsv',
  'programmed-csv',
  'programmed-tsv',
  'sheet-csv',
  'sheet-tsv',
  'midnam',
  'set-up-mid',
  'test-mid',
] as const;
type Form = (typeof forms)[number];

interface Made {
  readonly content: string | Uint8Array;
  readonly losses: readonly string[];
}

export const convert: Command = {
  name: 'convert',
  summary: 'turns one form into another; says on standard error what the new one cannot hold',
  usage: '[file]',
  options: {
    to: { type: 'string', help: forms.join(', ') },
    controller: { type: 'string', help: 'which controller, by name, where the rig has more than one' },
    target: { type: 'string', help: 'which target, by name, where the rig has more than one' },
    name: { type: 'string', help: 'what a profile made from a table or a name document is called' },
    dangerous: { type: 'boolean', help: 'test-mid also plays what is tagged as dangerous to fire' },
    out: { type: 'string', help: 'writes to this file; needed for MIDI files' },
  },
  examples: [
    'keen convert --to parameters-csv --target "Quarry Hall" show.json',
    'keen convert --to profile --name Reverb parameters.csv > reverb.json',
    'keen convert --to test-mid --out test.mid show.json',
  ],
  run: async (options, io) => {
    if (options.flags.to === undefined) throw new Unusable(`Say what to make with --to: ${forms.join(', ')}.`);
    const to = oneOf<Form>(options, 'to', forms);
    const items = itemsOf(await readText(io, oneFile(options)), options);
    const made = make(to, items, options);
    for (const loss of made.losses) io.err(`keen convert: ${loss}`);
    const { out } = options.flags;
    if (typeof out === 'string') await io.write(out, made.content);
    else if (typeof made.content === 'string') io.out(made.content.replace(/\n$/, ''));
    else throw new Unusable('A MIDI file is written with --out.');
    return 0;
  },
};

/** What is in a file: JSON of this program, a name document, or a table of parameters. */
function itemsOf(text: string, options: Options): readonly BundleItem[] {
  const start = text.trimStart().charAt(0);
  const name = typeof options.flags.name === 'string' ? options.flags.name : 'Imported';
  if (start === '<') {
    const read = parseMidnam(text);
    if (!read.ok) throw new Unusable(read.error.map((p) => `${p.place}: ${p.message}`).join('\n'));
    return [
      profileItem({ ...plainProfile(read.value.device || name, 'plugin'), parameters: read.value.names.map(namedParameter) }),
    ];
  }
  if (start === '{' || start === '[') {
    const read = parseFile(text);
    if (!read.ok)
      throw new Unusable(['It cannot be used.', ...read.error.slice(0, 5).map((p) => `  ${p.place}: ${p.message}`)].join('\n'));
    return read.value;
  }
  const { good, bad } = parseParameters(text);
  if (good.length === 0)
    throw new Unusable(['It holds no parameters.', ...bad.slice(0, 5).map((b) => `  line ${b.line}: ${b.reason}`)].join('\n'));
  return [profileItem({ ...plainProfile(name, 'plugin'), parameters: good })];
}

const profileItem = (profile: Parameters<typeof profileRig>[0]): BundleItem => ({
  kind: 'target-profile',
  name: profile.name,
  summary: profile.summary,
  rig: profileRig(profile, 'imported'),
  numbers: 'kept',
});

function make(to: Form, items: readonly BundleItem[], options: Options): Made {
  if (to === 'bundle') return { content: bundleOf(items), losses: [] };
  const [item, more] = items;
  if (!item || more) throw new Unusable(`The file holds ${items.length} things; only --to bundle takes them all.`);
  const { rig } = item;
  const index = indexRig(rig);
  switch (to) {
    case 'rig':
      return { content: writeRig(rig), losses: [] };
    case 'template':
      return { content: writeTemplate(unitTemplate(rig, controllerOf(rig, options), { id: '', version: 1 })), losses: [] };
    case 'profile':
      return { content: writeProfile(unitProfile(rig, targetOf(rig, options), { id: '', version: 1 })), losses: [] };
    case 'parameters-csv':
    case 'parameters-tsv': {
      const { text, losses } = writeParameters(
        index.parametersOf.get(targetOf(rig, options).id) ?? [],
        to === 'parameters-tsv' ? 'tsv' : 'csv',
      );
      return { content: text, losses };
    }
    case 'programmed-csv':
    case 'programmed-tsv': {
      const { text, losses } = writeProgrammed(index, controllerOf(rig, options), to === 'programmed-tsv' ? 'tsv' : 'csv');
      return { content: text, losses };
    }
    case 'sheet-csv':
    case 'sheet-tsv':
      return { content: writeSheet(makeSheet(index), to === 'sheet-tsv' ? 'tsv' : 'csv'), losses: [] };
    case 'midnam': {
      const { text, losses } = writeMidnam(index, targetOf(rig, options));
      return { content: text, losses };
    }
    case 'set-up-mid': {
      const { bytes, left } = setUpFile(index);
      return { content: bytes, losses: left };
    }
    case 'test-mid': {
      const { bytes, left } = testFile(index, options.flags.dangerous === true ? 'played' : 'left-out');
      return { content: bytes, losses: left };
    }
    default:
      return unreachable(to);
  }
}

function bundleOf(items: readonly BundleItem[]): string {
  const of = (kind: BundleItem['kind']): readonly BundleItem[] => items.filter((i) => i.kind === kind);
  return writeBundle({
    name: items.length === 1 ? (items[0]?.name ?? 'Bundle') : 'Bundle',
    templates: of('controller-template').flatMap((i) => templateOf(i.rig, { id: '', version: 1 }) ?? []),
    profiles: of('target-profile').flatMap((i) => profileOf(i.rig, { id: '', version: 1 }) ?? []),
    rigTemplates: of('rig-template').map((i) => ({ numbers: i.numbers, rig: i.rig })),
    rigs: of('rig').map((i) => i.rig),
  });
}

const controllerOf = (rig: Rig, options: Options): Controller => named(rig.controllers, 'controller', options);
const targetOf = (rig: Rig, options: Options): Target => named(rig.targets, 'target', options);

function named<T extends { readonly name: string }>(rows: readonly T[], what: 'controller' | 'target', options: Options): T {
  const wanted = options.flags[what];
  const found = rows.filter((r) => wanted === undefined || r.name === wanted);
  const [first, second] = found;
  const names = rows.map((r) => `“${r.name}”`).join(', ');
  if (!first) throw new Unusable(rows.length === 0 ? `The file has no ${what}.` : `It has the ${what}s ${names}.`);
  if (second) throw new Unusable(`Name one with --${what}: ${names}.`);
  return first;
}

function unreachable(value: never): never {
  throw new Error(`unhandled form ${String(value)}`);
}

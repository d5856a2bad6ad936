import { cellProblemWords, type Named, namedParameter, plainProfile, profileNumbers } from '@/core/commands';
import {
  type BundleItem,
  convertRig,
  type ImportProblem,
  inWords,
  isControllerList,
  type LeftOut,
  leftOutWords,
  type ParameterList,
  parseControllerList,
  parseFile,
  parseMidnam,
  parseParameters,
  rigForms,
  unitProblemWords,
  writeBundle,
} from '@/core/formats';
import { profileOf, profileRig, type TargetProfile, templateOf } from '@/core/library';
import { type Command, type Options, oneFile, oneOf, Unusable } from '../command';
import { readText } from '../input';

const forms = [...rigForms, 'bundle'] as const;
type Form = (typeof forms)[number];

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
    const to = oneOf<Form>(options, 'to', ['rig', ...forms]);
    const items = itemsOf(await readText(io, oneFile(options)), options);
    const made = make(to, items, options);
    for (const loss of made.losses) io.err(`keen convert: ${leftOutWords(loss)}`);
    const { out } = options.flags;
    if (typeof out === 'string') await io.write(out, made.content);
    else if (typeof made.content === 'string') io.out(made.content.replace(/\n$/, ''));
    else throw new Unusable('A MIDI file is written with --out.');
    return 0;
  },
};

/** What is in a file: JSON of this program, a name document, a list of controllers, or a table of parameters. */
function itemsOf(text: string, options: Options): readonly BundleItem[] {
  const start = text.trimStart().charAt(0);
  const name = typeof options.flags.name === 'string' ? options.flags.name : 'Imported';
  if (start === '<') {
    const read = parseMidnam(text);
    if (!read.ok)
      throw new Unusable(
        read.error
          .map(inWords)
          .map((p) => `${p.place}: ${p.message}`)
          .join('\n'),
      );
    return [profileItem(named(read.value.device || name, read.value.names))];
  }
  if (isControllerList(text)) {
    const read = parseControllerList(text);
    if (!read.ok) throw unusable(read.error);
    return [listItem(name, read.value)];
  }
  if (start === '{' || start === '[') {
    const read = parseFile(text);
    if (!read.ok) throw unusable(read.error);
    return read.value;
  }
  return [listItem(name, parseParameters(text))];
}

const unusable = (problems: readonly ImportProblem[]): Unusable =>
  new Unusable(
    [
      'It cannot be used.',
      ...problems
        .slice(0, 5)
        .map(inWords)
        .map((p) => `  ${p.place}: ${p.message}`),
    ].join('\n'),
  );

/** A list of parameters as a profile, with the numbers that it came with. */
function listItem(name: string, { good, bad, numbers }: ParameterList): BundleItem {
  if (good.length === 0)
    throw new Unusable(
      ['It holds no parameters.', ...bad.slice(0, 5).map((b) => `  line ${b.line}: ${cellProblemWords(b.reason)}`)].join('\n'),
    );
  const plain = plainProfile(name, 'plugin');
  return profileItem({ ...plain, parameters: good, numbers: profileNumbers(plain, good, numbers) });
}

/** What a name document lists as a profile: each name with the number that it came with. */
function named(name: string, list: readonly Named[]): TargetProfile {
  const plain = plainProfile(name, 'plugin');
  const parameters = list.map(namedParameter);
  return { ...plain, parameters, numbers: profileNumbers(plain, parameters, new Map(list.map((n) => [n.name, n.message]))) };
}

const profileItem = (profile: Parameters<typeof profileRig>[0]): BundleItem => ({
  kind: 'target-profile',
  name: profile.name,
  summary: profile.summary,
  rig: profileRig(profile, 'imported'),
  numbers: 'kept',
  cleaned: false,
});

function make(
  to: Form,
  items: readonly BundleItem[],
  { flags }: Options,
): { readonly content: string | Uint8Array; readonly losses: readonly LeftOut[] } {
  if (to === 'bundle') return { content: bundleOf(items), losses: [] };
  const [item, more] = items;
  if (!item || more) throw new Unusable(`The file holds ${items.length} things; only --to bundle takes them all.`);
  const unit = flags.controller ?? flags.target;
  const done = convertRig(item.rig, to, typeof unit === 'string' ? unit : null, flags.dangerous === true ? 'played' : 'left-out');
  if (!done.ok) throw new Unusable(unitProblemWords(done.error));
  return done.value;
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

// MIDI Name Documents (.midnam): names of controls and notes, read and written. The form of the document is from memory; the definition
// that its DOCTYPE names is never fetched, and entity declarations are refused.
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { err, ok, type Result } from '../base';
import { type Message, messageSchema } from '../midi';
import type { RigIndex, Target } from '../rig';
import type { FileProblem } from './file-problem';
import { FILE_LIMIT, type ImportProblem, tooLarge } from './json';
import { type LeftOut, leftOutWords } from './left-out';

/** Most names in one document. */
const NAME_LIMIT = 50_000;
/** Deepest nesting of elements; the parser's own limit. */
const DEPTH = 50;

export interface NamedMessage {
  readonly message: Message;
  readonly name: string;
  /** The list that it stands in. */
  readonly list: string;
}

export interface NameDocument {
  readonly device: string;
  readonly names: readonly NamedMessage[];
  /** What was in it and is left out. */
  readonly left: readonly LeftOut[];
}

type Node = Readonly<Record<string, unknown>>;
const ATTRIBUTES = ':@';

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  processEntities: false,
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: true,
  maxNestedTags: DEPTH,
});

/**
 * Reads names of controls and notes. A DOCTYPE is accepted and not followed; entity declarations, files above 20 MB, nesting deeper than 50
 * and more than 50,000 names are refused. Names stand on the channels that the document assigns to them; without such an assignment on channel 1.
 */
export function parseMidnam(text: string): Result<NameDocument, readonly ImportProblem[]> {
  const refuse = (problem: FileProblem) => err([{ location: 'the file', problem }]);
  if (text.length > FILE_LIMIT) return err([tooLarge]);
  const source = text.replace(/^\uFEFF/, '');
  if (/<!ENTITY/i.test(source)) return refuse({ code: 'own-entities' });
  const valid = XMLValidator.validate(source);
  if (valid !== true)
    return err([{ location: `line ${valid.err.line}`, problem: { code: 'no-xml', why: valid.err.msg.slice(0, 200) } }]);
  let tree: unknown;
  try {
    tree = parser.parse(source);
  } catch (error) {
    if (error instanceof Error && /nested tags/i.test(error.message)) return refuse({ code: 'too-deep', levels: DEPTH });
    return refuse({ code: 'no-xml', why: error instanceof Error ? error.message.slice(0, 200) : null });
  }
  const root = childrenNamed(tree, 'MIDINameDocument')[0];
  if (!root) return refuse({ code: 'no-name-document' });
  return documentOf(root);
}

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null && !Array.isArray(value);

function childrenNamed(tree: unknown, name: string): readonly { readonly node: Node; readonly inside: unknown }[] {
  if (!Array.isArray(tree)) return [];
  return tree.flatMap((entry: unknown) => (isNode(entry) && name in entry ? [{ node: entry, inside: entry[name] }] : []));
}

/** Every element of a name, however deep. */
function* within(tree: unknown, name: string): Generator<{ readonly node: Node; readonly inside: unknown }> {
  if (!Array.isArray(tree)) return;
  for (const entry of tree) {
    if (!isNode(entry)) continue;
    for (const [key, inside] of Object.entries(entry)) {
      if (key === ATTRIBUTES) continue;
      if (key === name) yield { node: entry, inside };
      yield* within(inside, name);
    }
  }
}

function attribute(node: Node, name: string): string {
  const all = node[ATTRIBUTES];
  const value = isNode(all) ? all[name] : undefined;
  return typeof value === 'string' ? unescaped(value) : '';
}

function textOf(inside: unknown): string {
  const [first]: unknown[] = Array.isArray(inside) ? inside : [];
  const value = isNode(first) ? first['#text'] : undefined;
  return typeof value === 'string' || typeof value === 'number' ? unescaped(String(value)) : '';
}

/** The five names that XML itself knows, and numbers; nothing else is replaced. */
function unescaped(text: string): string {
  const known: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };
  return text.replace(/&(#x[0-9a-f]{1,6}|#\d{1,7}|[a-z]{2,4});/gi, (whole, what: string) => {
    if (!what.startsWith('#')) return known[what] ?? whole;
    const code = what.startsWith('#x') || what.startsWith('#X') ? Number.parseInt(what.slice(2), 16) : Number(what.slice(1));
    return (code > 0x1f || code === 9 || code === 10 || code === 13) && code <= 0x10ffff && !(code >= 0xd800 && code <= 0xdfff)
      ? String.fromCodePoint(code)
      : '';
  });
}

function documentOf(root: { readonly inside: unknown }): Result<NameDocument, readonly ImportProblem[]> {
  const left: LeftOut[] = [];
  const maker = [...within(root.inside, 'Manufacturer')].map((m) => textOf(m.inside))[0] ?? '';
  const model = [...within(root.inside, 'Model')].map((m) => textOf(m.inside))[0] ?? '';
  const channels = channelsOfLists(root.inside);
  const names: NamedMessage[] = [];
  for (const [element, item] of [
    ['ControlNameList', 'Control'],
    ['NoteNameList', 'Note'],
  ] as const) {
    for (const { node, inside } of within(root.inside, element)) {
      const list = attribute(node, 'Name');
      for (const channel of channels.get(`${element} ${list}`) ?? [1]) {
        for (const { node: entry } of within(inside, item)) {
          if (names.length >= NAME_LIMIT)
            return err([{ location: 'the file', problem: { code: 'too-many', what: 'names', count: null, most: NAME_LIMIT } }]);
          const made = item === 'Note' ? noteOf(entry, channel) : controlOf(entry, channel);
          if ('code' in made) left.push(made);
          else names.push({ message: made, name: attribute(entry, 'Name').slice(0, 120) || 'unnamed', list });
        }
      }
    }
  }
  for (const patches of within(root.inside, 'PatchNameList'))
    left.push({ code: 'patch-names', of: attribute(patches.node, 'Name') });
  return ok({
    device: [maker, model].filter((w) => w !== '').join(' '),
    names,
    left: [...new Map(left.map((l) => [leftOutWords(l), l])).values()].slice(0, 200),
  });
}

/** Which lists are used on which channels: channel name sets say which they use and for which channels they are available. */
function channelsOfLists(tree: unknown): ReadonlyMap<string, readonly number[]> {
  const found = new Map<string, number[]>();
  const isChannel = (c: number): boolean => Number.isInteger(c) && c >= 1 && c <= 16;
  // By name once: a document may name thousands of both.
  const assignedTo = new Map<string, Set<number>>();
  for (const { node } of within(tree, 'ChannelNameSetAssign')) {
    const channel = Number(attribute(node, 'Channel'));
    const name = attribute(node, 'NameSet');
    if (isChannel(channel)) assignedTo.set(name, (assignedTo.get(name) ?? new Set()).add(channel));
  }
  for (const { node, inside } of within(tree, 'ChannelNameSet')) {
    const open = [...within(inside, 'AvailableChannel')]
      .filter((a) => attribute(a.node, 'Available').toLowerCase() !== 'false')
      .map((a) => Number(attribute(a.node, 'Channel')))
      .filter(isChannel);
    const assigned = [...(assignedTo.get(attribute(node, 'Name')) ?? [])];
    const channels = [...new Set(assigned.length > 0 ? assigned : open.length > 0 ? open : [1])];
    for (const kind of ['ControlNameList', 'NoteNameList'] as const)
      for (const uses of within(inside, `Uses${kind}`)) {
        const key = `${kind} ${attribute(uses.node, 'Name')}`;
        found.set(key, [...new Set([...(found.get(key) ?? []), ...channels])]);
      }
  }
  return found;
}

const typeOf = { '7bit': 'cc', '14bit': 'cc14', RPN: 'rpn', NRPN: 'nrpn' } as const;

function controlOf(node: Node, channel: number): Message | LeftOut {
  const wanted = attribute(node, 'Type') || '7bit';
  const type = Object.entries(typeOf).find(([name]) => name.toLowerCase() === wanted.toLowerCase())?.[1];
  const number = attribute(node, 'Number');
  const parsed = messageSchema.safeParse({ type, channel, number: number === '' ? -1 : Number(number) });
  return parsed.success
    ? parsed.data
    : { code: 'no-control', of: attribute(node, 'Name').slice(0, 60), text: `${wanted.slice(0, 12)} ${number.slice(0, 12)}` };
}

function noteOf(node: Node, channel: number): Message | LeftOut {
  const number = attribute(node, 'Number');
  const parsed = messageSchema.safeParse({ type: 'note', channel, number: number === '' ? -1 : Number(number) });
  return parsed.success ? parsed.data : { code: 'no-note', of: attribute(node, 'Name').slice(0, 60), text: number.slice(0, 12) };
}

const escaped = (text: string): string =>
  text
    // Characters that XML 1.0 does not have at all.
    // biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is taken out
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(
      /[&<>"'\n\r\t]/g,
      (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&apos;' })[c] ?? `&#${c.charCodeAt(0)};`,
    );

/** What a target listens for as names of controls and notes; what the form cannot say is named. */
export function writeMidnam(index: RigIndex, target: Target): { readonly text: string; readonly losses: readonly LeftOut[] } {
  const losses: LeftOut[] = [];
  const byChannel = new Map<number, { controls: string[]; notes: string[] }>();
  for (const parameter of index.parametersOf.get(target.id) ?? []) {
    for (const { address } of index.landingsOf.get(parameter.id) ?? []) {
      const name = escaped(parameter.name);
      const type = Object.entries(typeOf).find(([, t]) => t === address.type)?.[0];
      if ('channel' in address && (type !== undefined || address.type === 'note')) {
        const there = byChannel.get(address.channel) ?? { controls: [], notes: [] };
        byChannel.set(address.channel, there);
        if (address.type === 'note') there.notes.push(`      <Note Number="${address.number}" Name="${name}"/>`);
        else if ('number' in address)
          there.controls.push(`      <Control Type="${type}" Number="${address.number}" Name="${name}"/>`);
      } else losses.push({ code: 'no-form', of: parameter.name, message: address.type });
    }
  }
  const channels = [...byChannel.keys()].sort((a, b) => a - b);
  const set = (c: number): string[] => {
    const { controls, notes } = byChannel.get(c) ?? { controls: [], notes: [] };
    return [
      `    <ChannelNameSet Name="Channel ${c}">`,
      '      <AvailableForChannels>',
      `        <AvailableChannel Channel="${c}" Available="true"/>`,
      '      </AvailableForChannels>',
      ...(notes.length > 0 ? [`      <UsesNoteNameList Name="Notes ${c}"/>`] : []),
      ...(controls.length > 0 ? [`      <UsesControlNameList Name="Controls ${c}"/>`] : []),
      '    </ChannelNameSet>',
    ];
  };
  const lists = channels.flatMap((c) => {
    const { controls, notes } = byChannel.get(c) ?? { controls: [], notes: [] };
    return [
      ...(notes.length > 0 ? [`    <NoteNameList Name="Notes ${c}">`, ...notes, '    </NoteNameList>'] : []),
      ...(controls.length > 0 ? [`    <ControlNameList Name="Controls ${c}">`, ...controls, '    </ControlNameList>'] : []),
    ];
  });
  const lines = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<!DOCTYPE MIDINameDocument PUBLIC "-//MIDI Manufacturers Association//DTD MIDINameDocument 1.0//EN" "http://www.midi.org/dtds/MIDINameDocument10.dtd">',
    '<MIDINameDocument>',
    '  <Author/>',
    '  <MasterDeviceNames>',
    '    <Manufacturer>Unknown</Manufacturer>',
    `    <Model>${escaped(target.name)}</Model>`,
    '    <CustomDeviceMode Name="Default">',
    '      <ChannelNameSetAssignments>',
    ...channels.map((c) => `        <ChannelNameSetAssign Channel="${c}" NameSet="Channel ${c}"/>`),
    '      </ChannelNameSetAssignments>',
    '    </CustomDeviceMode>',
    ...channels.flatMap(set),
    ...lists,
    '  </MasterDeviceNames>',
    '</MIDINameDocument>',
  ];
  return { text: `${lines.join('\n')}\n`, losses };
}

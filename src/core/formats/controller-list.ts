// Controller lists as JSON, as MIDI-CI Property Exchange describes them (the resources AllCtrlList and ChCtrlList): names of controllers with their messages, as
// parameters with the numbers that they came with. All names and the scaling of values are from memory.
import * as z from 'zod';
import { err, ok, type Result } from '../base';
import { type CellProblem, quoted } from '../commands';
import { type ProfileParameter, plainParameter } from '../library';
import { type Message, messageSchema, valueMax } from '../midi';
import type { Parameter } from '../rig';
import type { BadLine } from './csv';
import { type ImportProblem, readJson } from './json';
import { type ParameterList, parameterOf } from './parameters-csv';

/** Most controllers of one list. */
const MOST = 20_000;

const entrySchema = z.looseObject({
  title: z.string(),
  ctrlType: z.string(),
  ctrlIndex: z.array(z.number().int().min(0)).max(4).optional(),
  channel: z.number().int().optional(),
  default: z.number().int().min(0).max(0xffff_ffff).optional(),
  stepCount: z.number().int().min(2).max(16_384).optional(),
  typeHint: z.string().optional(),
});
type Entry = z.infer<typeof entrySchema>;

const listSchema = z.union([z.array(z.unknown()), z.looseObject({ controllerList: z.array(z.unknown()) })]);

/** Whether a text can be a list of controllers: a JSON list of objects, or an object that holds one under its name. No file of this program and no table is either. */
export const isControllerList = (text: string): boolean => /^\uFEFF?\s*(\[\s*[{\]]|\{\s*"controllerList")/.test(text);

/**
 * Reads a list of controllers: each with a title becomes a parameter, continuous over what its message carries, switched or set off by its
 * `typeHint`, in steps by its `stepCount`, with its message as the number that it came with. What cannot be read is told by its place in the list, from 1.
 */
export function parseControllerList(text: string): Result<ParameterList, readonly ImportProblem[]> {
  const json = readJson(text.replace(/^\uFEFF/, ''));
  if (!json.ok) return json;
  const list = listSchema.safeParse(json.value);
  if (!list.success)
    return err([{ location: 'the file', problem: { code: 'invalid', message: 'It is no list of controllers.' } }]);
  const entries = Array.isArray(list.data) ? list.data : list.data.controllerList;
  if (entries.length > MOST)
    return err([{ location: 'the file', problem: { code: 'too-many', what: 'names', count: entries.length, most: MOST } }]);
  const good: ProfileParameter[] = [];
  const bad: BadLine[] = [];
  const numbers = new Map<string, Message>();
  for (const [i, raw] of entries.entries()) {
    const read = readEntry(raw);
    if (!read.ok) bad.push({ line: i + 1, reason: read.error });
    else if (numbers.has(read.value.parameter.name))
      bad.push({ line: i + 1, reason: { code: 'name-twice', text: quoted(read.value.parameter.name, 60) } });
    else {
      good.push(read.value.parameter);
      numbers.set(read.value.parameter.name, read.value.message);
    }
  }
  return ok({ good, bad, numbers, given: ['name', 'kind', 'lowest', 'highest', 'steps', 'default', 'start'] });
}

function readEntry(raw: unknown): Result<{ readonly parameter: ProfileParameter; readonly message: Message }, CellProblem> {
  const parsed = entrySchema.safeParse(raw);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return err({ code: 'row', field: issue?.path.map(String).join('.') ?? null, message: issue?.message ?? 'not valid' });
  }
  const entry = parsed.data;
  const message = messageOf(entry);
  if (!message) return err({ code: 'no-message-kind', text: quoted(entry.ctrlType) });
  const kind = kindOf(entry);
  // How many steps there are cannot be guessed.
  if (kind === 'stepped' && entry.stepCount === undefined) return err({ code: 'steps-missing' });
  const steps = kind === 'stepped' ? Array.from({ length: entry.stepCount ?? 0 }, (_, i) => String(i + 1)) : [];
  const bits = valueMax(message.type) === 127 ? 7 : 14;
  const most = kind === 'continuous' ? 2 ** bits - 1 : kind === 'stepped' ? steps.length - 1 : 1;
  const start = entry.default === undefined ? 0 : scaledDown(entry.default, kind === 'continuous' ? bits : null, most);
  const name = entry.title.replace(/\s+/g, ' ').trim();
  const parameter = parameterOf({ ...plainParameter, name, kind, lowest: 0, highest: most, steps, default: start, start });
  return parameter.ok ? ok({ parameter: parameter.value, message }) : parameter;
}

/** The message of an entry: its channel from 1, its index one number or a pair of the high and the low byte; null for a kind that is not known here. */
function messageOf({ ctrlType, ctrlIndex = [], channel = 1 }: Entry): Message | null {
  const [first = 0, second] = ctrlIndex;
  const number = second === undefined ? first : first * 128 + second;
  const type = types[ctrlType];
  const read = type === undefined ? null : messageSchema.safeParse({ type, channel, number, bank: null });
  return read?.success ? read.data : null;
}

const types: Readonly<Record<string, Message['type']>> = {
  cc: 'cc',
  nrpn: 'nrpn',
  rpn: 'rpn',
  pitchBend: 'pitch-bend',
  chPress: 'channel-pressure',
};

function kindOf({ typeHint, stepCount }: Entry): Parameter['kind'] {
  if (typeHint === 'toggle') return 'toggle';
  if (typeHint === 'momentary') return 'trigger';
  return typeHint === 'valueSelect' || stepCount !== undefined ? 'stepped' : 'continuous';
}

/**
 * A value of 32 bits in fewer: the high bits are kept, so that lowest, middle and highest stay what they are (the way back of min-centre-max scaling; from memory).
 * What goes in steps, or on and off, goes by its share of the whole.
 */
function scaledDown(value: number, bits: 7 | 14 | null, most: number): number {
  return bits === null ? Math.round((value / 0xffff_ffff) * most) : Math.floor(value / 2 ** (32 - bits));
}

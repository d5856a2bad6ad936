// What a written form of a player's own is made of: the lines of one unit as plain values, numbers as the standard counts them.
import type { Message } from '../midi';
import { type Action, beatsOf, gestureNames, hearsAll, type Parameter, type RigIndex } from '../rig';
import type { SheetLine } from './line';
import { makeSheet } from './sheet';

/** A message as plain values: channels 1–16, numbers from 0; null where its kind has none. */
interface FormMessage {
  readonly type: Message['type'];
  readonly channel: number | null;
  readonly number: number | null;
  /** Of a program: the bank before it. */
  readonly bank: { readonly high: number; readonly low: number | null } | null;
  /** Of SysEx, without F0 and F7. */
  readonly bytes: readonly number[] | null;
}

/** One line. What does not belong to its kind is not there. */
export interface FormLine {
  readonly kind: 'function' | 'landing' | 'macro' | 'other';
  readonly control?: string;
  readonly gesture?: string;
  readonly bank?: number | null;
  readonly bank_name?: string;
  readonly page?: number | null;
  readonly layer?: string;
  readonly action?: Action['type'];
  readonly message?: FormMessage;
  /** What is sent, by name: `from` and `to`, `down` and `up`, `first` and `second`, or `value`. */
  readonly values?: Readonly<Record<string, string | number>>;
  readonly text?: string;
  readonly parameter?: string;
  readonly parameters?: readonly string[];
  readonly group?: string;
  readonly unit?: string;
  readonly mode?: string;
  readonly from?: number;
  readonly to?: number;
  readonly sets?: number;
  readonly lowest?: number;
  readonly highest?: number;
  readonly scope?: string;
  /** `any` where every channel is heard. */
  readonly channels?: string;
  /** Of a macro: what it moves along. */
  readonly moves?: readonly {
    readonly parameter: string;
    readonly from: number;
    readonly to: number;
    readonly beats?: number;
  }[];
  readonly entered: boolean;
  /** Every fact of the line as the sheet says it, by the word that stands over it. */
  readonly says: Readonly<Record<string, string>>;
}

/** What a template is given. */
export interface FormData {
  readonly rig: { readonly name: string };
  readonly unit: { readonly name: string; readonly what: 'controller' | 'target'; readonly channel: number | null };
  readonly lines: readonly FormLine[];
}

/** The lines of a controller or target for a written form; null where there is no such unit. */
export function formData(index: RigIndex, unitId: string): FormData | null {
  const sheet = makeSheet(index);
  const rig = { name: index.rig.name };
  const controller = sheet.controllers.find((c) => c.controller.id === unitId);
  if (controller) {
    const { name, channel } = controller.controller;
    return { rig, unit: { name, what: 'controller', channel }, lines: controller.lines.map((l) => lineOf(index, l)) };
  }
  const target = sheet.targets.find((t) => t.target.id === unitId);
  if (!target) return null;
  const lines = target.lines.filter((l) => l.of.type !== 'macro' || l.of.drive === null);
  return { rig, unit: { name: target.target.name, what: 'target', channel: null }, lines: lines.map((l) => lineOf(index, l)) };
}

function messageOf(message: Message): FormMessage {
  return {
    type: message.type,
    channel: 'channel' in message ? message.channel : null,
    number: 'number' in message ? message.number : null,
    bank: message.type === 'program' && message.bank !== null ? { high: message.bank.msb, low: message.bank.lsb } : null,
    bytes: message.type === 'sysex' ? message.bytes : null,
  };
}

function lineOf(index: RigIndex, line: SheetLine): FormLine {
  const { of, entered } = line;
  const says = Object.fromEntries(line.facts.map((f) => [f.name, f.text]));
  if (of.type === 'function') {
    const { assignment } = of;
    const action = assignment.actions[of.action];
    const control = index.controls.get(assignment.controlId);
    const controller = index.controllers.get(control?.controllerId ?? '');
    const { bank } = assignment;
    return {
      kind: 'function',
      control: control?.name ?? '',
      gesture: gestureNames[assignment.gesture.type],
      bank,
      bank_name: bank === null ? '' : controller?.bankNames[bank - 1] || `Bank ${bank}`,
      page: assignment.page,
      layer: index.layers.get(assignment.layerId ?? '')?.name ?? 'Base',
      action: action?.type ?? 'send',
      ...(action ? sentBy(index, action) : {}),
      text: assignment.textShort,
      entered,
      says,
    };
  }
  if (of.type === 'landing') {
    const { landing } = of;
    const parameter = index.parameters.get(landing.parameterId);
    return {
      kind: 'landing',
      ...named(parameter),
      message: messageOf(landing.address),
      mode: landing.mode,
      from: landing.from,
      to: landing.to,
      sets: landing.setValue,
      ...(hearsAll(landing) ? { channels: 'any' } : {}),
      scope: landing.scope,
      moves: moved(index, parameter),
      entered,
      says,
    };
  }
  if (of.type === 'macro') return { kind: 'macro', ...named(of.parameter), moves: moved(index, of.parameter), entered, says };
  return { kind: 'other', entered, says };
}

/** What an action sends, and what it is there for. */
function sentBy(index: RigIndex, action: Action): Partial<FormLine> {
  if (action.type !== 'send') return {};
  const { type, ...values } = action.behaviour;
  const plain = Object.entries(values).flatMap(([name, value]): [string, string | number][] =>
    typeof value === 'number' || typeof value === 'string' ? [[name, value]] : [],
  );
  return {
    message: messageOf(action.message),
    values: { kind: type, ...Object.fromEntries(plain) },
    parameters: action.meant.map((id) => index.parameters.get(id)?.name ?? ''),
  };
}

const named = (parameter: Parameter | undefined): Partial<FormLine> =>
  parameter
    ? {
        parameter: parameter.name,
        group: parameter.group,
        unit: parameter.unit,
        lowest: parameter.lowest,
        highest: parameter.highest,
      }
    : {};

const moved = (index: RigIndex, parameter: Parameter | undefined): NonNullable<FormLine['moves']> =>
  (parameter?.drives ?? []).map((d) => {
    const beats = parameter ? beatsOf(parameter, d) : null;
    const name = index.parameters.get(d.parameterId)?.name ?? '';
    return { parameter: name, from: d.from, to: d.to, ...(beats === null ? {} : { beats }) };
  });

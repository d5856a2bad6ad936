// What is already programmed, as text: control, type, channel, number, values, parameter (and bank, gesture if wanted).

import { err, exhaustive, ok, type Result } from '../base';
import { type CellProblem, gestureOf, gesturesOf, type ProgrammedLine, quoted } from '../commands';
import { type Message, u14 } from '../midi';
import {
  type Action,
  type Behaviour,
  type Control,
  type Controller,
  type Gesture,
  keysSchema,
  type Parameter,
  type RigIndex,
  sameJson,
} from '../rig';
import {
  type BadLine,
  type ChosenColumns,
  type CsvRow,
  headOf,
  readTable,
  type TableFormat,
  type TableHead,
  writeTable,
} from './csv';
import type { LeftOut } from './left-out';
import { readMessage } from './message-cells';
import type { Written } from './parameters-csv';

/** The columns in the order in which they are written. */
const columns = ['control', 'type', 'channel', 'number', 'values', 'parameter', 'bank', 'gesture'] as const;
/** The least and the most that is sent where each has a column of its own: read in place of `values`, and never written. */
const endColumns = ['lowest', 'highest'] as const;
/** Every column that is read, in the order in which they stand where no heading says otherwise. */
export const programmedColumns = [...columns, ...endColumns] as const;
export type ProgrammedColumn = (typeof programmedColumns)[number];

const aliases = {
  knob: 'control',
  switch: 'control',
  message: 'type',
  ch: 'channel',
  cc: 'number',
  value: 'values',
  range: 'values',
  function: 'parameter',
  min: 'lowest',
  minimum: 'lowest',
  max: 'highest',
  maximum: 'highest',
};

/** How a list of what is programmed begins, and what is made of its columns. */
export const programmedHead = (text: string): TableHead => headOf(text, programmedColumns, aliases);

export interface ProgrammedList {
  readonly good: readonly ProgrammedLine[];
  readonly bad: readonly BadLine[];
}

/**
 * Reads a list of what a controller already sends. Channels and programs are read as that controller shows them. Values are
 * `0..127` (what moves), `127/0` (alternating), `127 held 0` (on press, on release) or `127` (on every press). A line without a parameter is a function
 * without one; instead of a message it may note keys or go to a bank or page. Where the ends have columns of their own, what moves goes from the lowest to the
 * highest, and what is pressed sends the highest until it is let go. `chosen`: which column is what, where somebody chose; else as the first line names them, else
 * in the order of `programmedColumns`.
 */
export function parseProgrammed(
  index: RigIndex,
  controller: Controller,
  text: string,
  chosen: ChosenColumns | null = null,
): ProgrammedList {
  const { rows, bad } = readTable(text, programmedColumns, aliases, chosen);
  const good: ProgrammedLine[] = [];
  const problems: BadLine[] = [...bad];
  const places = new Map<string, ProgrammedLine>();
  for (const row of rows) {
    const line = lineOf(index, controller, row);
    if (!line.ok) {
      problems.push({ line: row.line, reason: line.error });
      continue;
    }
    const place = `${line.value.controlId} ${line.value.bank} ${line.value.gesture.type}`;
    const taken = (index.assignmentsOf.get(line.value.controlId) ?? []).some(
      (a) => a.layerId === null && a.bank === line.value.bank && a.gesture.type === line.value.gesture.type,
    );
    if (taken) problems.push({ line: row.line, reason: { code: 'has-function' } });
    else if (!joins(places.get(place), line.value)) problems.push({ line: row.line, reason: { code: 'place-twice' } });
    else {
      places.set(place, line.value);
      good.push(line.value);
    }
  }
  return { good, bad: problems.sort((a, b) => a.line - b.line) };
}

/** One message may move several parameters: a line for each, alike in all else. */
const joins = (before: ProgrammedLine | undefined, line: ProgrammedLine): boolean =>
  before === undefined ||
  (before.parameter !== null &&
    line.parameter !== null &&
    before.parameter.id !== line.parameter.id &&
    sameJson(before.action, line.action));

function lineOf(index: RigIndex, controller: Controller, row: CsvRow): Result<ProgrammedLine, CellProblem> {
  const controls = index.controlsOf.get(controller.id) ?? [];
  const control = controls.find((c) => sameName(c.name, row.cell('control')));
  if (!control) return err({ code: 'no-control', text: quoted(row.cell('control')), controller: controller.name });
  const parameter = row.cell('parameter') === '' ? ok(null) : parameterOf(index, row.cell('parameter'));
  if (!parameter.ok) return parameter;
  const bank = bankOf(controller, row.cell('bank'));
  if (!bank.ok) return bank;
  const gesture = readGesture(index, control, controller, row.cell('gesture'));
  if (!gesture.ok) return gesture;
  const plain = plainAction(controller, row);
  if (plain !== null) {
    if (!plain.ok) return plain;
    if (parameter.value !== null) return err({ code: 'moves-no-parameter', text: quoted(row.cell('type')) });
    return ok({ controlId: control.id, bank: bank.value, gesture: gesture.value, action: plain.value, parameter: null });
  }
  const message = messageOf(controller, row);
  if (!message.ok) return message;
  const behaviour = behaviourOf(valuesIn(row, gesture.value), gesture.value, message.value.type);
  if (!behaviour.ok) return behaviour;
  return ok({
    controlId: control.id,
    bank: bank.value,
    gesture: gesture.value,
    action: { type: 'send', message: message.value, behaviour: behaviour.value, pinned: true, meant: [] },
    parameter: parameter.value,
  });
}

/** Keys, or going to a bank or page: `keys, , Ctrl+S`, `bank, , 3`, `bank, , next`, `page, , before 2`, `bank, , last`. Null for a message. */
function plainAction({ firmware }: Controller, row: CsvRow): Result<Action, CellProblem> | null {
  const type = row.cell('type').toLowerCase();
  const text = row.cell('number');
  if (['keys', 'keystroke', 'key'].includes(type)) {
    const keys = keysSchema.safeParse(text);
    return keys.success ? ok({ type: 'keystroke', keys: keys.data }) : err({ code: 'number-missing' });
  }
  if (type !== 'bank' && type !== 'page') return null;
  const most = type === 'bank' ? firmware.banks : firmware.pages;
  const nowhere = err({ code: 'no-bank', text: quoted(text), most } as const);
  if (text.toLowerCase() === 'last') return ok({ type: 'go', to: { type: 'last-used' } });
  const steps = /^(next|before|[+\-−])\s*(\d*)$/i.exec(text);
  if (steps) {
    const by = Number(steps[2] || 1) * (steps[1]?.toLowerCase() === 'next' || steps[1] === '+' ? 1 : -1);
    return by === 0 || Math.abs(by) > 127 ? nowhere : ok({ type: 'go', to: { type: 'step', what: type, by } });
  }
  const number = Number(text);
  if (text === '' || !Number.isInteger(number)) return nowhere;
  if (number < 1 || number > most) return nowhere;
  return ok({ type: 'go', to: type === 'bank' ? { type, bank: number } : { type, page: number } });
}

const sameName = (a: string, b: string): boolean => a.toLowerCase().replace(/\s+/g, '') === b.toLowerCase().replace(/\s+/g, '');

function parameterOf(index: RigIndex, text: string): Result<Parameter, CellProblem> {
  const [target, name] = text.includes(':') ? text.split(':', 2).map((s) => s.trim()) : [undefined, text];
  const found = index.rig.parameters.filter(
    (p) => sameName(p.name, name ?? '') && (target === undefined || sameName(index.targets.get(p.targetId)?.name ?? '', target)),
  );
  const [first] = found;
  if (!first) return err({ code: 'no-parameter', text: quoted(text, 60) });
  if (found.length > 1) return err({ code: 'several-parameters', text: quoted(text, 60) });
  return ok(first);
}

function bankOf(controller: Controller, text: string): Result<number | null, CellProblem> {
  if (text === '') return ok(null);
  const named = controller.bankNames.findIndex((n) => sameName(n, text));
  const bank = named >= 0 ? named + 1 : Number(text);
  if (!Number.isInteger(bank) || bank < 1 || bank > controller.firmware.banks)
    return err({ code: 'no-bank', text: quoted(text), most: controller.firmware.banks });
  return ok(bank);
}

function readGesture(index: RigIndex, control: Control, controller: Controller, text: string): Result<Gesture, CellProblem> {
  const can = gesturesOf(control, controller);
  const wanted = text === '' ? can[0] : can.find((g) => g === text.toLowerCase());
  if (wanted === undefined) return err({ code: 'no-gesture', text: quoted(text), control: control.name, can });
  const gesture = gestureOf(index, control, wanted);
  if (!gesture) return err({ code: 'no-chord-partner', control: control.name });
  return ok(gesture);
}

const messageOf = ({ channel, firmware }: Controller, row: CsvRow): Result<Message, CellProblem> =>
  readMessage({ kind: row.cell('type'), number: row.cell('number'), channel: row.cell('channel') }, firmware.shows, channel);

/** What a line says of values: as they stand, or made of the ends that have columns of their own. */
function valuesIn(row: CsvRow, gesture: Gesture): string {
  const values = row.cell('values');
  const [lowest, highest] = endColumns.map((c) => row.cell(c));
  if (values !== '' || !lowest || !highest) return values;
  return gesture.type === 'move' ? `${lowest}..${highest}` : `${highest} held ${lowest}`;
}

function behaviourOf(text: string, gesture: Gesture, type: Message['type']): Result<Behaviour, CellProblem> {
  if (type === 'program') return ok({ type: 'fixed', value: u14(0) });
  const numbers = (text.match(/\d+/g) ?? []).map(Number);
  if (numbers.some((n) => n > 127)) return err({ code: 'value-too-high', text: quoted(text) });
  const [a, b] = numbers;
  if (gesture.type === 'move') return ok({ type: 'range', from: u14(a ?? 0), to: u14(b ?? 127), curve: { type: 'linear' } });
  if (a === undefined) return ok({ type: 'momentary', down: u14(127), up: u14(0) });
  if (b === undefined) return ok({ type: 'fixed', value: u14(a) });
  if (text.includes('/')) return ok({ type: 'latching', first: u14(a), second: u14(b) });
  if (/held|,|;|then/.test(text)) return ok({ type: 'momentary', down: u14(a), up: u14(b) });
  return err({ code: 'values-unclear', text: quoted(text) });
}

/** What the values of a send are called in a list; null for what a list cannot say. */
function listed(behaviour: Behaviour): string | null {
  switch (behaviour.type) {
    case 'range':
      return `${behaviour.from}..${behaviour.to}`;
    case 'latching':
      return `${behaviour.first}/${behaviour.second}`;
    case 'momentary':
      return `${behaviour.down} held ${behaviour.up}`;
    case 'fixed':
      return String(behaviour.value);
    default:
      return null;
  }
}

/**
 * What a controller is planned to send, as a list that `parseProgrammed` reads: numbers as that controller shows them. One line for each
 * parameter that a send is there for; what a list cannot say is named and left out.
 */
export function writeProgrammed(index: RigIndex, controller: Controller, format: TableFormat = 'csv'): Written {
  const losses: LeftOut[] = [];
  const { shows } = controller.firmware;
  const rows = (index.controlsOf.get(controller.id) ?? []).flatMap((control) =>
    (index.assignmentsOf.get(control.id) ?? []).flatMap((assignment) => {
      const where = `${control.name} ${assignment.gesture.type}`;
      const [action, more] = assignment.actions;
      const bank = assignment.bank === null ? '' : controller.bankNames[assignment.bank - 1] || String(assignment.bank);
      if (assignment.layerId !== null || assignment.page !== null) losses.push({ code: 'layers-and-pages', of: where });
      else if (!action || more) losses.push({ code: 'several-messages', of: where });
      else if (assignment.gesture.type === 'chord') losses.push({ code: 'chord', of: where });
      else if (action.type === 'keystroke' && action.back !== undefined) losses.push({ code: 'keys-both-ways', of: where });
      else if (action.type === 'keystroke' || action.type === 'go')
        return [[control.name, ...plainCells(action), '', '', bank, assignment.gesture.type]];
      else if (action.type === 'wait' || action.type === 'tempo') losses.push({ code: 'sends-nothing', of: where });
      else {
        const { message, behaviour } = action;
        const values = listed(behaviour);
        if ((message.type !== 'cc' && message.type !== 'note' && message.type !== 'program') || values === null) {
          losses.push({ code: 'not-listed', of: where, message: message.type, behaviour: behaviour.type });
          return [];
        }
        if (message.type === 'program' && message.bank !== null) losses.push({ code: 'bank-before-program', of: where });
        const number = message.number + (message.type === 'program' ? shows.programBase : 0);
        const named = action.meant.map((id) => {
          const parameter = index.parameters.get(id);
          return `${index.targets.get(parameter?.targetId ?? '')?.name ?? '?'}: ${parameter?.name ?? '?'}`;
        });
        return (named.length === 0 ? [''] : named).map((name) => [
          control.name,
          message.type,
          String(message.channel - 1 + shows.channelBase),
          String(number),
          values,
          name,
          bank,
          assignment.gesture.type,
        ]);
      }
      return [];
    }),
  );
  return { text: writeTable(columns, rows, format), losses };
}

/** Type, channel and number of what is no message, as `plainAction` reads them. */
function plainCells(action: Extract<Action, { type: 'keystroke' | 'go' }>): readonly [string, string, string] {
  if (action.type === 'keystroke') return ['keys', '', action.keys];
  const { to } = action;
  switch (to.type) {
    case 'bank':
      return ['bank', '', String(to.bank)];
    case 'page':
      return ['page', '', String(to.page)];
    case 'step':
      return [to.what, '', `${to.by > 0 ? 'next' : 'before'}${Math.abs(to.by) === 1 ? '' : ` ${Math.abs(to.by)}`}`];
    case 'last-used':
      return ['bank', '', 'last'];
    default:
      return exhaustive(to);
  }
}

// A rig, or one unit of it, in another form: the same for the command line and for what the screens offer to save.
import { err, exhaustive, groupBy, ok, type Result } from '../base';
import { givenOf } from '../commands';
import { unitProfile, unitTemplate } from '../library';
import { type Controller, indexRig, type Landing, type Rig, type RigIndex, type Target } from '../rig';
import { makeSheet } from '../sheets';
import { writeProfile, writeTemplate } from './bundle';
import { writeControllerList } from './controller-list-out';
import type { LeftOut } from './left-out';
import { setUpFile, testFile } from './midi-files';
import { writeMidnam } from './midnam';
import { writeParameters } from './parameters-csv';
import { writeProgrammed } from './programmed-csv';
import { writeRig } from './rig-json';
import { writeSheet } from './sheet-csv';
import { writeSheetMarkdown } from './sheet-md';

/** The message of each parameter by its name, where some landings have one for it; of those that have several it is left out. */
function singleNumbers(index: RigIndex, landings: readonly Landing[]) {
  const rows = [...groupBy(landings, (l) => l.parameterId)].map(([parameterId, list]) => ({
    name: index.parameters.get(parameterId)?.name ?? '?',
    list,
  }));
  return {
    numbers: new Map(rows.flatMap(({ name, list: [only, more] }) => (only && !more ? [[name, only.address] as const] : []))),
    several: rows.flatMap(({ name: of, list }): readonly LeftOut[] =>
      list.length > 1 ? [{ code: 'several-messages', of }] : [],
    ),
  };
}

/** The forms that a rig can be written in. */
export const rigForms = [
  'rig',
  'template',
  'profile',
  'parameters-csv',
  'parameters-tsv',
  'programmed-csv',
  'programmed-tsv',
  'sheet-csv',
  'sheet-tsv',
  'sheet-md',
  'midnam',
  'controller-list',
  'set-up-mid',
  'test-mid',
] as const;
export type RigForm = (typeof rigForms)[number];

export interface Converted {
  readonly content: string | Uint8Array;
  /** What the form cannot hold, or what was left out and why. */
  readonly losses: readonly LeftOut[];
  /** How such files end, with the dot, and their media type. */
  readonly ending: string;
  readonly mediaType: string;
}

/** Why it is not clear which controller or target is meant; `names` are those that there are. */
export interface UnitProblem {
  readonly code: 'no-unit' | 'no-such-unit' | 'several-units';
  readonly what: 'controller' | 'target';
  readonly names: readonly string[];
}

/** Which unit has to be named, in a sentence. */
export function unitProblemWords({ code, what, names }: UnitProblem): string {
  const listed = names.map((name) => `“${name}”`).join(', ');
  switch (code) {
    case 'no-unit':
      return `There is no ${what}.`;
    case 'no-such-unit':
      return `There is no such ${what}. There are ${listed}.`;
    case 'several-units':
      return `Name one with --${what}: ${listed}.`;
    default:
      return exhaustive(code);
  }
}

const json = { ending: '.json', mediaType: 'application/json; charset=utf-8' } as const;
const csv = { ending: '.csv', mediaType: 'text/csv; charset=utf-8' } as const;
const tsv = { ending: '.tsv', mediaType: 'text/tab-separated-values; charset=utf-8' } as const;
const midi = { ending: '.mid', mediaType: 'audio/midi' } as const;

/**
 * Writes a rig in a form. `unit` picks the controller or target, by id or name, that a form is about; it may be left out where there is only
 * one. The reason when the unit is missing or not clear.
 */
export function convertRig(
  rig: Rig,
  form: RigForm,
  unit: string | null = null,
  dangerous: 'left-out' | 'played' = 'left-out',
): Result<Converted, UnitProblem> {
  const index = indexRig(rig);
  const tabs = form.endsWith('-tsv');
  const table = tabs ? tsv : csv;
  const ofController = (write: (unit: Controller) => Converted): Result<Converted, UnitProblem> => {
    const found = pick(rig.controllers, unit, 'controller');
    return found.ok ? ok(write(found.value)) : found;
  };
  const ofTarget = (write: (unit: Target) => Converted): Result<Converted, UnitProblem> => {
    const found = pick(rig.targets, unit, 'target');
    return found.ok ? ok(write(found.value)) : found;
  };
  switch (form) {
    case 'rig':
      return ok({ content: writeRig(rig), losses: [], ...json, ending: '.keen-dial.json' });
    case 'template':
      return ofController((u) => ({ content: writeTemplate(unitTemplate(rig, u, { id: '', version: 1 })), losses: [], ...json }));
    case 'profile':
      return ofTarget((u) => ({ content: writeProfile(unitProfile(rig, u, { id: '', version: 1 })), losses: [], ...json }));
    case 'parameters-csv':
    case 'parameters-tsv':
      return ofTarget((u) => {
        const { numbers, several } = singleNumbers(index, givenOf(index, u.id));
        const format = tabs ? 'tsv' : 'csv';
        const { text, losses } = writeParameters(index.parametersOf.get(u.id) ?? [], format, numbers, u.reception.shows);
        return { content: text, losses: [...losses, ...several], ...table };
      });
    case 'programmed-csv':
    case 'programmed-tsv':
      return ofController((u) => {
        const { text, losses } = writeProgrammed(index, u, tabs ? 'tsv' : 'csv');
        return { content: text, losses, ...table };
      });
    case 'sheet-csv':
    case 'sheet-tsv':
      return ok({ content: writeSheet(makeSheet(index), tabs ? 'tsv' : 'csv'), losses: [], ...table });
    case 'sheet-md':
      return ok({
        content: writeSheetMarkdown(rig.name, makeSheet(index)),
        losses: [],
        ending: '.md',
        mediaType: 'text/markdown; charset=utf-8',
      });
    case 'midnam':
      return ofTarget((u) => {
        const { text, losses } = writeMidnam(index, u);
        return { content: text, losses, ending: '.midnam', mediaType: 'application/xml; charset=utf-8' };
      });
    case 'controller-list':
      return ofTarget((u) => {
        // What it hears now, whether it came with it or was planned.
        const heard = rig.landings.filter((l) => l.targetId === u.id);
        const { numbers, several } = singleNumbers(index, heard);
        const { text, losses } = writeControllerList(index.parametersOf.get(u.id) ?? [], numbers);
        return { content: text, losses: [...losses, ...several], ...json };
      });
    case 'set-up-mid': {
      const { bytes, left } = setUpFile(index);
      return ok({ content: bytes, losses: left, ...midi });
    }
    case 'test-mid': {
      const { bytes, left } = testFile(index, dangerous);
      return ok({ content: bytes, losses: left, ...midi });
    }
    default:
      return exhaustive(form);
  }
}

function pick<T extends { readonly id: string; readonly name: string }>(
  rows: readonly T[],
  unit: string | null,
  what: UnitProblem['what'],
): Result<T, UnitProblem> {
  const found = rows.filter((r) => unit === null || r.id === unit || r.name === unit);
  const [first, second] = found;
  const names = rows.map((r) => r.name);
  if (!first) return err({ code: rows.length === 0 ? 'no-unit' : 'no-such-unit', what, names });
  return second ? err({ code: 'several-units', what, names }) : ok(first);
}

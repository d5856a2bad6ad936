// The steps in a controller: set-up, its layers, what holds at its places, then slot by slot what each control does, each slot saved before the next.
import type { Assignment, Controller, RigIndex, Target } from '../rig';
import type { SheetLine } from './line';
import { placeWords } from './place-words';
import { recipeFor } from './recipe-values';
import { doneBefore } from './set-up-lines';
import { type EntryStep, SECONDS } from './step';

/** The steps for the lines of one controller; none for no lines. */
export function controllerSteps(index: RigIndex, controller: Controller, lines: readonly SheetLine[]): readonly EntryStep[] {
  if (controller.clock === null && lines.every((l) => l.of.type === 'set-up')) return [];
  const common = { unitId: controller.id, unit: controller.name };
  const groups = functionsIn(index, lines);
  const steps: EntryStep[] = [setUpController(controller)];
  for (const group of layersIn(lines)) {
    const [first] = group;
    if (first?.of.type === 'layer')
      steps.push({
        ...common,
        key: `layer ${first.key}`,
        layer: first.of.layer,
        done: first.entered,
        type: 'layer',
        side: 'controller',
        seconds: SECONDS.layer * group.length,
        lines: group,
      });
  }
  for (const line of lines) {
    const row =
      line.of.type === 'group' ? line.of.group : line.of.type === 'arrival' && line.of.action === null ? line.of.arrival : null;
    if (row === null) continue;
    const own = lines.filter(({ of }) => of === line.of || (of.type === 'arrival' && of.arrival === row));
    steps.push({
      ...common,
      key: `place ${row.id}`,
      type: 'place',
      seconds: SECONDS.place * own.length,
      row,
      lines: own,
      done: line.entered,
    });
  }
  let slot: Assignment[] = [];
  groups.forEach(({ assignment, lines: own }, i) => {
    const control = index.controls.get(assignment.controlId);
    if (!control) return;
    const recipe = recipeFor(controller, own);
    steps.push({
      ...common,
      key: assignment.id,
      type: 'control',
      seconds: recipe && recipe.seconds > 0 ? recipe.seconds : SECONDS.entry * own.length,
      assignment,
      control,
      lines: own,
      recipe,
      done: own.every((l) => l.entered),
    });
    slot.push(assignment);
    const next = groups[i + 1]?.assignment;
    if (next && savedWith(controller, next, assignment)) return;
    const { bank, page } = savedAs(controller, assignment);
    steps.push({
      ...common,
      key: `save ${controller.id} ${bank ?? 'all'}${page === null ? '' : ` ${page}`}`,
      type: 'save',
      seconds: SECONDS.save,
      place: bank === undefined ? '' : placeWords(index, controller, { bank, page, layerId: null }).replace(/( · )?Base$/, ''),
      assignments: slot,
      done: slot.every((a) => a.saved !== null),
    });
    slot = [];
  });
  const silent = controller.firmware.whileEdited === 'silent' ? [DISCONNECT] : [];
  return [...steps, ...afterwards(controller, 'controller', silent)];
}

/** Said of a unit that sends nothing while it is edited. */
const DISCONNECT = 'Disconnect its editor: while it is connected, it sends nothing.';

/** What is saved with a function: its bank, its bank and page, or all of the slot (no bank at all). */
function savedAs(
  { firmware }: Controller,
  { bank, page }: Assignment,
): { readonly bank: number | null | undefined; readonly page: number | null } {
  if (firmware.saves === 'slot') return { bank: undefined, page: null };
  return { bank, page: firmware.saves === 'page' ? page : null };
}

function savedWith(controller: Controller, a: Assignment, b: Assignment): boolean {
  const [one, other] = [savedAs(controller, a), savedAs(controller, b)];
  return one.bank === other.bank && one.page === other.page;
}

interface Grouped {
  readonly assignment: Assignment;
  readonly lines: SheetLine[];
}

/** The lines of each function together, place by place; the lines come family by family, and a stable sort keeps that within a place. */
function functionsIn(index: RigIndex, lines: readonly SheetLine[]): readonly Grouped[] {
  const groups = new Map<string, Grouped>();
  for (const line of lines) {
    if (line.of.type !== 'function') continue;
    const { assignment } = line.of;
    const own = groups.get(assignment.id);
    if (own) own.lines.push(line);
    else groups.set(assignment.id, { assignment, lines: [line] });
  }
  const layers = new Map(index.rig.layers.map((l, i) => [l.id, i + 1]));
  const layerOf = (a: Assignment): number => layers.get(a.layerId ?? '') ?? 0;
  return [...groups.values()].sort(
    ({ assignment: a }, { assignment: b }) =>
      (a.bank ?? 0) - (b.bank ?? 0) || (a.page ?? 0) - (b.page ?? 0) || layerOf(a) - layerOf(b),
  );
}

/** Each layer with the taps of its modifier, and what further ones send. */
function layersIn(lines: readonly SheetLine[]): readonly (readonly SheetLine[])[] {
  const groups = new Map<string, SheetLine[]>();
  for (const line of lines) {
    if (line.of.type !== 'layer' && line.of.type !== 'layer-signal') continue;
    const own = groups.get(line.of.layer.id);
    if (own) own.push(line);
    else groups.set(line.of.layer.id, [line]);
  }
  return [...groups.values()];
}

/** What a player does after entering in a unit; none where nothing is said. */
export const afterwards = (
  { id, name, setUp }: Controller | Target,
  side: 'controller' | 'target',
  first: readonly string[] = [],
): readonly EntryStep[] =>
  setUp.after.length + first.length === 0
    ? []
    : [
        {
          type: 'set-up',
          side,
          when: 'after',
          key: `after ${id}`,
          unitId: id,
          unit: name,
          seconds: SECONDS['set-up'],
          todo: [...first, ...setUp.after],
        },
      ];

const programmed = { panel: 'at its panel', editor: 'in its editor', browser: 'in a browser' } as const;

function setUpController(controller: Controller): EntryStep {
  const { firmware, id, name } = controller;
  const todo = [
    ...doneBefore(controller),
    firmware.readOnlySlots > 0 && firmware.userSlots > 0
      ? 'Copy a factory slot to a slot of your own: what ships cannot be changed.'
      : firmware.userSlots > 1
        ? `Choose one of its ${firmware.userSlots} slots and note which.`
        : '',
    `It is programmed ${programmed[firmware.programmedAt]}.`,
    `It counts channels from ${firmware.shows.channelBase} and programs from ${firmware.shows.programBase}; the numbers here are written its way.`,
    firmware.lights === 'feedback' ? 'Its lights follow what comes back: leave its own light switching off.' : '',
  ];
  return {
    type: 'set-up',
    side: 'controller',
    when: 'before',
    key: `set-up ${id}`,
    unitId: id,
    unit: name,
    seconds: SECONDS['set-up'],
    todo: todo.filter((t) => t !== ''),
  };
}

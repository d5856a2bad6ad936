// The fixed table of a target: the numbers that it came with. Assigning takes them, no plan moves them, and nothing of them is entered.
import { groupBy } from '../base';
import { addressKey, kindOf, type Message } from '../midi';
import { modeOf, type ReceiveMode } from '../modes';
import {
  batch,
  type Controller,
  type Edit,
  type Given,
  insert,
  type Landing,
  type Parameter,
  type Reception,
  type Rig,
  type RigIndex,
  remove,
  set,
  type Target,
} from '../rig';
import { accepts, hearsIt, routesFrom, sendsHeard } from '../wires';
import { defaultLanding } from './defaults';
import { type NewId, nextOrder } from './shared';

/** A row of a fixed table: a parameter, and where its target hears it. */
export interface GivenRow {
  readonly parameterId: string;
  readonly address: Message;
  readonly given: Given;
}

/** The fixed table of a target, in the order of its parameters. */
export function givenOf(index: RigIndex, targetId: string): readonly Landing[] {
  return (index.parametersOf.get(targetId) ?? []).flatMap((p) =>
    (index.landingsOf.get(p.id) ?? []).filter((l) => l.given !== null),
  );
}

/**
 * What a controller can send so that a parameter is heard where its target came with: of several rows (a program for each sound, say) the first that nothing
 * sends yet, else the first; of those that the controller has the message for, that the target takes and that a wire leads to. Null for none.
 */
export function givenFor(index: RigIndex, controller: Controller, parameterId: string): Landing | null {
  const rows = (index.landingsOf.get(parameterId) ?? []).filter((l) => l.given !== null && l.hostLayerId === null);
  if (rows.length === 0) return null;
  const reached = new Set(routesFrom(index, controller.id).map((r) => r.target.id));
  const can = rows.filter((l) => {
    const target = index.targets.get(l.targetId);
    return (
      controller.firmware.messages.includes(l.address.type) &&
      target &&
      accepts(target, l.address) &&
      reached.has(target.id) &&
      hearsIt(index, { unitId: controller.id, port: '' }, l.address, l)
    );
  });
  return can.find((l) => !sendsHeard(index).sendsAt.has(addressKey(l.address))) ?? can[0] ?? null;
}

/**
 * How a target hears a number that it came with, where nobody said: what carries no value chooses a step or sets one, a note flips a switch,
 * everything else follows the value.
 */
export function usualMode({ modes }: Reception, { kind }: Pick<Parameter, 'kind'>, { type }: Message): ReceiveMode {
  const can = (mode: ReceiveMode): boolean => modes.includes(mode);
  if (kindOf(type).carries !== 'value' && kind !== 'trigger')
    return can('preset') && kind === 'stepped' ? 'preset' : can('set') ? 'set' : (modes[0] ?? 'set');
  if (type === 'note' && kind === 'toggle' && can('toggle')) return 'toggle';
  return can('absolute') ? 'absolute' : (modes[0] ?? 'absolute');
}

/**
 * Puts rows into the fixed table of a target. A row that is there for the parameter at that address keeps what else is said of it; one that a player entered
 * becomes one that it came with.
 */
export function giveRows(rig: Rig, target: Target, rows: readonly GivenRow[], newId: NewId): readonly Edit[] {
  let order = nextOrder(rig.landings);
  const parameters = new Map(rig.parameters.map((p) => [p.id, p]));
  const there = groupBy(rig.landings, (l) => l.parameterId);
  const made = new Map<string, readonly Landing[]>();
  return rows.flatMap(({ parameterId, address, given }): Edit[] => {
    const parameter = parameters.get(parameterId);
    if (!parameter) return [];
    const key = addressKey(address);
    const own = (there.get(parameterId) ?? []).find((l) => addressKey(l.address) === key && l.hostLayerId === null);
    if (own) return own.given === given ? [] : [set('landings', own, 'given', given)];
    const mode = usualMode(target.reception, parameter, address);
    const row = { ...defaultLanding(newId(), order++, address, null, parameter, mode, target), given };
    const taken = [...(there.get(parameterId) ?? []), ...(made.get(parameterId) ?? [])];
    // One message after another that carries no value is one step after another.
    const step =
      parameter.kind === 'stepped' && kindOf(address.type).carries !== 'value' ? nextStep(parameter, taken) : row.setValue;
    const landing = { ...row, setValue: step };
    made.set(parameterId, [...(made.get(parameterId) ?? []), landing]);
    return [insert('landings', landing)];
  });
}

/** The first step that no row sets yet; the last one where each has one. */
function nextStep({ lowest, highest }: Parameter, rows: readonly Landing[]): number {
  const taken = new Set(rows.filter((l) => modeOf(l.mode).needs === 'value').map((l) => l.setValue));
  let step = lowest;
  while (taken.has(step) && step < highest) step++;
  return step;
}

/** As `giveRows`, as one edit. */
export const giveTable = (rig: Rig, target: Target, rows: readonly GivenRow[], newId: NewId): Edit =>
  batch(
    rows.length === 1 ? `A number that ${target.name} came with` : `Numbers that ${target.name} came with`,
    giveRows(rig, target, rows, newId),
  );

/** Takes a row out of the fixed table: what is sent to it is entered by hand from then on, and what is not goes. */
export const ungive = (index: RigIndex, landing: Landing): Edit =>
  batch('It did not come with this number', [
    sendsHeard(index).sendsAt.has(addressKey(landing.address))
      ? set('landings', landing, 'given', null)
      : remove('landings', landing),
  ]);

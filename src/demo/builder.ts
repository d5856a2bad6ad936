// How the demo rigs are built: through the same commands as a player's own, then bent to what this player wanted.
import { addController, addLayer, addParameters, addTarget, assign, type Place, plainProfile } from '@/core/commands';
import { parseParameters } from '@/core/formats';
import { controllerTemplates } from '@/core/library';
import { channel, type Message, u7, u14 } from '@/core/midi';
import {
  type Action,
  apply,
  type Behaviour,
  type Edit,
  emptyRig,
  indexRig,
  type Landing,
  type Layer,
  type Rig,
  type Send,
  set,
  type Target,
  type Tickable,
  tickNow,
} from '@/core/rig';

/** Thrown only when the demo data itself is wrong: a bug, found by its test. */
export function must<T>(
  result: { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: unknown },
  what: string,
): T {
  if (!result.ok) throw new Error(`demo: ${what}: ${JSON.stringify(result.error)}`);
  return result.value;
}

const entered = { at: '2026-09-12T17:30:00.000Z' };

/** Ticks that keep what was entered, as the sheet of today sets them; layers are set up where functions stand in them. */
export function ticked(rig: Rig): Rig {
  const index = indexRig(rig);
  const kept = <T extends Tickable>(row: T): T =>
    row.entered === null ? row : { ...row, entered: tickNow(index, row, row.entered.at) };
  return {
    ...rig,
    layers: rig.layers.map((l) => kept({ ...l, entered })),
    parameters: rig.parameters.map((p) => (p.drives.length === 0 ? p : kept({ ...p, entered }))),
    assignments: rig.assignments.map(kept),
    landings: rig.landings.map(kept),
    wires: rig.wires.map((w) => (w.translator === null ? w : kept({ ...w, entered }))),
  };
}

export class Builder {
  private count = 0;
  rig: Rig;

  /** `mark`: what its identifiers begin with, the same each time. */
  constructor(
    id: string,
    name: string,
    private readonly mark: string,
  ) {
    this.rig = emptyRig(id, name);
  }

  readonly newId = (): string => `${this.mark}${(++this.count).toString(36)}`;

  do(edit: Edit): void {
    this.rig = must(apply(this.rig, edit), 'edit');
  }

  controller(templateId: string, name: string, bankNames: readonly string[]): void {
    const template = controllerTemplates.find((t) => t.id === templateId);
    if (!template) throw new Error(`demo: no template ${templateId}`);
    const { edit } = addController(this.rig, { ...template, bankNames }, name, this.newId);
    this.do(edit);
  }

  /** Targets with their parameters, each as a list that a user pastes. */
  targets(lists: ReadonlyArray<readonly [string, Target['kind'], string]>): void {
    for (const [name, kind, list] of lists) {
      const { edit, id: targetId } = addTarget(this.rig, plainProfile(name, kind), name, this.newId);
      this.do(edit);
      const parsed = parseParameters(list);
      if (parsed.bad.length > 0) throw new Error(`demo: ${name}: ${JSON.stringify(parsed.bad)}`);
      this.do(addParameters(this.rig, targetId, parsed.good, this.newId));
    }
  }

  /** A layer that a control opens while it is held. */
  layer(name: string, controllerName: string, controlName: string, madeIn: Layer['madeIn']): string {
    const modifierControlId = this.control(controllerName, controlName).id;
    const wish = { name, modifierControlId, madeIn, fallsThrough: true, mode: 'while-held' } as const;
    const made = must(addLayer(indexRig(this.rig), wish, this.newId), name);
    this.do(made.edit);
    return made.id;
  }

  control(controllerName: string, name: string) {
    const controller = this.rig.controllers.find((c) => c.name === controllerName);
    const control = this.rig.controls.find((c) => c.controllerId === controller?.id && c.name === name);
    if (!control) throw new Error(`demo: no control ${controllerName} ${name}`);
    return control;
  }

  parameter(name: string) {
    const [targetName, parameterName] = name.split(': ', 2);
    const target = this.rig.targets.find((t) => t.name === targetName);
    const parameter = this.rig.parameters.find((p) => p.targetId === target?.id && p.name === parameterName);
    if (!parameter) throw new Error(`demo: no parameter ${name}`);
    return parameter;
  }

  /** Assigns, then bends what the defaults gave to what this player wanted. */
  put(where: string, place: Place, parameterName: string, wish: Wish = {}): void {
    const [controllerName = '', rest = ''] = where.split(' / ', 2);
    const [controlName = '', gesture] = rest.split(' : ', 2);
    const control = this.control(controllerName, controlName);
    const parameter = this.parameter(parameterName);
    const assigned = must(
      assign(
        indexRig(this.rig),
        {
          parameterId: parameter.id,
          controlId: control.id,
          place,
          ...(gesture === 'hold' || gesture === 'release' || gesture === 'press' ? { gesture: { type: gesture } } : {}),
          onTaken: 'join',
        },
        this.newId,
      ),
      where,
    );
    this.do(assigned.edit);
    const assignment = this.rig.assignments.find((a) => a.id === assigned.assignmentId);
    if (!assignment) throw new Error('demo: assignment lost');
    const landing = this.rig.landings.filter((l) => l.parameterId === parameter.id).at(-1);
    const actions = assignment.actions.map((a): Action => (a.type === 'send' ? bend(a, wish) : a));
    if (wish.behaviour || wish.number !== undefined || wish.channel !== undefined)
      this.do(set('assignments', assignment, 'actions', actions));
    const now = this.rig.assignments.find((a) => a.id === assigned.assignmentId);
    if (now && !wish.todo && now.entered === null) this.do(set('assignments', now, 'entered', entered));
    if (landing) this.bendLanding(landing, wish, actions);
  }

  private bendLanding(landing: Landing, wish: Wish, actions: readonly Action[]): void {
    const [first] = actions;
    const changes: Partial<Landing> = {
      ...(first?.type === 'send' ? { address: first.message } : {}),
      ...(wish.mode ? { mode: wish.mode } : {}),
      ...(wish.range ? { from: wish.range[0], to: wish.range[1] } : {}),
      ...(wish.setValue === undefined ? {} : { setValue: wish.setValue }),
      ...(wish.takeover ? { takeover: wish.takeover } : {}),
      ...(wish.todo ? {} : { entered }),
    };
    let row = landing;
    for (const field of ['address', 'mode', 'from', 'to', 'setValue', 'takeover', 'entered'] as const) {
      const to = changes[field];
      if (to === undefined) continue;
      this.do(set('landings', row, field, to));
      row = this.rig.landings.find((l) => l.id === row.id) ?? row;
    }
  }
}

export interface Wish {
  readonly behaviour?: Behaviour;
  readonly number?: number;
  readonly channel?: number;
  readonly mode?: Landing['mode'];
  readonly range?: readonly [number, number];
  readonly setValue?: number;
  readonly takeover?: Landing['takeover'];
  readonly todo?: true;
}

function bend(send: Send, wish: Wish): Send {
  const { message } = send;
  const numbered: Message =
    wish.number !== undefined && 'channel' in message
      ? { type: 'cc', channel: message.channel, number: u7(wish.number) }
      : message;
  const moved = wish.channel !== undefined && 'channel' in numbered ? { ...numbered, channel: channel(wish.channel) } : numbered;
  return { ...send, message: moved, behaviour: wish.behaviour ?? send.behaviour };
}

export const alternating = (first: number, second: number): Behaviour => ({
  type: 'latching',
  first: u14(first),
  second: u14(second),
});
export const held = (down: number, up: number): Behaviour => ({ type: 'momentary', down: u14(down), up: u14(up) });
export const every = (value: number): Behaviour => ({ type: 'fixed', value: u14(value) });

// A job that was done through the interface, told without the ids that are by chance: what each control does, what is listened for, and what playing it
// brings out. Kept as a file beside the others in tests/fixtures/jobs.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { parseRig } from '@/core/formats';
import type { Action, Assignment, Rig, ScriptEvent } from '@/core/rig';
import { played } from './hand';

export interface JobTold {
  readonly functions: readonly unknown[];
  readonly layers: readonly unknown[];
  readonly counters: readonly unknown[];
  readonly landings: readonly unknown[];
  readonly presets?: readonly unknown[];
  readonly groups?: readonly unknown[];
  readonly arrivals?: readonly unknown[];
  readonly inside?: unknown;
  /** The clocks that controllers of the controls send. */
  readonly clocks?: readonly unknown[];
  /** What translators on wires hold. */
  readonly translators?: readonly unknown[];
  /** What was played through for real, byte by byte. */
  readonly wentOut?: readonly (readonly number[])[];
  readonly sent: readonly string[];
  readonly values: readonly string[];
}

/** A hand on a control, by the controller's and the control's name. */
export type Hand = (rig: Rig, name: string) => string;
export const controlNamed: Hand = (rig, name) => {
  const found = rig.controls.find((c) => c.name === name);
  if (!found) throw new Error(`no control is called ${name}`);
  return found.id;
};

/** What stands on some controls of an exported rig, and what a hand on them brings out. */
export function jobOf(exported: string, names: readonly string[], events: (rig: Rig) => readonly ScriptEvent[]): JobTold {
  const read = parseRig(exported);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const rig = read.value;
  const control = new Map(rig.controls.map((c) => [c.id, c.name]));
  const parameter = new Map(rig.parameters.map((p) => [p.id, p.name]));
  const layer = new Map(rig.layers.map((l) => [l.id, l.name]));
  const counter = new Map(rig.counters.map((c) => [c.id, c.name]));
  const act = (a: Action): unknown => {
    if (a.type !== 'send') return a;
    const { pinned: _pinned, meant, behaviour, ...rest } = a;
    const counts = behaviour.type === 'stepping' ? { ...behaviour, counterId: counter.get(behaviour.counterId) } : behaviour;
    return { ...rest, behaviour: counts, meant: meant.map((id) => parameter.get(id)) };
  };
  const own = rig.assignments.filter((a) => names.includes(control.get(a.controlId) ?? ''));
  const told = (a: Assignment): unknown => ({
    control: control.get(a.controlId),
    bank: a.bank,
    page: a.page,
    layer: a.layerId === null ? null : layer.get(a.layerId),
    gesture: a.gesture.type === 'chord' ? { ...a.gesture, with: control.get(a.gesture.with) } : a.gesture,
    actions: a.actions.map(act),
    ...(a.textShort === '' ? {} : { text: a.textShort }),
    ...(a.colour === '' ? {} : { colour: a.colour }),
    ...(a.colourOff === '' ? {} : { colourOff: a.colourOff }),
  });
  const counting = new Set(
    own.flatMap((a) =>
      a.actions.flatMap((x) => (x.type === 'send' && x.behaviour.type === 'stepping' ? [x.behaviour.counterId] : [])),
    ),
  );
  const meant = new Set(own.flatMap((a) => a.actions.flatMap((x) => (x.type === 'send' ? x.meant : []))));
  const layers = rig.layers.filter((l) => names.includes(control.get(l.modifierControlId ?? '') ?? ''));
  for (const l of layers) for (const x of l.tap) if (x.type === 'send') for (const id of x.meant) meant.add(id);
  const { sent, values } = played(rig, events(rig));
  return {
    functions: own.map(told),
    layers: layers.map(
      ({ id: _id, order: _order, entered: _entered, tap, modifierControlId, alsoOpenedBy, alsoSignals, scope, ...l }) => ({
        ...l,
        ...(alsoSignals.length === 0
          ? {}
          : { alsoSignals: alsoSignals.map((s) => ({ ...s, controlId: control.get(s.controlId) ?? '' })) }),
        modifiers: [modifierControlId ?? '', ...alsoOpenedBy].map((c) => control.get(c)),
        scope: scope.type,
        tap: tap.map(act),
      }),
    ),
    counters: rig.counters
      .filter((c) => counting.has(c.id))
      .map(({ id: _id, order: _order, controllerId: _controller, ...c }) => c),
    landings: rig.landings
      .filter((l) => meant.has(l.parameterId))
      .map(
        ({
          parameterId,
          address,
          mode,
          from,
          to,
          setValue,
          chosenBy,
          coding,
          curve,
          takeover,
          by,
          channels,
          scope,
          conditions,
        }) => ({
          parameter: parameter.get(parameterId),
          address,
          mode,
          ...(mode === 'set' ? { setValue } : { from, to }),
          ...(chosenBy === null ? {} : { chosenBy }),
          ...(coding === null ? {} : { coding }),
          ...(curve.type === 'linear' ? {} : { curve }),
          ...(takeover === 'jump' ? {} : { takeover }),
          ...(by === 1 ? {} : { by }),
          ...(channels === 'one' ? {} : { channels }),
          ...(scope === 'target' ? {} : { scope }),
          ...(conditions.length === 0
            ? {}
            : {
                conditions: conditions.map((c) => [
                  c.words,
                  parameter.get(c.when?.parameterId ?? ''),
                  c.when?.value,
                  ...(c.instead ? ['in place of the others'] : []),
                ]),
              }),
        }),
      ),
    ...insideOf(rig, meant, parameter),
    ...(rig.presets.some((p) => meant.has(p.parameterId))
      ? {
          presets: rig.presets
            .filter((p) => meant.has(p.parameterId))
            .map(({ parameterId, step, stored, rest, values: held }) => ({
              chooses: parameter.get(parameterId),
              step,
              stored,
              rest,
              holds: held.map((v) => [parameter.get(v.parameterId), v.value]),
            })),
        }
      : {}),
    ...placesOf(rig, names, control, act),
    ...translatorsOf(rig, names),
    ...clocksIn(rig, names),
    sent,
    values: values.map((v) => {
      const [t = '', id = '', ...rest] = v.split(' ');
      return [t, parameter.get(id) ?? id, ...rest].join(' ');
    }),
  };
}

/** What goes on inside the targets of some parameters: macros, states, banks of channels; nothing where there is none. */
function insideOf(rig: Rig, meant: ReadonlySet<string>, parameter: ReadonlyMap<string, string>): { readonly inside?: unknown } {
  const own = rig.parameters.filter((p) => meant.has(p.id));
  const targets = rig.targets.filter((t) => own.some((p) => p.targetId === t.id));
  const inside = [
    ...own.flatMap(({ name, drives, states, launch, whileWaiting }) =>
      drives.length === 0 && states === null && launch === 'target'
        ? []
        : [
            {
              parameter: name,
              ...(drives.length === 0 ? {} : { drives: drives.map((d) => [parameter.get(d.parameterId), d.from, d.to]) }),
              ...(states === null ? {} : { states }),
              ...(launch === 'target' ? {} : { launch, whileWaiting }),
            },
          ],
    ),
    ...targets.flatMap((t) =>
      t.channelBanks.map(({ name, moved, width, stride, lanes, rows, toSelected }) => ({
        bank: name,
        moved: parameter.get(moved),
        width,
        stride,
        lanes: lanes.map((lane) => [lane.length, parameter.get(lane[0] ?? ''), parameter.get(lane.at(-1) ?? '')]),
        ...(rows ? { rows: { ...rows, moved: parameter.get(rows.moved) } } : {}),
        ...(toSelected
          ? { toSelected: { selected: parameter.get(toSelected.selected), by: parameter.get(toSelected.by ?? '') } }
          : {}),
      })),
    ),
  ];
  return inside.length === 0 ? {} : { inside };
}

/** Translators on wires that begin at a controller of the controls; nothing where there is none. */
function translatorsOf(rig: Rig, names: readonly string[]): Pick<JobTold, 'translators'> {
  const units = new Set(rig.controls.flatMap((c) => (names.includes(c.name) ? [c.controllerId] : [])));
  const translators = rig.wires.flatMap((w) => (units.has(w.from.unitId) ? (w.translator ?? []) : []));
  return translators.length === 0 ? {} : { translators };
}

/** The clocks that the controllers of the controls send; nothing where none does. */
function clocksIn(rig: Rig, names: readonly string[]): Pick<JobTold, 'clocks'> {
  const units = new Set(rig.controls.flatMap((c) => (names.includes(c.name) ? [c.controllerId] : [])));
  const clocks = rig.controllers.flatMap((c) => (units.has(c.id) && c.clock !== null ? [[c.name, c.clock.bpm]] : []));
  return clocks.length === 0 ? {} : { clocks };
}

/** Groups of the controls, and what is done on arriving with one of them; nothing where there is none. */
function placesOf(
  rig: Rig,
  names: readonly string[],
  control: ReadonlyMap<string, string>,
  act: (action: Action) => unknown,
): Pick<JobTold, 'groups' | 'arrivals'> {
  const named = (id: string): boolean => names.includes(control.get(id) ?? '');
  const groups = rig.groups.filter((g) => g.controlIds.some(named));
  const arrivals = rig.arrivals.filter((a) => a.latches.some((l) => named(l.controlId)));
  return {
    ...(groups.length === 0
      ? {}
      : {
          groups: groups.map(({ name, bank, page, controlIds, pressedAgain, sendsOff }) => ({
            name,
            bank,
            page,
            switches: controlIds.map((id) => control.get(id)),
            pressedAgain,
            sendsOff,
          })),
        }),
    ...(arrivals.length === 0
      ? {}
      : {
          arrivals: arrivals.map(({ bank, page, actions, latches, atStart }) => ({
            bank,
            page,
            actions: actions.map(act),
            latches: latches.map((l) => [control.get(l.controlId), l.on]),
            atStart,
          })),
        }),
  };
}

/** What was kept of a job; written anew where KEEN_DIAL_WRITE is set. */
export function keptJob(name: string, told: JobTold): JobTold {
  const file = resolve(import.meta.dirname, `../fixtures/jobs/${name}.json`);
  if (process.env.KEEN_DIAL_WRITE === '1') {
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, `${JSON.stringify(told, null, 2)}\n`);
  }
  return JSON.parse(readFileSync(file, 'utf8')) as JobTold;
}

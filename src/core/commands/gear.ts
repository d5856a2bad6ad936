// Controllers, targets and parameters on and off the rig. New gear is wired to everything, so that a first message arrives.
import {
  arrivalRows,
  type ControllerTemplate,
  channelBanksById,
  groupRows,
  numberRows,
  type ProfileParameter,
  parameterRows,
  presetRows,
  summaryOf,
  type TargetProfile,
} from '../library';
import { channel, type Message } from '../midi';
import {
  batch,
  type Controller,
  commonFirmware,
  commonReception,
  type Edit,
  insert,
  noSetUp,
  type Panel,
  type Parameter,
  plainMacro,
  type Rig,
  type Target,
  type Wire,
} from '../rig';
import { removeWithDependents } from './cascade';
import { defaultLanding } from './defaults';
import { giveRows, usualMode } from './given';
import { type NewId, nextOrder } from './shared';

interface Unit {
  readonly id: string;
}

/** A USB cable from a unit to a unit, everything let through. */
export function wire(from: Unit, to: Unit, order: number, newId: NewId): Wire {
  return {
    id: newId(),
    order,
    from: { unitId: from.id, port: '' },
    to: { unitId: to.id, port: '' },
    transport: 'usb',
    channels: null,
    types: null,
    forNotes: true,
    forRemote: true,
    passesOn: false,
    translator: null,
    entered: null,
    note: '',
  };
}

/** A name that is not taken yet: `Floorboard 8+2`, `Floorboard 8+2 (2)`, … */
export function freshName(wanted: string, taken: readonly { readonly name: string }[]): string {
  const names = new Set(taken.map((t) => t.name));
  if (!names.has(wanted)) return wanted;
  for (let i = 2; ; i++) if (!names.has(`${wanted} (${i})`)) return `${wanted} (${i})`;
}

/** Puts a controller made from a template on the rig, wired to every target. */
export function addController(
  rig: Rig,
  template: ControllerTemplate,
  name: string,
  newId: NewId,
): { readonly edit: Edit; readonly id: string } {
  const controller: Controller = {
    id: newId(),
    order: nextOrder(rig.controllers),
    name: freshName(name, rig.controllers),
    templateId: template.id,
    templateVersion: template.version,
    port: `${freshName(name, rig.controllers)} port 1`.slice(0, 200),
    channel: channel(template.channel),
    width: template.panel.width,
    height: template.panel.height,
    bankNames: [...template.bankNames],
    firmware: template.firmware,
    setUp: template.setUp ?? noSetUp,
    clock: template.clock ?? null,
    form: template.form ?? null,
    evidence: template.evidence ?? [],
    note: template.note ?? '',
  };
  const order = nextOrder(rig.controls);
  const controls = template.panel.controls.map((c, n) => ({ id: newId(), order: order + n, controllerId: controller.id, ...c }));
  const ids = controls.map((c) => c.id);
  const keyed = (first: number) => (n: number) => ({ id: newId(), order: first + n });
  let counterOrder = nextOrder(rig.counters);
  let wireOrder = nextOrder(rig.wires);
  const edits: Edit[] = [
    insert('controllers', controller),
    ...controls.map((c) => insert('controls', c)),
    ...(template.counters ?? []).map((c) =>
      insert('counters', { id: newId(), order: counterOrder++, controllerId: controller.id, ...c }),
    ),
    ...groupRows(template.groups ?? [], controller.id, ids, keyed(nextOrder(rig.groups))).map((g) => insert('groups', g)),
    ...arrivalRows(template.arrivals ?? [], controller.id, ids, keyed(nextOrder(rig.arrivals))).map((a) => insert('arrivals', a)),
    ...rig.targets.map((t) => insert('wires', wire(controller, t, wireOrder++, newId))),
  ];
  return { edit: batch(`Add ${controller.name}`, edits), id: controller.id };
}

/** A template for a plain panel: everything that most controllers can do, on the first channel that no controller uses. */
export function plainTemplate(panel: Panel, rig: Rig, banks: number, pages = 1): ControllerTemplate {
  const used = new Set<number>(rig.controllers.map((c) => c.channel));
  const free = Array.from({ length: 16 }, (_, i) => i + 1).find((c) => !used.has(c)) ?? 1;
  return {
    id: 'plain-panel',
    version: 0,
    name: 'Plain panel',
    summary: summaryOf(panel.controls, banks),
    channel: free,
    bankNames: Array.from({ length: banks }, (_, i) => `Bank ${i + 1}`),
    firmware: { ...commonFirmware, banks, pages },
    panel,
  };
}

/** A target that nothing is known of yet: the answers that fit most. */
export const plainProfile = (name: string, kind: Target['kind']): TargetProfile => ({
  id: '',
  version: 0,
  name,
  summary: '',
  kind,
  reception: commonReception,
  parameters: [],
});

/** What drives a target: controllers, straight or through another target that passes on what arrives there. */
export interface DrivenBy {
  readonly controllerIds: readonly string[];
  readonly through: string | null;
}

/** Puts a target with its parameters on the rig, wired from every controller where nothing else is said. */
export function addTarget(
  rig: Rig,
  profile: TargetProfile,
  name: string,
  newId: NewId,
  drivenBy: DrivenBy = { controllerIds: rig.controllers.map((c) => c.id), through: null },
): { readonly edit: Edit; readonly id: string } {
  const targetId = newId();
  const ids = profile.parameters.map(() => newId());
  const idAt = (at: number): string | undefined => ids[at];
  const target: Target = {
    id: targetId,
    order: nextOrder(rig.targets),
    name: freshName(name, rig.targets),
    kind: profile.kind,
    profileId: profile.id,
    profileVersion: profile.version,
    port: '',
    version: profile.software ?? '',
    reception: profile.reception,
    setUp: profile.setUp ?? noSetUp,
    channelBanks: channelBanksById(profile.channelBanks ?? [], idAt),
    form: profile.form ?? null,
    evidence: profile.evidence ?? [],
    note: profile.note ?? '',
  };
  const first = nextOrder(rig.parameters);
  const parameters = parameterRows(profile, target.id, idAt).map((p, i): Parameter => ({ ...p, order: first + i }));
  const presetOrder = nextOrder(rig.presets);
  const landingOrder = nextOrder(rig.landings);
  const edits = [
    insert('targets', target),
    ...parameters.map((p) => insert('parameters', p)),
    ...presetRows(profile, (at) => parameters[at]?.id ?? '', newId).map((p, i) =>
      insert('presets', { ...p, order: presetOrder + i }),
    ),
    ...numberRows(profile, target.id, (at) => parameters[at]?.id ?? '', newId).map((l, i) =>
      insert('landings', { ...l, order: landingOrder + i }),
    ),
    ...wiresFor(rig, target, drivenBy, newId).map((w) => insert('wires', w)),
  ];
  return { edit: batch(`Add ${target.name}`, edits), id: target.id };
}

/** The wires by which a target is driven: through another one, what leads there too, as far as it does not yet. */
function wiresFor(rig: Rig, target: Target, { controllerIds, through }: DrivenBy, newId: NewId): readonly Wire[] {
  let order = nextOrder(rig.wires);
  const from = (unit: { readonly id: string }, to: { readonly id: string }): Wire => wire(unit, to, order++, newId);
  const drivers = rig.controllers.filter((c) => controllerIds.includes(c.id));
  const host = rig.targets.find((t) => t.id === through);
  if (!host) return drivers.map((c) => from(c, target));
  const leads = (id: string): boolean => rig.wires.some((w) => w.from.unitId === id && w.to.unitId === host.id);
  return [...drivers.filter((c) => !leads(c.id)).map((c) => from(c, host)), { ...from(host, target), passesOn: true }];
}

/** Adds parameters to a target, in the order of the list, with the numbers that it came with for them by name. */
export function addParameters(
  rig: Rig,
  targetId: string,
  drafts: readonly ProfileParameter[],
  newId: NewId,
  numbers: ReadonlyMap<string, Message> = new Map(),
): Edit {
  const [only] = drafts;
  const label = drafts.length === 1 && only ? `Add ${only.name}` : `Add ${drafts.length} parameters`;
  const ids = drafts.map(() => newId());
  const first = nextOrder(rig.parameters);
  const rows = parameterRows({ parameters: drafts }, targetId, (at) => ids[at]).map((p, i) => ({ ...p, order: first + i }));
  const target = rig.targets.find((t) => t.id === targetId);
  const table = rows.flatMap((p) => {
    const address = numbers.get(p.name);
    return address ? [{ parameterId: p.id, address, given: 'manual' as const }] : [];
  });
  return batch(label, [
    ...rows.map((row) => insert('parameters', row)),
    ...(target ? giveRows({ ...rig, parameters: [...rig.parameters, ...rows] }, target, table, newId) : []),
  ]);
}

/** Numbers by the names of parameters as the rows of a profile, heard as its target usually hears such a message. */
export function profileNumbers(
  profile: TargetProfile,
  parameters: readonly ProfileParameter[],
  numbers: ReadonlyMap<string, Message>,
): NonNullable<TargetProfile['numbers']> {
  return parameters.flatMap((draft, at) => {
    const address = numbers.get(draft.name);
    if (!address) return [];
    const mode = usualMode(profile.reception, draft, address);
    const parameter: Parameter = { ...plainMacro, ...draft, id: '', order: 0, targetId: '' };
    const { coding, from, to, curve, takeover, setValue, chosenBy, by, channels, scope, note } = defaultLanding(
      '',
      0,
      address,
      null,
      parameter,
      mode,
      profile,
    );
    return [
      {
        parameter: at,
        address,
        mode,
        coding,
        from,
        to,
        curve,
        takeover,
        setValue,
        chosenBy,
        by,
        channels,
        scope,
        note,
        given: 'manual' as const,
      },
    ];
  });
}

/** Takes a controller, target or parameter off the rig with everything that stands on it. */
export function removeGear(rig: Rig, table: 'controllers' | 'targets' | 'parameters', id: string): Edit {
  const name = rig[table].find((r) => r.id === id)?.name ?? 'it';
  return batch(`Delete ${name}`, removeWithDependents(rig, [{ table, id }]));
}

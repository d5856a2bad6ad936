// A target as the library holds it, and the same as a small rig.
import {
  emptyRig,
  type Given,
  type Landing,
  noSetUp,
  type Parameter,
  type Preset,
  plainInside,
  type Reception,
  type Rig,
  type Target,
} from '../rig';
import {
  channelBanksById,
  channelBanksByPlace,
  conditionsById,
  conditionsByPlace,
  drivesById,
  drivesByPlace,
  type ProfileChannelBank,
  type ProfileCondition,
  type ProfileDrive,
  placesOf,
} from './inside';

/** A parameter without identifiers. */
export type ProfileParameter = Omit<Parameter, 'id' | 'order' | 'targetId' | 'drives' | 'entered'> & {
  /** What it moves along, where it is a macro. */
  readonly moves?: readonly ProfileDrive[];
};

/** What is kept under a step, without identifiers: parameters by their place in the list, from 0. */
export type ProfilePreset = Pick<Preset, 'step' | 'stored' | 'rest' | 'note'> & {
  readonly parameter: number;
  readonly values: readonly { readonly parameter: number; readonly value: number }[];
};

/** A row of the fixed table, without identifiers: its parameter by its place in the list, from 0. */
export type ProfileNumber = Omit<
  Landing,
  | 'id'
  | 'order'
  | 'targetId'
  | 'parameterId'
  | 'port'
  | 'hostLayerId'
  | 'conditions'
  | 'settings'
  | 'given'
  | 'entered'
  | 'proved'
> & {
  readonly parameter: number;
  readonly given: Given;
  readonly conditions?: readonly ProfileCondition[];
};

/** A parameter of which nothing is known: continuous from 0 to 1, starting at 0. */
export const plainParameter: ProfileParameter = {
  name: '',
  group: '',
  kind: 'continuous',
  unit: '',
  lowest: 0,
  highest: 1,
  scale: { type: 'linear' },
  centre: 'linear',
  steps: [],
  default: 0,
  start: 0,
  role: '',
  tags: [],
  tolerance: null,
  evidence: [],
  origin: '',
  atEnd: 'wrap',
  needsFront: false,
  states: plainInside.states,
  launch: plainInside.launch,
  whileWaiting: plainInside.whileWaiting,
  note: '',
};

export interface TargetProfile {
  /** Of a shipped entry its own word; of one made here the id of the small rig. */
  readonly id: string;
  /** Counts up with each published version. */
  readonly version: number;
  readonly name: string;
  readonly summary: string;
  readonly kind: Target['kind'];
  readonly reception: Reception;
  readonly parameters: readonly ProfileParameter[];
  readonly presets?: readonly ProfilePreset[];
  /** The numbers that it comes with. */
  readonly numbers?: readonly ProfileNumber[];
  readonly channelBanks?: readonly ProfileChannelBank[];
  readonly form?: Target['form'];
  /** The version of the software that it was made for. */
  readonly software?: string;
  readonly setUp?: Target['setUp'];
  readonly evidence?: Target['evidence'];
  readonly note?: string;
}

/** A profile as a rig with one target and nothing else; its parameters are called p1, p2, … */
export function profileRig(profile: TargetProfile, id: string): Rig {
  const target: Target = {
    id: 'unit',
    order: 1,
    name: profile.name,
    kind: profile.kind,
    profileId: '',
    profileVersion: 0,
    port: '',
    version: profile.software ?? '',
    reception: profile.reception,
    setUp: profile.setUp ?? noSetUp,
    channelBanks: channelBanksById(profile.channelBanks ?? [], (at) => idIn(profile, at)),
    form: profile.form ?? null,
    evidence: profile.evidence ?? [],
    note: profile.note ?? '',
  };
  return {
    ...emptyRig(id, profile.name),
    notes: profile.summary,
    targets: [target],
    parameters: parameterRows(profile, 'unit', (at) => idIn(profile, at)).map((p) => ({ ...p, origin: '' })),
    presets: presetRows(
      profile,
      (at) => `p${at + 1}`,
      (at) => `preset${at + 1}`,
    ),
    landings: numberRows(
      profile,
      'unit',
      (at) => `p${at + 1}`,
      (at) => `number${at + 1}`,
    ),
  };
}

const idIn = ({ parameters }: TargetProfile, at: number): string | undefined =>
  at < parameters.length ? `p${at + 1}` : undefined;

/** The parameters of a profile as rows in order from 1, by the ids that they have; `idAt` is undefined for a place that is not in the list. */
export const parameterRows = (
  { parameters }: Pick<TargetProfile, 'parameters'>,
  targetId: string,
  idAt: (at: number) => string | undefined,
): Parameter[] =>
  parameters.map(({ moves = [], ...p }, i) => ({
    ...p,
    id: idAt(i) ?? '',
    order: i + 1,
    targetId,
    drives: drivesById(moves, idAt),
    entered: null,
  }));

/** The presets of a profile as rows, by the ids that its parameters have; those of a parameter that is not in the list are left out. */
export function presetRows(
  { presets = [], parameters }: Pick<TargetProfile, 'presets' | 'parameters'>,
  idAt: (at: number) => string,
  newId: (at: number) => string,
): Preset[] {
  return presets
    .filter((p) => p.parameter < parameters.length)
    .map(({ parameter, values, ...rest }, i) => ({
      ...rest,
      id: newId(i),
      order: i + 1,
      parameterId: idAt(parameter),
      values: values
        .filter((v) => v.parameter < parameters.length)
        .map((v) => ({ parameterId: idAt(v.parameter), value: v.value })),
      entered: null,
    }));
}

/** The fixed table of a profile as rows; those of a parameter that is not in the list are left out. */
export function numberRows(
  { numbers = [], parameters }: Pick<TargetProfile, 'numbers' | 'parameters'>,
  targetId: string,
  idAt: (at: number) => string,
  newId: (at: number) => string,
): Landing[] {
  return numbers
    .filter((n) => n.parameter < parameters.length)
    .map(({ parameter, conditions = [], ...rest }, i) => ({
      ...rest,
      id: newId(i),
      order: i + 1,
      targetId,
      parameterId: idAt(parameter),
      conditions: conditionsById(conditions, (at) => (at < parameters.length ? idAt(at) : undefined)),
      // What came with it is entered nowhere.
      settings: [],
      port: '',
      hostLayerId: null,
      entered: null,
      proved: null,
    }));
}

function numbersOf(rig: Rig, parameters: readonly Parameter[]): readonly ProfileNumber[] {
  const place = placesOf(parameters);
  return rig.landings.flatMap(
    ({
      id: _id,
      order: _order,
      targetId: _target,
      port: _port,
      hostLayerId: _layer,
      entered: _e,
      proved: _p,
      parameterId,
      conditions,
      settings: _settings,
      given,
      ...row
    }) => {
      const parameter = place.get(parameterId);
      return parameter === undefined || given === null
        ? []
        : [{ ...row, parameter, given, conditions: conditionsByPlace(conditions, place) }];
    },
  );
}

function presetsOf(rig: Rig, parameters: readonly Parameter[]): readonly ProfilePreset[] {
  const place = placesOf(parameters);
  return rig.presets.flatMap(({ parameterId, step, stored, rest, note, values }) => {
    const parameter = place.get(parameterId);
    if (parameter === undefined) return [];
    const held = values.flatMap((v) => {
      const at = place.get(v.parameterId);
      return at === undefined ? [] : [{ parameter: at, value: v.value }];
    });
    return [{ parameter, step, stored, rest, note, values: held }];
  });
}

/** The first target of a rig as a profile; null where the rig has none. */
export function profileOf(rig: Rig, as: { readonly id: string; readonly version: number }): TargetProfile | null {
  const [unit] = rig.targets;
  return unit ? unitProfile(rig, unit, as) : null;
}

/** A target of a rig as a profile, without its port. */
export function unitProfile(rig: Rig, unit: Target, as: { readonly id: string; readonly version: number }): TargetProfile {
  const parameters = rig.parameters.filter((p) => p.targetId === unit.id);
  const places = placesOf(parameters);
  return {
    ...as,
    name: unit.name,
    summary: rig.notes !== '' && rig.targets.length === 1 ? rig.notes : `${parameters.length} parameters`,
    kind: unit.kind,
    reception: unit.reception,
    parameters: parameters.map(({ id: origin, order: _order, targetId: _unit, drives, entered: _ticked, ...rest }) => ({
      ...rest,
      ...(drives.length === 0 ? {} : { moves: drivesByPlace(drives, places) }),
      origin,
    })),
    channelBanks: channelBanksByPlace(unit.channelBanks, places),
    form: unit.form,
    presets: presetsOf(rig, parameters),
    numbers: numbersOf(rig, parameters),
    software: unit.version,
    setUp: unit.setUp,
    evidence: unit.evidence,
    note: unit.note,
  };
}

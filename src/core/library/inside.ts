// What parameters of one target say of each other, without identifiers: by their places in the list of a profile, from 0.
import type { ChannelBank, Condition, Drive, Parameter } from '../rig';

/** What a macro moves along, by places. */
export type ProfileDrive = Omit<Drive, 'parameterId'> & { readonly parameter: number };
/** What has to be so, by places. */
export interface ProfileCondition {
  readonly words: string;
  readonly when: { readonly parameter: number; readonly value: number } | null;
}
/** A bank of channels, by places. */
export type ProfileChannelBank = Omit<ChannelBank, 'moved' | 'lanes'> & {
  readonly moved: number;
  readonly lanes: readonly (readonly number[])[];
};

/** Where each parameter stands in its list. */
export type Places = ReadonlyMap<string, number>;

/** The place of each parameter of a list, from 0. */
export const placesOf = (parameters: readonly Pick<Parameter, 'id'>[]): Places =>
  new Map(parameters.map((p, i): [string, number] => [p.id, i]));

/** What a macro moves along by places; what is not in the list is left out. */
export const drivesByPlace = (drives: readonly Drive[], places: Places): ProfileDrive[] =>
  drives.flatMap(({ parameterId, ...rest }) => {
    const parameter = places.get(parameterId);
    return parameter === undefined ? [] : [{ ...rest, parameter }];
  });

/** The inverse of `drivesByPlace`: `idAt` gives the identifier at a place, undefined for none. */
export const drivesById = (drives: readonly ProfileDrive[], idAt: (at: number) => string | undefined): Drive[] =>
  drives.flatMap(({ parameter, ...rest }) => {
    const parameterId = idAt(parameter);
    return parameterId === undefined ? [] : [{ ...rest, parameterId }];
  });

/** Conditions by places; one on a parameter that is not in the list keeps its words. */
export const conditionsByPlace = (conditions: readonly Condition[], places: Places): ProfileCondition[] =>
  conditions.map(({ words, when }) => {
    const parameter = when === null ? undefined : places.get(when.parameterId);
    return { words, when: when === null || parameter === undefined ? null : { parameter, value: when.value } };
  });

/** The inverse of `conditionsByPlace`. */
export const conditionsById = (conditions: readonly ProfileCondition[], idAt: (at: number) => string | undefined): Condition[] =>
  conditions.map(({ words, when }) => {
    const parameterId = when === null ? undefined : idAt(when.parameter);
    return { words, when: when === null || parameterId === undefined ? null : { parameterId, value: when.value } };
  });

/** Banks of channels by places; one of which something is not in the list is left out. */
export const channelBanksByPlace = (banks: readonly ChannelBank[], places: Places): ProfileChannelBank[] =>
  banks.flatMap((bank) => {
    const moved = places.get(bank.moved);
    const lanes = bank.lanes.map((lane) => lane.map((id) => places.get(id) ?? -1));
    return moved === undefined || lanes.flat().includes(-1) ? [] : [{ ...bank, moved, lanes }];
  });

/** The inverse of `channelBanksByPlace`. */
export const channelBanksById = (banks: readonly ProfileChannelBank[], idAt: (at: number) => string | undefined): ChannelBank[] =>
  banks.flatMap((bank) => {
    const moved = idAt(bank.moved);
    const lanes = bank.lanes.map((lane) => lane.map((at) => idAt(at) ?? ''));
    return moved === undefined || lanes.flat().includes('') ? [] : [{ ...bank, moved, lanes }];
  });

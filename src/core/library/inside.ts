// What parameters of one target say of each other, without identifiers: by their places in the list of a profile, from 0.
import type { ChannelBank, Condition, Drive, Parameter } from '../rig';

/** What a macro moves along, by places. */
export type ProfileDrive = Omit<Drive, 'parameterId'> & { readonly parameter: number };
/** What has to be so, by places. */
export interface ProfileCondition {
  readonly words: string;
  readonly when: { readonly parameter: number; readonly value: number } | null;
  readonly instead?: boolean | undefined;
}
/** A bank of channels, by places. */
export type ProfileChannelBank = Called<number>;

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
  conditions.map(({ words, when, ...more }) => {
    const parameter = when === null ? undefined : places.get(when.parameterId);
    return { words, ...more, when: when === null || parameter === undefined ? null : { parameter, value: when.value } };
  });

/** The inverse of `conditionsByPlace`. */
export const conditionsById = (conditions: readonly ProfileCondition[], idAt: (at: number) => string | undefined): Condition[] =>
  conditions.map(({ words, when, ...more }) => {
    const parameterId = when === null ? undefined : idAt(when.parameter);
    return { words, ...more, when: when === null || parameterId === undefined ? null : { parameterId, value: when.value } };
  });

/** Banks of channels by places; one of which something is not in the list is left out. */
export const channelBanksByPlace = (banks: readonly ChannelBank[], places: Places): ProfileChannelBank[] =>
  banks.flatMap((bank) => renamed(bank, (id) => places.get(id)));

/** The inverse of `channelBanksByPlace`. */
export const channelBanksById = (banks: readonly ProfileChannelBank[], idAt: (at: number) => string | undefined): ChannelBank[] =>
  banks.flatMap((bank) => renamed(bank, idAt));

/** A bank whose parameters are called in one way or the other. */
interface Called<N> extends Omit<ChannelBank, 'moved' | 'lanes' | 'rows' | 'toSelected'> {
  readonly moved: N;
  readonly lanes: N[][];
  readonly rows?: (Omit<NonNullable<ChannelBank['rows']>, 'moved'> & { readonly moved: N }) | undefined;
  readonly toSelected?: { readonly selected: N; readonly by: N | null } | undefined;
}

/** A bank with its parameters called otherwise; none where one of them has no other name. */
function renamed<A, B>({ moved, lanes, rows, toSelected, ...plain }: Called<A>, nameOf: (name: A) => B | undefined): Called<B>[] {
  const lost: A[] = [];
  const call = (name: A): B[] => {
    const other = nameOf(name);
    if (other === undefined) lost.push(name);
    return other === undefined ? [] : [other];
  };
  const made = call(moved).map((to) => ({ ...plain, moved: to, lanes: lanes.map((lane) => lane.flatMap(call)) }));
  const over = rows ? call(rows.moved).map((to) => ({ rows: { ...rows, moved: to } })) : [{}];
  const selected = toSelected
    ? call(toSelected.selected).flatMap((to) =>
        (toSelected.by === null ? [null] : call(toSelected.by)).map((by) => ({ toSelected: { selected: to, by } })),
      )
    : [{}];
  if (lost.length > 0) return [];
  return made.flatMap((bank) => over.flatMap((o) => selected.map((s) => ({ ...bank, ...o, ...s }))));
}

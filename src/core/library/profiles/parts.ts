// Short words for the parameters of shipped profiles.
import { type ProfileParameter, plainParameter } from '../profile';

type Change = Partial<ProfileParameter>;

/** A continuous parameter; it starts at `at`, which is also its default. */
export const sweep = (
  name: string,
  [lowest, highest]: readonly [number, number],
  unit: string,
  at: number,
  change: Change = {},
): ProfileParameter => ({
  ...plainParameter,
  name,
  kind: 'continuous',
  lowest,
  highest,
  unit,
  default: at,
  start: at,
  ...change,
});

/** On or off; off at the start. */
export const toggle = (name: string, change: Change = {}): ProfileParameter => ({
  ...plainParameter,
  name,
  kind: 'toggle',
  lowest: 0,
  highest: 1,
  ...change,
});

/** Named steps; the first one at the start. */
export const steps = (name: string, names: readonly string[], change: Change = {}): ProfileParameter => ({
  ...plainParameter,
  name,
  kind: 'stepped',
  lowest: 0,
  highest: names.length - 1,
  steps: [...names],
  ...change,
});

/** Something that happens once at each message. */
export const trigger = (name: string, change: Change = {}): ProfileParameter => ({
  ...plainParameter,
  name,
  kind: 'trigger',
  lowest: 0,
  highest: 1,
  ...change,
});

/** Every parameter of a list in one group. */
export const inGroup = (group: string, list: readonly ProfileParameter[]): ProfileParameter[] =>
  list.map((p) => ({ ...p, group }));

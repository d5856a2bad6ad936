// The receive modes, one a file. A new mode is a file beside these, a line in this list, and a worked example in its test.
import * as z from 'zod';
import { absolute } from './absolute';
import { choose } from './choose';
import { decrement } from './decrement';
import { gate } from './gate';
import { increment } from './increment';
import type { ReceiveModeFacts } from './mode';
import { nextPreset } from './next-preset';
import { preset } from './preset';
import { previousPreset } from './previous-preset';
import { relative } from './relative';
import { run } from './run';
import { set } from './set';
import { states } from './states';
import { tap } from './tap';
import { toggle } from './toggle';
import { trigger } from './trigger';

const modeList = [
  absolute,
  toggle,
  gate,
  set,
  increment,
  decrement,
  trigger,
  preset,
  nextPreset,
  previousPreset,
  relative,
  choose,
  run,
  tap,
  states,
] as const;

export type ReceiveMode = (typeof modeList)[number]['type'];

/** Every receive mode, in the order of lists. */
export const receiveModes: readonly ReceiveMode[] = modeList.map((mode) => mode.type);
/** The name of a receive mode. */
export const receiveModeSchema = z.enum(receiveModes);

const modes = Object.fromEntries(modeList.map((mode) => [mode.type, mode])) as Readonly<Record<ReceiveMode, ReceiveModeFacts>>; // border: built from every mode

/** What there is to know of a receive mode. */
export const modeOf = (mode: ReceiveMode): ReceiveModeFacts => modes[mode];

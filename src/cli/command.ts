// What a command is: its words, and what it does with arguments, input and output. Nothing here touches the process.
import type { Rig } from '@/core/rig';

/** The outside of a command: files and standard input in, text out. */
export interface Io {
  /**
   * Bytes of a file by its path, or of standard input for `-`, no further than one beyond what such a file may have; throws what the system
   * says where it cannot be read.
   */
  readonly read: (path: string, what?: 'rig' | 'backup') => Promise<Uint8Array>;
  readonly write: (path: string, content: string | Uint8Array) => Promise<void>;
  readonly out: (text: string) => void;
  readonly err: (text: string) => void;
}

export interface Options {
  readonly files: readonly string[];
  readonly flags: Readonly<Record<string, string | boolean | undefined>>;
}

/** Done; findings; unusable input. */
export type ExitCode = 0 | 1 | 2;

export interface Command {
  readonly name: string;
  readonly summary: string;
  /** What stands after the name. */
  readonly usage: string;
  /** Its own options: `string` takes a word, `boolean` takes none. */
  readonly options: Readonly<Record<string, { readonly type: 'string' | 'boolean'; readonly help: string }>>;
  readonly examples: readonly string[];
  readonly run: (options: Options, io: Io) => Promise<ExitCode>;
}

/** Input that cannot be used: told in one line, exit code 2. */
export class Unusable extends Error {}

/** The one file that a command takes; standard input where none is named. */
export function oneFile({ files }: Options): string {
  if (files.length > 1) throw new Unusable(`Name one file, not ${files.length}.`);
  return files[0] ?? '-';
}

/** One of some words; the first one where none is given. */
export function oneOf<T extends string>(options: Options, flag: string, words: readonly [T, ...T[]]): T {
  const given = options.flags[flag];
  if (given === undefined) return words[0];
  const found = words.find((w) => w === given);
  if (!found) throw new Unusable(`--${flag} is one of: ${words.join(', ')}.`);
  return found;
}

/** What a control is called on a rig: its controller and its printed name. */
export function controlName(rig: Rig, controlId: string): string {
  const control = rig.controls.find((c) => c.id === controlId);
  const controller = rig.controllers.find((c) => c.id === control?.controllerId);
  return `${controller?.name ?? '?'} ${control?.name ?? '?'}`;
}

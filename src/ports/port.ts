// One interface for whatever messages come from: simulated stand-ins that ship with the app, and devices over Web MIDI.
import type { PackedMessage } from '@/core/midi';

export interface PortInfo {
  readonly id: string;
  readonly name: string;
  readonly made: 'simulated' | 'device';
}

/** Why a port cannot be had, or is gone. */
export type PortProblem =
  | 'no-web-midi' // this browser has none
  | 'refused' // the permission was not given
  | 'no-answer' // the browser never settled the question
  | 'held' // another program has the port
  | 'gone' // the device was unplugged
  | 'failed';

export interface PortListener {
  /** Whole messages, with the time of `performance.now()` at which they came. */
  readonly words: (words: readonly PackedMessage[], atMs: number) => void;
  /** MIDI clock, by its status: F8, and start, continue and stop with it, which are among the words as well. Left out by who follows no clock. */
  readonly clock?: (status: number, atMs: number) => void;
  /**
   * Whole messages that have no channel and are not among the words: clock, song position, SysEx, reset, as their bytes. Active sensing is left out. Only for
   * who passes them on.
   */
  readonly system?: (bytes: readonly number[], atMs: number) => void;
  /** The port is no more; nothing comes after this. */
  readonly gone: (problem: PortProblem) => void;
}

export type Opened = { readonly ok: true; readonly close: () => void } | { readonly ok: false; readonly problem: PortProblem };

/** A port that takes messages. `send` says false when the port is gone. */
export type Output =
  | {
      readonly ok: true;
      /** `sysex`: the bytes of SysEx words, by their place in their table. */
      readonly send: (words: readonly PackedMessage[], sysex?: readonly (readonly number[])[]) => boolean;
      /** A whole message as its bytes. */
      readonly sendBytes: (bytes: readonly number[]) => boolean;
      /** Whether it takes SysEx; what it does not take is left out. */
      readonly takesSysex: boolean;
      readonly close: () => void;
    }
  | { readonly ok: false; readonly problem: PortProblem };

type Listed = { readonly ok: true; readonly ports: readonly PortInfo[] } | { readonly ok: false; readonly problem: PortProblem };

export interface PortMaker {
  readonly list: () => Promise<Listed>;
  readonly open: (id: string, listener: PortListener) => Promise<Opened>;
  readonly listOutputs: () => Promise<Listed>;
  readonly openOutput: (id: string) => Promise<Output>;
}

/** What to tell a player, and what to do about it. */
export const problemWords: Readonly<Record<PortProblem, string>> = {
  'no-web-midi': 'This browser cannot reach MIDI devices. Use one that can, or go on with the simulated ports.',
  refused:
    'The browser was not allowed to reach MIDI devices. Allow it in the site settings and ask again; the simulated ports go on.',
  'no-answer':
    'The browser did not answer whether it may reach MIDI devices. It may have no sound system here. The simulated ports go on.',
  held: 'Another program holds this port. Close it there, or choose another port.',
  gone: 'The device was unplugged. Plug it in again and choose it; nothing else was lost.',
  failed: 'The port could not be opened. Unplug the device, plug it in again, and ask again.',
};

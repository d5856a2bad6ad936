// Ports that are kept open: one that goes is said at once, and taken up again by itself when it is back.
import type { PackedMessage } from '@/core/midi';
import type { Output, PortMaker, PortProblem } from './port';

export interface WantedPort {
  readonly id: string;
  readonly name: string;
}

/** How a port stands: being opened, open, or what is wrong with it. */
export type PortNow = 'opening' | 'heard' | PortProblem;

/** How often a port that is gone is looked for, in milliseconds. */
const AGAIN_MS = 500;

interface Told {
  readonly words: (words: readonly PackedMessage[], atMs: number) => void;
  readonly clock?: (status: number, atMs: number) => void;
  readonly system?: (bytes: readonly number[], atMs: number) => void;
  readonly state: (now: PortNow) => void;
}

/** Says how a port stands whenever that changes. */
function saying(state: (now: PortNow) => void): (next: PortNow) => void {
  let now: PortNow | null = null;
  return (next) => {
    if (next !== now) state(next);
    now = next;
  };
}

/** Opens a port to listen to and opens it again whenever it has gone: by its id, or by its name where the browser gave it another. Gives back how to end. */
export function keptOpen(devices: PortMaker, port: WantedPort, told: Told): () => void {
  let closed = false;
  let close: (() => void) | null = null;
  let timer: ReturnType<typeof setTimeout> | null = null;
  const say = saying(told.state);
  const later = (): void => {
    if (!closed) timer = setTimeout(open, AGAIN_MS);
  };
  const failed = (problem: PortProblem): void => {
    close = null;
    if (closed) return;
    say(problem);
    later();
  };
  const open = async (): Promise<void> => {
    const listed = await devices.list();
    if (closed) return;
    // Asking again and again would not change the player's mind.
    if (!listed.ok) return say(listed.problem);
    const there = listed.ports.find((p) => p.id === port.id) ?? listed.ports.find((p) => p.name === port.name);
    if (!there) return failed('gone');
    const opened = await devices.open(there.id, { words: told.words, clock: told.clock, system: told.system, gone: failed });
    if (!opened.ok) return failed(opened.problem);
    if (closed) return opened.close();
    close = opened.close;
    say('heard');
  };
  say('opening');
  void open();
  return () => {
    closed = true;
    if (timer !== null) clearTimeout(timer);
    close?.();
  };
}

export interface KeptOutput {
  /** False where the port is not there: nothing was sent. `sysex`: the bytes of SysEx words, by their place in their table. */
  readonly send: (words: readonly PackedMessage[], sysex?: readonly (readonly number[])[]) => boolean;
  /** The same for a message as its bytes. */
  readonly sendBytes: (bytes: readonly number[]) => boolean;
  /** Whether the port takes SysEx; null before it is open. */
  readonly takesSysex: () => boolean | null;
  readonly close: () => void;
}

/** The same for a port to send to: looked for twice a second, also while nothing is sent. */
export function keptOutput(devices: PortMaker, port: WantedPort, state: (now: PortNow) => void): KeptOutput {
  let closed = false;
  let output: (Extract<Output, { ok: true }> & { readonly id: string }) | null = null;
  let timer: ReturnType<typeof setTimeout> | null = null;
  const say = saying(state);
  const look = async (): Promise<void> => {
    const listed = await devices.listOutputs();
    if (closed) return;
    if (!listed.ok) return say(listed.problem);
    const there = listed.ports.find((p) => p.id === port.id) ?? listed.ports.find((p) => p.name === port.name);
    if (!there || (output !== null && output.id !== there.id)) output = null;
    if (!there) say('gone');
    else if (output === null) {
      const opened = await devices.openOutput(there.id);
      if (closed) {
        if (opened.ok) opened.close();
        return;
      }
      if (opened.ok) output = { ...opened, id: there.id };
      say(opened.ok ? 'heard' : opened.problem);
    }
    timer = setTimeout(look, AGAIN_MS);
  };
  say('opening');
  void look();
  const noticed = (sent: boolean): boolean => {
    if (!sent && output !== null) {
      output = null;
      say('gone');
    }
    return sent;
  };
  return {
    send: (words, sysex) => noticed(output?.send(words, sysex) ?? false),
    sendBytes: (bytes) => noticed(output?.sendBytes(bytes) ?? false),
    takesSysex: () => output?.takesSysex ?? null,
    close: () => {
      closed = true;
      if (timer !== null) clearTimeout(timer);
      output?.close();
    },
  };
}

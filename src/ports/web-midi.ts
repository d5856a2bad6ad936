// Devices over Web MIDI. Every promise of the browser gets a time limit: in some set-ups it never settles.
import { decode, eventSink, idleDecoder, type PackedMessage, packedBytes, packedRealTime, type StreamEvent } from '@/core/midi';
import type { Opened, Output, PortListener, PortMaker, PortProblem } from './port';

const ANSWER_MS = 4000;

/** The part of the browser that is asked; a test puts a stand-in here. */
export interface MidiBrowser {
  readonly requestMIDIAccess?: (options?: { sysex?: boolean }) => Promise<MIDIAccess>;
}

type PortResult<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: PortProblem };

/** A promise with a limit to its patience, and its failures in our words. */
async function answered<T>(promise: Promise<T>, ms: number, failure: (error: unknown) => PortProblem): Promise<PortResult<T>> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const limit = new Promise<PortResult<T>>((resolve) => {
    timer = setTimeout(() => resolve({ ok: false, problem: 'no-answer' }), ms);
  });
  const asked = promise.then(
    (value): PortResult<T> => ({ ok: true, value }),
    (error: unknown): PortResult<T> => ({ ok: false, problem: failure(error) }),
  );
  const first = await Promise.race([asked, limit]);
  clearTimeout(timer);
  return first;
}

const named = (error: unknown): string => (error instanceof Error || error instanceof DOMException ? error.name : '');

const accessFailure = (error: unknown): PortProblem =>
  ['NotAllowedError', 'SecurityError'].includes(named(error))
    ? 'refused'
    : named(error) === 'NotSupportedError'
      ? 'no-web-midi'
      : 'failed';

/** A port that cannot be opened is nearly always in somebody else's hands (Web MIDI: InvalidAccessError). */
const openFailure = (error: unknown): PortProblem => (named(error) === 'InvalidAccessError' ? 'held' : 'failed');

/**
 * Makes ports out of the browser's Web MIDI. The permission is asked for when ports are first listed; `sysex` asks for SysEx as well, and for all else where
 * that is refused.
 */
export function webMidi(browser: MidiBrowser, answerMs = ANSWER_MS, sysex = false): PortMaker {
  let access: MIDIAccess | null = null;
  /** By port, how many listen: closing it is for all of them (Web MIDI, `close`), so only the last one does. */
  const listeners = new Map<string, number>();
  const listens = (id: string, by: 1 | -1): number => {
    const count = (listeners.get(id) ?? 0) + by;
    listeners.set(id, count);
    return count;
  };

  const ask = async (): Promise<PortResult<MIDIAccess>> => {
    if (access) return { ok: true, value: access };
    if (typeof browser.requestMIDIAccess !== 'function') return { ok: false, problem: 'no-web-midi' };
    const withSysex = sysex ? await answered(browser.requestMIDIAccess({ sysex: true }), answerMs, accessFailure) : null;
    const got = withSysex?.ok ? withSysex : await answered(browser.requestMIDIAccess(), answerMs, accessFailure);
    if (got.ok) access = got.value;
    return got;
  };

  return {
    list: async () => {
      const got = await ask();
      if (!got.ok) return got;
      return { ok: true, ports: plugged(got.value.inputs) };
    },
    listOutputs: async () => {
      const got = await ask();
      return got.ok ? { ok: true, ports: plugged(got.value.outputs) } : got;
    },
    openOutput: async (id) => {
      const got = await ask();
      if (!got.ok) return got;
      const output = got.value.outputs.get(id);
      return output ? openOutput(output, answerMs, got.value.sysexEnabled === true) : { ok: false, problem: 'gone' };
    },
    open: async (id, listener) => {
      const got = await ask();
      if (!got.ok) return got;
      const input = got.value.inputs.get(id);
      if (!input) return { ok: false, problem: 'gone' };
      listens(id, 1);
      return openInput(input, listener, answerMs, () => listens(id, -1) === 0);
    },
  };
}

/** Ports that are there: a browser may keep those that were unplugged (Web MIDI, MIDIPortDeviceState). */
const plugged = (ports: ReadonlyMap<string, MIDIPort>) =>
  [...ports.values()].filter((p) => p.state !== 'disconnected').map(portInfo);

const portInfo = (port: MIDIPort) => ({ id: port.id, name: port.name ?? 'A device without a name', made: 'device' as const });

async function openOutput(output: MIDIOutput, answerMs: number, takesSysex: boolean): Promise<Output> {
  const opened = await answered(output.open(), answerMs, openFailure);
  if (!opened.ok) return opened;
  const sendAll = (messages: readonly (readonly number[])[]): boolean => {
    if (output.state === 'disconnected') return false;
    try {
      // Without the permission SysEx is an error of its own (Web MIDI: InvalidAccessError), and nothing is wrong with the port.
      for (const bytes of messages) if (takesSysex || bytes[0] !== 0xf0) output.send([...bytes]);
      return true;
    } catch {
      // A device that goes while it is written to (Web MIDI: InvalidStateError).
      return false;
    }
  };
  return {
    ok: true,
    takesSysex,
    send: (words, table = []) => sendAll(words.map((word) => packedBytes(word, table))),
    sendBytes: (bytes) => sendAll([bytes]),
    close: () => void output.close().catch(() => undefined),
  };
}

/** `isLast`: told once that this one listens no more, whether anybody else does. */
async function openInput(input: MIDIInput, listener: PortListener, answerMs: number, isLast: () => boolean): Promise<Opened> {
  const opened = await answered(input.open(), answerMs, openFailure);
  if (!opened.ok) {
    isLast();
    return opened;
  }
  let state = idleDecoder;
  let done = false;
  let words: PackedMessage[] = [];
  let cameAt = 0;
  const sink = eventSink((event: StreamEvent) => {
    if (event.type === 'channel') words.push(event.word);
    if (event.type === 'sysex' && event.whole) listener.system?.([0xf0, ...event.bytes, 0xf7], cameAt);
    if (event.type === 'common') listener.system?.([event.status, ...event.data], cameAt);
    if (event.type !== 'real-time') return;
    const { status } = event;
    if (status === 0xf8 || status === 0xff) listener.system?.([status], cameAt);
    // Clock and active sensing come by the hundred and are no words.
    const transport = status >= 0xfa && status <= 0xfc;
    if (transport) words.push(packedRealTime(status));
    if (transport || status === 0xf8) listener.clock?.(status, cameAt);
  });
  const message = (event: Event): void => {
    const { data } = event as MIDIMessageEvent; // border: what the browser says a message event is
    if (!data || done) return;
    words = [];
    cameAt = event.timeStamp;
    state = decode(state, data, sink);
    if (words.length > 0) listener.words(words, event.timeStamp);
  };
  const changed = (): void => {
    if (done || input.state !== 'disconnected') return;
    end();
    listener.gone('gone');
  };
  const end = (): void => {
    if (done) return;
    done = true;
    input.removeEventListener('midimessage', message);
    input.removeEventListener('statechange', changed);
    const last = isLast();
    // One that is gone is closed by the browser (Web MIDI, `close`).
    if (last && input.state !== 'disconnected') void input.close().catch(() => undefined);
  };
  input.addEventListener('midimessage', message);
  input.addEventListener('statechange', changed);
  return {
    ok: true,
    close: end,
  };
}

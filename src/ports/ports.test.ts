// The two makers of ports. The browser is a stand-in that does what browsers are known to do: refuse, stay silent, lose devices.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { packedCc, packedNumber } from '@/core/midi';
import { ECHO, HAND, type MidiBrowser, NOISY, problemWords, SOFTWARE, simulatedPorts, UNIT, webMidi } from './index';
import { handWords, noisyPedal } from './simulated';

class StandInInput extends EventTarget {
  readonly id = 'in-1';
  readonly name = 'Board';
  state = 'connected';
  constructor(private readonly opening: () => Promise<void> = async () => undefined) {
    super();
  }
  readonly open = (): Promise<void> => this.opening();
  readonly close = async (): Promise<void> => undefined;
  says(...bytes: number[]): void {
    this.dispatchEvent(Object.assign(new Event('midimessage'), { data: Uint8Array.from(bytes) }));
  }
  unplug(): void {
    this.state = 'disconnected';
    this.dispatchEvent(new Event('statechange'));
  }
}

const browserWith = (input: StandInInput): MidiBrowser => ({
  requestMIDIAccess: async () => ({ inputs: new Map([[input.id, input]]) }) as unknown as MIDIAccess, // border: the part that is used
});
class StandInOutput {
  readonly id = 'out-1';
  readonly name = 'Laptop';
  state = 'connected';
  readonly sent: number[][] = [];
  constructor(private readonly breaks = false) {}
  readonly open = async (): Promise<void> => undefined;
  readonly close = async (): Promise<void> => undefined;
  send(bytes: number[]): void {
    if (this.breaks) throw new DOMException('gone', 'InvalidStateError');
    this.sent.push(bytes);
  }
}
const browserOut = (output: StandInOutput): MidiBrowser => ({
  requestMIDIAccess: async () => ({ inputs: new Map(), outputs: new Map([[output.id, output]]) }) as unknown as MIDIAccess, // border: the part that is used
});
const failing = (name: string): MidiBrowser => ({ requestMIDIAccess: () => Promise.reject(new DOMException('no', name)) });

const collector = () => {
  const words: number[] = [];
  const gone: string[] = [];
  return {
    words,
    gone,
    listener: { words: (w: readonly number[]) => void words.push(...w), gone: (p: string) => void gone.push(p) },
  };
};

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('Web MIDI', () => {
  it('says plainly what is wrong: none, refused, not supported', async () => {
    expect(await webMidi({}).list()).toEqual({ ok: false, problem: 'no-web-midi' });
    expect(await webMidi(failing('NotAllowedError')).list()).toEqual({ ok: false, problem: 'refused' });
    expect(await webMidi(failing('SecurityError')).list()).toEqual({ ok: false, problem: 'refused' });
    expect(await webMidi(failing('NotSupportedError')).list()).toEqual({ ok: false, problem: 'no-web-midi' });
    expect(await webMidi(failing('AbortError')).list()).toEqual({ ok: false, problem: 'failed' });
    for (const words of Object.values(problemWords)) expect(words.length).toBeGreaterThan(40);
  });
  it('does not hang on a promise that never settles', async () => {
    const listing = webMidi({ requestMIDIAccess: () => new Promise(() => undefined) }).list();
    await vi.advanceTimersByTimeAsync(4000);
    expect(await listing).toEqual({ ok: false, problem: 'no-answer' });
  });
  it('a port that another program holds, or that never opens', async () => {
    const held = new StandInInput(() => Promise.reject(new DOMException('busy', 'InvalidAccessError')));
    expect(await webMidi(browserWith(held)).open('in-1', collector().listener)).toEqual({ ok: false, problem: 'held' });
    const silent = webMidi(browserWith(new StandInInput(() => new Promise(() => undefined)))).open('in-1', collector().listener);
    await vi.advanceTimersByTimeAsync(4000);
    expect(await silent).toEqual({ ok: false, problem: 'no-answer' });
    expect(await webMidi(browserWith(held)).open('in-9', collector().listener)).toEqual({ ok: false, problem: 'gone' });
  });
  it('gives whole messages, split or in running status, and leaves the clock out', async () => {
    const input = new StandInInput();
    const { words, listener } = collector();
    expect(await webMidi(browserWith(input)).list()).toEqual({
      ok: true,
      ports: [{ id: 'in-1', name: 'Board', made: 'device' }],
    });
    await webMidi(browserWith(input)).open('in-1', listener);
    input.says(0xb4, 104, 127, 0xf8, 105);
    input.says(1);
    input.says(0xf8, 0xfa);
    expect(words).toEqual([packedCc(5, 104, 127), packedCc(5, 105, 1), 0xfa0000]);
  });
  it('tells the clock to who follows it, with start, continue and stop, inside of other messages too', async () => {
    const input = new StandInInput();
    const { words, listener } = collector();
    const clock: number[] = [];
    await webMidi(browserWith(input)).open('in-1', { ...listener, clock: (status) => void clock.push(status) });
    input.says(0xfa, 0xb4, 0xf8, 104, 0xf8, 127, 0xfe, 0xfc);
    input.says(0xfb);
    expect(clock).toEqual([0xfa, 0xf8, 0xf8, 0xfc, 0xfb]);
    expect(words).toEqual([0xfa0000, packedCc(5, 104, 127), 0xfc0000, 0xfb0000]);
  });
  it('who stops listening to a port leaves it open to whoever still does', async () => {
    const input = new StandInInput();
    let closed = 0;
    Object.assign(input, { close: async () => void closed++ });
    const maker = webMidi(browserWith(input));
    const [one, other] = [collector(), collector()];
    const opened = [await maker.open('in-1', one.listener), await maker.open('in-1', other.listener)];
    const [first, second] = opened.map((o) => (o.ok ? o.close : () => undefined));
    first?.();
    first?.();
    expect(closed).toBe(0);
    input.says(0xb4, 1, 2);
    expect([one.words.length, other.words.length]).toEqual([0, 1]);
    second?.();
    expect(closed).toBe(1);
  });
  it('a device unplugged in the middle is told once, and nothing comes after', async () => {
    const input = new StandInInput();
    const { words, gone, listener } = collector();
    const opened = await webMidi(browserWith(input)).open('in-1', listener);
    input.says(0xb4, 1, 2);
    input.unplug();
    input.unplug();
    input.says(0xb4, 1, 3);
    expect([words.length, gone]).toEqual([1, ['gone']]);
    if (opened.ok) opened.close();
  });
  it('sends whole messages out, and says when the device is gone', async () => {
    const output = new StandInOutput();
    const maker = webMidi(browserOut(output));
    expect(await maker.listOutputs()).toEqual({ ok: true, ports: [{ id: 'out-1', name: 'Laptop', made: 'device' }] });
    const opened = await maker.openOutput('out-1');
    expect(opened.ok && opened.send([packedCc(5, 104, 127), 0xc40300])).toBe(true);
    expect(output.sent).toEqual([
      [0xb4, 104, 127],
      [0xc4, 3],
    ]);
    output.state = 'disconnected';
    expect(opened.ok && opened.send([packedCc(5, 104, 0)])).toBe(false);
    const broken = await webMidi(browserOut(new StandInOutput(true))).openOutput('out-1');
    expect(broken.ok && broken.send([packedCc(5, 104, 0)])).toBe(false);
    expect(await maker.openOutput('out-9')).toEqual({ ok: false, problem: 'gone' });
  });
  it('what is closed is silent', async () => {
    const input = new StandInInput();
    const { words, listener } = collector();
    const opened = await webMidi(browserWith(input)).open('in-1', listener);
    if (opened.ok) opened.close();
    input.says(0xb4, 1, 2);
    expect(words).toEqual([]);
  });
});

describe('simulated ports', () => {
  const make = () => simulatedPorts(() => 0);
  it('are always there', async () => {
    expect(await make().list()).toMatchObject({ ok: true, ports: [{ id: HAND }, { id: NOISY }, { id: ECHO }, { id: UNIT }] });
  });
  it('the hand touches the cap, bumps the neighbour, then moves what is meant', async () => {
    const sim = make();
    const { words, listener } = collector();
    sim.touch({ channel: 5, number: 24, moves: true });
    await sim.open(HAND, listener);
    await vi.advanceTimersByTimeAsync(1000);
    const numbers = words.map(packedNumber);
    expect([numbers[0], numbers.filter((n) => n === 25).length, numbers.filter((n) => n === 24).length]).toEqual([104, 3, 24]);
    expect(handWords({ channel: 5, number: 119, moves: false }).flatMap((w) => w.words.map(packedNumber))).toEqual([
      118, 118, 118, 119, 119,
    ]);
  });
  it('the noisy pedal wanders by a step and no more, the same for the same seed', () => {
    const values = noisyPedal(3, 64, 500);
    expect(new Set(values)).toEqual(new Set([63, 64, 65]));
    expect(noisyPedal(3, 64, 500)).toEqual(values);
    expect(noisyPedal(4, 64, 500)).not.toEqual(values);
    expect(Math.min(...noisyPedal(3, 0, 500))).toBe(0);
  });
  it('the echo gives back what it is given, and a closed port nothing', async () => {
    const sim = make();
    const { words, listener } = collector();
    const opened = await sim.open(ECHO, listener);
    const output = await sim.openOutput(ECHO);
    if (output.ok) output.send([packedCc(1, 2, 3)]);
    if (opened.ok) opened.close();
    if (output.ok) output.send([packedCc(1, 2, 4)]);
    expect(words).toEqual([packedCc(1, 2, 3)]);
  });
  it('the unit plays what it is told, each word with the time at which it was due, and a new play breaks the old one off', async () => {
    const sim = make();
    const times: number[] = [];
    await sim.open(UNIT, { words: (_words, atMs) => void times.push(atMs), gone: () => undefined });
    sim.play([10, 20, 500].map((atMs) => ({ atMs, word: packedCc(1, 2, 3) })));
    await vi.advanceTimersByTimeAsync(100);
    sim.play([{ atMs: 30.5, word: packedCc(1, 2, 3) }]);
    await vi.advanceTimersByTimeAsync(1000);
    expect(times).toEqual([10, 20, 30.5]);
  });
  it('the software takes what is sent to it', async () => {
    const sim = make();
    const taken: number[] = [];
    const stop = sim.whenSent((words) => void taken.push(...words));
    const output = await sim.openOutput(SOFTWARE);
    if (output.ok) output.send([packedCc(1, 2, 3)]);
    stop();
    if (output.ok) output.send([packedCc(1, 2, 4)]);
    expect(taken).toEqual([packedCc(1, 2, 3)]);
    expect((await sim.listOutputs()).ok).toBe(true);
    expect(await sim.openOutput('nowhere')).toEqual({ ok: false, problem: 'gone' });
  });
});

describe('what has no channel', () => {
  const heardBy = async (browser: MidiBrowser) => {
    const system: number[][] = [];
    const collected = collector();
    await webMidi(browser).open('in-1', { ...collected.listener, system: (bytes) => void system.push([...bytes]) });
    return { system, words: collected.words };
  };
  it('is told as whole messages to who passes it on, without active sensing, and is no word', async () => {
    const input = new StandInInput();
    const { system, words } = await heardBy(browserWith(input));
    input.says(0xf0, 0x7d, 1, 0xf8, 2);
    input.says(3, 0xf7, 0xfe);
    input.says(0xf2, 1, 2);
    input.says(0xf6, 0xfa, 0xff);
    expect(system).toEqual([[0xf8], [0xf0, 0x7d, 1, 2, 3, 0xf7], [0xf2, 1, 2], [0xf6], [0xff]]);
    expect(words).toEqual([0xfa0000]);
  });
  const asked = (allowed: boolean) => {
    const output = new StandInOutput();
    const wishes: boolean[] = [];
    const browser: MidiBrowser = {
      requestMIDIAccess: async ({ sysex = false } = {}) => {
        wishes.push(sysex);
        if (sysex && !allowed) throw new DOMException('no', 'NotAllowedError');
        const access = { inputs: new Map(), outputs: new Map([[output.id, output]]), sysexEnabled: sysex };
        return access as unknown as MIDIAccess; // border: the part that is used
      },
    };
    return { browser, output, wishes };
  };
  it('is sent where the browser allows SysEx, and left out where it does not, and nothing is wrong with the port', async () => {
    for (const [sysex, allowed, went] of [
      [false, true, false],
      [true, true, true],
      [true, false, false],
    ] as const) {
      const { browser, output, wishes } = asked(allowed);
      const opened = await webMidi(browser, undefined, sysex).openOutput('out-1');
      if (!opened.ok) throw new Error(opened.problem);
      expect(opened.takesSysex).toBe(went);
      expect(opened.sendBytes([0xf0, 0x7d, 5, 0xf7])).toBe(true);
      // What a plan sends is a word of a table.
      expect(opened.send([-1, packedCc(5, 20, 127)], [[0x7d, 9]])).toBe(true);
      expect(output.sent).toEqual(
        went
          ? [
              [0xf0, 0x7d, 5, 0xf7],
              [0xf0, 0x7d, 9, 0xf7],
              [0xb4, 20, 127],
            ]
          : [[0xb4, 20, 127]],
      );
      expect(wishes).toEqual(sysex ? (allowed ? [true] : [true, false]) : [false]);
    }
  });
});

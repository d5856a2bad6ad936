// The decoder beside its peers, all in one run: ratios, since machines differ.
import JZZ from 'jzz';
import { parseMidi } from 'midi-file';
import { Message } from 'webmidi';
import { decode, decodeAll, idleDecoder, type MidiSink, type PackedMessage } from '@/core/midi';
import { measure, printTable, timed } from './table';

const COUNT = 1_000_000;

/** Mixed plain messages, three bytes each but for programs and pressure; the same ones every time (a linear congruence). */
function mixed(count: number): Uint8Array[] {
  let seed = 1;
  const next = (n: number): number => {
    seed = (Math.imul(seed, 1103515245) + 12345) >>> 0;
    return (seed >>> 8) % n;
  };
  const statuses = [0x90, 0x80, 0xb0, 0xb0, 0xb0, 0xe0, 0xc0, 0xd0, 0xa0];
  return Array.from({ length: count }, () => {
    const status = (statuses[next(statuses.length)] ?? 0xb0) | next(16);
    return (status & 0xe0) === 0xc0 ? Uint8Array.of(status, next(128)) : Uint8Array.of(status, next(128), next(128));
  });
}

const messages = mixed(COUNT);
const stream = new Uint8Array(messages.reduce((n, m) => n + m.length, 0));
let at = 0;
for (const m of messages) {
  stream.set(m, at);
  at += m.length;
}

let taken = 0;
const sink: MidiSink = {
  channel: (word: PackedMessage) => {
    taken += word & 1;
  },
  common: () => undefined,
  realTime: () => undefined,
  sysex: () => undefined,
  dropped: () => undefined,
};

const ours = timed(() => decode(idleDecoder, stream, sink), 7);
// jzz: a widget that takes messages and hands them to one handler; webmidi: one message object each, and the same handler.
const widget = JZZ.Widget();
widget.connect((m: { getChannel: () => number }) => {
  taken += m.getChannel() & 1;
});
const jzz = timed(() => {
  for (const m of messages) widget.emit(JZZ.MIDI(Array.from(m)));
}, 1);
const webmidi = timed(() => {
  for (const m of messages) taken += (new Message(m).channel ?? 0) & 1;
}, 1);
console.log(
  `decoding a million messages: ours ${ours.toFixed(1)} ms, jzz ${jzz.toFixed(0)} ms, webmidi ${webmidi.toFixed(0)} ms`,
);
measure('decoding to a handler, times the faster of jzz and webmidi', Math.min(jzz, webmidi) / ours, '×', { atLeast: 20 });

const file = smf(messages.slice(0, 200_000));
const part = new Uint8Array(messages.slice(0, 200_000).flatMap((m) => [...m]));
const oursKept = timed(() => decodeAll(part), 5);
const theirsKept = timed(() => parseMidi(file), 5);
console.log(`kept as objects, 200,000: ours ${oursKept.toFixed(1)} ms, midi-file ${theirsKept.toFixed(1)} ms`);
measure('kept as an array of objects, times midi-file', theirsKept / oursKept, '×', { atLeast: 1.2 });

/** A Standard MIDI File of one track with no time between its messages. */
function smf(list: readonly Uint8Array[]): Uint8Array {
  const body: number[] = [];
  for (const m of list) body.push(0, ...m);
  body.push(0, 0xff, 0x2f, 0);
  const n = body.length;
  const head = [0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, 0x4d, 0x54, 0x72, 0x6b];
  return Uint8Array.from([...head, (n >>> 24) & 255, (n >>> 16) & 255, (n >>> 8) & 255, n & 255, ...body]);
}

printTable('Peers');
if (taken < 0) throw new Error('nothing was taken');

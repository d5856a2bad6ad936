// The decoder against a separately written naive one, against midi-file (independent library), and against its own encoder.
import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import { describe, expect, it } from 'vitest';
import {
  type DecoderState,
  dataLength,
  decode,
  decodeAll,
  encodeAll,
  endDecoding,
  eventSink,
  idleDecoder,
  packedBytes,
  type StreamEvent,
  SYSEX_LIMIT,
} from './index';

const withoutDropped = (events: readonly StreamEvent[]): StreamEvent[] => events.filter((e) => e.type !== 'dropped');

describe('the rules of MIDI 1.0', () => {
  it('running status repeats the last channel status, for as long as nothing else comes', () => {
    expect(decodeAll([0xb4, 104, 127, 104, 0, 105, 1])).toEqual([
      { type: 'channel', word: 0xb4687f },
      { type: 'channel', word: 0xb46800 },
      { type: 'channel', word: 0xb46901 },
    ]);
    expect(decodeAll([0xc0, 4, 5])).toEqual([
      { type: 'channel', word: 0xc00400 },
      { type: 'channel', word: 0xc00500 },
    ]);
  });
  it('real-time bytes may stand inside any other message and change nothing', () => {
    expect(decodeAll([0x90, 0xf8, 60, 0xfe, 100])).toEqual([
      { type: 'real-time', status: 0xf8 },
      { type: 'real-time', status: 0xfe },
      { type: 'channel', word: 0x903c64 },
    ]);
    expect(decodeAll([0xf0, 1, 0xf8, 2, 0xf7])).toEqual([
      { type: 'real-time', status: 0xf8 },
      { type: 'sysex', bytes: [1, 2], whole: true },
    ]);
  });
  it('system common and SysEx end running status', () => {
    for (const between of [[0xf6], [0xf1, 5], [0xf2, 1, 2], [0xf0, 9, 0xf7]]) {
      const events = decodeAll([0xb0, 7, 1, ...between, 7, 2]);
      expect(events.filter((e) => e.type === 'channel')).toHaveLength(1);
      expect(events.filter((e) => e.type === 'dropped')).toEqual([
        { type: 'dropped', reason: 'orphan-data', bytes: [7] },
        { type: 'dropped', reason: 'orphan-data', bytes: [2] },
      ]);
    }
  });
  it('any status but real-time ends a SysEx, and that status still counts', () => {
    expect(decodeAll([0xf0, 1, 2, 0x90, 60, 100])).toEqual([
      { type: 'sysex', bytes: [1, 2], whole: false },
      { type: 'channel', word: 0x903c64 },
    ]);
  });
  it('says what it dropped: orphans, cut messages, stray ends, undefined statuses, truncated ends', () => {
    expect(decodeAll([5, 0x90, 60, 0x80, 60, 0, 0xf7, 0xf4, 0xfd, 0xb0, 1])).toEqual([
      { type: 'dropped', reason: 'orphan-data', bytes: [5] },
      { type: 'dropped', reason: 'cut-short', bytes: [0x90, 60] },
      { type: 'channel', word: 0x803c00 },
      { type: 'dropped', reason: 'stray-end', bytes: [0xf7] },
      { type: 'dropped', reason: 'undefined-status', bytes: [0xf4] },
      { type: 'dropped', reason: 'undefined-status', bytes: [0xfd] },
      { type: 'dropped', reason: 'cut-short', bytes: [0xb0, 1] },
    ]);
    expect(decodeAll([0xf0, 1, 2])).toEqual([{ type: 'dropped', reason: 'cut-short', bytes: [0xf0, 1, 2] }]);
  });
  it('drops a SysEx beyond the limit whole, and goes on after it', () => {
    const long = [0xf0, ...Array.from({ length: SYSEX_LIMIT + 1 }, () => 1), 0xf7, 0x90, 60, 1];
    expect(decodeAll(long)).toEqual([
      { type: 'dropped', reason: 'too-long', bytes: [0xf0] },
      { type: 'channel', word: 0x903c01 },
    ]);
  });
  it('knows how many data bytes each status has (table I)', () => {
    expect([0x80, 0x90, 0xa0, 0xb0, 0xc0, 0xd0, 0xe0, 0xf1, 0xf2, 0xf3, 0xf6].map(dataLength)).toEqual([
      2, 2, 2, 2, 1, 1, 2, 1, 2, 1, 0,
    ]);
  });
});

const u7 = fc.integer({ min: 0, max: 127 });
const channelBytes = fc
  .tuple(fc.integer({ min: 0x80, max: 0xef }), u7, u7)
  .map(([status, a, b]) => [status, a, b].slice(0, 1 + dataLength(status)));
const wholeMessage = fc.oneof(
  { weight: 8, arbitrary: channelBytes },
  { weight: 1, arbitrary: fc.constantFrom([0xf8], [0xfa], [0xfb], [0xfc], [0xfe], [0xff]) },
  {
    weight: 1,
    arbitrary: fc.oneof(
      fc.constant([0xf6]),
      u7.map((a) => [0xf1, a]),
      fc.tuple(u7, u7).map(([a, b]) => [0xf2, a, b]),
    ),
  },
  { weight: 1, arbitrary: fc.array(u7, { maxLength: 12 }).map((data) => [0xf0, ...data, 0xf7]) },
);
const anyBytes = fc.array(
  fc.oneof(
    { weight: 4, arbitrary: u7 },
    { weight: 2, arbitrary: fc.integer({ min: 0x80, max: 0xef }) },
    { weight: 2, arbitrary: fc.integer({ min: 0xf0, max: 0xff }) },
  ),
  { maxLength: 80 },
);

describe('laws', () => {
  it('a stream in any pieces gives what it gives in one', () => {
    fc.assert(
      fc.property(anyBytes, fc.array(fc.nat(79), { maxLength: 6 }), (bytes, cuts) => {
        const got: StreamEvent[] = [];
        const sink = eventSink((e) => got.push(e));
        let state: DecoderState = idleDecoder;
        const marks = [0, ...cuts.filter((c) => c < bytes.length).sort((a, b) => a - b), bytes.length];
        for (let i = 1; i < marks.length; i++) state = decode(state, bytes.slice(marks[i - 1], marks[i]), sink);
        endDecoding(state, sink);
        expect(got).toEqual(decodeAll(bytes));
      }),
      { numRuns: 1000 },
    );
  });
  it('whole messages come back from the encoder, with and without running status', () => {
    fc.assert(
      fc.property(fc.array(wholeMessage, { maxLength: 40 }), fc.boolean(), (messages, running) => {
        const events = decodeAll(messages.flat());
        expect(events).toHaveLength(messages.length);
        expect(decodeAll(encodeAll(events, running))).toEqual(events);
        if (!running) expect(encodeAll(events, false)).toEqual(messages.flat());
      }),
      { numRuns: 500 },
    );
  });
  it('random bytes never throw, and every byte is in a message or told as dropped', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => {
        for (const event of decodeAll(bytes)) {
          if (event.type === 'channel')
            expect(
              packedBytes(event.word)
                .slice(1)
                .every((b) => b < 128),
            ).toBe(true);
          if (event.type === 'dropped') expect(event.bytes.length).toBeGreaterThan(0);
        }
      }),
      { numRuns: 1000 },
    );
  });
  it('agrees with the naive decoder on any bytes', () => {
    fc.assert(
      fc.property(anyBytes, (bytes) => {
        const ours = withoutDropped(decodeAll(bytes));
        const theirs = naive(bytes);
        expect(ours.filter((e) => e.type === 'real-time').map((e) => e.status)).toEqual(theirs.realTime);
        expect(ours.filter((e) => e.type !== 'real-time').map(flat)).toEqual(theirs.messages);
      }),
      { numRuns: 2000 },
    );
  });
  it('agrees with midi-file on channel messages, with running status as its files have it', () => {
    fc.assert(
      fc.property(fc.array(channelBytes, { minLength: 1, maxLength: 60 }), (messages) => {
        const events = decodeAll(messages.flat());
        const parsed = parseMidi(Uint8Array.from(fileOf(encodeAll(events, true), messages))).tracks[0] ?? [];
        expect(parsed.filter((e) => e.type !== 'endOfTrack').map(told)).toEqual(
          events.map((e) => (e.type === 'channel' ? toldWord(e.word) : null)),
        );
      }),
      { numRuns: 300 },
    );
  });
});

const flat = (event: StreamEvent): string => {
  switch (event.type) {
    case 'channel':
      return packedBytes(event.word).join(' ');
    case 'common':
      return [event.status, ...event.data].join(' ');
    case 'sysex':
      return [0xf0, ...event.bytes, event.whole ? 0xf7 : 'cut'].join(' ');
    default:
      return event.type;
  }
};

/** A decoder written another way: real-time taken out first, then cut at each status, then data dealt out in groups. */
function naive(bytes: readonly number[]): { readonly realTime: number[]; readonly messages: string[] } {
  const realTime = bytes.filter((b) => b >= 0xf8 && b !== 0xf9 && b !== 0xfd);
  const rest = bytes.filter((b) => b < 0xf8);
  const parts: number[][] = [];
  for (const b of rest) {
    if (b >= 0x80) parts.push([b]);
    else parts.at(-1)?.push(b);
  }
  const messages: string[] = [];
  parts.forEach(([status = 0, ...data], i) => {
    if (status === 0xf0) {
      const next = parts[i + 1]?.[0];
      if (next !== undefined) messages.push([0xf0, ...data, next === 0xf7 ? 0xf7 : 'cut'].join(' '));
    } else if (status < 0xf0) {
      const group = status >= 0xc0 && status <= 0xdf ? 1 : 2;
      for (let at = 0; at + group <= data.length; at += group) messages.push([status, ...data.slice(at, at + group)].join(' '));
    } else {
      const group = { 241: 1, 242: 2, 243: 1, 246: 0 }[status];
      if (group !== undefined && data.length >= group) messages.push([status, ...data.slice(0, group)].join(' '));
    }
  });
  return { realTime, messages };
}

/** A Standard MIDI File of one track with the encoded stream, a delta of 0 before each message. */
function fileOf(stream: readonly number[], messages: readonly (readonly number[])[]): number[] {
  const track: number[] = [];
  let at = 0;
  let running = 0;
  for (const message of messages) {
    const status = message[0] ?? 0;
    const length = status === running ? message.length - 1 : message.length;
    running = status;
    track.push(0, ...stream.slice(at, at + length));
    at += length;
  }
  track.push(0, 0xff, 0x2f, 0);
  const size = track.length;
  return [
    0x4d,
    0x54,
    0x68,
    0x64,
    0,
    0,
    0,
    6,
    0,
    0,
    0,
    1,
    0,
    96,
    0x4d,
    0x54,
    0x72,
    0x6b,
    size >>> 24,
    (size >> 16) & 255,
    (size >> 8) & 255,
    size & 255,
    ...track,
  ];
}

interface Parsed {
  readonly type: string;
  readonly channel?: number;
  readonly noteNumber?: number;
  readonly velocity?: number;
  readonly amount?: number;
  readonly controllerType?: number;
  readonly value?: number;
  readonly programNumber?: number;
}

const told = (e: object): string => {
  const p = e as Parsed;
  const data = [p.noteNumber, p.velocity, p.controllerType, p.programNumber, p.amount, p.value].filter((x) => x !== undefined);
  return [p.type, p.channel, ...data].join(' ');
};

function toldWord(word: number): string {
  const [status = 0, a = 0, b = 0] = packedBytes(word);
  const channel = status & 15;
  switch (status >> 4) {
    case 8:
      return ['noteOff', channel, a, b].join(' ');
    case 9:
      // midi-file tells a note-on with velocity 0 as the note-off that it is (MIDI 1.0).
      return [b === 0 ? 'noteOff' : 'noteOn', channel, a, b].join(' ');
    case 10:
      return ['noteAftertouch', channel, a, b].join(' ');
    case 11:
      return ['controller', channel, a, b].join(' ');
    case 12:
      return ['programChange', channel, a].join(' ');
    case 13:
      return ['channelAftertouch', channel, a].join(' ');
    default:
      return ['pitchBend', channel, a + b * 128 - 8192].join(' ');
  }
}

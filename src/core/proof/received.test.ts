// What counts as the same, by a passing and a failing example each. Sources stand in the table; examples are bytes as the standard writes them.
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  momentary,
  noteOn,
  program,
  smallRig,
} from '../../../tests/kit/small-rig';
import { channel, decodeAll, type HeardMessage, type Message, u7, u14 } from '../midi';
import { type Action, type Behaviour, indexRig } from '../rig';
import { askFor, diagnose, equivalences, verdictOf } from './index';

const sends = (message: Message, behaviour: Behaviour): Action => ({
  type: 'send',
  message,
  behaviour,
  pinned: false,
  meant: [],
});

/** A function of a switch, and what is said of bytes that arrive for it, pressed three times. */
function trial(...actions: readonly Action[]) {
  const rig = {
    ...smallRig([continuous('Mix', 0, 100)]),
    assignments: [{ ...assignment({ behaviour: fixed(1), meant: [] }), actions: [...actions] }],
    landings: [landing('Mix')],
  };
  const index = indexRig(rig);
  const [row] = rig.assignments;
  const ask = row && askFor(index, row);
  if (!ask) throw new Error('it can be asked for');
  const heard = (hex: string): HeardMessage[] =>
    decodeAll(hex.split(' ').map((b) => Number.parseInt(b, 16))).flatMap((e, i) =>
      e.type === 'channel'
        ? [{ atMs: i * 40, word: e.word }]
        : e.type === 'real-time'
          ? [{ atMs: i * 40, word: e.status << 16 }]
          : [],
    );
  return {
    said: (hex: string) => verdictOf(ask, heard(hex)).type,
    apart: (hex: string) => diagnose(index, ask, heard(hex)).apart,
  };
}
const three = (hex: string): string => [hex, hex, hex].join(' ');
const banked: Message = { type: 'program', channel: channel(5), number: u7(4), bank: { msb: u7(1), lsb: u7(2) } };
const nrpn: Message = { type: 'nrpn', channel: channel(1), number: u14(261) };
const wide: Message = { type: 'cc14', channel: channel(1), number: u7(20) };

/** By the id of an equivalence: what is planned, what is as good, what is not. */
const examples: Readonly<Record<(typeof equivalences)[number]['id'], readonly [ReturnType<typeof trial>, string, string]>> = {
  // A strike with velocity 0 for one end, 8n with velocity 64 for another; and a strike that never ends.
  'note-off': [
    trial(sends(noteOn(36, 1), momentary(100, 0))),
    '90 24 64 90 24 00 90 24 64 80 24 40 90 24 64 80 24 00',
    '90 24 64 80 24 00 90 24 64 80 24 00 90 24 64',
  ],
  // B4 stands once; with another number it is another message.
  'running-status': [trial(sends(cc(20), fixed(127))), 'B4 14 7F 14 7F 14 7F', 'B4 14 7F 14 7F 15 7F'],
  // 14 bits: 1023 and 1000 have one high byte; a low byte alone of another high byte is another value.
  'high-byte': [trial(sends(wide, latching(1023, 1000))), 'B0 14 07 34 7F 34 68 34 7F', 'B0 14 06 34 7F 34 68 34 7F'],
  'bank-unchanged': [trial(sends(banked, fixed(0))), 'B4 00 01 20 02 C4 04 C4 04 C4 04', three('C4 04')],
  // 99/98 = 2/5 once, then data alone; with another number chosen between it is another parameter.
  'parameter-unchanged': [
    trial(sends(nrpn, fixed(128))),
    'B0 63 02 62 05 06 01 26 00 06 01 26 00 06 01 26 00',
    'B0 63 02 62 05 06 01 26 00 62 06 06 01 26 00 06 01 26 00',
  ],
  system: [trial(sends(cc(20), fixed(127))), 'F8 B4 14 7F FE B4 14 7F F8 B4 14 7F', 'F8 B4 14 7F FE B4 14 7F F8'],
  besides: [
    trial(sends(noteOn(36, 1), momentary(100, 0))),
    three('90 24 64 D0 30 95 40 40 80 24 00'),
    three('91 24 64 D0 30 81 24 00'),
  ],
};

describe('what counts as the same', () => {
  it.each(equivalences.map((e) => [e.id, e.words] as const))('%s: %s', (id) => {
    const [{ said }, good, bad] = examples[id];
    expect(said(good)).toBe('proved');
    expect(said(bad)).not.toBe('proved');
  });
  it('every one names its source', () => {
    for (const { source, words } of equivalences) expect(`${source} ${words}`).toMatch(/MIDI 1\.0|Common practice/);
  });
});

describe('bank and order', () => {
  it('program 4 planned in bank 1/2 is not proved by bank 9/9, by half a bank, nor by none', () => {
    const { said, apart } = trial(sends(banked, fixed(0)));
    expect(said(three('B4 00 01 20 02 C4 04'))).toBe('proved');
    for (const other of ['B4 00 09 20 09 C4 04', 'B4 00 01 C4 04', 'C4 04']) {
      expect(said(three(other))).toBe('differs');
      expect(apart(three(other))).toBe('bank');
    }
    // On another channel it selects for nobody here.
    expect(apart(three('B5 00 01 20 02 C4 04'))).toBe('bank');
  });
  it('a program planned without a bank is not proved by one from a bank that was selected with it', () => {
    const { said } = trial(sends(program(4), fixed(0)));
    expect([said(three('C4 04')), said(three('B4 00 09 20 09 C4 04'))]).toEqual(['proved', 'differs']);
  });
  it('two messages in another order are told, and in the planned one proved', () => {
    const { said, apart } = trial(sends(cc(20), fixed(127)), sends(cc(21), fixed(1)));
    expect(said(three('B4 14 7F 15 01'))).toBe('proved');
    expect([said(three('B4 15 01 14 7F')), apart(three('B4 15 01 14 7F'))]).toEqual(['differs', 'order']);
    expect(apart('B4 14 7F 15 01 B4 15 01 14 7F B4 14 7F 15 01')).toBe('order');
  });
  it('with a wait between them a fast hand mixes the turns and fails nothing; within a turn the order counts', () => {
    const { said } = trial(sends(cc(20), fixed(127)), { type: 'wait', ms: 900 }, sends(cc(21), fixed(1)));
    expect(said('B4 14 7F 14 7F 15 01 14 7F 15 01 15 01')).toBe('proved');
    expect(said('B4 15 01 14 7F 14 7F 15 01 14 7F 15 01')).toBe('differs');
  });
  it('found by the law: three programs of one press are heard in the order in which they come', () => {
    const plain = program(3);
    const { said } = trial(sends(banked, fixed(0)), sends(plain, fixed(0)), sends(banked, fixed(0)));
    expect(said(three('B4 00 01 20 02 C4 04 C4 03 C4 04'))).toBe('proved');
  });
});

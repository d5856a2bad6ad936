// Lists of controllers as Property Exchange has them; the form from memory. Values of 32 bits against those of 7 and 14 that the scaling of MIDI 2.0 gives
// for its ends and its middle (from memory: 0, 2^31 and 2^32 − 1 are lowest, centre and highest of any size).
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cc, continuous, parameter } from '../../../tests/kit/small-rig';
import { channel, type Message, u7, u14 } from '../midi';
import { scaledUp, writeControllerList } from './controller-list-out';
import { isControllerList, parseControllerList } from './index';

const read = (list: unknown) => {
  const done = parseControllerList(JSON.stringify(list));
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  return done.value;
};

describe('a list of controllers', () => {
  it('gives parameters with the messages that they came with', () => {
    const { good, numbers, bad } = read([
      { title: 'Cutoff', ctrlType: 'cc', ctrlIndex: [74], channel: 3, default: 0x8000_0000, typeHint: 'continuous' },
      { title: 'Drone', ctrlType: 'cc', ctrlIndex: [80], channel: 3, typeHint: 'toggle', default: 0xffff_ffff },
      { title: 'Bite', ctrlType: 'nrpn', ctrlIndex: [1, 2], default: 0x8000_0000 },
      { title: 'Room', ctrlType: 'cc', ctrlIndex: [81], typeHint: 'valueSelect', stepCount: 4 },
      { title: 'Bend', ctrlType: 'pitchBend', default: 0x8000_0000 },
      { title: 'Flare', ctrlType: 'cc', ctrlIndex: [82], typeHint: 'momentary' },
    ]);
    expect(bad).toEqual([]);
    expect(good.map((p) => [p.name, p.kind, p.highest, p.start])).toEqual([
      ['Cutoff', 'continuous', 127, 64],
      ['Drone', 'toggle', 1, 1],
      ['Bite', 'continuous', 16_383, 8192],
      ['Room', 'stepped', 3, 0],
      ['Bend', 'continuous', 16_383, 8192],
      ['Flare', 'trigger', 1, 0],
    ]);
    expect(numbers.get('Cutoff')).toEqual({ type: 'cc', channel: 3, number: 74 });
    expect(numbers.get('Bite')).toMatchObject({ type: 'nrpn', channel: 1, number: 130 });
  });
  it('is written so that it reads as it was: kinds, steps, defaults and messages', () => {
    const nrpn: Message = { type: 'nrpn', channel: channel(2), number: u14(130) };
    const bend: Message = { type: 'pitch-bend', channel: channel(3) };
    const all = [
      continuous('Cutoff', 0, 127, { name: 'Cutoff', default: 100, start: 100 }),
      continuous('Bite', 0, 16_383, { name: 'Bite', default: 9000, start: 9000 }),
      continuous('Bend', 0, 16_383, { name: 'Bend', default: 8192, start: 8192 }),
      parameter('Drone', { name: 'Drone', default: 1, start: 1 }),
      parameter('Flare', { name: 'Flare', kind: 'trigger' }),
      parameter('Room', { name: 'Room', kind: 'stepped', highest: 3, steps: ['1', '2', '3', '4'], default: 2, start: 2 }),
    ];
    const messages = [cc(74, 3), nrpn, bend, cc(80), cc(81), cc(82)];
    const numbers = new Map(all.map((p, i) => [p.name, messages[i] ?? bend]));
    const { text, losses } = writeControllerList(all, numbers);
    expect(losses).toEqual([]);
    const again = parseControllerList(text);
    if (!again.ok) throw new Error('it is read');
    expect(again.value.bad).toEqual([]);
    expect(again.value.numbers).toEqual(numbers);
    const told = (p: (typeof all)[number] | (typeof again.value.good)[number]) => [
      p.name,
      p.kind,
      p.lowest,
      p.highest,
      p.steps,
      p.default,
    ];
    expect(again.value.good.map(told)).toEqual(all.map(told));
  });
  it('names what it cannot say', () => {
    const note: Message = { type: 'note', channel: channel(1), number: u7(36) };
    const numbers = new Map<string, Message>([
      ['Gain', cc(7)],
      ['Kick', note],
    ]);
    const rows = [continuous('g', -60, 6, { name: 'Gain' }), parameter('k', { name: 'Kick' }), parameter('n', { name: 'None' })];
    const { text, losses } = writeControllerList(rows, numbers);
    expect(losses).toEqual([
      { code: 'range-of-message', of: 'Gain' },
      { code: 'no-form', of: 'Kick', message: 'note' },
    ]);
    expect(JSON.parse(text)).toHaveLength(1);
  });
  it('scales every value of 7 and 14 bits up and back, in order, the ends and the middle where they are', () => {
    for (const bits of [7, 14] as const) {
      const up = Array.from({ length: 2 ** bits }, (_, v) => scaledUp(v, bits));
      expect([up[0], up[2 ** (bits - 1)], up.at(-1)]).toEqual([0, 0x8000_0000, 0xffff_ffff]);
      up.forEach((value, v) => {
        expect(Number.isInteger(value) && value > (up[v - 1] ?? -1)).toBe(true);
        expect(Math.floor(value / 2 ** (32 - bits))).toBe(v);
      });
    }
  });
  it('says by its place what cannot be read, and keeps the rest', () => {
    const { good, bad } = read({
      controllerList: [
        { title: 'A', ctrlType: 'cc', ctrlIndex: [1] },
        { title: 'B', ctrlType: 'pnrc', ctrlIndex: [1] },
        { ctrlType: 'cc', ctrlIndex: [2] },
        { title: 'A', ctrlType: 'cc', ctrlIndex: [3] },
        { title: 'C', ctrlType: 'cc', ctrlIndex: [200] },
        { title: 'D', ctrlType: 'cc', ctrlIndex: [4], channel: 20 },
        { title: 'F', ctrlType: 'cc', ctrlIndex: [6], typeHint: 'valueSelect' },
        { title: 'E', ctrlType: 'cc', ctrlIndex: [5] },
      ],
    });
    expect(good.map((p) => p.name)).toEqual(['A', 'E']);
    expect(bad.map((b) => [b.line, b.reason.code])).toEqual([
      [2, 'no-message-kind'],
      [3, 'row'],
      [4, 'name-twice'],
      [5, 'no-message-kind'],
      [6, 'no-message-kind'],
      [7, 'steps-missing'],
    ]);
  });
  it('takes the ends and the middle of 32 bits to those of its message, and never leaves its range', () => {
    fc.assert(
      fc.property(fc.nat(0xffff_ffff), (value) => {
        const [p] = read([{ title: 'A', ctrlType: 'cc', ctrlIndex: [1], default: value }]).good;
        expect(p?.start).toBeGreaterThanOrEqual(0);
        expect(p?.start).toBeLessThanOrEqual(127);
      }),
    );
    for (const [value, seven, fourteen] of [
      [0, 0, 0],
      [0x8000_0000, 64, 8192],
      [0xffff_ffff, 127, 16_383],
    ] as const) {
      expect(read([{ title: 'A', ctrlType: 'cc', ctrlIndex: [1], default: value }]).good[0]?.start).toBe(seven);
      expect(read([{ title: 'A', ctrlType: 'nrpn', ctrlIndex: [1, 1], default: value }]).good[0]?.start).toBe(fourteen);
    }
  });
  it('is told from tables and from files of this program', () => {
    expect(isControllerList(' [{"title":"A"}]')).toBe(true);
    expect(isControllerList('{ "controllerList": [] }')).toBe(true);
    for (const text of ['name,kind\nA,toggle', '{"format":"x"}', '<a/>', 'A, [x]', '[Solo],toggle', '[1], x'])
      expect(isControllerList(text)).toBe(false);
  });
  it('refuses what is no list, whatever it is', () => {
    for (const text of ['{}', '3', '"a"', '[', '{"controllerList":3}']) expect(parseControllerList(text).ok).toBe(false);
    fc.assert(
      fc.property(fc.json(), (text) => {
        const done = parseControllerList(text);
        if (!done.ok) return;
        const list = JSON.parse(text) as unknown[] | { controllerList: unknown[] };
        const entries = Array.isArray(list) ? list : list.controllerList;
        expect(done.value.good.length + done.value.bad.length).toBe(entries.length);
      }),
    );
  });
});

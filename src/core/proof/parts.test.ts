// The parts of a proof by themselves: the asked hand, shapes, what is typed, and faults as they are planted.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomRig } from '../../../tests/kit/random-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { chance } from '../base';
import {
  decodeClicks,
  encodeClicks,
  type MessageStream,
  messageSchema,
  packedBend,
  packedCc,
  packedNote,
  packedPressure,
  packedProgram,
  relativeCodingSchema,
  sayPacked,
} from '../midi';
import { indexRig } from '../rig';
import { CLICKS, TAPS } from './hand';
import { asksOf, canAsk, causes, evidence, notHeard, plantFault, predictedBy, readTyped, toProve } from './index';
import { apart, legsOf, mirrored, shapeOf } from './shape';
import { neighboursOf } from './variants';

const index = indexRig(lanternHour());
const asks = asksOf(index);
const messageStream = (values: readonly number[], type = 'cc'): MessageStream => ({
  message: messageSchema.parse({ type, channel: 1, number: 20, bank: null }),
  values,
  times: values.map((_, i) => i * 20),
});

describe('what is asked', () => {
  it('every function that can be heard, once, and the others are counted', () => {
    const proved = toProve(index).map((f) => f.assignment.id);
    expect(new Set(proved).size).toBe(proved.length);
    const standIns = index.rig.assignments.length - proved.length - notHeard(index).length;
    // Of the demo only one function is stood in for: what Veil makes of E 1.
    expect(standIns).toBe(1);
    expect(
      index.rig.assignments
        .filter((a) => canAsk(index, a))
        .map((a) => a.id)
        .sort(),
    ).toEqual([...proved].sort());
  });
  it('expects what the simulator sends: three presses, there and back, ten clicks each way', () => {
    for (const ask of asks)
      for (const e of ask.expected) {
        if (ask.how === 'travel') {
          // An encoder is heard first after its first clicks.
          expect(Math.abs((e.values[0] ?? 0) - (e.values.at(-1) ?? 99))).toBeLessThanOrEqual(2);
          expect(legsOf(e.values, 40)).toBe(2);
        } else if (ask.how === 'clicks') expect(e.values.length).toBe(2 * CLICKS);
        else expect(e.values.length % TAPS).toBe(0);
      }
  });
  it('says what has to be so in the software, of what the function is there for and nothing else', () => {
    const demo = lanternHour();
    const [ask] = asks.filter((a) => a.assignment.actions.some((x) => x.type === 'send' && x.meant.length > 0));
    const send = ask?.assignment.actions.find((x) => x.type === 'send');
    const parameterId = send?.type === 'send' ? send.meant[0] : undefined;
    const conditions = [{ words: 'the track is armed', when: null }];
    const landings = demo.landings.map((l) => ({ ...l, conditions: l.parameterId === parameterId ? conditions : [] }));
    const needy = asksOf(indexRig({ ...demo, landings }));
    const name = index.parameters.get(parameterId ?? '')?.name;
    expect(needy.find((a) => a.assignment.id === ask?.assignment.id)?.needs).toEqual([
      `${name} moves only if the track is armed.`,
    ]);
    const others = needy.filter(
      (a) => !a.assignment.actions.some((x) => x.type === 'send' && x.meant.includes(parameterId ?? '')),
    );
    expect(others.flatMap((a) => a.needs)).toEqual([]);
  });
  it('names the modifier before the gesture, and warns of what it sets off', () => {
    const held = asks.find((a) => a.opens !== null);
    expect(held?.opens).toMatch(/^Hold /);
    const fires = asks.filter((a) => a.cautions.some((c) => c.startsWith('It sets off')));
    expect(fires.length).toBeGreaterThan(3);
    expect(asks.find((a) => a.control.name === 'Ex 1')?.cautions.join(' ')).toMatch(/turn the monitors down/);
  });
});

describe('shapes', () => {
  it('of clicks: the coding that makes them smallest, and the way of the first ones', () => {
    for (const coding of relativeCodingSchema.options)
      for (const first of [1, -1]) {
        const values = [...Array(8).fill(first), ...Array(8).fill(-first)].map((c) => encodeClicks(c, coding));
        expect(shapeOf(messageStream(values), 'clicks', true)).toEqual({
          type: 'clicks',
          // A sign bit the other way round is the same clicks turned the other way.
          coding: coding === 'sign-magnitude-up' ? 'sign-magnitude' : coding,
          forth: coding === 'sign-magnitude-up' ? first < 0 : first > 0,
          doubled: false,
        });
        expect(mirrored(values, coding).map((v) => decodeClicks(v, coding))).toEqual(values.map((v) => -decodeClicks(v, coding)));
      }
  });
  it('of a travel: its ends, which way it rose, trembling and doubling', () => {
    const up = Array.from({ length: 43 }, (_, i) => i * 3);
    const there = [...up, ...[...up].reverse().slice(1)];
    expect(shapeOf(messageStream(there), 'travel', false)).toEqual({
      type: 'travel',
      low: 0,
      high: 126 / 127,
      rises: true,
      noisy: false,
      doubled: false,
    });
    expect(shapeOf(messageStream(there.map((v) => 126 - v)), 'travel', false)).toMatchObject({ rises: false });
    expect(shapeOf(messageStream(there.flatMap((v) => [v, v])), 'travel', false)).toMatchObject({ doubled: true });
    expect(shapeOf(messageStream(there.flatMap((v, i) => [v, v + (i % 2 ? 1 : -1) + 1])), 'travel', false)).toMatchObject({
      noisy: true,
    });
  });
  it('are no distance from themselves, and the same distance both ways for switches', () => {
    const values = fc.array(fc.constantFrom(0, 40, 100, 127), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(values, values, (a, b) => {
        const [one, two] = [shapeOf(messageStream(a), 'taps', false), shapeOf(messageStream(b), 'taps', false)];
        expect(apart(one, one, 'taps', false)).toBe(0);
        const there = apart(one, two, 'taps', false);
        expect(there).toBeCloseTo(apart(two, one, 'taps', false), 9);
        expect(there > 0).toBe(JSON.stringify(a) !== JSON.stringify(b));
        expect(there).toBeLessThanOrEqual(1);
      }),
    );
  });
});

describe('typed in', () => {
  it('reads every message as this program itself writes it', () => {
    const channel = fc.integer({ min: 1, max: 16 });
    const seven = fc.integer({ min: 0, max: 127 });
    const word = fc.oneof(
      fc.tuple(channel, seven, seven).map(([c, n, v]) => packedCc(c, n, v)),
      fc.tuple(channel, seven, seven).map(([c, n, v]) => packedNote(c, n, v)),
      fc.tuple(channel, seven).map(([c, n]) => packedProgram(c, n)),
      fc.tuple(channel, fc.integer({ min: 0, max: 16383 })).map(([c, v]) => packedBend(c, v)),
      fc.tuple(channel, seven).map(([c, v]) => packedPressure(c, v)),
    );
    fc.assert(
      fc.property(fc.array(word, { maxLength: 20 }), (words) => {
        const read = readTyped(words.map((w) => sayPacked(w)).join('\n'));
        expect(read.bad).toEqual([]);
        expect(read.heard.map((h) => h.word)).toEqual(words);
      }),
    );
  });
  it('takes any text without failing: each line is read or named', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), (text) => {
        // Line by line it comes to the same: nothing is swallowed, and what cannot be read is named by its line.
        const lines = text.split(/\r?\n/);
        const { heard, bad } = readTyped(text);
        const alone = lines.map((l) => readTyped(l));
        expect(heard.map((h) => h.word)).toEqual(alone.flatMap((l) => l.heard.map((h) => h.word)));
        expect(bad.map((x) => x.line)).toEqual(alone.flatMap((l, i) => (l.bad.length > 0 ? [i + 1] : [])));
        for (const [i, l] of alone.entries()) expect(l.heard.length > 0 || l.bad.length > 0).toBe((lines[i] ?? '').trim() !== '');
      }),
    );
  });
  it('stops at two thousand messages', () => {
    expect(readTyped('CC 1 = 1, ch 1\n'.repeat(5000)).heard.length).toBe(2000);
  });
});

describe('planted faults', () => {
  it('are told apart from the plan by an even hand, each cause somewhere in a few rigs', () => {
    const seen = new Set<string>();
    for (let seed = 1; seed <= 30; seed++) {
      const rig = indexRig(randomRig(seed));
      const next = chance(seed);
      for (const ask of asksOf(rig).slice(0, 12))
        for (const { id } of causes) {
          const fault = plantFault(rig, ask, id, next);
          if (!fault) continue;
          seen.add(id);
          expect(fault.cause).toBe(id);
          if (fault.stream !== 'ends') expect(predictedBy(ask, [fault])).not.toBe(predictedBy(ask, []));
        }
    }
    expect([...seen].sort()).toEqual(causes.map((c) => c.id).sort());
  });
  it('give the same evidence for the same seed, in order of time', () => {
    for (const ask of asks) {
      const once = evidence(ask, [], chance(9));
      expect(evidence(ask, [], chance(9))).toEqual(once);
      expect(once.every((h, i) => i === 0 || h.atMs >= (once[i - 1]?.atMs ?? 0))).toBe(true);
    }
  });
  it('neighbours are near or next in their family, never the control itself', () => {
    for (const control of index.rig.controls) {
      const near = neighboursOf(index, control);
      expect(near.some((n) => n.id === control.id)).toBe(false);
      expect(near.every((n) => n.controllerId === control.controllerId)).toBe(true);
      expect(near.length).toBeLessThanOrEqual(8);
    }
  });
});

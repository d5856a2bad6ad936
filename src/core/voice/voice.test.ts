// A voice stands as the values of its target say, within what can be listened to, whatever they are.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parameter } from '../../../tests/kit/small-rig';
import type { Parameter } from '../rig';
import { heardWords, partOf, toneHz, type VoiceSetting, voiceSetting } from './index';

const standing = (parameters: readonly Parameter[], values: Readonly<Record<string, number>> = {}): VoiceSetting =>
  voiceSetting(parameters, (id) => values[id]);
const knob = (id: string, more: Partial<Parameter>): Parameter =>
  parameter(id, { name: id, kind: 'continuous', role: '', unit: '', lowest: 0, highest: 1, default: 0, start: 0, ...more });

const someParameter: fc.Arbitrary<Omit<Partial<Parameter>, 'id'>> = fc
  .record({
    kind: fc.constantFrom('continuous' as const, 'stepped' as const, 'toggle' as const, 'trigger' as const),
    role: fc.constantFrom(
      '',
      'volume',
      'pan',
      'cutoff',
      'resonance',
      'mix',
      'delay',
      'feedback',
      'pitch',
      'release',
      'mute',
      'bypass',
      'low cut',
    ),
    unit: fc.constantFrom('', 'dB', 'Hz', 'kHz', 'ms', 's', 'st', 'ct', '%'),
    low: fc.double({ min: -1e4, max: 1e4, noNaN: true }),
    span: fc.double({ min: 1e-3, max: 1e5, noNaN: true }),
    log: fc.boolean(),
  })
  .map(({ kind, role, unit, low, span, log }) => {
    const [lowest, highest] = kind === 'continuous' ? [log ? Math.abs(low) + 1 : low, 0] : [0, kind === 'stepped' ? 7 : 1];
    return {
      ...{ kind, role, unit, lowest, default: lowest, start: lowest },
      highest: kind === 'continuous' ? lowest + span : highest,
      scale: log && kind === 'continuous' ? { type: 'log' as const } : { type: 'linear' as const },
    };
  });
const someTarget = fc
  .array(
    fc.tuple(
      someParameter,
      fc.oneof(
        { weight: 9, arbitrary: fc.double({ min: 0, max: 1, noNaN: true }) },
        { weight: 1, arbitrary: fc.constant(Number.NaN) },
      ),
    ),
    {
      maxLength: 12,
    },
  )
  .map((list) => {
    const parameters = list.map(([p], i) => knob(`p${i}`, p));
    const values = Object.fromEntries(parameters.map((p, i) => [p.id, p.lowest + (p.highest - p.lowest) * (list[i]?.[1] ?? 0)]));
    return { parameters, values };
  });

const limits: Readonly<Record<Exclude<keyof VoiceSetting, 'tones'>, readonly [number, number]>> = {
  level: [0, 1],
  pan: [-1, 1],
  cutoffHz: [20, 20_000],
  lowCutHz: [20, 20_000],
  resonance: [0.7, 12],
  mix: [0, 1],
  delayS: [0.001, 2],
  feedback: [0, 0.9],
  semitones: [-36, 36],
  ringS: [0.05, 12],
};

describe('a voice', () => {
  it('stands within its limits, whatever parameters there are and wherever they stand', () => {
    fc.assert(
      fc.property(someTarget, ({ parameters, values }) => {
        const setting = standing(parameters, values);
        for (const [field, [low, high]] of Object.entries(limits)) {
          const is = setting[field as keyof typeof limits];
          expect(is >= low && is <= high, `${field} is ${is}`).toBe(true);
        }
        expect(setting.tones).toHaveLength(parameters.filter((p) => partOf(p) === 'tone').length);
      }),
      { numRuns: 500 },
    );
  });

  it('is not moved by what has no part in it', () => {
    fc.assert(
      fc.property(someTarget, fc.double({ min: 0, max: 1, noNaN: true }), ({ parameters, values }, at) => {
        const before = standing(parameters, values);
        const moved = { ...values };
        for (const p of parameters)
          if (partOf(p) === null || partOf(p) === 'strike') moved[p.id] = p.lowest + (p.highest - p.lowest) * at;
        expect(standing(parameters, moved)).toEqual(before);
      }),
    );
  });

  it('is never quieter for a volume that is turned up', () => {
    fc.assert(
      fc.property(
        someTarget,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        ({ parameters, values }, a, b) => {
          for (const p of parameters.filter((each) => partOf(each) === 'volume')) {
            const at = (place: number) =>
              standing(parameters, { ...values, [p.id]: p.lowest + (p.highest - p.lowest) * place }).level;
            expect(at(Math.min(a, b))).toBeLessThanOrEqual(at(Math.max(a, b)) + 1e-12);
          }
        },
      ),
    );
  });

  it('steps where its parameter steps: 128 values are 128 levels, and no more', () => {
    const level = knob('Level', { unit: 'dB', lowest: -60, highest: 6 });
    const heard = new Set(Array.from({ length: 128 }, (_, i) => standing([level], { Level: -60 + (66 * i) / 127 }).level));
    expect(heard.size).toBe(128);
  });

  it('says decibels, hertz and seconds as they are', () => {
    // A factor of 10 in amplitude is 20 dB (IEC 60027-3, from memory).
    expect(standing([knob('Level', { unit: 'dB', lowest: -60, highest: 6 })], { Level: -14 }).level).toBeCloseTo(0.1, 12);
    expect(standing([knob('Level', { unit: 'dB', lowest: -60, highest: 6 })], { Level: -60 }).level).toBe(0);
    expect(standing([knob('x', { unit: 'kHz', lowest: 0.2, highest: 9 })], { x: 1.8 }).cutoffHz).toBeCloseTo(1800, 9);
    expect(standing([knob('x', { unit: 'ms', lowest: 5, highest: 500 })], { x: 60 }).delayS).toBeCloseTo(0.06, 12);
    expect(standing([knob('x', { unit: 'ct', lowest: -50, highest: 50 })], { x: -50 }).semitones).toBe(-0.5);
    // Equal temperament: twelve semitones double the frequency.
    expect(toneHz(0, 0, 12)).toBeCloseTo(2 * toneHz(0, 0, 0), 9);
    expect(toneHz(0, 0, 0)).toBe(110);
  });

  it('is silent where it is muted, and bare where it is bypassed', () => {
    const mute = knob('m', { kind: 'toggle', role: 'mute' });
    const bypass = knob('b', { kind: 'toggle', role: 'bypass' });
    const mix = knob('Mix', {});
    expect(standing([mute], { m: 1 }).level).toBe(0);
    expect(standing([mute], { m: 0 }).level).toBe(1);
    expect(standing([bypass, mix], { b: 1, Mix: 1 }).mix).toBe(0);
    expect(standing([bypass, mix], { b: 0, Mix: 1 }).mix).toBe(1);
  });

  it('has a tone for each toggle: a first press that does nothing is not heard', () => {
    const toggles = ['a', 'b'].map((id) => knob(id, { kind: 'toggle' }));
    expect(standing(toggles, { a: 0, b: 1 }).tones).toEqual([false, true]);
    expect(new Set([0, 1, 2, 3, 4, 5].map((tone) => toneHz(0, tone, 0))).size).toBe(6);
  });

  it('is a tone that can be heard, whatever the voice, the tone and the pitch', () => {
    fc.assert(
      fc.property(fc.nat(40), fc.nat(200), fc.double({ min: -100, max: 100, noNaN: true }), (voice, tone, semitones) => {
        const hertz = toneHz(voice, tone, semitones);
        expect(hertz >= 27.5 && hertz <= 4200, `${hertz} Hz`).toBe(true);
      }),
    );
  });

  it('says what is heard of it, and what is not', () => {
    const parameters = [
      knob('Level', { unit: 'dB', lowest: -60, highest: 6 }),
      knob('Loom', { kind: 'toggle' }),
      knob('Gate', { kind: 'toggle' }),
      knob('Density', { unit: '1/s' }),
    ];
    expect(heardWords(parameters)).toEqual([
      { as: 'volume', names: 'Level' },
      { as: 'a tone each', names: 'Loom, Gate' },
      { as: 'not heard', names: 'Density' },
    ]);
  });

  it('is told by a role what the name and the unit do not tell', () => {
    expect(partOf(knob('Gust', { unit: '%', role: 'Volume' }))).toBe('volume');
    expect(partOf(knob('constructor', { unit: '%' }))).toBe(null);
  });
});

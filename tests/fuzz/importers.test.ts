// Every importer against random and damaged input: no exception, and whatever is taken is whole. KEEN_DIAL_FUZZ sets the number of
// cases for each (500 in the tests, 10,000 in `npm run fuzz`).
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseWindows } from '@/core/commands';
import {
  inWords,
  parseFile,
  parseMidnam,
  parseParameters,
  parseProgrammed,
  parseRig,
  readCells,
  readJson,
  readSmf,
  readSyx,
  testFile,
  writeBundle,
  writeMidnam,
  writeParameters,
  writeProfile,
  writeProgrammed,
  writeRig,
  writeSyx,
  writeTemplate,
} from '@/core/formats';
import { controllerTemplates, targetProfiles } from '@/core/library';
import { decodeAll, noSysex } from '@/core/midi';
import { firstBroken, indexRig, rowSchemas } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';

const RUNS = Number(process.env.KEEN_DIAL_FUZZ ?? 500);
const settings = { numRuns: RUNS };

const demo = lanternHour();
const index = indexRig(demo);
const [board] = demo.controllers;
const [hall] = demo.targets;
const [template] = controllerTemplates;
const [profile] = targetProfiles;
if (!board || !hall || !template || !profile) throw new Error('demo changed');

/** A real file with pieces cut out, put twice, or written over. */
function damaged(whole: string): fc.Arbitrary<string> {
  const cut = fc.record({
    at: fc.nat(Math.max(0, whole.length - 1)),
    length: fc.nat(60),
    by: fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom('', '"', '{', '[', ']', 'null', '-1e999', '<', '&#0;', '\t', '\u0000', '"__proto__":1,'),
    ),
    twice: fc.boolean(),
  });
  return fc.array(cut, { minLength: 1, maxLength: 4 }).map((cuts) =>
    cuts.reduce((text, { at, length, by, twice }) => {
      const piece = text.slice(at, at + length);
      return `${text.slice(0, at)}${by}${twice ? piece + piece : ''}${text.slice(at + length)}`;
    }, whole),
  );
}
const text = (whole: string): fc.Arbitrary<string> =>
  fc.oneof(
    { weight: 6, arbitrary: damaged(whole) },
    { weight: 1, arbitrary: fc.string({ maxLength: 400, unit: 'binary' }) },
    { weight: 1, arbitrary: fc.json({ maxDepth: 6 }) },
  );
const bytes = (whole: Uint8Array): fc.Arbitrary<Uint8Array> =>
  fc.oneof(
    {
      weight: 6,
      arbitrary: fc
        .tuple(fc.array(fc.tuple(fc.nat(Math.max(0, whole.length - 1)), fc.nat(255)), { maxLength: 6 }), fc.nat(whole.length))
        .map(([flips, length]) => {
          const copy = Uint8Array.from(whole.subarray(0, Math.max(1, length)));
          for (const [at, byte] of flips) if (at < copy.length) copy[at] = byte;
          return copy;
        }),
    },
    { weight: 1, arbitrary: fc.uint8Array({ maxLength: 300 }) },
  );

const small = {
  rig: writeRig({
    ...demo,
    controls: demo.controls.slice(0, 10),
    assignments: [],
    landings: [],
    layers: [],
    parameters: demo.parameters.slice(0, 5),
  }),
  template: writeTemplate(template),
  profile: writeProfile(profile),
  bundle: writeBundle({
    name: 'All',
    templates: [template],
    profiles: [profile],
    rigTemplates: [{ numbers: 'anew', rig: { ...demo, assignments: [], landings: [] } }],
    rigs: [],
  }),
};

describe(`importers, ${RUNS} cases each`, () => {
  it.each(Object.entries(small))('JSON files: %s', (_name, whole) => {
    fc.assert(
      fc.property(text(whole), (input) => {
        const done = parseFile(input);
        if (!done.ok) {
          expect(done.error.length).toBeGreaterThan(0);
          expect(done.error.every((p) => inWords(p).message !== '')).toBe(true);
        } else for (const item of done.value) expect(firstBroken(item.rig)).toBeNull();
      }),
      settings,
    );
  });
  it('rig files', () => {
    fc.assert(
      fc.property(text(small.rig), (input) => {
        const done = parseRig(input);
        if (done.ok) expect(firstBroken(done.value)).toBeNull();
      }),
      settings,
    );
  });
  it('lists of parameters, and cells', () => {
    const whole = writeParameters(profile.parameters).text;
    fc.assert(
      fc.property(text(whole), (input) => {
        for (const p of parseParameters(input).good)
          expect(rowSchemas.parameters.safeParse({ ...p, id: 'x', order: 0, targetId: 'x' }).success).toBe(true);
        expect(Array.isArray(readCells(input))).toBe(true);
      }),
      settings,
    );
  });
  it('lists of what is programmed', () => {
    const whole = writeProgrammed(index, board).text;
    fc.assert(
      fc.property(text(whole), (input) => {
        const bare = indexRig({ ...demo, assignments: [] });
        for (const line of parseProgrammed(bare, board, input).good) expect(bare.controls.has(line.controlId)).toBe(true);
      }),
      settings,
    );
  });
  it('name documents', () => {
    const whole = writeMidnam(index, hall).text;
    fc.assert(
      fc.property(text(whole), (input) => {
        const done = parseMidnam(input);
        if (done.ok) for (const { name } of done.value.names) expect(name.length).toBeGreaterThan(0);
        else expect(done.error.map(inWords)[0]?.message).not.toBe('');
      }),
      settings,
    );
  });
  it('MIDI files and SysEx files', () => {
    const midi = testFile(index).bytes.subarray(0, 2000);
    const syx = writeSyx([
      [0x7d, 1, 2, 3],
      [0x7e, 0x7f, 6, 1],
    ]);
    fc.assert(
      fc.property(bytes(midi), bytes(syx), (a, b) => {
        const read = readSmf(a, noSysex);
        if (read.ok) expect(read.value.messages.every((m) => Number.isFinite(m.atMs))).toBe(true);
        const dump = readSyx(b, noSysex);
        if (dump.ok) expect(dump.value.messages.length).toBeGreaterThan(0);
      }),
      settings,
    );
  });
  it('streams of bytes, windows as text, JSON at all', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), fc.string({ maxLength: 80 }), (stream, words) => {
        expect(Array.isArray(decodeAll(stream))).toBe(true);
        expect(typeof parseWindows(words).ok).toBe('boolean');
        expect(typeof readJson(words).ok).toBe('boolean');
      }),
      settings,
    );
  });
});

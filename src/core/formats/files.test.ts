// The open formats: each survives being written and read, limits are named, and what a form cannot say is named too.
import { parseMidi } from 'midi-file';
import { describe, expect, it } from 'vitest';
import { cc, landing, parameter, program, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { run, startChain, wholeChain } from '../bench';
import { programmedEdit } from '../commands';
import { controllerTemplates, targetProfiles, templateOf } from '../library';
import { addressKey, noSysex, sysexSlot } from '../midi';
import { apply, indexRig, type Parameter, type Rig } from '../rig';
import {
  DEPTH_LIMIT,
  depthOf,
  FILE_LIMIT,
  fileProblemWords,
  parseFile,
  parseMidnam,
  parseParameters,
  parseProgrammed,
  readCells,
  readSmf,
  readSyx,
  setUpFile,
  testFile,
  writeBundle,
  writeCells,
  writeMidnam,
  writeParameters,
  writeProfile,
  writeProgrammed,
  writeRig,
  writeSyx,
  writeTemplate,
} from '.';

const demo = lanternHour();
const index = indexRig(demo);
const only = <T>(rows: readonly T[]): T => {
  const [row] = rows;
  if (row === undefined) throw new Error('nothing there');
  return row;
};

describe('templates, profiles and bundles', () => {
  it.each(controllerTemplates)('$name comes back as it was', (template) => {
    const done = parseFile(writeTemplate(template));
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    const item = only(done.value);
    expect(item).toMatchObject({ kind: 'controller-template', name: template.name });
    expect(templateOf(item.rig, template)).toEqual({ ...template, summary: template.summary });
  });
  it('a bundle brings everything, and one bad item refuses all of it, by its place', () => {
    const bundle = {
      name: 'Tour',
      templates: controllerTemplates.slice(0, 2),
      profiles: targetProfiles.slice(0, 3),
      rigTemplates: [{ numbers: 'anew' as const, rig: demo }],
      rigs: [demo],
    };
    const done = parseFile(writeBundle(bundle));
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    expect(done.value.map((i) => i.kind)).toEqual([
      ...Array(2).fill('controller-template'),
      ...Array(3).fill('target-profile'),
      'rig-template',
      'rig',
    ]);
    expect(done.value.at(-2)?.numbers).toBe('anew');
    expect(done.value.at(-1)?.rig.assignments).toEqual(demo.assignments);
    const profile = only(targetProfiles);
    const broken = { ...profile, parameters: profile.parameters.map((p) => ({ ...p, lowest: 5, highest: 1 })) };
    const refused = parseFile(writeBundle({ ...bundle, profiles: [profile, broken] }));
    expect(refused).toMatchObject({ ok: false, error: [{ location: expect.stringContaining('profiles, item 2') }] });
  });
  it('refuses other formats and newer versions, and says which', () => {
    const newer = writeProfile(only(targetProfiles)).replace(/"formatVersion": \d+/, '"formatVersion": 12');
    expect(parseFile(newer)).toMatchObject({
      ok: false,
      error: [{ location: 'formatVersion', problem: { code: 'newer', most: 11 } }],
    });
    expect(parseFile('{"format":"something/else","formatVersion":1}')).toMatchObject({
      ok: false,
      error: [{ location: 'format' }],
    });
    expect(parseFile('[]')).toMatchObject({ ok: false, error: [{ location: 'format' }] });
  });
  it('reads rig files of both older versions', () => {
    const raw: Record<string, unknown> = JSON.parse(writeRig({ ...demo, scripts: [] }));
    const plain = (rows: unknown, fields: readonly string[]): unknown =>
      Array.isArray(rows)
        ? rows.map((row: object) => Object.fromEntries(Object.entries(row).filter(([k]) => !fields.includes(k))))
        : rows;
    const second = {
      ...raw,
      formatVersion: 2,
      searches: undefined,
      controllers: plain(raw.controllers, ['templateVersion', 'evidence']),
      controls: plain(raw.controls, ['factory', 'origin']),
      targets: plain(raw.targets, ['profileVersion', 'evidence']),
      parameters: plain(raw.parameters, ['evidence', 'origin']),
      assignments: plain(raw.assignments, ['minimum']),
    };
    for (const version of [1, 2]) {
      const done = parseFile(JSON.stringify({ ...second, formatVersion: version }));
      if (!done.ok) throw new Error(JSON.stringify(done.error));
      expect(only(done.value).rig.searches).toEqual([]);
      expect(only(done.value).rig.assignments).toEqual(demo.assignments.map((a) => ({ ...a, minimum: false })));
    }
  });
});

describe('limits', () => {
  it('names the depth and the size that it refuses, before it parses', () => {
    const deep = '['.repeat(DEPTH_LIMIT + 1) + ']'.repeat(DEPTH_LIMIT + 1);
    expect(parseFile(deep)).toMatchObject({ ok: false, error: [{ problem: { code: 'too-deep', levels: 50 } }] });
    expect(parseFile('['.repeat(5_000_000))).toMatchObject({ ok: false });
    expect(parseFile(' '.repeat(FILE_LIMIT + 1))).toMatchObject({
      ok: false,
      error: [{ problem: { code: 'too-large', bytes: 20 * 1024 * 1024 } }],
    });
    expect(parseMidnam(' '.repeat(FILE_LIMIT + 1))).toMatchObject({ ok: false });
    expect(depthOf('{"a":"[[[[\\"[["}', 50)).toBe(1);
  });
  it('takes nothing from keys that have a meaning in the language', () => {
    const done = parseFile('{"format":"keen-dial/template","formatVersion":1,"__proto__":{"polluted":1},"template":{}}');
    expect(done.ok).toBe(false);
    expect(({} as { polluted?: number }).polluted).toBeUndefined();
  });
});

describe('tables', () => {
  it('every shipped parameter comes back from CSV and TSV, but for what is named as lost', () => {
    for (const profile of targetProfiles)
      for (const format of ['csv', 'tsv'] as const) {
        const { text, losses } = writeParameters(profile.parameters, format);
        const { good, bad } = parseParameters(text);
        expect(bad).toEqual([]);
        expect(losses).toEqual([]);
        expect(good).toEqual(profile.parameters.map((p) => ({ ...p, origin: '' })));
      }
  });
  it('a name that a spreadsheet would run is made harmless and comes back', () => {
    const evil = {
      ...parameter('x', { name: '=cmd|calc', note: '@now', kind: 'continuous', lowest: -5, start: -5, default: -5 }),
    };
    const { text } = writeParameters([evil]);
    expect(text).toContain("'=cmd|calc");
    expect(text).toContain('-5..1');
    expect(only(parseParameters(text).good)).toMatchObject({ name: '=cmd|calc', note: '@now', lowest: -5 });
  });
  it('what a controller sends comes back as the same functions', () => {
    for (const controller of demo.controllers) {
      const { text, losses } = writeProgrammed(index, controller);
      const bare = indexRig({ ...demo, assignments: [], landings: [] });
      const { good, bad } = parseProgrammed(bare, controller, text);
      expect(bad).toEqual([]);
      let n = 0;
      const done = apply(
        bare.rig,
        programmedEdit(bare, good, '2026-01-01T00:00:00.000Z', () => `p${++n}`),
      );
      if (!done.ok) throw new Error(JSON.stringify(done.error));
      const key = (a: (typeof demo.assignments)[number]) =>
        JSON.stringify([
          a.controlId,
          a.bank,
          a.gesture,
          a.actions.map((x) => (x.type === 'send' ? [x.message, x.behaviour] : x)),
        ]);
      const mine = demo.assignments.filter((a) => index.controls.get(a.controlId)?.controllerId === controller.id).map(key);
      for (const a of done.value.assignments) expect(mine).toContain(key(a));
      expect(new Set(done.value.assignments.map(key)).size + losses.length).toBeGreaterThanOrEqual(new Set(mine).size);
    }
  });
  it('cells survive the clipboard, with tabs and line ends in them', () => {
    const cells = [
      ['a\tb', 'c\nd', '"e"'],
      ['', '-5', '=x'],
    ];
    expect(readCells(writeCells(cells))).toEqual(cells);
  });
});

describe('name documents (their form is from memory)', () => {
  it('controls and notes survive being written and read, for every target of the demo', () => {
    for (const target of demo.targets) {
      const { text } = writeMidnam(index, target);
      const done = parseMidnam(text);
      if (!done.ok) throw new Error(JSON.stringify(done.error));
      const wanted = (index.parametersOf.get(target.id) ?? []).flatMap((p) =>
        (index.landingsOf.get(p.id) ?? [])
          .filter((l) => ['cc', 'cc14', 'note', 'rpn', 'nrpn'].includes(l.address.type))
          .map((l) => `${p.name} ${JSON.stringify(l.address)}`),
      );
      expect(done.value.names.map((n) => `${n.name} ${JSON.stringify(n.message)}`).sort()).toEqual(wanted.sort());
      expect(done.value.device).toContain(target.name);
    }
  });
  it('names with every character that XML minds come back', () => {
    const rig = withFunctions(smallRig([parameter('a', { name: `<A & "B">'\tü 😀` })]), [], [landing('a')]);
    const done = parseMidnam(writeMidnam(indexRig(rig), only(rig.targets)).text);
    expect(done.ok && done.value.names[0]?.name).toBe(`<A & "B">'\tü 😀`);
  });
  it('accepts a DOCTYPE and never follows it; refuses entities, bombs and depth', () => {
    const list =
      '<MIDINameDocument><ControlNameList Name="C"><Control Type="7bit" Number="7" Name="Volume"/><Control Type="14bit" Number="1" Name="Fine"/></ControlNameList></MIDINameDocument>';
    const withType = `<?xml version="1.0"?><!DOCTYPE MIDINameDocument SYSTEM "file:///etc/passwd">${list}`;
    expect(parseMidnam(withType)).toMatchObject({
      ok: true,
      value: { names: [{ name: 'Volume', message: { type: 'cc', number: 7, channel: 1 } }, { message: { type: 'cc14' } }] },
    });
    const bomb = `<!DOCTYPE x [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;">]><MIDINameDocument>&b;</MIDINameDocument>`;
    expect(parseMidnam(bomb)).toMatchObject({ ok: false, error: [{ problem: { code: 'own-entities' } }] });
    const deep = `<MIDINameDocument>${'<a>'.repeat(60)}${'</a>'.repeat(60)}</MIDINameDocument>`;
    expect(parseMidnam(deep)).toMatchObject({ ok: false, error: [{ problem: { code: 'too-deep', levels: 50 } }] });
    expect(parseMidnam('<other/>').ok).toBe(false);
    expect(parseMidnam('<MIDINameDocument><a></MIDINameDocument>').ok).toBe(false);
  });
  it('leaves out what is no control, and says so', () => {
    const text =
      '<MIDINameDocument><ControlNameList Name="C"><Control Type="7bit" Number="900" Name="Far"/><Control Type="odd" Number="1" Name="Odd"/></ControlNameList><PatchNameList Name="Pads"/></MIDINameDocument>';
    const done = parseMidnam(text);
    expect(done.ok && done.value.names).toEqual([]);
    expect(done.ok && done.value.left).toHaveLength(3);
  });
});

describe('MIDI files of a rig, read by an independent library (midi-file)', () => {
  it('the set-up file names every parameter that it sets, and all others with why not', () => {
    const { bytes, done, left } = setUpFile(index);
    const [track] = parseMidi(bytes).tracks;
    const markers = (track ?? []).filter((e) => e.type === 'marker').map((e) => ('text' in e ? String(e.text) : ''));
    expect(markers).toHaveLength(done);
    expect(done + left.length).toBe(demo.parameters.length);
    expect(done).toBeGreaterThan(10);
    expect(left.every((l) => ['not-heard', 'no-state', 'not-reached'].includes(l.code))).toBe(true);
  });
  /** What the set-up file of a rig leaves each parameter at that it names, from the other end of its range: played by its first controller. */
  function afterSetUp(rig: Rig): readonly { readonly parameter: Parameter; readonly value: number }[] {
    const at = indexRig(rig);
    const { bytes } = setUpFile(at);
    const [track] = parseMidi(bytes).tracks;
    const named = new Set((track ?? []).flatMap((e) => (e.type === 'marker' ? [String(e.text).replace(/ = [^=]*$/, '')] : [])));
    const chain = wholeChain(at, new Set());
    const away = chain.targets.parameters.map((x) => (x.start - x.lowest > x.highest - x.start ? x.lowest : x.highest));
    const words = readSmf(bytes, noSysex);
    if (!words.ok) throw new Error('not read');
    const on = rig.controllers[0]?.id ?? '';
    const events = words.value.messages.map(({ atMs, word }) => ({ do: 'words' as const, atMs, on, words: [word] }));
    const { state } = run(chain, startChain(chain, { bank: 1, page: 1 }, away), events, {
      timing: null,
      full: false,
      until: Number.MAX_VALUE,
    });
    return chain.targets.parameters.flatMap((parameter, slot) => {
      const name = `${at.targets.get(parameter.targetId)?.name}: ${parameter.name}`;
      return named.has(name) ? [{ parameter, value: state.targets.values[slot] ?? Number.NaN }] : [];
    });
  }
  it('is played by the receiver: everything that the set-up file names stands at its start, a preset that puts it elsewhere or not', () => {
    const sound = parameter('sound', { order: 9, kind: 'stepped', highest: 1, steps: ['Dark', 'Bright'], start: 1 });
    const echo = parameter('echo', { order: 1, start: 0 });
    const bright = { id: 'b', order: 1, parameterId: 'sound', step: 1, stored: true, entered: null, note: '' };
    for (const preset of [
      { ...bright, rest: 'stays' as const, values: [{ parameterId: 'echo', value: 1 }] },
      { ...bright, rest: 'unknown' as const, values: [] },
    ]) {
      const rig = withFunctions(
        { ...smallRig([echo, sound]), presets: [preset] },
        [],
        [landing('echo', { address: cc(20) }), landing('sound', { address: program(4), mode: 'preset', setValue: 1 })],
      );
      expect(afterSetUp(rig).map(({ parameter: p, value }) => [p.id, value])).toEqual([
        ['echo', 0],
        ['sound', 1],
      ]);
      const empty = { ...rig, presets: [{ ...preset, stored: false }] };
      expect(setUpFile(indexRig(empty)).left.map((l) => l.code)).toEqual(['not-reached']);
    }
    const clean = { ...demo, assignments: [], layers: [] };
    const mine = clean.landings.filter(
      (l) => l.hostLayerId === null && clean.landings.filter((o) => addressKey(o.address) === addressKey(l.address)).length === 1,
    );
    const told = afterSetUp({ ...clean, landings: mine });
    expect(told.length).toBeGreaterThan(10);
    for (const { parameter: p, value } of told)
      expect([p.name, Math.abs(value - p.start) <= (p.highest - p.lowest) / 100 + 1e-9]).toEqual([p.name, true]);
  });
  it('the test file plays each function once under its own marker, and nothing that is dangerous to fire', () => {
    const { bytes, done, left } = testFile(index);
    const [track] = parseMidi(bytes).tracks;
    const events = track ?? [];
    const markers = events.flatMap((e, i) => (e.type === 'marker' ? [i] : []));
    expect(markers).toHaveLength(done);
    expect(done + left.length).toBe(demo.assignments.length);
    markers.forEach((at, i) => {
      const next = events.slice(at + 1, markers[i + 1] ?? events.length - 1);
      expect(next.length).toBeGreaterThan(0);
    });
    const all = testFile(index, 'played');
    expect(all.done).toBeGreaterThanOrEqual(done);
    expect(all.left.some((l) => l.code === 'dangerous')).toBe(false);
  });
});

describe('SysEx files', () => {
  it('survive being written and read', () => {
    const messages = [[0x7d, 1, 2], [0x7e], [0x7d, 1, 2]];
    const done = readSyx(writeSyx(messages), noSysex);
    if (!done.ok) throw new Error(fileProblemWords(done.error));
    expect(done.value.messages.map((m) => done.value.sysex.bytes[sysexSlot(m.word)])).toEqual(messages);
    expect(done.value.messages.map((m) => m.atMs)).toEqual([0, 50, 100]);
  });
  it('say at which byte they are wrong', () => {
    expect(readSyx(Uint8Array.from([0xf0, 1, 0xf7, 0x90]), noSysex)).toMatchObject({
      ok: false,
      error: { code: 'no-sysex', byte: 4 },
    });
    expect(readSyx(Uint8Array.from([0xf0, 1]), noSysex)).toMatchObject({
      ok: false,
      error: { code: 'sysex-open', byte: 1 },
    });
    expect(readSyx(Uint8Array.from([0xf0, 1, 0x90, 0xf7]), noSysex)).toMatchObject({
      ok: false,
      error: { code: 'sysex-broken', byte: 3 },
    });
    expect(readSyx(new Uint8Array(), noSysex).ok).toBe(false);
  });
});

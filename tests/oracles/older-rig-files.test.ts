// Rig files as the last commit of each version wrote them: read whole, and written as files of today.
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { parseFile, parseRig, writeRig } from '@/core/formats';
import { type Assignment, alternates, indexRig, type Landing, modifiersOf, type Rig, stands, standsOf } from '@/core/rig';
import { countToEnter, makeSheet } from '@/core/sheets';

const file = (version: number): string =>
  gunzipSync(readFileSync(resolve(import.meta.dirname, `../fixtures/rigs/version-${version}.json.gz`))).toString();
const read = (text: string): Rig => {
  const rig = parseRig(text);
  if (!rig.ok) throw new Error(JSON.stringify(rig.error));
  return rig.value;
};
type Rows = Record<string, unknown>[];
/** Fields that came with a version of the form. */
const came: readonly { readonly with: number; readonly table: string; readonly fields: readonly string[] }[] = [
  { with: 5, table: 'assignments', fields: ['wants'] },
  { with: 6, table: 'layers', fields: ['entered'] },
  { with: 7, table: 'assignments', fields: ['colourOff', 'lightBy'] },
  { with: 7, table: 'layers', fields: ['blinks'] },
  { with: 8, table: 'counters', fields: ['firstPress'] },
  { with: 10, table: 'layers', fields: ['alsoOpenedBy', 'together', 'signalBy'] },
  { with: 11, table: 'landings', fields: ['chosenBy'] },
  { with: 12, table: 'controllers', fields: ['setUp'] },
  { with: 12, table: 'targets', fields: ['setUp'] },
  { with: 13, table: 'parameters', fields: ['atEnd', 'needsFront'] },
  { with: 14, table: 'landings', fields: ['given'] },
  { with: 16, table: 'controls', fields: ['port', 'polarity'] },
  { with: 19, table: 'controllers', fields: ['form'] },
  { with: 19, table: 'targets', fields: ['channelBanks', 'form'] },
  { with: 19, table: 'parameters', fields: ['drives', 'entered', 'states', 'launch', 'whileWaiting'] },
  { with: 19, table: 'landings', fields: ['by', 'scope', 'conditions', 'settings'] },
  { with: 19, table: 'controls', fields: ['springsTo', 'strike', 'aftertouch'] },
  { with: 20, table: 'wires', fields: ['translator'] },
  { with: 21, table: 'landings', fields: ['channels'] },
  { with: 24, table: 'layers', fields: ['alsoSignals'] },
  { with: 25, table: 'controllers', fields: ['clock'] },
  { with: 25, table: 'wires', fields: ['entered'] },
];
const without = (rows: Rows, fields: readonly string[]): Rows =>
  rows.map((row) => Object.fromEntries(Object.entries(row).filter(([field]) => !fields.includes(field))));

/** The rows of a file with ticks that keep a time alone: their facts are told when it is read. */
function untold(was: Record<string, Rows>, rig: Rig): Rig {
  const old = new Set(
    [...(was.assignments ?? []), ...(was.landings ?? [])].flatMap(({ id, entered }) =>
      typeof entered === 'object' && entered !== null && !('facts' in entered) ? [id] : [],
    ),
  );
  const time = <T extends Assignment | Landing>(row: T): T => {
    if (!old.has(row.id) || row.entered === null) return row;
    const { facts, ...rest } = row.entered;
    expect(facts).toBeDefined();
    return { ...row, entered: rest };
  };
  return { ...rig, assignments: rig.assignments.map(time), landings: rig.landings.map(time) };
}

/** A rig as an older version would have written it: what came later taken off. */
function asOf(version: number, rig: Rig): Record<string, unknown> {
  let file: Record<string, unknown> = { ...JSON.parse(writeRig(rig)), formatVersion: version };
  for (const { with: since, table, fields } of came)
    if (since > version) file = { ...file, [table]: without(file[table] as Rows, fields) };
  if (version < 22) {
    const { sets: _since22, ...rest } = file;
    file = rest;
  }
  if (version < 15) {
    const { groups: _groups, arrivals: _arrivals, ...rest } = file;
    file = rest;
  }
  if (version < 13) {
    const { presets: _since13, ...rest } = file;
    file = rest;
  }
  return file;
}

describe('a rig file', () => {
  it('of version 4: what is wanted is assumed, and all else is as it was', () => {
    const was = JSON.parse(file(4));
    expect(was.formatVersion).toBe(4);
    const rig = read(file(4));
    expect(rig.assignments.flatMap((a) => a.wants)).toEqual([]);
    expect(asOf(4, untold(was, rig))).toEqual(was);
  });
  it('of version 5: every tick stands and says what the file says, and what its sheet never showed is new on the sheet', () => {
    const was = JSON.parse(file(5));
    expect(was.formatVersion).toBe(5);
    const rig = read(file(5));
    expect(asOf(5, untold(was, rig))).toEqual(was);
    const index = indexRig(rig);
    const ticked = [...rig.assignments, ...rig.landings].filter((r) => r.entered !== null);
    expect(ticked.length).toBeGreaterThan(50);
    expect(ticked.filter((r) => !stands(index, r))).toEqual([]);
    // Its layers had no line to tick.
    const open = [...rig.assignments, ...rig.landings].filter((r) => r.entered === null).length;
    expect(countToEnter(index)).toBe(open + rig.layers.length);
    const lines = makeSheet(index).controllers.flatMap((c) => c.lines);
    expect(lines.every((l) => l.fresh.every((f) => f !== 'number' && f !== 'channel'))).toBe(true);
  });
  it.each([
    [6, 'lights are steady and as their controller does it'],
    [7, 'counters move on at the first press'],
    [8, 'every action is done on every press'],
    [9, 'every layer has one modifier and a signal of its own'],
    [10, 'every landing acts on every press'],
    [11, 'nothing is to be done before or after'],
    [12, 'no preset holds anything'],
    [13, 'every landing is entered by hand'],
    [14, 'no switch releases another, and arriving does nothing'],
    [15, 'everything goes out of every port, and every switch is the right way round'],
    [16, 'no counter gives a note its number'],
    [17, 'nobody said who flips what goes on and off'],
    [18, 'nothing goes on inside a target by itself'],
  ])('of version %i: %s, and every tick stands', (version) => {
    const was = JSON.parse(file(version));
    expect(was.formatVersion).toBe(version);
    const rig = read(file(version));
    expect(asOf(version, untold(was, rig))).toEqual(was);
    const index = indexRig(rig);
    expect(rig.preferences.toggles).toBeUndefined();
    expect(rig.presets.length > 0).toBe(version >= 13);
    expect(rig.landings.some((l) => l.given !== null)).toBe(version >= 14);
    expect([rig.groups, rig.arrivals]).toEqual([[], []]);
    expect(rig.parameters.some((p) => p.drives.length > 0 || p.states !== null || p.launch !== 'target')).toBe(false);
    expect(rig.landings.some((l) => l.by !== 1 || l.scope !== 'target' || l.conditions.length > 0)).toBe(false);
    for (const row of [...rig.assignments, ...rig.landings, ...rig.layers])
      expect([row.id, stands(index, row)]).toEqual([row.id, row.entered !== null]);
    if (version < 9) expect(rig.assignments.some((a) => alternates(a.actions))).toBe(false);
    if (version < 10) expect(rig.layers.every((l) => modifiersOf(l).length <= 1 && l.signalBy === 'added')).toBe(true);
  });
  it('of version 19: every wire is a plain cable, and every tick stands', () => {
    const was = JSON.parse(file(19));
    expect(was.formatVersion).toBe(19);
    const rig = read(file(19));
    expect(asOf(19, untold(was, rig))).toEqual(was);
    const index = indexRig(rig);
    expect(rig.wires.length).toBeGreaterThan(2);
    expect(rig.wires.every((w) => w.translator === null)).toBe(true);
    for (const row of [...rig.assignments, ...rig.landings, ...rig.layers])
      expect([row.id, stands(index, row)]).toEqual([row.id, row.entered !== null]);
  });
});

describe('a rig file of a later version', () => {
  it('of version 20: every landing hears on its own channel, and every tick stands', () => {
    const was = JSON.parse(file(20));
    expect(was.formatVersion).toBe(20);
    const rig = read(file(20));
    expect(asOf(20, untold(was, rig))).toEqual(was);
    const index = indexRig(rig);
    expect(rig.landings.length).toBeGreaterThan(20);
    expect(rig.landings.every((l) => l.channels === 'one')).toBe(true);
    for (const row of [...rig.assignments, ...rig.landings, ...rig.layers])
      expect([row.id, stands(index, row)]).toEqual([row.id, row.entered !== null]);
  });
});

describe('a rig file of version 21', () => {
  it('has no sets; its sections stand in the banks that they name', () => {
    const was = JSON.parse(file(21));
    expect(was.formatVersion).toBe(21);
    const rig = read(file(21));
    expect(asOf(21, untold(was, rig))).toEqual(was);
    expect(rig.sets).toEqual([]);
    const sections = rig.songs.flatMap((s) => s.sections);
    expect(sections.filter((s) => s.bank !== null).length).toBeGreaterThan(3);
    const [first] = rig.controllers.filter((c) => c.firmware.banks > 1);
    for (const section of sections)
      expect(standsOf(rig, section)).toEqual(
        section.bank === null ? [] : [{ controllerId: first?.id, bank: section.bank, page: null, layerIds: null }],
      );
  });
});

const library = (name: string, version: number): string =>
  readFileSync(resolve(import.meta.dirname, `../fixtures/library/${name}-version-${version}.json`), 'utf8');

describe('a file of the library of version 10', () => {
  it('a template: is read whole, and sends no clock', () => {
    const was = JSON.parse(library('template', 10));
    expect(was.formatVersion).toBe(10);
    const items = parseFile(library('template', 10));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    const [item] = items.value;
    expect(item?.rig.controllers[0]?.firmware).toEqual(was.template.firmware);
    expect(item?.rig.controls).toHaveLength(was.template.panel.controls.length);
    expect(item?.rig.controllers[0]?.clock).toBeNull();
  });
});

describe('a file of the library of version 9', () => {
  it('a template: is read whole, and its encoders say where they stand', () => {
    const was = JSON.parse(library('template', 9));
    expect(was.formatVersion).toBe(9);
    const items = parseFile(library('template', 9));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    const [item] = items.value;
    expect(item?.rig.controllers[0]?.firmware).toEqual(was.template.firmware);
    expect(item?.rig.controls.map((c) => c.factory)).toEqual(
      was.template.panel.controls.map((c: { factory: unknown }) => c.factory),
    );
    expect(item?.rig.controls.flatMap((c) => c.factory.filter((f) => f.clicks ?? f.back))).toEqual([]);
  });
});

describe('a file of the library of version 7', () => {
  it('a profile: is read whole, and its numbers are heard on their own channels', () => {
    const was = JSON.parse(library('profile', 7));
    expect(was.formatVersion).toBe(7);
    const items = parseFile(library('profile', 7));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    const [item] = items.value;
    expect(item?.rig.targets[0]?.reception).toEqual(was.profile.reception);
    expect(item?.rig.landings.map((l) => [l.address, l.channels])).toEqual(
      was.profile.numbers.map((n: { address: unknown }) => [n.address, 'one']),
    );
    expect(item?.rig.landings.length).toBeGreaterThan(0);
  });
  it('a template: is read whole', () => {
    const was = JSON.parse(library('template', 7));
    expect(was.formatVersion).toBe(7);
    const items = parseFile(library('template', 7));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    expect(items.value[0]?.rig.controllers[0]?.firmware).toEqual(was.template.firmware);
  });
});

describe('a file of the library of version 6', () => {
  it('a profile: is read whole, and nothing goes on inside of it by itself', () => {
    const was = JSON.parse(library('profile', 6));
    expect(was.formatVersion).toBe(6);
    const items = parseFile(library('profile', 6));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    const [item] = items.value;
    const [unit] = item?.rig.targets ?? [];
    expect(unit?.reception).toEqual(was.profile.reception);
    expect([unit?.channelBanks, unit?.form]).toEqual([[], null]);
    expect(item?.rig.parameters.map((p) => [p.name, p.start, p.drives, p.states])).toEqual(
      was.profile.parameters.map((p: { name: string; start: number }) => [p.name, p.start, [], null]),
    );
    expect(item?.rig.landings).toHaveLength(was.profile.numbers.length);
  });
  it('a template: is read whole', () => {
    const was = JSON.parse(library('template', 6));
    expect(was.formatVersion).toBe(6);
    const items = parseFile(library('template', 6));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    expect(items.value[0]?.rig.controls).toHaveLength(was.template.panel.controls.length);
  });
});

describe('a file of the library of version 5', () => {
  it('a template: is read whole, no switch releases another, and nothing is done on arriving', () => {
    const was = JSON.parse(library('template', 5));
    expect(was.formatVersion).toBe(5);
    const items = parseFile(library('template', 5));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    const [item] = items.value;
    expect(item?.rig.controls).toHaveLength(was.template.panel.controls.length);
    expect(item?.rig.counters).toHaveLength(was.template.counters.length);
    expect([item?.rig.groups, item?.rig.arrivals]).toEqual([[], []]);
  });
});

describe('a file of the library of version 4', () => {
  it('a template: is read whole, goes out of every port, and its switches are the right way round', () => {
    const was = JSON.parse(library('template', 4));
    expect(was.formatVersion).toBe(4);
    const items = parseFile(library('template', 4));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    const [item] = items.value;
    expect(item?.rig.controllers[0]?.firmware).toEqual(was.template.firmware);
    const panel = item?.rig.controls.map(
      ({ id: _id, order: _order, controllerId: _unit, origin: _own, port, polarity, springsTo, strike, aftertouch, ...c }) => {
        expect([port, polarity, springsTo, strike, aftertouch]).toEqual(['', 'usual', null, null, 'moved']);
        return c;
      },
    );
    const printed = was.template.panel.controls.map(({ origin: _own, ...c }: { origin: string }) => c);
    expect(panel).toEqual(printed);
  });
});

describe('a file of the library of version 3', () => {
  it('a template: is read whole, and says nothing of where it starts and what it saves', () => {
    const was = JSON.parse(library('template', 3));
    expect(was.formatVersion).toBe(3);
    const items = parseFile(library('template', 3));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    const [unit] = items.value[0]?.rig.controllers ?? [];
    expect(unit?.firmware).toEqual(was.template.firmware);
    expect([unit?.firmware.startsAt, unit?.firmware.saves]).toEqual([undefined, undefined]);
    expect(unit?.setUp).toEqual({ before: ['Unplug it.'], after: [] });
  });
  it('a profile: is read whole, with its presets and its numbers', () => {
    const was = JSON.parse(library('profile', 3));
    expect(was.formatVersion).toBe(3);
    const items = parseFile(library('profile', 3));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    const [item] = items.value;
    expect(item?.rig.parameters.map((p) => p.name)).toEqual(was.profile.parameters.map((p: { name: string }) => p.name));
    expect(item?.rig.presets).toHaveLength(was.profile.presets.length);
    expect(item?.rig.landings.filter((l) => l.given !== null)).toHaveLength(was.profile.numbers.length);
  });
});

describe('a file of the library of version 2', () => {
  it.each(['profile', 'template'])('%s: is read whole, and no preset holds anything', (name) => {
    const was = JSON.parse(library(name, 2));
    expect(was.formatVersion).toBe(2);
    const items = parseFile(library(name, 2));
    if (!items.ok) throw new Error(JSON.stringify(items.error));
    const [item] = items.value;
    expect(item?.name).toBe(was[name].name);
    expect(item?.rig.parameters.map((p) => p.name)).toEqual((was[name].parameters ?? []).map((p: { name: string }) => p.name));
    expect(item?.rig.presets).toEqual([]);
    expect(item?.rig.controls).toHaveLength(was[name].panel?.controls.length ?? 0);
  });
});

describe('a rig file of version 22', () => {
  it('is as it was: no bank of channels moves over its rows, no encoder has a message for each way', () => {
    const was = JSON.parse(file(22));
    expect(was.formatVersion).toBe(22);
    const rig = read(file(22));
    expect(asOf(22, untold(was, rig))).toEqual(was);
    expect(rig.targets.flatMap((t) => t.channelBanks).filter((b) => b.rows || b.toSelected)).toEqual([]);
    const sends = rig.assignments.flatMap((a) => a.actions).filter((a) => a.type === 'send');
    expect(sends.length).toBeGreaterThan(20);
    expect(sends.filter((s) => s.type === 'send' && s.behaviour.type === 'click')).toEqual([]);
  });
});

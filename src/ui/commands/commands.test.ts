// The palette finds everything by its own words, and no key means two things at once.
import { describe, expect, it } from 'vitest';
import { judge } from '@/core/checks';
import { lanternHour } from '@/demo/lantern-hour';
import { entriesOf } from './entries';
import { named } from './rank';
import { commandIds, commandOf } from './table';

const judgement = judge(lanternHour());
const things = entriesOf(judgement.index, new Map(judgement.findings)).map((e) => ({ ...e, also: e.detail }));
const tasks = commandIds.map((id) => ({ kind: 'command', key: id, name: commandOf(id).label, also: commandOf(id).also ?? '' }));
const all = [...things, ...tasks];

describe('the palette', () => {
  it.each([
    ['fre', 'Freeze', 'function'],
    ['freeze', 'Freeze', 'function'],
    ['wir', 'Wiring', 'command'],
    ['calib', 'Calibrate a pedal or fader', 'command'],
  ])('“%s” finds %s first', (typed, name, kind) => {
    expect(named(all, typed, 10)[0]).toMatchObject({ name, kind });
  });
  it('finds each function, parameter, layer, bank, finding, control and screen by its own name, before anything of another name', () => {
    expect(new Set(things.map((t) => t.kind))).toEqual(
      new Set(['function', 'parameter', 'layer', 'bank', 'finding', 'control', 'controller', 'target']),
    );
    for (const one of all) {
      const [first, ...rest] = named(all, one.name, all.length);
      expect(first?.name.toLowerCase(), one.name).toBe(one.name.toLowerCase());
      expect(
        [first, ...rest].some((f) => f?.key === one.key),
        one.key,
      ).toBe(true);
    }
  });
  it('finds by other words too, after everything that is called so', () => {
    const rows = [
      { name: 'Size', also: 'Size Quarry Hall' },
      { name: 'Hall light', also: 'Hall light Lamps' },
      { name: 'Echo', also: 'Echo Lamp amp' },
    ];
    expect(named(rows, 'Size Quarry', 10).map((r) => r.name)).toEqual(['Size']);
    expect(named(rows, 'hall', 10).map((r) => r.name)).toEqual(['Hall light', 'Size']);
    expect(named(rows, 'hall', 1).map((r) => r.name)).toEqual(['Hall light']);
    expect(named(rows, 'eo', 10)).toEqual([]);
  });
  it('leads to a page of the rig that is open', () => {
    for (const { href, key } of things) expect(href, key).toMatch(/^\/rigs\/[\w-]+\/(map|checks|gear)\?/);
  });
  it('has no key twice', () => {
    expect(new Set(all.map((e) => e.key)).size).toBe(all.length);
  });
});

it('a key means one thing where it works, and nothing else than everywhere', () => {
  const taken = new Map<string, string>();
  for (const id of commandIds) {
    const { keys, when } = commandOf(id);
    for (const key of keys === null ? [] : 'page' in keys ? keys.page : keys.focus) {
      // One screen of the proof is open at a time: Space records in Calibrate, and nothing else there uses it.
      expect(taken.get(`${when} ${key}`), `${id}: ${key}`).toBeUndefined();
      if (when !== 'anywhere') expect(taken.get(`anywhere ${key}`), `${id}: ${key}`).toBeUndefined();
      taken.set(`${when} ${key}`, id);
    }
  }
});

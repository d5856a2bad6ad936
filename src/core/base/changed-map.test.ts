import * as fc from 'fast-check';
import { expect, it } from 'vitest';
import { type ChangedMap, changedMap } from './changed-map';

it('holds what a plain map holds after the same changes, and leaves the maps before as they were', () => {
  const changes = fc.array(fc.array(fc.tuple(fc.string({ maxLength: 4 }), fc.option(fc.nat(), { nil: null }))), { maxLength: 6 });
  fc.assert(
    fc.property(changes, (steps) => {
      const plain = new Map<string, number>();
      const kept: [ChangedMap<string, number>, string][] = [];
      const seen = (map: Iterable<[string, number]>): string => JSON.stringify([...map].sort());
      let map: ChangedMap<string, number> | undefined;
      for (const step of steps) {
        const last = new Map(step);
        map = changedMap(map, last);
        for (const [key, value] of last) {
          if (value === null) plain.delete(key);
          else plain.set(key, value);
        }
        expect(seen(map)).toBe(seen(plain));
        expect(map.size).toBe(plain.size);
        for (const key of last.keys()) expect([map.get(key), map.has(key)]).toEqual([plain.get(key), plain.has(key)]);
        expect([...map.values()].sort()).toEqual([...plain.values()].sort());
        expect([...map.keys()].sort()).toEqual([...plain.keys()].sort());
        kept.push([map, seen(map)]);
      }
      for (const [before, was] of kept) expect(seen(before)).toBe(was);
    }),
  );
});

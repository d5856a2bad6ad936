import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { richRig, someRichRig } from '../../../tests/kit/rich-rig';
import { fromColumns, toColumns } from '../base';
import { emptyRig } from '../rig';
import { handedOver, openedFrom } from './handed';
import type { Opened } from './state';

const openedOf = (rig: Opened['confirmed']['rig']): Opened => ({
  epoch: 'e',
  confirmed: { rig, version: 7, newest: 'n' },
  past: [{ id: 'p', label: 'Rename', edit: null, neverSent: false }],
  future: [],
});

describe('a rig handed over', () => {
  it('comes back as it was, whatever is in it', () => {
    fc.assert(
      fc.property(someRichRig, (given) => {
        const rig = richRig(given);
        expect(openedFrom(handedOver(openedOf(rig)))).toEqual(openedOf(rig));
      }),
      { numRuns: 60 },
    );
  });

  it('comes back with nothing in it', () => {
    const rig = emptyRig('r', 'Nothing yet');
    expect(openedFrom(handedOver(openedOf(rig)))).toEqual(openedOf(rig));
  });
});

describe('rows as columns', () => {
  it('are the same rows again: null, nested and like cells, one row and many', () => {
    const cell = fc.jsonValue({ maxDepth: 2 });
    fc.assert(
      fc.property(
        fc.array(fc.record({ id: fc.string(), a: cell, b: fc.constant({ c: [1, null] }) }), { minLength: 1 }),
        (rows) => {
          const made = toColumns(rows);
          expect(made && fromColumns(JSON.parse(JSON.stringify(made)))).toEqual(JSON.parse(JSON.stringify(rows)));
        },
      ),
    );
  });

  it('name a field once, and send a cell that all share once', () => {
    const rows = Array.from({ length: 50 }, (_, n) => ({ id: n, bank: null, gesture: { type: 'press' } }));
    expect(toColumns(rows)).toEqual({
      rows: 50,
      columns: [
        ['id', rows.map((r) => r.id)],
        ['bank', [null]],
        ['gesture', [{ type: 'press' }]],
      ],
    });
  });

  it('are not made of rows with other fields, nor of none', () => {
    expect(toColumns([{ a: 1 }, { a: 1, b: 2 }])).toBeNull();
    expect(toColumns([{ a: 1 }, { b: 1 }])).toBeNull();
    expect(toColumns([])).toBeNull();
  });
});

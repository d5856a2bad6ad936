// Which column of a table is what: whatever they are called and however they stand, a table that is told so reads as the one that this program writes.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lanternHour } from '../../demo/lantern-hour';
import { parameterColumns, parametersHead, parseParameters, writeParameters } from './index';

const [target] = lanternHour().targets;
const written = writeParameters(
  lanternHour()
    .parameters.filter((p) => p.targetId === target?.id)
    .map(({ id: _id, order: _order, targetId: _target, drives: _d, entered: _e, ...p }) => ({ ...p, evidence: [], origin: '' })),
  'tsv',
).text;
const [, ...lines] = written.trim().split('\n');
const cells = lines.map((l) => l.split('\t'));
const usual = parseParameters(written);

describe('columns that are chosen', () => {
  it('read the same however they stand, whatever stands above them, with others between', () => {
    const places = fc.shuffledSubarray([...parameterColumns, null, null], { minLength: 16 });
    const heading = fc.constantFrom('Wert', 'A', '1', '', 'kind of', 'Untergrenze', '=x');
    fc.assert(
      fc.property(places, fc.array(heading, { minLength: 16, maxLength: 16 }), fc.boolean(), (columns, heads, headed) => {
        const table = cells.map((row) =>
          columns.map((c) => (c === null ? 'x' : (row[parameterColumns.indexOf(c)] ?? ''))).join('\t'),
        );
        const text = [...(headed ? [heads.join('\t')] : []), ...table].join('\n');
        const read = parseParameters(text, undefined, undefined, { columns, headed });
        expect(read.good).toEqual(usual.good);
        expect(read.bad).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
  it('name the line of the text that is wrong, with headings and without', () => {
    const of = (text: string, headed: boolean): readonly number[] =>
      parseParameters(text, undefined, undefined, { columns: [null, 'name', 'range'], headed }).bad.map((b) => b.line);
    expect(of('#,Wert,Von bis\n1,Mix,0..1\n2,Low,oops', true)).toEqual([3]);
    expect(of('1,Mix,0..1\n2,Low,oops', false)).toEqual([2]);
  });
  it('take the ends of a range from columns of their own', () => {
    const read = parseParameters('name,min,max,unit\nDecay,0.3,30,s\nPan,-50,50,');
    expect(read.good.map((p) => [p.name, p.lowest, p.highest])).toEqual([
      ['Decay', 0.3, 30],
      ['Pan', -50, 50],
    ]);
    expect(read.given).toEqual(expect.arrayContaining(['lowest', 'highest']));
    expect(parseParameters('name,min,max\nDecay,0.3,').bad).toHaveLength(1);
  });
  it('are shown as they would be read', () => {
    expect(parametersHead('name;max\nMix;1')).toEqual({
      headed: true,
      likely: false,
      columns: [
        { first: 'name', second: 'Mix', named: 'name', placed: 'name' },
        { first: 'max', second: '1', named: 'highest', placed: 'kind' },
      ],
    });
    expect(parametersHead('Wert\tAnfang\nMix\t1')).toMatchObject({ headed: false, likely: true });
    expect(parametersHead('Mix,toggle\nDecay,continuous,0..1')).toMatchObject({ headed: false, likely: false });
    expect(parametersHead('').columns).toEqual([]);
  });
});

// Which column of a table is what: whatever they are called and however they stand, a table that is told so reads as the one that this program writes.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lanternHour } from '../../demo/lantern-hour';
import { indexRig } from '../rig';
import {
  parameterColumns,
  parametersHead,
  parseParameters,
  parsePresets,
  parseProgrammed,
  presetColumns,
  presetsHead,
  programmedColumns,
  programmedHead,
  writeParameters,
  writePresets,
  writeProgrammed,
} from './index';

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

/** A table whose columns stand otherwise, under other headings or none. */
function otherwise(table: string, from: readonly string[], columns: readonly (string | null)[], heads: readonly string[] | null) {
  const rows = table
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => line.split('\t'));
  const moved = rows.map((row) => columns.map((c) => (c === null ? 'x' : (row[from.indexOf(c)] ?? ''))).join('\t'));
  return [...(heads ? [heads.join('\t')] : []), ...moved].join('\n');
}

describe('columns of what is programmed, and of what presets keep', () => {
  const rig = lanternHour();
  const planned = indexRig(rig);
  const bare = indexRig({ ...rig, assignments: [] });
  const heading = fc.constantFrom('Regler', 'A', '1', '', 'Nr');
  it('read the same however they stand', () => {
    for (const controller of rig.controllers) {
      const { text } = writeProgrammed(planned, controller, 'tsv');
      const usual = parseProgrammed(bare, controller, text);
      expect(usual.good.length).toBeGreaterThan(2);
      const places = fc.shuffledSubarray([...programmedColumns.slice(0, 8), null, null], { minLength: 10 });
      fc.assert(
        fc.property(places, fc.option(fc.array(heading, { minLength: 10, maxLength: 10 })), (columns, heads) => {
          const list = otherwise(text, programmedColumns, columns, heads);
          const read = parseProgrammed(bare, controller, list, { columns, headed: heads !== null });
          expect(read.good).toEqual(usual.good);
          expect(read.bad.map((b) => b.reason)).toEqual(usual.bad.map((b) => b.reason));
        }),
        { numRuns: 20 },
      );
    }
    const chooser = rig.parameters.find((p) => rig.presets.some((x) => x.parameterId === p.id));
    if (!chooser) throw new Error('the demo has presets');
    const kept = writePresets(planned, chooser).replaceAll(',', '\t');
    const usual = parsePresets(kept, planned, chooser);
    expect(usual.lines).toBeGreaterThan(0);
    const places = fc.shuffledSubarray([...presetColumns, null, null], { minLength: 5 });
    fc.assert(
      fc.property(places, fc.option(fc.array(heading, { minLength: 5, maxLength: 5 })), (columns, heads) => {
        const read = parsePresets(otherwise(kept, presetColumns, columns, heads), planned, chooser, {
          columns,
          headed: heads !== null,
        });
        expect(read.good).toEqual(usual.good);
      }),
      { numRuns: 20 },
    );
  });
  it('take the ends of the values from columns of their own', () => {
    const [controller] = rig.controllers;
    if (!controller) throw new Error('the demo has controllers');
    const read = parseProgrammed(
      bare,
      controller,
      'control,number,channel,min,max\nFS 1,20,5,3,99\nEx 1,11,5,10,90\nEx 2,12,5,4,',
    );
    expect(read.bad).toEqual([]);
    expect(read.good.map((l) => l.action.type === 'send' && l.action.behaviour)).toEqual([
      { type: 'momentary', down: 99, up: 3 },
      { type: 'range', from: 10, to: 90, curve: { type: 'linear' } },
      { type: 'range', from: 0, to: 127, curve: { type: 'linear' } },
    ]);
  });
  it('are shown as they would be read', () => {
    expect(programmedHead('Knob;CC;max\nA;1;99').columns.map((c) => c.named)).toEqual(['control', 'number', 'highest']);
    expect(presetsHead('step,parameter,value\nA,Mix,1').columns.map((c) => c.named)).toEqual(['preset', 'parameter', 'value']);
  });
});

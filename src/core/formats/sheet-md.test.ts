// Every line of the sheet is a row with as many cells as its heading, whatever the names hold. Rules: GFM 0.29, section 4.10.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { richRig, someRichRig } from '../../../tests/kit/rich-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { indexRig } from '../rig';
import { isEntered, makeSheet } from '../sheets';
import { cell, writeSheetMarkdown } from './sheet-md';

/** The cells of a row as the specification reads them: split at pipes that no backslash stands before. */
const cellsOf = (line: string): string[] => line.replace(/^\||\|$/g, '').split(/(?<!\\)\|/);
const demo = lanternHour();

describe('the sheet as Markdown', () => {
  it('has every line of the demo once, ticked as it is', () => {
    const sheet = makeSheet(indexRig(demo));
    const text = writeSheetMarkdown(demo.name, sheet);
    const rows = text.split('\n').filter((l) => l.startsWith('| ['));
    const lines = [
      ...sheet.controllers.flatMap((c) => c.lines),
      ...sheet.targets.flatMap((t) => [...t.lines, ...t.clear]),
      ...sheet.translators.flatMap((t) => t.lines),
    ];
    expect(rows).toHaveLength(lines.filter((l) => isEntered(l) !== null).length);
    expect(text).toContain(
      '| [x] | [ ] | FS 1 | Overture · Base | press | Control change | 5 | 102 | alternating 127 / 0 | Murmur Loom: Loom |',
    );
    // Every fact of every line, as it is escaped; the cells of a place hold three.
    for (const line of lines) for (const { text: said } of line.facts) expect(text).toContain(cell(said));
    const open = rows.filter((r) => r.startsWith('| [ ]'));
    expect(open.length).toBe(lines.filter((l) => isEntered(l) === false).length);
  });
  it('leaves out no fact of a rig with everything in it', () => {
    fc.assert(
      fc.property(someRichRig, (given) => {
        const sheet = makeSheet(indexRig(richRig(given)));
        const text = writeSheetMarkdown('rig', sheet);
        for (const { lines } of [...sheet.controllers, ...sheet.targets, ...sheet.translators])
          for (const line of lines) for (const fact of line.facts) expect(text).toContain(cell(fact.text));
      }),
      { numRuns: 30 },
    );
  });
  it('keeps its cells whatever a control is called', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 30, unit: 'grapheme' }), (name) => {
        const rig = { ...demo, controls: demo.controls.map((c) => ({ ...c, name })) };
        for (const block of writeSheetMarkdown(name, makeSheet(indexRig(rig)))
          .trimEnd()
          .split('\n\n')) {
          if (!block.startsWith('| ')) continue;
          const [head, ...rows] = block.split('\n');
          for (const r of rows) expect(cellsOf(r).length).toBe(cellsOf(head ?? '').length);
        }
      }),
      { numRuns: 60 },
    );
  });
  it.each([
    ['a|b', 'a\\|b'],
    ['a\nb', 'a b'],
    ['<img src=x>', '\\<img src=x\\>'],
    ['C#3 *loud*', 'C\\#3 \\*loud\\*'],
    ['end\\', 'end\\\\'],
  ])('%j becomes %j', (given, wanted) => {
    expect(cell(given)).toBe(wanted);
  });
});

// @vitest-environment jsdom
// The table on the screen draws every fact of every line, with a box for each line that can be ticked.
import { cleanup, render } from '@testing-library/react';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { indexRig } from '@/core/rig';
import { controllerColumns, isEntered, makeSheet, targetColumns } from '@/core/sheets';
import { richRig, someRichRig } from '../../../tests/kit/rich-rig';
import { SheetTable } from './sheet-table';

afterEach(cleanup);
const squeezed = (text: string): string => text.replace(/\s+/g, ' ');

describe('the sheet on the screen', () => {
  it('leaves out no fact of a rig with everything in it', () => {
    fc.assert(
      fc.property(someRichRig, (given) => {
        const sheet = makeSheet(indexRig(richRig(given)));
        const units = [
          ...sheet.controllers.map((c) => ({ lines: c.lines, columns: controllerColumns })),
          ...sheet.targets.flatMap((t) => [t.lines, t.clear].map((lines) => ({ lines, columns: targetColumns }))),
        ];
        for (const { lines, columns } of units) {
          const { container, unmount } = render(
            <SheetTable
              title="Enter"
              hint=""
              lines={lines}
              columns={columns}
              ticks={[{ head: 'Entered', at: isEntered, label: (l) => l.key, onTick: () => undefined }]}
              onAll={null}
              scroll={null}
              printing={false}
            />,
          );
          const rows = [...container.querySelectorAll('tbody tr')];
          expect(rows).toHaveLength(lines.length);
          lines.forEach((line, i) => {
            const drawn = squeezed(rows[i]?.textContent ?? '');
            expect(line.facts.filter((f) => !drawn.includes(squeezed(f.text))).map((f) => `${f.name} ${f.text}`)).toEqual([]);
          });
          expect(container.querySelectorAll('input')).toHaveLength(lines.filter((l) => isEntered(l) !== null).length);
          unmount();
        }
      }),
      { numRuns: 15 },
    );
  });
});

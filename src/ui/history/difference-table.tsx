// What has to be entered again between two states: a short sheet, the controllers first.
import { groupBy } from '@/core/base';
import type { SheetChange } from '@/core/sheets';

const doWords: { readonly [T in SheetChange['type']]: string } = { enter: 'enter', clear: 'clear', change: 'change' };
const LISTED = 400;

export function DifferenceTable({ changes }: { readonly changes: readonly SheetChange[] }) {
  const units = groupBy(changes.slice(0, LISTED), (c) => c.unit);
  return (
    <div className="flex flex-col gap-3">
      {[...units].map(([unit, lines]) => (
        <section
          key={unit}
          aria-label={`Enter again in ${unit}`}
          className="print-plain overflow-hidden rounded-md border bg-sheet"
        >
          <h3 className="border-b px-4 py-1.5 font-semibold">{unit}</h3>
          <table className="w-full table-fixed text-[13.5px]">
            <thead>
              <tr className="border-b text-left text-xs text-ink-2">
                <th scope="col" className="w-20 py-1 pl-4 font-semibold">
                  Do
                </th>
                <th scope="col" className="w-[32%] pr-3 font-semibold">
                  Control or parameter
                </th>
                <th scope="col" className="pr-3 font-semibold">
                  Stands there
                </th>
                <th scope="col" className="pr-3 font-semibold">
                  Is to stand there
                </th>
              </tr>
            </thead>
            <tbody>
              {lines.map((c) => (
                <tr key={`${c.what} ${c.was} ${c.now}`} className="print-keep border-b align-baseline last:border-b-0">
                  <td className="py-1 pl-4">{doWords[c.type]}</td>
                  <td className="pr-3 font-semibold break-words">{c.what}</td>
                  <td className="pr-3 break-words text-ink-2">{c.was ?? 'nothing'}</td>
                  <td className="pr-3 break-words">{c.now ?? 'nothing'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      {changes.length > LISTED && (
        <p className="text-ink-2">and {changes.length - LISTED} more; the saved table has all of them</p>
      )}
    </div>
  );
}

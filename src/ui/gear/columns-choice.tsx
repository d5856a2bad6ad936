'use client';
// Which column of a list is what: a word for each column, under what stands there.
import { Select } from '../primitives/field';
import { Switch } from '../primitives/switch';
import type { Columns } from './use-columns';

/** Wider tables are read as they stand. */
const MOST = 40;

export function ColumnsChoice({
  columns: { list, head, taken, headed, missing, choose, setHeaded },
}: {
  readonly columns: Columns;
}) {
  if (head.columns.length < 2 || head.columns.length > MOST) return null;
  const idle = taken.filter((t) => t === null).length;
  return (
    <details className="rounded-sm border bg-sheet px-3 py-2" open={missing || idle > 0 || undefined}>
      <summary className="text-xs font-semibold">Which column is what</summary>
      <div className="flex flex-col gap-2 pt-2">
        <Switch label="The first line names the columns" on={headed} onChange={setHeaded} />
        <div className="overflow-x-auto">
          <table className="text-xs">
            <tbody>
              <tr>
                {head.columns.map((column, at) => (
                  <th
                    // biome-ignore lint/suspicious/noArrayIndexKey: columns have no other name
                    key={at}
                    scope="col"
                    className="max-w-40 min-w-32 truncate px-1 pb-1 text-left font-mono font-normal text-ink-2"
                    title={column.first}
                  >
                    {headed ? `${column.first || '(nothing)'}: ${column.second || '…'}` : column.first || '…'}
                  </th>
                ))}
              </tr>
              <tr>
                {head.columns.map((column, at) => (
                  <td
                    // biome-ignore lint/suspicious/noArrayIndexKey: as above
                    key={at}
                    className="px-1"
                  >
                    <Select
                      aria-label={`Column ${at + 1}${headed && column.first !== '' ? ` (${column.first})` : ''} is`}
                      className="h-7 w-full text-xs"
                      value={taken[at] ?? ''}
                      onChange={(e) => choose(at, e.target.value)}
                    >
                      <option value="">left out</option>
                      {list.columns.map((c) => (
                        <option key={c} value={c}>
                          {list.words[c]}
                        </option>
                      ))}
                    </Select>
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        </div>
        {missing && <p className="text-caution">No column is the {list.needs}: nothing can be read without one.</p>}
      </div>
    </details>
  );
}

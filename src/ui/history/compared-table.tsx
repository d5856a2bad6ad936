// Lines that read otherwise in two states, side by side.
import type { Compared } from '@/core/sheets';

const LISTED = 400;

export function ComparedTable({ lines, head }: { readonly lines: readonly Compared[]; readonly head: string }) {
  return (
    <>
      <table className="print-plain w-full table-fixed overflow-hidden rounded-md border bg-sheet text-[13.5px]">
        <thead>
          <tr className="border-b text-left text-xs text-ink-2">
            <th scope="col" className="w-[28%] py-1.5 pl-4 font-semibold">
              {head}
            </th>
            <th scope="col" className="pr-3 font-semibold">
              Then
            </th>
            <th scope="col" className="pr-3 font-semibold">
              Afterwards
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.slice(0, LISTED).map((l) => (
            <tr key={l.what} className="print-keep border-b align-baseline last:border-b-0">
              <td className="py-1 pr-3 pl-4 font-semibold break-words">{l.what}</td>
              <td className="pr-3 break-words text-ink-2">{l.was ?? 'nothing'}</td>
              <td className="pr-3 break-words">{l.now ?? 'nothing'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {lines.length > LISTED && <p className="text-ink-2">and {lines.length - LISTED} more</p>}
    </>
  );
}

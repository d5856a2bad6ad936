// What becomes of each function that is copied, moved or swapped, before anything changes.
import { counted } from '@/core/base';
import { type CopyRow, meantNames } from '@/core/commands';
import { shortName } from '@/core/midi';
import type { RigIndex } from '@/core/rig';
import { cx } from '../primitives/cx';

/** Rows that are shown one by one; of more only the number is said. */
const SHOWN = 60;

export function CopyTable({
  index,
  rows,
  empty,
}: {
  readonly index: RigIndex;
  readonly rows: readonly CopyRow[];
  readonly empty: string;
}) {
  if (rows.length === 0) return <p className="pt-3 text-ink-2">{empty}</p>;
  // What is left out stands first where not all can be shown.
  const shown = rows.length > SHOWN ? [...rows].sort((a, b) => +(a.skip === null) - +(b.skip === null)).slice(0, SHOWN) : rows;
  return (
    <>
      <table className="mt-3 w-full text-[13.5px]">
        <thead>
          <tr className="border-b text-left text-xs text-ink-2">
            <th className="py-1 font-semibold">Control</th>
            <th className="font-semibold">On</th>
            <th className="font-semibold">Sends</th>
            <th className="font-semibold">What becomes of it</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => {
            const sent = row.actions.flatMap((a) => (a.type === 'send' ? [shortName(a.message)] : []));
            return (
              <tr
                key={`${row.source.id} ${row.control.id} ${row.place.bank} ${row.place.page}`}
                className="border-b last:border-b-0"
              >
                <td className="py-1">
                  {row.control.name}
                  <span className="text-xs text-ink-2"> {whereTo(index, row)}</span>
                </td>
                <td>{row.source.gesture.type}</td>
                <td className="font-mono text-xs">{row.skip === null ? sent.join(', ') : ''}</td>
                <td className={cx(row.skip !== null && 'text-ink-2')}>{becomes(index, row)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {rows.length > SHOWN && <p className="pt-1 text-xs text-ink-2">and {counted(rows.length - SHOWN, 'more function')}</p>}
    </>
  );
}

function whereTo(index: RigIndex, { control, place }: CopyRow): string {
  const bank = index.controllers.get(control.controllerId)?.bankNames[(place.bank ?? 0) - 1];
  return [
    place.bank === null ? '' : bank || `bank ${place.bank}`,
    place.page === null ? '' : `page ${place.page}`,
    index.layers.get(place.layerId ?? '')?.name ?? '',
  ]
    .filter((s) => s !== '')
    .join(', ');
}

const becomes = (index: RigIndex, { source, replaces, skip }: CopyRow): string =>
  skip ?? (replaces ? `in place of ${meantNames(index, replaces)}` : meantNames(index, source));

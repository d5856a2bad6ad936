// The functions at the left of the proof: which to show, how each stands, and how many cannot be heard at all.
import { counted, plural } from '@/core/base';
import { notHeard } from '@/core/proof';
import type { RigIndex } from '@/core/rig';
import { Select } from '../primitives/field';
import { FunctionList } from './function-list';
import { type Functions, filters } from './use-functions';

const filterWords = { all: 'all functions', open: 'not proved', failed: 'failed', stale: 'stale' } as const;

interface Props {
  readonly index: RigIndex;
  readonly functions: Functions;
  /** The function that is asked for; null where none is. */
  readonly chosen: string | null;
  readonly onChoose: (assignmentId: string) => void;
}

export function FunctionAside({ index, functions, chosen, onChoose }: Props) {
  const { shown, standings, filter, setFilter } = functions;
  return (
    <aside aria-label="Functions" className="flex w-[340px] shrink-0 flex-col border-r max-[1100px]:w-[280px]">
      <div className="flex items-center gap-2 border-b px-4 py-2">
        <Select
          aria-label="Which functions to show"
          className="h-7 text-xs"
          value={filter}
          onChange={(e) => setFilter(filters.find((f) => f === e.target.value) ?? 'all')}
        >
          {filters.map((f) => (
            <option key={f} value={f}>
              {filterWords[f]}
            </option>
          ))}
        </Select>
      </div>
      {shown.length === 0 ? (
        <p className="px-4 py-3 text-ink-2">None is {filterWords[filter]}.</p>
      ) : (
        <FunctionList index={index} rows={shown} standings={standings} chosen={chosen} onChoose={onChoose} />
      )}
      <NotHeard count={notHeard(index).length} />
    </aside>
  );
}

function NotHeard({ count }: { readonly count: number }) {
  if (count === 0) return null;
  return (
    <p className="border-t px-4 py-2 text-xs text-ink-2">
      {counted(count, 'function sends', 'functions send')} nothing that can be heard here:{' '}
      {plural(count, 'it changes banks or sends SysEx', 'they change banks or send SysEx')}.
    </p>
  );
}

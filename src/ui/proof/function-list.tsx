'use client';
// Every function that can be proved and where it stands, place by place.
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import type { Standing, ToProve } from '@/core/proof';
import { functionWords, gestureNames, type RigIndex } from '@/core/rig';
import { placeWords } from '@/core/sheets';
import { cx } from '../primitives/cx';
import { StateMark, stateWords } from './state-mark';

interface Props {
  readonly index: RigIndex;
  readonly rows: readonly ToProve[];
  readonly standings: ReadonlyMap<string, Standing>;
  readonly chosen: string | null;
  readonly onChoose: (assignmentId: string) => void;
}

type Line =
  | { readonly type: 'place'; readonly key: string; readonly unit: string; readonly place: string }
  | { readonly type: 'function'; readonly key: string; readonly row: ToProve };

export function FunctionList({ index, rows, standings, chosen, onChoose }: Props) {
  const lines = useMemo(() => linesOf(index, rows), [index, rows]);
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => box.current,
    estimateSize: (i) => (lines[i]?.type === 'place' ? 38 : 34),
    getItemKey: (i) => lines[i]?.key ?? i,
    overscan: 12,
  });
  const at = lines.findIndex((l) => l.key === chosen);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is brought into view when it changes, not when the list is drawn
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
  }, [at]);
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-y-auto">
      <ul className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => {
          const line = lines[item.index];
          if (!line) return null;
          const style = { top: item.start, height: item.size };
          if (line.type === 'place')
            return (
              <li
                key={line.key}
                style={style}
                className="absolute inset-x-0 flex items-end gap-2 border-b px-4 pb-1 text-xs text-ink-2"
              >
                <span className="min-w-0 truncate font-medium">{line.unit}</span>
                {line.place !== '' && <span className="min-w-0 flex-1 truncate">{line.place}</span>}
              </li>
            );
          const { assignment, control } = line.row;
          const standing = standings.get(assignment.id);
          const state = standing?.state ?? 'untried';
          return (
            <li key={line.key} style={style} className="absolute inset-x-0">
              <button
                type="button"
                aria-current={line.key === chosen ? 'true' : undefined}
                onClick={() => onChoose(assignment.id)}
                className={cx(
                  'flex h-full w-full items-center gap-2 border-l-[3px] border-transparent px-4 text-left hover:bg-film',
                  line.key === chosen && 'border-verdigris bg-film',
                )}
              >
                <StateMark state={state} said />
                <span className="max-w-[45%] shrink-0 truncate font-mono text-[13px]" title={control.name}>
                  {control.name}
                </span>
                {assignment.gesture.type !== 'press' && assignment.gesture.type !== 'move' && (
                  <span className="shrink-0 text-xs text-ink-2">{gestureNames[assignment.gesture.type]}</span>
                )}
                <span className="min-w-0 flex-1 truncate text-sm">{purposeOf(index, line.row)}</span>
                <span
                  className={cx(
                    'shrink-0 text-xs',
                    state === 'failed' ? 'text-stop' : state === 'stale' ? 'text-caution' : 'text-ink-2',
                  )}
                >
                  {stateWords[state]}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** What a function is there for, in the names of its parameters; where it is for none, its text, or what it does. */
export const purposeOf = (index: RigIndex, { assignment }: ToProve): string =>
  assignment.actions
    .flatMap((a) => (a.type === 'send' ? a.meant.map((id) => index.parameters.get(id)?.name ?? '?') : []))
    .join(', ') || functionWords(index, assignment);

function linesOf(index: RigIndex, rows: readonly ToProve[]): readonly Line[] {
  const lines: Line[] = [];
  let before = '';
  for (const row of rows) {
    const place = placeWords(index, row.controller, row.assignment);
    const key = `${row.controller.id} ${place}`;
    if (key !== before) lines.push({ type: 'place', key: `place ${key}`, unit: row.controller.name, place });
    before = key;
    lines.push({ type: 'function', key: row.assignment.id, row });
  }
  return lines;
}

'use client';
import { useDraggable } from '@dnd-kit/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Info } from 'lucide-react';
import { type Ref, useMemo, useRef, useState } from 'react';
import { type Control, limitsOfParameter, type Parameter, type RigIndex } from '@/core/rig';
import { cx } from '../primitives/cx';
import { TextInput } from '../primitives/field';
// Parameters that wait for a control: found by name, dragged onto the panel, or put on the chosen control by Enter.
import { Switch } from '../primitives/switch';

interface Props {
  readonly index: RigIndex;
  readonly chosen: Control | null;
  readonly searchRef: Ref<HTMLInputElement>;
  readonly onAssign: (parameter: Parameter) => void;
}

type Line =
  | { readonly type: 'target'; readonly id: string; readonly name: string; readonly count: number }
  | { readonly type: 'parameter'; readonly parameter: Parameter; readonly used: boolean };

export function Waiting({ index, chosen, searchRef, onAssign }: Props) {
  const [search, setSearch] = useState('');
  const [all, setAll] = useState(false);
  const lines = useMemo(() => linesOf(index, search, all), [index, search, all]);
  const waiting = index.rig.parameters.filter((p) => !index.sendsFor.has(p.id)).length;
  const scroll = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroll.current,
    estimateSize: (i) => (lines[i]?.type === 'target' ? 32 : 29),
    overscan: 10,
  });
  return (
    <section aria-label="Waiting for a control" className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-baseline justify-between px-3 pt-2">
        <h2 className="text-xs font-semibold">Waiting for a control</h2>
        <span className="font-mono text-xs text-ink-2">{waiting}</span>
      </div>
      <div className="px-3 pt-1.5 pb-1">
        <TextInput
          ref={searchRef}
          type="search"
          aria-label="Find a parameter"
          placeholder="Find a parameter"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
        />
        <Switch label="also those that have one" className="mt-1.5 text-xs text-ink-2" on={all} onChange={setAll} />
      </div>
      <div ref={scroll} className="min-h-0 flex-1 overflow-y-auto px-3 pb-2">
        {lines.length === 0 && <p className="py-3 text-xs text-ink-2">{emptyWords(index, search)}</p>}
        <ul className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map((row) => {
            const line = lines[row.index];
            if (!line) return null;
            return (
              <li key={row.key} className="absolute inset-x-0" style={{ top: row.start, height: row.size }}>
                {line.type === 'target' ? (
                  <p className="flex items-end justify-between pt-2 text-xs font-semibold">
                    <span className="truncate">{line.name}</span>
                    <span className="font-mono font-normal text-ink-2">{line.count}</span>
                  </p>
                ) : (
                  <Draggable index={index} parameter={line.parameter} used={line.used} chosen={chosen} onAssign={onAssign} />
                )}
              </li>
            );
          })}
        </ul>
      </div>
    </section>
  );
}

function Draggable({
  index,
  parameter,
  used,
  chosen,
  onAssign,
}: {
  readonly index: RigIndex;
  readonly parameter: Parameter;
  readonly used: boolean;
  readonly chosen: Control | null;
  readonly onAssign: (parameter: Parameter) => void;
}) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: parameter.id });
  const limits = limitsOfParameter(index, parameter.id);
  const what = parameter.kind === 'continuous' ? parameter.unit : parameter.kind === 'toggle' ? 'on/off' : parameter.kind;
  return (
    <button
      ref={setNodeRef}
      type="button"
      onPointerDown={listeners?.onPointerDown as never} // border: the library types its listeners as plain functions
      onClick={() => onAssign(parameter)}
      title={limits.length === 0 ? parameter.name : `${parameter.name}\n${limits.map((l) => l.text).join('\n')}`}
      aria-label={`${parameter.name}${chosen ? `: put it on ${chosen.name}` : ''}`}
      className={cx(
        'flex h-[28px] w-full touch-none items-center justify-between gap-2 border-b text-left text-[13.5px] hover:bg-sheet',
        isDragging && 'opacity-40',
        used && 'text-ink-2',
      )}
    >
      <span className="truncate">{parameter.name}</span>
      <span className="flex shrink-0 items-center gap-1 text-xs text-ink-2">
        {limits.length > 0 && <Info size={13} aria-label="has a known limit" className="text-caution" />}
        {what}
      </span>
    </button>
  );
}

function linesOf(index: RigIndex, search: string, all: boolean): readonly Line[] {
  const words = search.toLowerCase().trim();
  return index.rig.targets.flatMap((target): Line[] => {
    const found = (index.parametersOf.get(target.id) ?? []).filter(
      (p) =>
        (all || !index.sendsFor.has(p.id)) &&
        (words === '' ||
          p.name.toLowerCase().includes(words) ||
          target.name.toLowerCase().includes(words) ||
          p.group.toLowerCase().includes(words)),
    );
    if (found.length === 0) return [];
    return [
      { type: 'target', id: target.id, name: target.name, count: found.length },
      ...found.map((parameter): Line => ({ type: 'parameter', parameter, used: index.sendsFor.has(parameter.id) })),
    ];
  });
}

function emptyWords(index: RigIndex, search: string): string {
  if (index.rig.parameters.length === 0) return 'There are no parameters yet. Add a target in Gear and paste its list.';
  if (search !== '') return 'No waiting parameter has that name.';
  return 'Every parameter has a control.';
}

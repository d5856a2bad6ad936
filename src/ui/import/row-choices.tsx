'use client';
// The rows in which two states of a rig differ, by table, each with a tick.
import { groupBy } from '@/core/base';
import { type MergeItem, type MergePlan, marks } from '@/core/commands';
import type { TableName } from '@/core/rig';

const tableWords: Readonly<Record<TableName, string>> = {
  controllers: 'Controllers',
  controls: 'Controls',
  counters: 'Counters',
  targets: 'Targets',
  parameters: 'Parameters',
  presets: 'Presets',
  wires: 'Wires',
  layers: 'Layers',
  groups: 'Switches that release each other',
  arrivals: 'On entering a bank or page',
  assignments: 'Functions, in the controller',
  landings: 'Functions, in the software',
  scenes: 'Scenes',
  songs: 'Songs',
  sets: 'Sets',
  scripts: 'Scripts',
  accepted: 'Accepted findings',
  searches: 'Searches',
};

/** Most lines of one table that are listed; all are taken with the tick of their table. */
const LISTED = 200;

interface Props {
  readonly plan: MergePlan;
  /** Rows without a tick. */
  readonly left: ReadonlySet<string>;
  /** Rows that are taken: the ticked ones, and what they need. */
  readonly taken: ReadonlySet<string>;
  readonly nameOf: (item: MergeItem) => string;
  readonly onToggle: (ids: readonly string[], on: boolean) => void;
}

export function RowChoices({ plan, left, taken, nameOf, onToggle }: Props) {
  const byTable = groupBy(plan.items, (i) => i.table);
  return (Object.entries(tableWords) as [TableName, string][]).map(([table, words]) => {
    const items = byTable.get(table) ?? [];
    if (items.length === 0) return null;
    const ids = items.map((i) => i.id);
    return (
      <section key={table} aria-label={words}>
        <label className="flex items-center gap-2 font-semibold">
          <input
            type="checkbox"
            className="accent-verdigris"
            checked={ids.every((id) => !left.has(id))}
            onChange={(e) => onToggle(ids, e.target.checked)}
          />
          {words}
          <span className="font-mono text-xs font-normal text-ink-2">{items.length}</span>
        </label>
        <ul className="pl-6">
          {items.slice(0, LISTED).map((item) => (
            <li key={item.id}>
              <label className="grid grid-cols-[16px_minmax(0,1fr)_minmax(0,1fr)] items-baseline gap-2 py-0.5">
                <input
                  type="checkbox"
                  className="accent-verdigris"
                  checked={!left.has(item.id)}
                  onChange={(e) => onToggle([item.id], e.target.checked)}
                />
                <span className="truncate">{nameOf(item)}</span>
                <span className="truncate text-xs text-ink-2" title={fieldsOf(item)}>
                  {item.state === 'added'
                    ? 'is added'
                    : item.state === 'removed'
                      ? 'is taken away'
                      : `differs in ${fieldsOf(item)}`}
                  {left.has(item.id) && taken.has(item.id) && <span className="text-caution">; comes along, others need it</span>}
                </span>
              </label>
            </li>
          ))}
          {items.length > LISTED && <li className="text-xs text-ink-2">and {items.length - LISTED} more</li>}
        </ul>
      </section>
    );
  });
}

/** Ticks follow from the rest, so they are not named. */
const unnamed: ReadonlySet<string> = new Set(marks);

/** The fields that differ, in words: `text short`, `from`. */
const fieldsOf = (item: MergeItem): string =>
  item.fields
    .filter((f) => !unnamed.has(f))
    .map((f) => f.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`))
    .join(', ');

'use client';
// The wire: every message with its time, bytes, words, and what it moved or why nothing. A hundred thousand of them scroll as ten do.
import { useVirtualizer } from '@tanstack/react-virtual';
import { Copy, Eraser, Pause, Play } from 'lucide-react';
import { memo, type RefObject, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { showValue, unheardReasons } from '@/core/bench';
import { hexOf, sayPacked } from '@/core/midi';
import type { RigIndex } from '@/core/rig';
import type { BenchNames } from '@/workers/playing';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Select } from '../primitives/field';
import { toast } from '../primitives/toast';
import type { Bench } from './bench-store';
import { at, clear, type Filter, filtered, type Monitor, shown, UNDER_WAY } from './monitor';

const iconButton = { size: 'icon', className: 'h-7 w-7' } as const;
const ROW = 24;
const COPIED = 20_000;
const columns = 'grid grid-cols-[62px_72px_minmax(0,5fr)_minmax(0,6fr)] items-center gap-2 px-3 text-xs';

export function WireList({ bench, index }: { readonly bench: Bench; readonly index: RigIndex }) {
  const { monitor } = bench;
  const names = useStore(bench.store, (s) => s.names);
  const tick = useStore(bench.store, (s) => s.tick);
  const [filter, setFilter] = useState<Filter>({ from: null, what: 'all' });
  // While paused the list ends where it was paused; what comes is kept all the same.
  const [pausedAt, setPausedAt] = useState<number | null>(null);
  const scroll = useRef<HTMLDivElement>(null);
  const end = pausedAt ?? monitor.next;
  const numbers = useFiltered(monitor, filter, end, tick);
  const count = numbers === null ? Math.max(0, end - monitor.first) : numbers.length;
  const numberAt = (i: number): number => (numbers === null ? monitor.first + i : (numbers[i] ?? 0));
  const [following, height] = useFollowing(scroll, count, pausedAt !== null);
  const rows = useVirtualizer({
    count,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 4,
    enabled: !following,
  });
  // At the end the last lines are known without asking where the list is scrolled to: it is drawn once, not twice.
  const fitting = Math.min(count, Math.ceil(height / ROW) + 1);
  const drawn = following
    ? Array.from({ length: fitting }, (_, i) => count - fitting + i)
    : rows.getVirtualItems().map((row) => row.index);
  // Lines are used again for later messages, so that following the end makes and removes none: one more than are ever drawn.
  const pool = Math.ceil(height / ROW) + 12;

  const copy = async (): Promise<void> => {
    const from = Math.max(0, count - COPIED);
    const lines = Array.from({ length: count - from }, (_, i) => lineOf(monitor, numberAt(from + i), names, index).join('\t'));
    try {
      await navigator.clipboard.writeText(['time\tfrom\tbytes\tmessage\tmoved', ...lines].join('\n'));
      toast(`${lines.length} messages copied.`);
    } catch {
      toast.error('Not copied.', {
        description: 'The browser did not let the page write to the clipboard. Allow it, and copy again.',
      });
    }
  };

  return (
    <section
      aria-label="The wire"
      className="flex h-[44%] min-h-[180px] flex-col border-t max-[1000px]:h-full max-[1000px]:border-t-0 max-[1000px]:border-l"
    >
      <WireBar
        bench={bench}
        index={index}
        monitor={monitor}
        names={names}
        filter={filter}
        setFilter={setFilter}
        pausedAt={pausedAt}
        setPausedAt={setPausedAt}
        count={count}
        copy={copy}
      />
      <div aria-hidden className={cx(columns, 'h-5 border-b text-ink-3')}>
        <span className="text-right">ms</span>
        <span>bytes</span>
        <span>says</span>
        <span>moves</span>
      </div>
      <WireRows
        index={index}
        monitor={monitor}
        names={names}
        scroll={scroll}
        count={count}
        numberAt={numberAt}
        drawn={drawn}
        pool={pool}
      />
    </section>
  );
}

/** The lines in sight. */
function WireRows({
  index,
  monitor,
  names,
  scroll,
  count,
  numberAt,
  drawn,
  pool,
}: {
  readonly index: RigIndex;
  readonly monitor: Monitor;
  readonly names: BenchNames | null;
  readonly scroll: RefObject<HTMLDivElement | null>;
  readonly count: number;
  readonly numberAt: (i: number) => number;
  readonly drawn: number[];
  readonly pool: number;
}) {
  return (
    <div
      ref={scroll}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reached by keyboard
      tabIndex={0}
      role="log"
      aria-live="off"
      aria-label="Messages"
      className="min-h-0 flex-1 overflow-y-auto bg-sheet [contain:strict]"
    >
      {count === 0 ? (
        <p className="px-3 py-3 text-ink-2">Nothing was sent yet. Press a switch on the panel, or turn a knob.</p>
      ) : (
        <div style={{ height: count * ROW }} className="relative">
          {drawn.map((i) => (
            <Line
              key={numberAt(i) % pool}
              monitor={monitor}
              n={numberAt(i)}
              names={names}
              index={index}
              top={i * ROW}
              state={stateOf(monitor, numberAt(i))}
            />
          ))}
        </div>
      )}
    </div>
  );
}

/** Which messages are listed, and what can be done with the list. */
function WireBar({
  bench,
  index,
  monitor,
  names,
  filter,
  setFilter,
  pausedAt,
  setPausedAt,
  count,
  copy,
}: {
  readonly bench: Bench;
  readonly index: RigIndex;
  readonly monitor: Monitor;
  readonly names: BenchNames | null;
  readonly filter: Filter;
  readonly setFilter: (to: Filter) => void;
  readonly pausedAt: number | null;
  readonly setPausedAt: (to: number | null) => void;
  readonly count: number;
  readonly copy: () => Promise<void>;
}) {
  return (
    <div className="flex items-center gap-1.5 px-3 py-1.5">
      <h2 className="mr-auto text-xs font-semibold whitespace-nowrap">
        The wire <span className="font-normal text-ink-2">{count.toLocaleString('en-GB')}</span>
      </h2>
      <WireFilter index={index} names={names} filter={filter} setFilter={setFilter} />
      <Button
        {...iconButton}
        aria-pressed={pausedAt !== null}
        aria-label={pausedAt === null ? 'Pause the list' : 'Let the list go on'}
        title={pausedAt === null ? 'Pause the list' : 'Let the list go on'}
        onClick={() => setPausedAt(pausedAt === null ? monitor.next : null)}
      >
        {pausedAt === null ? <Pause size={14} aria-hidden /> : <Play size={14} aria-hidden />}
      </Button>
      <Button
        {...iconButton}
        aria-label="Clear the list"
        title="Clear the list"
        onClick={() => {
          clear(monitor);
          setPausedAt(null);
          bench.store.setState((s) => ({ tick: s.tick + 1 }));
        }}
      >
        <Eraser size={14} aria-hidden />
      </Button>
      <Button {...iconButton} aria-label="Copy the list" title="Copy the list" disabled={count === 0} onClick={() => void copy()}>
        <Copy size={14} aria-hidden />
      </Button>
    </div>
  );
}

function WireFilter({
  index,
  names,
  filter,
  setFilter,
}: {
  readonly index: RigIndex;
  readonly names: BenchNames | null;
  readonly filter: Filter;
  readonly setFilter: (to: Filter) => void;
}) {
  return (
    <>
      <Select
        aria-label="From"
        className="h-7 w-auto min-w-0 max-w-[120px] shrink text-xs"
        value={filter.from ?? ''}
        onChange={(e) => setFilter({ ...filter, from: e.target.value === '' ? null : Number(e.target.value) })}
      >
        <option value="">all senders</option>
        {names?.controllerIds.map((id, i) => (
          <option key={id} value={i}>
            {index.controllers.get(id)?.name ?? '?'}
          </option>
        ))}
        {names?.targetIds.map((id, i) => (
          <option key={id} value={-1 - i}>
            {index.targets.get(id)?.name ?? '?'}
          </option>
        ))}
      </Select>
      <Select
        aria-label="Show"
        className="h-7 w-auto min-w-0 max-w-[120px] shrink text-xs"
        value={filter.what}
        onChange={(e) =>
          setFilter({
            ...filter,
            what: e.target.value === 'moved' ? 'moved' : e.target.value === 'nothing' ? 'nothing' : 'all',
          })
        }
      >
        <option value="all">everything</option>
        <option value="moved">moved something</option>
        <option value="nothing">moved nothing</option>
      </Select>
    </>
  );
}

/** Follows the end of the list, unless somebody has scrolled up to read; and how high the list stands. */
function useFollowing(scroll: RefObject<HTMLDivElement | null>, count: number, paused: boolean): readonly [boolean, number] {
  const [following, setFollowing] = useState(true);
  const [height, setHeight] = useState(400);
  useEffect(() => {
    const node = scroll.current;
    if (!node) return;
    const listen = (): void => setFollowing(node.scrollHeight - node.scrollTop - node.clientHeight < ROW * 2);
    const watch = new ResizeObserver(() => setHeight(node.clientHeight));
    watch.observe(node);
    node.addEventListener('scroll', listen, { passive: true });
    return () => {
      watch.disconnect();
      node.removeEventListener('scroll', listen);
    };
  }, [scroll]);
  useLayoutEffect(() => {
    const node = scroll.current;
    if (node && count > 0 && following && !paused) node.scrollTop = count * ROW;
  }, [scroll, count, following, paused]);
  return [following && !paused, height];
}

/** The numbers that pass the filter, kept from frame to frame: only what is new is looked at. Null when all pass. */
function useFiltered(monitor: Monitor, filter: Filter, end: number, tick: number): readonly number[] | null {
  const kept = useRef<{ filter: Filter; first: number; next: number; numbers: number[] } | null>(null);
  return useMemo(() => {
    void tick;
    if (filter.from === null && filter.what === 'all') return null;
    const before = kept.current;
    // What was under way when it was looked at may have landed since: the last messages are looked at again.
    const again = 400;
    const goesOn = before !== null && before.filter === filter && before.first === monitor.first;
    const from = goesOn ? Math.max(monitor.first, before.next - again) : monitor.first;
    const numbers = goesOn ? before.numbers.filter((n) => n < from) : [...(filtered(monitor, filter) ?? [])];
    if (goesOn) for (let n = from; n < end; n++) if (shown(monitor, n, filter)) numbers.push(n);
    kept.current = { filter, first: monitor.first, next: end, numbers };
    return numbers.filter((n) => n < end);
  }, [monitor, filter, end, tick]);
}

/** Drawn again only when something became of its message. */
const Line = memo(function Line({
  monitor,
  n,
  names,
  index,
  top,
}: {
  readonly monitor: Monitor;
  readonly n: number;
  readonly names: BenchNames | null;
  readonly index: RigIndex;
  readonly top: number;
  /** What became of its message so far, in one text. */
  readonly state: string;
}) {
  const [time, from, bytes, said, became] = lineOf(monitor, n, names, index);
  const landed = (monitor.listener[at(n)] ?? UNDER_WAY) >= 0;
  return (
    <div
      className={cx(columns, 'absolute inset-x-0')}
      style={{ top, height: ROW }}
      title={`${time} ms · ${from} · ${bytes} · ${said} · ${became}`}
    >
      <span className="text-right font-mono text-ink-2">{time}</span>
      <span className="truncate font-mono text-ink-2">{bytes}</span>
      <span className="truncate">{said}</span>
      <span className={cx('truncate', landed ? 'font-medium text-spark' : 'text-ink-2')}>{became}</span>
    </div>
  );
});

const stateOf = (m: Monitor, n: number): string => `${m.listener[at(n)]} ${m.value[at(n)]} ${m.moved[at(n)]}`;

/** A message in words: time in ms, who sent it, bytes, what it says, what became of it. */
function lineOf(
  m: Monitor,
  n: number,
  names: BenchNames | null,
  index: RigIndex,
): readonly [string, string, string, string, string] {
  const k = at(n);
  const word = m.word[k] ?? 0;
  const from = m.from[k] ?? 0;
  const sysex = names?.sysex ?? [];
  const sender =
    from >= 0
      ? (index.controllers.get(names?.controllerIds[from] ?? '')?.name ?? '?')
      : (index.targets.get(names?.targetIds[-1 - from] ?? '')?.name ?? 'outside');
  return [(m.sentAt[k] ?? 0).toFixed(1), sender, hexOf(word, sysex), sayPacked(word, sysex), becameOf(m, k, from, names, index)];
}

const reasonWords: Readonly<Record<(typeof unheardReasons)[number], string>> = {
  'notes-only': 'played as a note: remote control is off on this wire',
  nobody: 'nothing listens for it',
  part: 'part of a longer message',
  'other-layer': 'another layer is open',
  elsewhere: 'focus or selection is elsewhere',
  'other-port': 'bound to another port',
  'other-bank': 'another bank is selected',
  waits: 'waits for the knob to reach the value',
  launch: 'starts at the next beat or bar',
  unchanged: 'heard, changes nothing',
  layer: 'opens or closes a layer',
  'not-so': 'something that has to be so is not',
  'no-strip': 'the bank of channels has no strip there',
  'acts-instead': 'something else on this number acts in its place now',
  'by-clock': 'its tempo goes by a clock, and by nothing else',
  'taken-back': 'takes back what waited for the beat or bar',
  'not-known': 'heard; what it becomes nobody knows, a preset did not say where it stands',
};

function becameOf(m: Monitor, k: number, from: number, names: BenchNames | null, index: RigIndex): string {
  const listener = m.listener[k] ?? UNDER_WAY;
  if (listener >= 0) {
    // What moved is what stood there: under a bank of channels another strip than its landing names.
    const parameter = index.parameters.get(names?.parameterIds[m.parameter[k] ?? -1] ?? '');
    if (!parameter) return 'a parameter that is gone';
    const more = (m.moved[k] ?? 0) - 1;
    return `${parameter.name} → ${showValue(parameter, m.value[k] ?? 0)}${more > 0 ? `, and ${more} more` : ''}`;
  }
  if (listener === UNDER_WAY) return from < 0 ? 'sent back to the controllers' : 'no wire takes it';
  return reasonWords[unheardReasons[-1 - listener] ?? 'nobody'];
}

'use client';
// The 128 numbers of a channel: free, with a standard meaning, in use (tape), in a clash, reserved. Walked with the arrow keys.
import { type KeyboardEvent, memo, useMemo, useRef } from 'react';
import { type AddressKind, type AddressRow, numberEntry, type Occupancy } from '@/core/numbers';
import { hearsAll, type RigIndex } from '@/core/rig';
import { cx } from '../primitives/cx';

interface Props {
  readonly index: RigIndex;
  readonly occupancy: Occupancy;
  readonly kind: AddressKind;
  readonly channel: number;
  readonly chosen: readonly number[];
  readonly clashes: ReadonlySet<number>;
  readonly onChoose: (numbers: readonly number[]) => void;
  readonly onOpen: (number: number) => void;
  readonly onChannel: (by: 1 | -1) => void;
}

const COLUMNS = 16;
const COLUMN_NUMBERS = Array.from({ length: COLUMNS }, (_, i) => i);
const ROWS = Array.from({ length: 8 }, (_, i) => i * COLUMNS);

type Look = 'free' | 'meaning' | 'reserved' | 'used' | 'clash' | 'beside' | 'leftover';

const looks: Readonly<Record<Look, string>> = {
  free: 'border-rule bg-sheet',
  meaning: 'border-rule bg-film text-ink-2',
  reserved: 'border-rule hatched text-ink-2',
  used: 'tape',
  clash: 'border-2 border-stop bg-stop-wash text-stop',
  beside: 'tape border-dashed',
  leftover: 'tape-fallen',
};

export function AddressGrid({ index, occupancy, kind, channel, chosen, clashes, onChoose, onOpen, onChannel }: Props) {
  const grid = useRef<HTMLDivElement>(null);
  const anchor = useRef<number | null>(null);
  const current = chosen[chosen.length - 1] ?? 0;
  const limits = useMemo(() => limited(occupancy, kind, channel), [occupancy, kind, channel]);
  const walk = (to: number, extend: boolean): void => {
    if (to < 0 || to > 127) return;
    const from = extend ? (anchor.current ?? current) : to;
    anchor.current = from;
    const [a, b] = [Math.min(from, to), Math.max(from, to)];
    const all = Array.from({ length: b - a + 1 }, (_, i) => a + i);
    onChoose(to < from ? all.reverse() : all);
    grid.current?.querySelector<HTMLElement>(`[data-number="${to}"]`)?.focus();
  };
  const onKey = (e: KeyboardEvent): void => {
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: COLUMNS, ArrowUp: -COLUMNS }[e.key];
    if (step !== undefined) {
      e.preventDefault();
      walk(current + step, e.shiftKey);
    } else if (e.key === 'Home' || e.key === 'End') {
      e.preventDefault();
      walk(e.key === 'Home' ? 0 : 127, e.shiftKey);
    } else if (e.key === 'PageDown' || e.key === 'PageUp') {
      e.preventDefault();
      onChannel(e.key === 'PageDown' ? 1 : -1);
    } else if (e.key === 'Enter') {
      e.preventDefault();
      // The cell that has the focus: what was chosen last may not be drawn yet.
      const at = e.target instanceof HTMLElement ? e.target.dataset.number : undefined;
      onOpen(at === undefined ? current : Number(at));
    } else if (e.key === 'Escape') onChoose([]);
  };
  const picked = new Set(chosen);
  return (
    <div
      ref={grid}
      role="grid"
      aria-label={`Numbers on channel ${channel}`}
      aria-multiselectable
      onKeyDown={onKey}
      className="grid grid-cols-16 gap-1"
      tabIndex={-1}
    >
      {ROWS.map((first) => (
        <div key={first} role="row" className="contents">
          {COLUMN_NUMBERS.map((column) => {
            const number = first + column;
            const addressRow = occupancy.addressRowAt(kind, channel, number);
            return (
              <Cell
                key={number}
                addressRow={addressRow}
                look={lookOf(kind, addressRow, clashes)}
                label={labelOf(index, kind, addressRow)}
                taken={limits === null ? null : limits.has(number)}
                picked={picked.has(number)}
                reachable={number === current}
                onPick={(extend, add) => {
                  if (extend) walk(number, true);
                  else if (add) onChoose(picked.has(number) ? chosen.filter((n) => n !== number) : [...chosen, number]);
                  else walk(number, false);
                }}
                onOpen={() => onOpen(number)}
              />
            );
          })}
        </div>
      ))}
    </div>
  );
}

/** The numbers that every limited target takes; null where no target that hears this channel is limited. */
function limited(occupancy: Occupancy, kind: AddressKind, channel: number): ReadonlySet<number> | null {
  const hearers = occupancy.hearers(kind, channel).filter((t) => t.reception.windows.length > 0);
  if (hearers.length === 0) return null;
  const numbers = new Set<number>();
  for (let n = 0; n < 128; n++)
    if (occupancy.takers(kind, channel, n).some((t) => hearers.some((h) => h.id === t.id))) numbers.add(n);
  return numbers;
}

function lookOf(kind: AddressKind, addressRow: AddressRow, clashes: ReadonlySet<number>): Look {
  if (addressRow.sitters.some((s) => clashes.has(s.key))) return 'clash';
  if (addressRow.sitters.some((s) => !s.beside)) return 'used';
  if (addressRow.sitters.length > 0) return 'beside';
  if (addressRow.leftovers.length > 0) return 'leftover';
  // Which note counts as middle C changes its name, not its use.
  return numberEntry(kind, addressRow.number, 4).use;
}

/** What stands in a cell: what it is in use by, or what the standard calls it. */
function labelOf(index: RigIndex, kind: AddressKind, addressRow: AddressRow): { readonly text: string; readonly words: string } {
  const names = addressRow.sitters.flatMap((s) => {
    if (s.layer) return [s.layer.name];
    const ids = s.send?.meant ?? [];
    return ids.length > 0 ? ids.map((id) => index.parameters.get(id)?.name ?? '?') : ['—'];
  });
  const unique = [...new Set(names)];
  const first = unique[0];
  if (first !== undefined)
    return {
      text: unique.length > 1 ? `${first} +${unique.length - 1}` : first,
      words: `${addressRow.sitters.some((s) => s.beside) ? 'low byte of ' : ''}${unique.join(', ')}`,
    };
  const [left] = addressRow.leftovers;
  if (left) {
    const name = index.parameters.get(left.parameterId)?.name ?? '?';
    return { text: name, words: `${hearsAll(left) ? 'heard on any channel' : 'still listened for'}: ${name}` };
  }
  const { short, name } = numberEntry(kind, addressRow.number, index.rig.preferences.middleC);
  return { text: short, words: name };
}

interface CellProps {
  readonly addressRow: AddressRow;
  readonly look: Look;
  readonly label: ReturnType<typeof labelOf>;
  readonly taken: boolean | null;
  readonly picked: boolean;
  readonly reachable: boolean;
  readonly onPick: (extend: boolean, add: boolean) => void;
  readonly onOpen: () => void;
}

const Cell = memo(function Cell({ addressRow, look, label, taken, picked, reachable, onPick, onOpen }: CellProps) {
  return (
    <button
      type="button"
      role="gridcell"
      data-number={addressRow.number}
      data-look={look}
      tabIndex={reachable ? 0 : -1}
      aria-selected={picked}
      aria-label={`${addressRow.number}: ${label.words}${look === 'clash' ? ', clash' : ''}`}
      title={`${addressRow.number}: ${label.words}`}
      onClick={(e) => onPick(e.shiftKey, e.metaKey || e.ctrlKey)}
      onDoubleClick={onOpen}
      className={cx(
        'relative flex h-[clamp(48px,calc((100dvh-196px)/8),94px)] min-w-0 flex-col items-stretch overflow-hidden rounded-[3px] border px-[3px] pt-0.5 text-left leading-[14px]',
        looks[look],
        picked && 'outline-2 outline-offset-1 outline-verdigris',
      )}
    >
      <span className={cx('font-mono text-xs font-semibold', look === 'free' && 'text-ink')}>{addressRow.number}</span>
      <span className="line-clamp-3 text-[12px] leading-[13px] tracking-[-0.01em]">{softly(label.text)}</span>
      {taken && <span aria-hidden className="absolute inset-x-0 bottom-0 h-[3px] bg-verdigris" />}
    </button>
  );
});

/** Words of the standard that the rule would break badly. */
const known: Readonly<Record<string, string>> = {
  general: 'gen\u00aderal',
  resonance: 'reso\u00adnance',
  expression: 'expres\u00adsion',
  chorus: 'cho\u00adrus',
  balance: 'bal\u00adance',
  volume: 'vol\u00adume',
};

/**
 * A name with places where it may break, between a vowel and what follows it: in cells of this width a long word would be cut. A
 * rule of thumb for English, no dictionary.
 */
export const softly = (text: string): string =>
  text.replace(
    /[a-z]{6,}/gi,
    (word) =>
      known[word] ??
      word
        .replace(/([aeiouy])([bcdfghjklmnpqrstvwxz][aeiouy](?!$|s$))/gi, '$1\u00ad$2')
        .replace(/([aeiouy][bcdfghjklmnpqrstvwxz])([bcdfghjklmnpqrstvwxz][aeiouy](?!$))/gi, '$1\u00ad$2'),
  );

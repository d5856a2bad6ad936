'use client';
import { useMemo, useState } from 'react';
import { type GridWish, gridFields, gridNames, roomFor, usualSize } from '@/core/commands';
import { boundsOf, type Control, type ControlKind, type Controller, rowSchemas, tenth } from '@/core/rig';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
// A row or grid of controls as a sentence whose words are fields, drawn faintly on the panel while it is being told.
import { limitWords } from '../primitives/number-field';
import { parseDecimal } from '../primitives/numbers';

export const kindWords: ReadonlyArray<readonly [ControlKind, string, string]> = [
  ['knob', 'knobs', 'K'],
  ['encoder', 'endless encoders', 'E'],
  ['fader', 'faders', 'F'],
  ['pad', 'pads', 'P'],
  ['button', 'buttons', 'B'],
  ['footswitch', 'footswitches', 'FS'],
  ['expression', 'expression pedals', 'Ex'],
  ['ribbon', 'ribbons', 'R'],
  ['jog', 'jog wheels', 'J'],
  ['key-range', 'key ranges', 'Keys'],
];

/** A wish for a kind, below what is there already and with usual sizes. */
export function firstWish(kind: ControlKind, controls: readonly Control[], count = 8): GridWish {
  const [width, height, step] = usualSize[kind];
  const prefix = kindWords.find(([k]) => k === kind)?.[2] ?? 'C';
  const around = boundsOf(controls);
  const taken = controls.flatMap((c) => new RegExp(`^${prefix} (\\d+)$`).exec(c.name)?.[1] ?? []).map(Number);
  return {
    kind,
    count,
    columns: Math.min(count, 8),
    x: around ? tenth(around.x) : 16,
    y: around ? tenth(around.y + around.height + 14) : 16,
    dx: step,
    dy: tenth(height + 18),
    width,
    height,
    prefix,
    from: Math.max(0, ...taken) + 1,
  };
}

const size = rowSchemas.controllers.shape.width;

/** Why a wish cannot be carried out as it is; null when it can. */
export function wrongWith(wish: GridWish, controls: readonly Control[]): string | null {
  for (const field of ['count', 'columns', 'dx', 'dy', 'x', 'y', 'from'] as const) {
    if (!gridFields[field].safeParse(wish[field]).success) return limitWords(gridFields[field]);
  }
  const names = new Set(controls.map((c) => c.name));
  const twice = gridNames(wish).find((n) => names.has(n));
  if (twice !== undefined) return `There is a ${twice} already: begin with a higher number.`;
  const room = roomFor(wish);
  if (!size.safeParse(room.width).success || !size.safeParse(room.height).success)
    return `The panel would be too large: ${limitWords(size, 'mm').toLowerCase()}`;
  return null;
}

export function GridForm({
  controller,
  controls,
  wish,
  onWish,
  onAdd,
  onClose,
}: {
  readonly controller: Controller;
  readonly controls: readonly Control[];
  readonly wish: GridWish;
  readonly onWish: (wish: GridWish) => void;
  /** Adds it; `grow` when the panel has to become larger for it. */
  readonly onAdd: (grow: boolean) => void;
  readonly onClose: () => void;
}) {
  const problem = useMemo(() => wrongWith(wish, controls), [wish, controls]);
  const room = roomFor(wish);
  const grow = room.width > controller.width || room.height > controller.height;
  const names = gridNames(wish);
  const field = (key: 'count' | 'columns' | 'dx' | 'dy' | 'x' | 'y' | 'from', label: string) => (
    <NumberWord label={label} value={wish[key]} onValue={(value) => onWish({ ...wish, [key]: value })} />
  );
  const rows = Math.ceil(wish.count / Math.max(1, wish.columns));
  return (
    <form
      aria-label="Add a row or grid"
      className="flex flex-wrap items-center gap-x-1.5 gap-y-2 border-b bg-sheet px-4 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (problem === null) onAdd(grow);
      }}
      onKeyDown={(e) => e.key === 'Escape' && onClose()}
    >
      <span>Add</span> {field('count', 'How many')}
      <KindSelect controls={controls} wish={wish} onWish={onWish} />
      <span>in</span> {field('columns', 'Columns')} <span>columns,</span> {field('dx', 'Millimetres across')}
      <span>mm apart{rows === 1 && ','}</span>
      {rows > 1 && (
        <>
          <span>across and</span> {field('dy', 'Millimetres down')} <span>mm down,</span>
        </>
      )}
      <span>the first at</span> {field('x', 'Millimetres from the left')} <span>/</span> {field('y', 'Millimetres from the top')}
      <span>mm, named</span>
      <input
        aria-label="Name before the number"
        className={cx(word, 'w-14')}
        value={wish.prefix}
        maxLength={40}
        onChange={(e) => onWish({ ...wish, prefix: e.target.value })}
      />
      <span>from</span> {field('from', 'First number')}
      <span className="text-xs text-ink-2">
        {names.length > 1 ? `${names[0]} to ${names.at(-1)}` : names[0]}
        {grow &&
          problem === null &&
          `; the panel grows to ${Math.max(controller.width, room.width + 10)} × ${Math.max(controller.height, room.height + 10)} mm`}
      </span>
      {problem !== null && (
        <span role="alert" className="text-xs text-stop">
          {problem}
        </span>
      )}
      <span className="flex-1" />
      <Button onClick={onClose}>Leave it</Button>
      <Button tone="primary" type="submit" disabled={problem !== null}>
        {wish.count === 1 ? 'Add it' : `Add ${wish.count}`}
      </Button>
    </form>
  );
}

function KindSelect({
  controls,
  wish,
  onWish,
}: {
  readonly controls: readonly Control[];
  readonly wish: GridWish;
  readonly onWish: (wish: GridWish) => void;
}) {
  return (
    <select
      aria-label="Kind of control"
      className={cx(word, 'pr-1')}
      value={wish.kind}
      onChange={(e) => {
        const kind = kindWords.find(([k]) => k === e.target.value)?.[0];
        if (kind) onWish({ ...firstWish(kind, controls, wish.count), x: wish.x, y: wish.y, columns: wish.columns });
      }}
    >
      {kindWords.map(([kind, plural]) => (
        <option key={kind} value={kind}>
          {plural}
        </option>
      ))}
    </select>
  );
}

const word = 'h-7 rounded-sm border border-control-edge bg-sheet px-1.5 text-sm';

function NumberWord({
  label,
  value,
  onValue,
}: {
  readonly label: string;
  readonly value: number;
  readonly onValue: (value: number) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  return (
    <input
      aria-label={label}
      inputMode="decimal"
      className={cx(word, 'w-13 text-right font-mono')}
      value={text ?? String(value)}
      onChange={(e) => {
        setText(e.target.value);
        const number = parseDecimal(e.target.value);
        if (number !== null) onValue(number);
      }}
      onBlur={() => setText(null)}
    />
  );
}

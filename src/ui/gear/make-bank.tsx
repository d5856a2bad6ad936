'use client';

// Making a bank of channels: how many strips and rows are under the controller, and of which rows it is made.

import { nanoid } from 'nanoid';
import { useState } from 'react';
import * as z from 'zod';
import { counted } from '@/core/base';
import { addChannelBank, bankSteps, type lanesIn, MOST_LANES, MOST_STRIPS } from '@/core/commands';
import { type Edit, nameSchema, type RigIndex, type Target } from '@/core/rig';
import { Button } from '../primitives/button';
import { NumberField } from '../primitives/number-field';
import { Switch } from '../primitives/switch';
import { TextField } from '../primitives/text-field';

const newId = (): string => nanoid(10);
const widthSchema = z.number().int().min(1).max(128);
const heightSchema = z.number().int().min(1).max(MOST_LANES);

type Lanes = ReturnType<typeof lanesIn>;

interface Props {
  readonly index: RigIndex;
  readonly target: Target;
  readonly edit: (edit: Edit) => boolean;
  readonly lanes: Lanes;
  readonly onClose: () => void;
}

/** What is said of a bank before it is made; `height` null for all rows. */
interface Draft {
  readonly name: string;
  readonly width: number;
  readonly stride: number;
  readonly height: number | null;
  readonly over: number;
}

const usual: Draft = { name: 'Bank of channels', width: 8, stride: 8, height: null, over: 1 };

export function MakeBank({ index, target, edit, lanes, onClose }: Props) {
  const [draft, put] = useState(usual);
  const [left, leave] = useState<readonly string[]>([]);
  const chosen = lanes.filter((l) => !left.includes(rowKey(l)));
  const taken = target.channelBanks.some((b) => b.name === draft.name);
  const rows = rowsOf(draft, chosen);
  const { name, width, stride } = draft;
  const wish = { name, width, stride, lanes: chosen.map((l) => l.ids), ...(rows ? { rows } : {}) };
  const made = taken ? null : addChannelBank(index, target, wish, newId);
  return (
    <form
      aria-label="Make a bank of channels"
      className="mb-3 flex max-w-[980px] flex-col gap-3 rounded-md border bg-sheet p-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (made && edit(made)) onClose();
      }}
    >
      <Sizes draft={draft} rows={chosen.length} put={put} />
      <Rows lanes={lanes} left={left} leave={leave} />
      <div className="flex items-center gap-2">
        <p className="flex-1 text-xs text-ink-2">{taken ? 'There is a bank of that name.' : sizeWords(draft, chosen)}</p>
        <Button size="small" type="button" onClick={onClose}>
          Cancel
        </Button>
        <Button size="small" tone="primary" type="submit" disabled={!made}>
          Make it
        </Button>
      </div>
    </form>
  );
}

/** The rows under the controller, where they are not all. */
function rowsOf({ height, over }: Draft, chosen: Lanes): { readonly height: number; readonly stride: number } | null {
  return height === null || height >= chosen.length ? null : { height, stride: over };
}

/** How large it would be, or why it cannot be made. */
function sizeWords(draft: Draft, chosen: Lanes): string {
  const { width, stride, over } = draft;
  const strips = Math.max(0, ...chosen.map((l) => l.ids.length));
  const rows = rowsOf(draft, chosen);
  if (chosen.length === 0) return 'Choose at least one row.';
  if (strips > MOST_STRIPS) return `A bank of channels goes over ${MOST_STRIPS} strips at most.`;
  if (chosen.length > MOST_LANES) return `A bank of channels has ${MOST_LANES} rows at most.`;
  if (strips <= width && !rows) return `Its rows have ${strips} strips: there is nothing to move on to.`;
  const along =
    strips <= width
      ? `All ${counted(strips, 'strip')} at once`
      : `${counted(bankSteps(strips, width, stride), 'place')}, the last one ending with strip ${strips}`;
  return rows ? `${along}; ${counted(bankSteps(chosen.length, rows.height, over), 'place')} over its rows.` : `${along}.`;
}

function Sizes({ draft, rows, put }: { readonly draft: Draft; readonly rows: number; readonly put: (draft: Draft) => void }) {
  const { name, width, stride, height, over } = draft;
  const change = (changes: Partial<Draft>): boolean => {
    put({ ...draft, ...changes });
    return true;
  };
  const shown = Math.min(height ?? rows, rows);
  return (
    <div className="grid grid-cols-[minmax(0,2fr)_1fr_1fr] gap-3 max-[760px]:grid-cols-1">
      <TextField label="Called" value={name} schema={nameSchema} onValue={(to) => change({ name: to })} />
      <NumberField
        label="Strips under the controller"
        value={width}
        schema={widthSchema}
        onValue={(to) => change({ width: to })}
      />
      <NumberField label="Moved on by" value={stride} schema={widthSchema} onValue={(to) => change({ stride: to })} />
      {rows > 1 && (
        <>
          <p className="self-end pb-1.5 text-xs text-ink-2 max-[760px]:pb-0">
            Clips, say, move over their rows too: then only the first rows are mapped.
          </p>
          <NumberField
            label="Rows under the controller"
            value={shown}
            schema={heightSchema}
            onValue={(to) => change({ height: to })}
          />
          {shown < rows && (
            <NumberField label="Rows moved on by" value={over} schema={heightSchema} onValue={(to) => change({ over: to })} />
          )}
        </>
      )}
    </div>
  );
}

/** Two rows of one name differ in kind or range. */
const rowKey = ({ ids }: Lanes[number]): string => ids[0] ?? '';

function Rows({
  lanes,
  left,
  leave,
}: {
  readonly lanes: Lanes;
  readonly left: readonly string[];
  readonly leave: (left: readonly string[]) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-4 gap-y-1.5">
      <legend className="pb-1 text-xs font-medium text-ink-2">Rows of strips, by their names and numbers</legend>
      {lanes.map((lane) => (
        <Switch
          key={rowKey(lane)}
          label={`${lane.name}: ${counted(lane.ids.length, 'strip')}`}
          on={!left.includes(rowKey(lane))}
          onChange={(on) => leave(on ? left.filter((n) => n !== rowKey(lane)) : [...left, rowKey(lane)])}
        />
      ))}
    </fieldset>
  );
}

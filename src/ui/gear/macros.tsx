'use client';

// Macros of a target: parameters that move others along, each over its own range and curve.

import { Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { addDrive, changeBeats, changeDrive, drivable, macrosIn, removeDrive } from '@/core/commands';
import { beatsOf, type Drive, type Edit, isTempo, isTime, type Parameter, type RigIndex, type Target } from '@/core/rig';
import { CurveWord } from '../inspector/curve-word';
import { Button } from '../primitives/button';
import { Select } from '../primitives/field';
import { ParameterValue } from '../primitives/parameter-value';
import { PickFrom } from './pick-from';

interface Props {
  readonly index: RigIndex;
  readonly target: Target;
  readonly edit: (edit: Edit) => boolean;
}

export function Macros({ index, target, edit }: Props) {
  const [begun, begin] = useState<string | null>(null);
  const all = index.parametersOf.get(target.id);
  const can = useMemo(() => (all ? macrosIn(index, target.id) : []), [index, all, target.id]);
  if (can.length < 2) return null;
  const shown = can.filter((p) => p.drives.length > 0 || p.id === begun);
  const others = can.filter((p) => p.drives.length === 0 && p.id !== begun);
  return (
    <section aria-label="Macros">
      <div className="flex max-w-[980px] flex-wrap items-center gap-3 pb-2">
        <h2 className="shrink-0 font-semibold">Macros</h2>
        <p className="min-w-48 flex-1 text-xs text-ink-2">
          One parameter that moves others along. It is learnt once; what it moves needs no numbers of its own.
        </p>
        <span className="flex items-center gap-2 text-xs text-ink-2">
          Make one of
          <PickFrom label="Make a macro of" none="choose a parameter" parameters={others} onPick={(p) => begin(p.id)} />
        </span>
      </div>
      {shown.length === 0 && <p className="text-ink-2">Every parameter moves by itself.</p>}
      <ul className="flex flex-col gap-3">
        {shown.map((macro) => (
          <MacroCard key={macro.id} index={index} macro={macro} edit={edit} />
        ))}
      </ul>
    </section>
  );
}

function MacroCard({ index, macro, edit }: Omit<Props, 'target'> & { readonly macro: Parameter }) {
  const can = drivable(index, macro).filter((p) => !macro.drives.some((d) => d.parameterId === p.id));
  return (
    <li aria-label={`Macro ${macro.name}`} className="max-w-[980px] rounded-md border bg-sheet p-3">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="min-w-0 flex-1 truncate font-semibold">{macro.name}</h3>
        <span className="text-xs text-ink-2">moves {counted(macro.drives.length, 'parameter')} along</span>
        <PickFrom
          label={`Move along with ${macro.name}`}
          none="move one more along"
          parameters={can}
          onPick={(moved) => edit(addDrive(macro, moved))}
        />
      </div>
      {macro.drives.length > 0 && (
        <ul className="mt-2 border-t">
          {macro.drives.map((drive) => (
            <DriveRow key={drive.parameterId} index={index} macro={macro} drive={drive} edit={edit} />
          ))}
        </ul>
      )}
    </li>
  );
}

function DriveRow({ index, macro, drive, edit }: Omit<Props, 'target'> & { readonly macro: Parameter; readonly drive: Drive }) {
  const moved = index.parameters.get(drive.parameterId);
  if (!moved) return null;
  const beats = beatsOf(macro, drive);
  const end = (field: 'from' | 'to', label: string) => (
    <ParameterValue
      parameter={moved}
      value={drive[field]}
      label={label}
      none="nowhere"
      onValue={(value) => value !== null && edit(changeDrive(macro, moved.id, { [field]: value }))}
    />
  );
  return (
    <li
      aria-label={`${moved.name} with ${macro.name}`}
      className="grid grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)_auto_minmax(0,1fr)_minmax(0,1.2fr)_auto] items-center gap-2 border-b py-1.5 last:border-b-0"
    >
      <span className="truncate" title={moved.name}>
        {moved.name}
      </span>
      {beats === null ? (
        <>
          {end('from', `${moved.name} at the low end of ${macro.name}`)}
          <span className="text-xs text-ink-2">to</span>
          {end('to', `${moved.name} at the high end of ${macro.name}`)}
        </>
      ) : (
        <span className="col-span-3 text-xs text-ink-2">a time that follows the tempo</span>
      )}
      <span className="flex items-center gap-2">
        {isTempo(macro) && (isTime(moved) || beats !== null) && (
          <Beats
            label={`How ${moved.name} goes with ${macro.name}`}
            beats={beats}
            onBeats={(to) => edit(changeBeats(macro, moved.id, to))}
          />
        )}
        {moved.kind === 'continuous' && beats === null && (
          <CurveWord
            label={`Curve of ${moved.name} with ${macro.name}`}
            curve={drive.curve}
            onCurve={(curve) => edit(changeDrive(macro, moved.id, { curve }))}
          />
        )}
      </span>
      <Button
        size="icon"
        tone="quiet"
        aria-label={`Take ${moved.name} out of ${macro.name}`}
        onClick={() => edit(removeDrive(macro, moved))}
      >
        <Trash2 size={15} aria-hidden />
      </Button>
    </li>
  );
}

/** Lengths that delays are set to, in beats. */
const lengths: readonly (readonly [number, string])[] = [
  [1 / 4, '¼ beat'],
  [1 / 3, '⅓ beat'],
  [1 / 2, '½ beat'],
  [2 / 3, '⅔ beat'],
  [3 / 4, '¾ beat'],
  [1, '1 beat'],
  [3 / 2, '1½ beats'],
  [2, '2 beats'],
  [3, '3 beats'],
  [4, '4 beats'],
];

/** How many beats a time lasts, or that it moves over a range. */
function Beats({
  label,
  beats,
  onBeats,
}: {
  readonly label: string;
  readonly beats: number | null;
  readonly onBeats: (beats: number | null) => void;
}) {
  return (
    <Select
      aria-label={label}
      className="w-32"
      value={beats === null ? '' : String(beats)}
      onChange={(e) => onBeats(e.target.value === '' ? null : Number(e.target.value))}
    >
      <option value="">over a range</option>
      {lengths.map(([n, words]) => (
        <option key={n} value={String(n)}>
          {words}
        </option>
      ))}
      {beats !== null && !lengths.some(([n]) => n === beats) && <option value={String(beats)}>{beats} beats</option>}
    </Select>
  );
}

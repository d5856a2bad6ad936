'use client';

// One state compared with today or with another one that has a name: what is to be entered, what moves what, and who has which number.

import { Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { writeDifference } from '@/core/formats';
import { indexRig, type Rig, type RigIndex } from '@/core/rig';
import { type Compared, compareMaps, compareNumbers, differenceOf } from '@/core/sheets';
import type { Revision } from '@/server/actions/history';
import { Button } from '../primitives/button';
import { Field, Select } from '../primitives/field';
import { saveCsv } from '../primitives/save-file';
import { Segments } from '../primitives/segments';
import { ComparedTable } from './compared-table';
import { DifferenceTable } from './difference-table';
import { useStateAt } from './use-history';

const views = ['sheet', 'map', 'numbers'] as const;
type View = (typeof views)[number];
const viewWords: Readonly<Record<View, string>> = { sheet: 'To enter', map: 'Map', numbers: 'Numbers' };

/** What somebody has to enter again who had everything entered at that state: up to today, or to another state with a name. */
export function Since({
  index,
  version,
  now,
  then,
  revisions,
  title,
}: {
  readonly index: RigIndex;
  readonly version: number;
  readonly now: number;
  readonly then: Rig;
  readonly revisions: readonly Revision[];
  readonly title: string;
}) {
  const [to, setTo] = useState<number | null>(null);
  const [view, setView] = useState<View>('sheet');
  const other = useStateAt(index.rig.id, to);
  const before = useMemo(() => indexRig(then), [then]);
  const after = useMemo(() => (to === null ? index : other.type === 'rig' ? indexRig(other.rig) : null), [to, index, other]);
  const changes = useMemo(() => (after ? differenceOf(before, after) : null), [before, after]);
  const maps = useMemo(() => (after ? compareMaps(before, after) : []), [before, after]);
  const numbers = useMemo(() => (after ? compareNumbers(before, after) : []), [before, after]);
  const others = revisions.filter((r) => r.version !== version);
  const save = (): void => {
    if (changes) saveCsv(writeDifference(changes), `${index.rig.name}, since ${title}.csv`);
  };
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-end gap-3">
        <ToState to={to} setTo={setTo} others={others} />
        <Segments
          label="What is compared"
          options={views.map(
            (v) => [v, `${viewWords[v]} ${changes ? { sheet: changes, map: maps, numbers }[v].length : ''}`] as const,
          )}
          chosen={view}
          onChoose={setView}
        />
        {changes && changes.length > 0 && (
          <div className="no-print ml-auto flex gap-2">
            <Button onClick={save}>Save as CSV</Button>
            <Button onClick={() => window.print()}>
              <Printer size={15} aria-hidden /> Print
            </Button>
          </div>
        )}
      </div>
      {other.type === 'problem' && to !== null && <p role="alert">{other.message}</p>}
      {changes && view === 'sheet' && (
        <p className="text-ink-2">
          {changes.length === 0
            ? version === now && to === null
              ? 'This is the rig as it is now: choose an earlier step, and it says what has to be entered again since.'
              : 'Nothing has to be entered again: hardware and software read the same in both.'
            : `Whoever had entered this state has ${counted(changes.length, 'line')} to enter again.`}
        </p>
      )}
      {changes && view === 'sheet' && <DifferenceTable changes={changes} />}
      {changes && view === 'map' && (
        <Other lines={maps} head="Parameter" none="Every parameter is moved by the same control in both." />
      )}
      {changes && view === 'numbers' && (
        <Other lines={numbers} head="Number" none="Every number is sent by the same control in both." />
      )}
    </div>
  );
}

function ToState({
  to,
  setTo,
  others,
}: {
  readonly to: number | null;
  readonly setTo: (to: number | null) => void;
  readonly others: Revision[];
}) {
  return (
    <Field label="From this state to" className="w-72">
      {(id) => (
        <Select
          id={id}
          value={to === null ? '' : String(to)}
          onChange={(e) => setTo(e.target.value === '' ? null : Number(e.target.value))}
        >
          <option value="">the rig as it is now</option>
          {others.map((r) => (
            <option key={r.id} value={r.version}>
              {r.name}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}

function Other({ lines, head, none }: { readonly lines: readonly Compared[]; readonly head: string; readonly none: string }) {
  return lines.length === 0 ? <p className="text-ink-2">{none}</p> : <ComparedTable lines={lines} head={head} />;
}
